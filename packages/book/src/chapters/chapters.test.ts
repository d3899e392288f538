// What single sheets say, against the functions that the benches and steps use.
import { describe, expect, it } from 'vitest';
import { showText } from '@vernal-slope/display/quantities';
import { chainsOf, chainStands } from '@vernal-slope/plan/garden';
import { isBasin, isStore } from '@vernal-slope/plan/kinds';
import { jobsOf } from '@vernal-slope/plan/upkeep';
import { tankStore } from '@vernal-slope/plan/budget';
import { bookOf } from '../book/index.ts';
import { blocksOf, plain, type BlockOf, type Book, type Sheet } from '../model/index.ts';
import { demo } from '../read.testdata.ts';

const TODAY = '2026-09-18';
const sheet = (book: Book, id: string): Sheet => {
  const found = book.chapters.flatMap((c) => c.sheets).find((s) => s.id === id);
  if (!found) throw new Error(`no sheet ${id}`);
  return found;
};
const pairs = (s: Sheet): Map<string, string> =>
  new Map(
    [...blocksOf(s.blocks)].flatMap((b) => (b.kind === 'pairs' ? b.rows.map(([k, v]) => [k, plain(v)] as const) : [])),
  );
const table = (s: Sheet): BlockOf<'table'> => {
  const found = [...blocksOf(s.blocks)].find((b) => b.kind === 'table');
  if (found?.kind !== 'table') throw new Error('no table');
  return found;
};

describe.each(['metric', 'us'] as const)('in %s units', (units) => {
  const plan = demo('ousel-bank');
  const book = bookOf(plan, { units, today: TODAY });
  it('a trough is set as it was entered', () => {
    for (const node of plan.nodes.filter(isBasin)) {
      const float = node.inlet?.floatValve;
      if (!float) continue;
      const rows = pairs(sheet(book, `trough-${node.id}`));
      expect(rows.get('float shuts at')).toBe(showText(float.closeLevelM, 'height', units));
      expect(rows.get('wide open at')).toBe(showText(float.closeLevelM - float.bandM, 'height', units));
    }
  });
  it('beds have their shims', () => {
    const [chain] = chainsOf(plan);
    const stands = chainStands(chain);
    const rows = table(sheet(book, `beds-${chain.buckets[0].id}`)).rows;
    expect(rows.map((r) => plain(r.cells[4]))).toEqual(stands?.beds.map((b) => showText(b.off, 'drop', units)));
    expect(rows.map((r) => r.marked)).toEqual(stands?.beds.map((b) => b.state !== 'good'));
  });
  it('tanks give what the store says', () => {
    const storage = sheet(book, 'store');
    const said = [...blocksOf(storage.blocks)].flatMap((b) =>
      b.kind === 'pairs' ? b.rows.filter(([k]) => k === 'can be used').map(([, v]) => plain(v)) : [],
    );
    expect(said).toEqual(
      plan.nodes.filter(isStore).map((t) => showText(tankStore(plan, t).usable.usable, 'volume', units)),
    );
  });
});

it('a stand is a first look, and says so before its figures', () => {
  const book = bookOf(demo('ousel-bank'), { units: 'metric', today: TODAY });
  const [first] = book.chapters.find((c) => c.id === 'stand')?.sheets ?? [];
  expect(first.blocks[0].kind === 'text' && plain(first.blocks[0].text)).toMatch(
    /^A first look, never a design\. .*a licensed engineer designs it\.$/,
  );
});

it('upkeep has every job, build every step, each with its box', () => {
  const plan = demo('ousel-bank');
  const book = bookOf(plan, { units: 'metric', today: TODAY });
  const upkeep = table(sheet(book, 'upkeep'));
  const titles = upkeep.rows.map((r) => plain(r.cells[0]));
  for (const job of jobsOf(plan)) expect(titles.some((t) => t.startsWith(job.title))).toBe(true);
  const boxes = [...blocksOf(sheet(book, 'build').blocks)].flatMap((b) => (b.kind === 'checks' ? b.items : []));
  expect(boxes.length).toBeGreaterThan(40);
  expect(boxes.every((b) => b.found === undefined)).toBe(true);
});

it('a drinking tap over untested water is told on the cover', () => {
  const book = bookOf(demo('ousel-bank'), { units: 'metric', today: TODAY });
  const cover = [...blocksOf(sheet(book, 'cover').blocks)].flatMap((b) =>
    b.kind === 'says' ? b.said.map((s) => plain(s.text)) : [],
  );
  expect(cover.some((t) => t.includes('untested'))).toBe(true);
});
