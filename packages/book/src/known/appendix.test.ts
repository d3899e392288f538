// The appendix: figures by one rule in one table, sums in a line, each found by its number.
import { describe, expect, it } from 'vitest';
import { plainWorking, sumWorking, type Working } from '@vernal-slope/core/working';
import { bodyHtml, bookMarkdown } from '../write/index.ts';
import { lineOf, plain, type Block, type Book } from '../model/index.ts';
import { bookOf } from '../book/index.ts';
import { demo } from '../read.testdata.ts';
import { appendixOf } from './appendix.ts';
import { knowPlan, writerOf } from './index.ts';

const speed = (of: string, flow: number, bore = 0.02): Working =>
  plainWorking(
    'speed',
    of,
    '\\frac{4 {{q}} }{ \\pi {{d}}^2 }',
    [
      ['q', 'Q', 'flow', flow, 'flow', { source: 'the network' }],
      ['d', 'D', 'bore', bore, 'bore', { source: 'catalogue' }],
    ],
    ['v', (4 * flow) / (Math.PI * bore ** 2), 'velocity'],
    'Continuity',
    ['Full pipe.'],
  );
const spare = sumWorking(
  'spare-pressure',
  'tap',
  [
    { name: 'it has', value: 30_000, working: speed('tap', 1) },
    { name: 'it wants', value: 20_000, less: true, source: 'entered' },
  ],
  ['p', 10_000, 'pressure'],
  'what is left',
);
const keyOf = (w: Working): string => `${w.code} ${w.of}`;
const table = (blocks: readonly Block[]) => {
  const found = blocks.find((b) => b.kind === 'table');
  if (found?.kind !== 'table') throw new Error('no table');
  return found;
};

describe('figures by one rule', () => {
  const kept = [speed('leg 1', 1e-4), spare, speed('leg 2', 2e-4), speed('leg 3', 3e-4)];
  const { blocks, order } = appendixOf(kept, 'metric', keyOf);
  it('stand in one table where the first of them is quoted, in the order of their numbers', () => {
    expect(order.map((w) => w.of)).toEqual(['leg 1', 'leg 2', 'leg 3', 'tap']);
    expect(blocks.map((b) => b.kind)).toEqual(['rule', 'table', 'working']);
    expect(table(blocks).rows.map((r) => r.worked)).toEqual([1, 2, 3]);
  });
  it('each with what goes into it as the rule wants it, SI, and its own figure', () => {
    expect(table(blocks).rows.map((r) => r.cells.map(plain))).toEqual([
      ['1', 'leg 1', '1.000e-4', '0.31831', '0.32\u00A0m/s'],
      ['2', 'leg 2', '2.000e-4', '0.63662', '0.64\u00A0m/s'],
      ['3', 'leg 3', '3.000e-4', '0.95493', '0.95\u00A0m/s'],
    ]);
    expect(table(blocks).columns.map((c) => [c.tex ?? c.head, c.unit ?? ''])).toEqual([
      ['No', ''],
      ['Of', ''],
      ['Q', 'm³/s'],
      ['=', 'm/s'],
      ['Figure', ''],
    ]);
  });
  it('what is the same for all stands with the rule, with its source', () => {
    const [rule] = blocks;
    expect(rule.kind === 'rule' && rule.rule).toMatchObject({
      title: '1 to 3. By one rule: speed in …',
      source: 'Continuity. Assumed: Full pipe.',
      terms: [
        { tex: 'Q', name: 'flow', source: 'the network' },
        { tex: 'D', name: 'bore', source: 'catalogue', value: '0.02\u00A0m' },
      ],
    });
    expect(rule.kind === 'rule' && rule.rule.terms[0]).not.toHaveProperty('value');
  });
  it('two of them have no table, nor have those of other sources', () => {
    const two = appendixOf([speed('a', 1e-4), speed('b', 2e-4)], 'metric', keyOf);
    expect(two.blocks.map((b) => b.kind)).toEqual(['working', 'working']);
    const other = { ...speed('c', 3e-4), source: 'measured' };
    expect(appendixOf([speed('a', 1e-4), other, speed('b', 2e-4)], 'metric', keyOf).blocks).toHaveLength(3);
  });
  it('a sum is told in a line, what is taken away with its sign', () => {
    const [working] = blocks.slice(-1);
    if (working.kind !== 'working') throw new Error('no working');
    expect(working.working.number).toBe(4);
    expect(plain(lineOf(working.working))).toBe(
      '= 30.0\u00A0kPa (it has; Continuity) − 20.0\u00A0kPa (it wants; entered). what is left.',
    );
  });
  it('what a sum leans on is led to by the number that it is printed with', () => {
    const third = speed('leg 3', 3e-4);
    const leans = sumWorking('x', 'x', [{ name: 'of leg 3', value: 1, working: third }], ['v', 1, 'velocity'], 'x');
    const printed = appendixOf([speed('leg 1', 1e-4), leans, speed('leg 2', 2e-4), third], 'metric', keyOf).blocks;
    const [last] = printed.slice(-1);
    expect(last.kind === 'working' && last.working.terms[0].working).toBe(3);
  });
  it('in US units the rule stays in SI and the figure does not', () => {
    const us = table(appendixOf(kept, 'us', keyOf).blocks);
    expect(us.rows.map((r) => plain(r.cells[2]))).toEqual(['1.000e-4', '2.000e-4', '3.000e-4']);
    expect(us.rows.map((r) => plain(r.cells[4]))).toEqual(['1.04\u00A0ft/s', '2.09\u00A0ft/s', '3.13\u00A0ft/s']);
  });
});

describe('a figure', () => {
  const writer = () => writerOf(knowPlan(demo('tarn-foot'), 'metric', '2026-09-18'));
  it('whose working gives another has no number, and is told', () => {
    const w = writer();
    const [right, wrong, none] = [
      w.fig(10_000, 'pressure', spare),
      w.fig(11_000, 'pressure', spare),
      w.fig(1, 'pressure', undefined),
    ];
    w.appendix();
    expect([right.working, wrong.working, none.working]).toEqual([1, undefined, undefined]);
    expect(w.loose().join('\n')).toMatch(/11000: its working.* gives 10000/);
    // the wrong one as what it gives, and both as figures without a working
    expect(w.loose()).toHaveLength(3);
  });
  it('that is told without its sign is the same figure', () => {
    const w = writer();
    const below = w.fig(10_000, 'pressure', { ...spare, result: { ...spare.result, value: -10_000 } });
    w.appendix();
    expect(below.working).toBe(1);
  });
  it('that is quoted twice has one number', () => {
    const w = writer();
    const quotes = [w.fig(10_000, 'pressure', spare), w.fig(10_000, 'pressure', spare)];
    w.appendix();
    expect(quotes.map((r) => r.working)).toEqual([1, 1]);
  });
});

describe('in each writer', () => {
  const book: Book = bookOf(demo('ousel-bank'), { units: 'metric', today: '2026-09-18' });
  const rows = book.chapters
    .flatMap((c) => c.sheets.flatMap((s) => s.blocks))
    .flatMap((b) => (b.kind === 'table' ? b.rows.flatMap((r) => (r.worked === undefined ? [] : [r.worked])) : []));
  it('a row of a table can be led to', () => {
    expect(rows.length).toBeGreaterThan(100);
    const [html, text] = [bodyHtml(book), bookMarkdown(book)];
    expect(rows.filter((n) => !html.includes(`<tr id="w${n}">`))).toEqual([]);
    expect(rows.filter((n) => !text.includes(`| <a id="w${n}"></a>${n} |`))).toEqual([]);
  });
});
