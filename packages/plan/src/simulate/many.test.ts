// What would mend a place, and what takes many runs.
import { describe, expect, it } from 'vitest';
import { loadPlan } from '../document/index.ts';
import { applyCommand } from '../edit/index.ts';
import type { Plan } from '../schema/index.ts';
import { headsCarried, mendCommand, mendsFor, simulatePlan, spreadOf, type InTime } from './index.ts';

const DAY: InTime = { duration: 86_400 };
function gate(count: number, yieldLpm = 2): Plan {
  const loaded = loadPlan(
    JSON.stringify({
      format: 'vernal-slope/plan',
      version: 1,
      title: 'Gate',
      nodes: [
        { id: 'spring', kind: 'source', type: 'spring', groundM: 25, yieldLpm },
        {
          id: 'tank',
          kind: 'tank',
          groundM: 20,
          shape: { type: 'box', lengthM: 1.2, widthM: 1.2, heightM: 1.5 },
          outletM: 0.05,
          overflowM: 1.4,
          startLevelM: 1.2,
        },
        {
          id: 'gate',
          kind: 'trough',
          groundM: 10,
          shape: { type: 'box', lengthM: 0.6, widthM: 0.4, heightM: 0.4 },
          overflowM: 0.36,
          startLevelM: 0.3,
          inlet: {
            at: 'top',
            heightM: 0.38,
            floatValve: {
              seatMm: 3.2,
              dischargeCoefficient: 0.62,
              characteristic: 'proportional',
              closeLevelM: 0.3,
              bandM: 0.06,
            },
          },
          herds: [
            {
              class: 'goat',
              count,
              litresPerHeadPerDay: 8,
              visits: [
                { at: '07:30', durationMin: 20, share: 0.5 },
                { at: '18:00', durationMin: 20, share: 0.5 },
              ],
            },
          ],
        },
      ],
      lines: [
        { id: 'up', from: 'spring', to: 'tank', legs: [{ lengthM: 30, endGroundM: 20, pipe: 'astm-d2239-sidr15/1' }] },
        {
          id: 'down',
          from: 'tank',
          to: 'gate',
          legs: [{ lengthM: 120, endGroundM: 10, pipe: 'astm-d2239-sidr15/3/4' }],
        },
      ],
    }),
  );
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
}
const short = (plan: Plan): number => simulatePlan(plan, DAY).summary.get('gate')?.shortfall ?? NaN;

describe('what would mend it', () => {
  it('each change wins what it promised when it is made, the best first', () => {
    const plan = gate(40);
    expect(short(plan)).toBeGreaterThan(0.01);
    const shares: number[] = [];
    const mends = mendsFor(plan, DAY, (s) => shares.push(s));
    expect(mends.length).toBeGreaterThan(2);
    expect(mends[0].shortfall).toBeLessThan(1e-4);
    for (const m of mends) {
      const made = applyCommand(plan, mendCommand(m.mend, 'mend'));
      expect(made).toBeDefined();
      const found = simulatePlan(made!.plan, DAY);
      expect(found.summary.get('gate')?.shortfall ?? NaN).toBeCloseTo(m.shortfall, 4);
      expect(m.shortfall).toBeLessThan(m.before.shortfall);
    }
    const missing = mends.map((m) => Math.round(m.shortfall / 2e-4));
    expect(missing).toEqual([...missing].sort((a, b) => a - b));
    expect(Math.max(...shares)).toBeLessThan(1);
  });
  it('of those that win the same the cheaper is first: hours for nothing, pipe by its price, what has none last', () => {
    const plan = gate(40);
    const free = mendsFor(plan, DAY).filter((m) => m.shortfall < 1e-4);
    expect(free.map((m) => m.cost === undefined)).toEqual(free.map((m) => m.cost === undefined).sort());
    // behind a wide seat the thin pipe is what holds it
    const thin = structuredClone(gate(120, 6));
    thin.lines[1].legs[0].pipe = 'astm-d2239-sidr15/1/2';
    const float = thin.nodes.find((n) => n.kind === 'trough')?.inlet?.floatValve;
    if (float) float.seatMm = 12.7;
    const laid = mendsFor(thin, DAY).find((m) => m.mend.kind === 'pipe');
    expect(laid).toBeDefined();
    expect(laid?.cost).toBeUndefined();
    const pipe = laid?.mend.kind === 'pipe' ? laid.mend.pipe : '';
    thin.prices = { pipes: [{ pipe, perM: 1.5 }] };
    expect(mendsFor(thin, DAY).find((m) => m.mend.kind === 'pipe')?.cost).toBeCloseTo(120 * 1.5, 6);
  });
  it('nothing is offered where nobody is short', () => {
    expect(mendsFor(gate(5), DAY)).toEqual([]);
  });
});

describe('how many it carries', () => {
  it('so many are served, and some more are not', () => {
    const plan = gate(40);
    const found = headsCarried(plan, 'gate', 0, DAY);
    expect(found).toMatchObject({ now: 40, beyond: false });
    const most = found?.most ?? NaN;
    expect(most).toBeGreaterThan(10);
    expect(most).toBeLessThan(40);
    const three = { duration: 3 * 86_400 };
    expect(simulatePlan(gate(most), three).summary.get('gate')?.shortfall).toBeLessThan(1e-3);
    expect(simulatePlan(gate(most + 2), three).summary.get('gate')?.shortfall).toBeGreaterThan(1e-3);
  });
  it('a herd that is not there has no answer', () => {
    expect(headsCarried(gate(4), 'gate', 3, DAY)).toBeUndefined();
  });
});

describe('the spread of days', () => {
  it('is the same for a seed, all well where there is plenty, and worse with less', () => {
    const tight = gate(24, 0.05);
    const once = spreadOf(tight, { ...DAY, seed: 3 }, 30);
    expect(spreadOf(tight, { ...DAY, seed: 3 }, 30)).toEqual(once);
    expect(spreadOf(gate(5), { ...DAY, seed: 3 }, 20).daysMet).toBe(1);
    expect(once.daysMet).toBeLessThan(1);
    expect(once.shortfalls).toHaveLength(Math.round(30 * (1 - once.daysMet)));
  });
  it('without spread every day of a steady place is the same', () => {
    expect([0, 1]).toContain(spreadOf(gate(60), { ...DAY, seed: 1 }, 10, undefined, { yields: 0, thirst: 0 }).daysMet);
  });
});
