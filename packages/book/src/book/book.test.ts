// The book as data: every plan has one, its figures are the screens' own, its numbers lead somewhere.
import { describe, expect, it } from 'vitest';
import { show, showText } from '@vernal-slope/display/quantities';
import { walkRows } from '@vernal-slope/display/walkrows';
import { compilePlan } from '@vernal-slope/plan/compile';
import { billOf } from '@vernal-slope/plan/parts';
import { planBalance } from '@vernal-slope/plan/budget';
import { solvePlan } from '@vernal-slope/plan/solve';
import { CHAPTERS } from '../chapters/index.ts';
import { knowPlan, writerOf } from '../known/index.ts';
import { blocksOf, drawingsOf, plain, type Block, type Book, type Sheet } from '../model/index.ts';
import { bookMarkdown, bodyHtml, fileHtml } from '../write/index.ts';
import { DEMOS, demo } from '../read.testdata.ts';
import { bookOf } from './index.ts';

const TODAY = '2026-09-18';
const chapter = (book: Book, id: string) => book.chapters.find((c) => c.id === id);
const blocks = (book: Book): Block[] => book.chapters.flatMap((c) => c.sheets.flatMap((s) => [...blocksOf(s.blocks)]));

describe.each(DEMOS)('%s', (name) => {
  it.each(['metric', 'us'] as const)(
    'in %s units: every number leads to a working, every working is led to',
    (units) => {
      const book = bookOf(demo(name), { units, today: TODAY });
      const worked = blocks(book).flatMap((b) =>
        b.kind === 'working'
          ? [b.working.number]
          : b.kind === 'table'
            ? b.rows.flatMap((r) => (r.worked === undefined ? [] : [r.worked]))
            : [],
      );
      const numbers = new Set(worked);
      expect(worked).toEqual(worked.map((_, k) => k + 1));
      const text = bookMarkdown(book);
      const led = [...text.matchAll(/\[(\d+)\]\(#w(\d+)\)/g)].map((m) => Number(m[2]));
      expect(led.every((n) => numbers.has(n))).toBe(true);
      expect([...numbers].filter((n) => !led.includes(n))).toEqual([]);
    },
  );
  it('in US units: no metric figure but in the rules', () => {
    const book = bookOf(demo(name), { units: 'us', today: TODAY });
    const leaks = blocks(book)
      // rules are followed in SI, and figures put into them have their unit at the head
      .filter((b) => b.kind !== 'rule')
      .map((b) =>
        b.kind === 'working'
          ? { title: b.working.title, names: b.working.terms.map((t) => [t.name, t.value, t.source]) }
          : b,
      )
      .flatMap((b) => JSON.stringify(b).match(/\d[\d,.]*[ \u00A0](?:kPa|L|L\/min|m|mm|km|kg|°C)(?![\w/²³])/g) ?? [])
      // a rule of a safety code is quoted with both, remarks are people's own
      // and so are the sizes that a pipe is sold by
      .filter((t) => t !== '1.2 m' && !/^(?:16|20|25|32|40|50|63)\smm$/.test(t));
    expect(leaks).toEqual([]);
  });
});

describe('figures are those of the screens', () => {
  it.each(['metric', 'us'] as const)('of the walk, in %s units', (units) => {
    const plan = demo('ousel-bank');
    const compiled = compilePlan(plan);
    const result = solvePlan(compiled);
    const book = bookOf(plan, { units, today: TODAY });
    for (const line of plan.lines) {
      const sheet = chapter(book, 'walk')?.sheets.find((s) => s.id === `line-${line.id}`);
      const table = sheet?.blocks.find((b) => b.kind === 'table');
      if (table?.kind !== 'table') throw new Error('no table');
      const column = (head: string): string[] => {
        const k = table.columns.findIndex((c) => c.head === head);
        return table.rows.filter((r) => !r.sum).map((r) => plain(r.cells[k]).replace('held ', ''));
      };
      const rows = walkRows({ compiled, result }, line.id, units);
      expect(column('Height')).toEqual(rows.map((r) => r.ground));
      expect(column('Loss')).toEqual(rows.map((r) => r.loss));
      expect(column('Runs')).toEqual(rows.map((r) => r.pressure));
      expect(column('To')).toEqual(rows.map((r) => r.to));
    }
    const low = result.nodes.get('low');
    const text = bookMarkdown(book);
    expect(text).toContain(showText(low?.flow ?? 0, 'flow', units));
  });
  it.each(['metric', 'us'] as const)('of the months and of the bill, in %s units', (units) => {
    const plan = demo('ousel-bank');
    const book = bookOf(plan, { units, today: TODAY });
    const months = planBalance(plan).months;
    const table = chapter(book, 'water')?.sheets[0].blocks.find((b) => b.kind === 'table');
    if (table?.kind !== 'table') throw new Error('no table');
    expect(table.rows.map((r) => plain(r.cells[r.cells.length - 1]))).toEqual(
      months.map((m) => show(m.spare, 'volume', units).text),
    );
    const bill = billOf(plan, units);
    const buy = chapter(book, 'parts')?.sheets[0].blocks.find((b) => b.kind === 'table');
    if (buy?.kind !== 'table') throw new Error('no table');
    // aisles are rows of their own
    expect(buy.rows.filter((r) => !r.sum && plain(r.cells[1]) !== '')).toHaveLength(
      bill.items.length + bill.pipe.length,
    );
  });
});

describe('forms', () => {
  it('the short one has a sheet a line, what is ticked off, and no workings', () => {
    const plan = demo('ousel-bank');
    const book = bookOf(plan, { units: 'metric', form: 'field', today: TODAY });
    expect(chapter(book, 'walk')?.sheets).toHaveLength(plan.lines.length);
    expect(chapter(book, 'build')).toBeDefined();
    expect(chapter(book, 'workings')).toBeUndefined();
    expect(chapter(book, 'water')).toBeUndefined();
    // no number that leads nowhere
    expect(bodyHtml(book)).not.toContain('href="#w');
  });
  it('positions are left out where that is asked for', () => {
    const plan = {
      ...demo('ousel-bank'),
      site: {
        ...demo('ousel-bank').site,
        latitudeDeg: 54.3214,
        originLatitudeDeg: 54.3214,
        originLongitudeDeg: -2.7135,
      },
    };
    const whole = fileHtml(bookOf(plan, { units: 'metric', today: TODAY }), []);
    const without = fileHtml(bookOf(plan, { units: 'metric', today: TODAY, withoutPositions: true }), []);
    expect(whole).toContain('54.32');
    for (const secret of ['54.32', '2.71°', '2.7135']) expect(without).not.toContain(secret);
  });
  it('the log stays at home', () => {
    const plan = {
      ...demo('ousel-bank'),
      log: [{ at: '2026-08-14T07:40', place: 'low', note: 'gate code 4711', repair: 'mended' }],
    };
    expect(fileHtml(bookOf(plan, { units: 'metric', today: TODAY }), [])).not.toContain('4711');
  });
});

describe('what people typed', () => {
  const plan = structuredClone(demo('tarn-foot'));
  plan.title = '</style><img src=x onerror="alert(1)"> & *stars* | pipes';
  plan.nodes[0].name = '"><script>alert(2)</script>';
  plan.lines[0].legs[0].remark = '[a](javascript:alert(3)) `x` | y';
  const book = bookOf(plan, { units: 'metric', today: TODAY });
  it('is text in HTML', () => {
    const html = fileHtml(book, []);
    expect(html).not.toMatch(/<script|<img|onerror="/);
    expect(html).toContain('&lt;/style&gt;&lt;img src=x onerror=&quot;alert(1)&quot;&gt;');
  });
  it('is text in Markdown: no link, no column more', () => {
    const text = bookMarkdown(book);
    expect(text).not.toContain('[a](javascript');
    const rows = text.split('\n').filter((l) => l.startsWith('| '));
    const bars = (l: string): number => (l.match(/(?<!\\)\|/g) ?? []).length;
    rows.forEach((row, k) => {
      if (k > 0 && rows[k - 1].startsWith('| ---')) expect(bars(row)).toBe(bars(rows[k - 1]));
    });
  });
});

describe('drawings', () => {
  it.each(DEMOS)('of %s lie on their paper, and words stand for each', (name) => {
    for (const { drawing } of drawingsOf(bookOf(demo(name), { units: 'us', today: TODAY }))) {
      expect(drawing.width).toBeLessThanOrEqual(182);
      // no higher than the body of the lower page, mm
      expect(drawing.height).toBeLessThan(240);
      expect(drawing.title.length).toBeGreaterThan(5);
      const out = drawing.marks.filter((m) => {
        const spots = m.kind === 'strokes' ? m.strokes.flat() : m.kind === 'path' ? m.points : [m.at];
        return !spots.every(([x, y]) => x >= -3 && x <= 184 && y >= -3 && y <= drawing.height + 3);
      });
      expect(out, drawing.name).toEqual([]);
    }
  });
  it('have names of their own', () => {
    const names = drawingsOf(bookOf(demo('ousel-bank'), { units: 'metric', today: TODAY })).map((d) => d.drawing.name);
    expect(new Set(names).size).toBe(names.length);
  });
});

describe('an answer that is not settled', () => {
  const known = knowPlan(demo('bakehouse-yard'), 'metric', TODAY);
  const unsettled = writerOf({ ...known, result: { ...known.result, converged: false } });
  const sheets = (id: string) =>
    CHAPTERS.find((c) => c.id === id)?.make(unsettled, { form: 'whole', withoutPositions: false }) ?? [];
  const cells = (list: readonly Sheet[], head: string): string[] =>
    list.flatMap((s) =>
      [...blocksOf(s.blocks)].flatMap((b) => {
        const k = b.kind === 'table' ? b.columns.findIndex((c) => c.head === head) : -1;
        return b.kind === 'table' && k >= 0 ? b.rows.filter((r) => !r.sum).map((r) => plain(r.cells[k])) : [];
      }),
    );
  it.each(['Loss', 'Speed', 'Runs', 'Shut'])('has no figure in the walk: %s', (head) => {
    expect(new Set(cells(sheets('walk'), head))).toEqual(new Set(['–']));
  });
  it('has none of flow and speed in the pipe schedule, and says so on the cover', () => {
    expect(new Set(cells(sheets('pipe'), 'Flow'))).toEqual(new Set(['–']));
    expect(JSON.stringify(sheets('cover'))).toContain('not settled');
  });
  it('has none of the taps in this plan', () => {
    expect(new Set([...cells(sheets('outlets'), 'In this plan'), ...cells(sheets('outlets'), 'All shut')])).toEqual(
      new Set(['–']),
    );
  });
});

it('the book calls nothing safe', () => {
  expect(bookMarkdown(bookOf(demo('tarn-foot'), { units: 'metric', today: TODAY }))).not.toMatch(
    /\b(is|are) safe\b|safe to drink/i,
  );
});
