// Days left: against a sum by hand, against a balance worked out apart, and what must hold of any plan.
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { runAhead } from '@vernal-slope/core/storage';
import { ruleValue } from '@vernal-slope/core/working';
import { describe, expect, it } from 'vitest';
import { planBalance } from '../budget/index.ts';
import { loadPlan } from '../document/index.ts';
import { dayNumber } from '../formats/index.ts';
import type { Plan } from '../schema/index.ts';
import { aheadFindings, aheadReport, aheadWorking, cutWorking, flowsOf, waterAhead } from './index.ts';

const demo = (name: string): Plan => {
  const loaded = loadPlan(readFileSync(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'));
  if (!loaded.ok) throw new Error('demo plan');
  return loaded.plan;
};
const made = (changes: Partial<Plan> = {}, source: object = {}): Plan =>
  ({
    format: 'vernal-slope/plan',
    version: 1,
    title: 'By hand',
    nodes: [
      { id: 'spring', kind: 'source', type: 'spring', groundM: 110, yieldLpm: 0.5, ...source },
      {
        id: 'tank',
        kind: 'tank',
        groundM: 105,
        shape: { type: 'box', lengthM: 1, widthM: 1, heightM: 2 },
        outletM: 0.1,
        overflowM: 1.9,
        startLevelM: 1.1,
      },
      {
        id: 'trough',
        kind: 'trough',
        groundM: 95,
        shape: { type: 'box', lengthM: 1, widthM: 0.5, heightM: 0.5 },
        outletM: 0,
        overflowM: 0.45,
        inlet: { at: 'top', heightM: 0.4 },
        herds: [{ class: 'goat', count: 100, litresPerHeadPerDay: 8.2, visits: [] }],
      },
    ],
    lines: [
      { id: 'in', from: 'spring', to: 'tank', legs: [{ lengthM: 20, endGroundM: 105, pipe: 'astm-d2239-sidr15/1' }] },
      { id: 'out', from: 'tank', to: 'trough', legs: [{ lengthM: 60, endGroundM: 95, pipe: 'astm-d2239-sidr15/1' }] },
    ],
    ...changes,
  }) as unknown as Plan;
const today = dayNumber('2026-07-01');
const noLoss = { needs: { lossShare: 0 } };

describe('days left', () => {
  it('by hand: 1,000 L stand, 820 L a day leave, 720 come: ten days', () => {
    const w = waterAhead(made(noLoss), today);
    expect([w.volume, w.capacity, w.use, w.inflow].map((v) => Number(v.toFixed(6)))).toEqual([1, 1.8, 0.82, 0.72]);
    expect([w.mid.empty, w.low.empty, w.high.empty, w.spread]).toEqual([10, 10, 10, false]);
    expect(aheadFindings(w).map((f) => f.code)).toContain('ahead-soon');
  });
  it('the reserve for fire is not counted on', () => {
    const w = waterAhead(made({ needs: { lossShare: 0, fireReserveL: 500 } }), today);
    expect(w.mid.empty).toBe(5);
  });
  it('never banks more than the tanks hold', () => {
    // twelve days bring 100 L more than is taken, then none comes: 1.8 m³ stand, not 2.2
    const run = runAhead({ volume: 1, capacity: 1.8, use: () => 0.1, inflow: (d) => (d < 12 ? 0.2 : 0) }, 60);
    expect([run.empty, Math.max(...run.volume)]).toEqual([30, 1.8]);
  });
  it('goes by the latest level that was read within a month, and says so', () => {
    const log = [
      { at: '2026-06-20T08:00', place: 'tank', levelM: 0.6 },
      { at: '2026-06-28T08:00', place: 'trough', pressureKPa: 80, levelsM: { tank: 0.3 } },
      { at: '2026-07-04T08:00', place: 'tank', levelM: 1.9 },
    ];
    const w = waterAhead(made({ ...noLoss, log }), today);
    expect(w.tanks[0]).toMatchObject({ level: 0.3, read: '2026-06-28T08:00' });
    expect(w.mid.empty).toBe(2);
    expect(aheadFindings(w).map((f) => f.code)).not.toContain('ahead-unread');
    const later = waterAhead(made({ ...noLoss, log: log.slice(0, 2) }), dayNumber('2026-09-01'));
    expect(later.tanks[0]).toMatchObject({ level: 1.1 });
    expect(aheadFindings(later).map((f) => f.code)).toContain('ahead-unread');
  });
  it('a spring that falls by its tests and buckets ends sooner, with its spread; one found dry brings nothing', () => {
    const tests = ['2026-05-01', '2026-05-31', '2026-06-30'].map((date, k) => ({
      date,
      method: 'bucket',
      fills: [{ volumeL: [8, 4.2, 2][k], seconds: 240 }],
    }));
    const falling = made(noLoss, { yieldLpm: 0.5, tests });
    const w = waterAhead(falling, today);
    const k = Math.log(4) / 60;
    // 0.5 L/min on 30 June, halving every 30 days: 1 m³ + Σ 0.72·e^(−k(d+1)) against 0.82 d
    let v = 1;
    let days = 0;
    while (v >= 0) v += 0.72 * Math.exp(-k * (days++ + 1)) - 0.82;
    expect(Math.abs((w.mid.empty ?? 0) - (days - 1))).toBeLessThanOrEqual(1);
    expect(w.low.empty ?? 0).toBeLessThan(w.mid.empty ?? 0);
    expect(w.high.empty ?? Infinity).toBeGreaterThanOrEqual(w.mid.empty ?? 0);
    const dry = made(
      { ...noLoss, log: [{ at: '2026-07-01T06:00', place: 'spring', flowLpm: 0 }] },
      { yieldLpm: 0.5, tests },
    );
    expect(flowsOf(dry, dry.nodes[0] as never).at(-1)?.flow).toBe(0);
    const none = waterAhead(dry, today);
    expect([none.sources[0].way, none.inflow, none.mid.empty]).toEqual(['dry', 0, 1]);
  });
  it('begins to haul a week before the end, and says what is lacking then', () => {
    const w = waterAhead(made(noLoss), today);
    expect(w.haul?.day).toBe(3);
    expect(w.haul?.perDay).toBeCloseTo(0.1, 2);
    const full = made({ ...noLoss, log: [{ at: '2026-07-01T06:00', place: 'tank', levelM: 1.9 }] });
    const big = waterAhead(
      {
        ...full,
        nodes: full.nodes.map((n) =>
          n.id === 'trough'
            ? { ...n, herds: [{ class: 'goat', count: 20, litresPerHeadPerDay: 37.25, visits: [] }] }
            : n,
        ),
      } as Plan,
      today,
    );
    // 745 L a day leave, 720 come: 1.8 m³ last 72 days
    expect(big.mid.empty).toBe(72);
    expect(big.haul?.day).toBe(65);
  });
  it('says what could be cut, gardens before people and never animals, and what each brings', () => {
    const w = waterAhead(demo('ousel-bank'), dayNumber('2026-07-15'));
    const order = w.cuts.map((c) => ['garden', 'people'].indexOf(c.kind));
    expect(order.length).toBeGreaterThan(1);
    expect(order).not.toContain(-1);
    expect(order).toEqual([...order].sort());
    for (const c of w.cuts) expect(c.days ?? Infinity).toBeGreaterThanOrEqual(w.mid.empty ?? Infinity);
  });
  it('a roof’s days with rain come from the recorded years, from the same date on', () => {
    const plan = demo('kestrel-croft');
    const w = waterAhead(plan, dayNumber('2026-07-01'));
    expect(w.sources.some((s) => s.way === 'roof')).toBe(true);
    const years = plan.climate?.daily ? Math.floor(plan.climate.daily.rainMm.length / 365.25) : 0;
    if (years < 2) expect(w.rain).toBeUndefined();
    else {
      expect(w.rain?.years).toBeGreaterThanOrEqual(years - 1);
      const sorted = [w.rain?.low, w.rain?.mid, w.rain?.high].map((d) => d ?? Infinity);
      expect(sorted).toEqual([...sorted].sort((a, b) => a - b));
      expect(sorted[0]).toBeGreaterThanOrEqual(w.mid.empty ?? Infinity);
    }
  });
  it('has a working whose rule gives the figure', () => {
    const w = waterAhead(made(noLoss), today);
    const working = aheadWorking(w, 'mid', 'all');
    expect(working && ruleValue(working)).toBeCloseTo(working?.result.value ?? NaN, 6);
    expect(working?.result.value).toBe(10 * 86_400);
    for (const cut of waterAhead(demo('ousel-bank'), dayNumber('2026-07-15')).cuts) {
      const ahead = waterAhead(demo('ousel-bank'), dayNumber('2026-07-15'));
      const made = cutWorking(ahead, cut);
      if (cut.days) expect(made && ruleValue(made), cut.id).toBeCloseTo(cut.days * 86_400, 3);
      else expect(made).toBeUndefined();
    }
  });
  it('is told in numbers and dates', () => {
    expect(aheadReport(waterAhead(made(noLoss), today))).toMatchObject({ usableL: 1000, days: 10, ends: '2026-07-11' });
  });
  it('less use never ends sooner, more water never either (random stores)', () => {
    const flows = fc.array(fc.double({ min: 0, max: 2, noNaN: true }), { minLength: 40, maxLength: 40 });
    fc.assert(
      fc.property(
        flows,
        fc.double({ min: 0.01, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (q, use, v) => {
          const run = (volume: number, each: number): number =>
            runAhead({ volume, capacity: 5, use: () => each, inflow: (d) => q[d] }, 40).empty ?? Infinity;
          expect(run(v, use * 0.9)).toBeGreaterThanOrEqual(run(v, use));
          expect(run(v + 0.1, use)).toBeGreaterThanOrEqual(run(v, use));
        },
      ),
      { numRuns: 200, seed: 4 },
    );
  });
  it('every demo plan has an answer', () => {
    for (const name of [
      'tarn-foot',
      'kestrel-croft',
      'schoolyard-beds',
      'long-fell-hut',
      'bakehouse-yard',
      'ousel-bank',
    ]) {
      const plan = demo(name);
      const w = waterAhead(plan, today, planBalance(plan));
      expect(w.volume, name).toBeLessThanOrEqual(w.capacity + 1e-9);
      expect(() => aheadFindings(w)).not.toThrow();
    }
  });
});
