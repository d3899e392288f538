// What a run adds up to, and what is told of each vessel: each from its parts, by rules that give the figure.
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { ruleValue, type Working } from '@vernal-slope/core/working';
import { loadPlan } from '../document/index.ts';
import type { Plan } from '../schema/index.ts';
import { pictureOf, runWorkings, simulatePlan } from './index.ts';

function demo(name: string): Plan {
  const loaded = loadPlan(readFileSync(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'));
  if (!loaded.ok) throw new Error('demo plan has faults');
  return loaded.plan;
}
const DAY = 86_400;
const parts = (w: Working): Map<string, number> => new Map(w.terms.map((t) => [t.name, t.value]));

describe.each(['ousel-bank', 'tarn-foot', 'schoolyard-beds', 'bakehouse-yard'])('a day of %s', (name) => {
  const run = simulatePlan(demo(name), { duration: DAY, start: 0, month: 7, seed: 1 });
  const [told, picture] = [runWorkings(run), pictureOf(run)];
  it('adds up to the figures that are drawn', () => {
    for (const [w, figure] of [
      [told.came, picture.came],
      [told.overflow, picture.overflow],
      [told.shortfall, picture.shortfall],
      [told.error, picture.error],
    ] as const) {
      expect(w.result.value, w.code).toBe(figure);
      expect(ruleValue(w), w.code).toBeCloseTo(figure, 9);
    }
  });
  it('what came less what went and stays is the error, and that is small', () => {
    const all = parts(told.error);
    expect(all.get('came in')).toBe(run.run.balance.in);
    expect(Math.abs(ruleValue(told.error))).toBeLessThan(1e-3 * Math.max(run.run.balance.in, 0.1));
  });
  it('each vessel wants what its visits say, and is short by what it did not get', () => {
    expect([...told.vessels.keys()]).toEqual(picture.vessels.map((v) => v.id));
    for (const v of picture.vessels) {
      const w = told.vessels.get(v.id);
      if (!w) throw new Error(v.id);
      expect(w.demand.result.value).toBe(v.demand);
      expect(ruleValue(w.demand)).toBeCloseTo(v.demand, 9);
      expect(w.shortfall.result.value).toBe(v.shortfall);
      expect(ruleValue(w.shortfall)).toBeCloseTo(v.shortfall, 9);
      expect(w.lowest.result.value).toBe(v.lowest);
      expect(w.longestRefill?.result.value).toBe(v.longestRefill ?? undefined);
    }
  });
});

it('a visit stands in the sum by its time', () => {
  const run = simulatePlan(demo('tarn-foot'), { duration: DAY, start: 0, month: 7, seed: 1 });
  const { vessels } = runWorkings(run);
  const wanted = [...vessels.values()].map((v) => v.demand).filter((w) => w.result.value > 0);
  expect(wanted.length).toBeGreaterThan(0);
  for (const w of wanted) for (const t of w.terms) expect(t.name).toMatch(/^from \d\d:\d\d to \d\d:\d\d$/);
});

it('the longest refill is from when a vessel left its full mark to when it was full again', () => {
  const run = simulatePlan(demo('ousel-bank'), { duration: DAY, start: 0, month: 7, seed: 1 });
  const refills = [...runWorkings(run).vessels.values()].flatMap((v) => (v.longestRefill ? [v.longestRefill] : []));
  const clocked = refills.filter((w) => w.terms.some((t) => t.name.startsWith('full again, at ')));
  expect(clocked.length).toBeGreaterThan(0);
  // events are found to the second, the stretch by them too
  for (const w of clocked) expect(Math.abs(ruleValue(w) - w.result.value)).toBeLessThan(1);
});
