// What each kind of source gives and each shape of tank holds: by hand, and the rule that is shown gives the same.
import { describe, expect, it } from 'vitest';
import { ruleValue, type Working } from '@vernal-slope/core/working';
import { loadPlan } from '../document/index.ts';
import { litres } from '../fields/index.ts';
import { isStore } from '../kinds/index.ts';
import type { Plan, StoreNode } from '../schema/index.ts';
import {
  broughtPerDay,
  capacityWorking,
  largestWorking,
  leanWorking,
  neededWorking,
  planBalance,
  reserveWorking,
  tankStore,
  todayWorking,
  volumeWorking,
  yieldWorking,
  type PlanBalance,
} from './index.ts';

type Loose = Record<string, unknown>;
const JULY = 6;
const TANK: Loose = {
  id: 'tank',
  kind: 'tank',
  groundM: 100,
  shape: { type: 'vertical-cylinder', diameterM: 1.2, heightM: 1 },
  outletM: 0.1,
  overflowM: 0.9,
  startLevelM: 0.5,
};
const leg = (endGroundM: number, insideDiameterMm = 26): Loose => ({
  lengthM: 50,
  endGroundM,
  pipe: { insideDiameterMm, roughnessMm: 0.01 },
});
/** A place with one source above one tank, which a tap below drains. */
function place(source: Loose, more: Loose = {}, bore?: number): Plan {
  const loaded = loadPlan(
    JSON.stringify({
      format: 'vernal-slope/plan',
      version: 1,
      title: 'One source',
      climate: {
        monthly: { rainMm: new Array(12).fill(62), tMinC: new Array(12).fill(8), tMaxC: new Array(12).fill(18) },
      },
      nodes: [
        { id: 'source', kind: 'source', groundM: 110, ...source },
        { ...TANK, ...(more.tank as Loose) },
        { id: 'tap', kind: 'outlet', groundM: 80, ratedFlowLpm: 8, ratedPressureKPa: 50 },
      ],
      lines: [
        { id: 'in', from: 'source', to: 'tank', legs: [leg(100, bore)] },
        { id: 'out', from: 'tank', to: 'tap', legs: [leg(80)] },
      ],
      needs: { people: [{ name: 'House', level: 'cabin-gravity', count: 3, litresPerDay: 40 }], lossShare: 0.2 },
      ...(more.plan as Loose),
    }),
  );
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
}
const given = (b: PlanBalance, month = JULY): { working: Working; litres: number } => {
  const working = yieldWorking(b, b.yields[0], month);
  if (!working) throw new Error('no working');
  // the figure is that of the balance, and its rule gives it
  expect(working.result.value).toBeCloseTo(broughtPerDay(b, b.yields[0], month), 12);
  return { working, litres: litres(working.result.value) };
};

describe('a source in a mean day of July', () => {
  it.each([
    ['as entered, 2 L/min', { type: 'spring', yieldLpm: 2 }, 2880],
    ['as entered for the month', { type: 'spring', yieldByMonthLpm: [3, 3, 3, 3, 3, 2, 1.5, 1, 2, 3, 3, 3] }, 2160],
    // 60 L/min over 2 m lift 0.6 · 60 · 2 / 20 = 3.6 L/min up 20 m (extension rule, from memory)
    ['a ram', { type: 'ram', ram: { driveFlowLpm: 60, fallM: 2, liftM: 20 } }, 5184],
    ['a ram whose lift is under its fall', { type: 'ram', ram: { driveFlowLpm: 60, fallM: 2, liftM: 2 } }, 0],
    ['carried', { type: 'haul', haul: { litresPerDay: 90, litresPerTrip: 500, distanceKm: 4, speedKmh: 20, standingMin: 30 } }, 90], // prettier-ignore
    // at 25 m it gives 12 · 20 / 25 = 9.6 L/min, for seven hours
    ['a pump with its hours', { type: 'pump', pump: { ratedFlowLpm: 12, ratedLiftM: 20, liftM: 25, hoursByMonth: new Array(12).fill(7) } }, 4032], // prettier-ignore
    // eight wet days of 7.75 mm: 60 m² · 8 · (0.00775 · 0.8 − 0.001) / 31
    ['a roof by the month’s rain', { type: 'roof', roof: { areas: [{ planM2: 60, material: 'metal', runoff: 0.8 }], firstFlushMm: 1 } }, 80.52], // prettier-ignore
  ] as const)('%s', (_, source, wanted) => {
    const { working, litres: got } = given(planBalance(place(source)));
    expect(got).toBeCloseTo(wanted, 1);
    expect(litres(ruleValue(working))).toBeCloseTo(wanted, 1);
  });
  it('mains are a backup, and what was not measured is nothing', () => {
    for (const source of [{ type: 'mains', pressureKPa: 300 }, { type: 'spring' }]) {
      const b = planBalance(place(source));
      const working = yieldWorking(b, b.yields[0], JULY);
      expect(working?.result.value).toBe(0);
      expect(working?.terms[0].source).toMatch(/backup|not measured/);
    }
  });
  it('by its tests: the month’s own, else the lowest, which its working opens', () => {
    const fills = (seconds: number): Loose[] => [0, 1, 2].map(() => ({ volumeL: 10, seconds }));
    const b = planBalance(
      place({
        type: 'spring',
        tests: [
          { date: '2026-07-10', method: 'bucket', fills: fills(300) },
          { date: '2026-10-10', method: 'bucket', fills: fills(400) },
        ],
      }),
    );
    expect(given(b).litres).toBeCloseTo(2880, 6);
    expect(given(b).working.terms[0].source).toContain('in this month');
    const march = given(b, 2);
    expect(march.litres).toBeCloseTo(2160, 6);
    expect(march.working.terms[0].source).toContain('2026-10-10');
    expect(march.working.terms[0].working?.code).toBe('test');
    const lean = leanWorking(b.yields[0]);
    expect(litres(lean.result.value)).toBeCloseTo(2160, 6);
  });
  it('by the days of the record: all of the month’s days, wet and dry', () => {
    const rain = Array.from({ length: 62 }, (_, d) => (d % 31 === 0 ? 10 : 0));
    const plan = place(
      { type: 'roof', roof: { areas: [{ planM2: 50, material: 'metal', runoff: 1 }], firstFlushMm: 0 } },
      { plan: { climate: { daily: { start: '2025-07-01', rainMm: rain } } } },
    );
    const { working, litres: got } = given(planBalance(plan));
    // 10 mm on 50 m² once in 31 days
    expect(got).toBeCloseTo(500 / 31, 6);
    expect(ruleValue(working)).toBeCloseTo(working.result.value, 12);
    expect(working.terms.find((t) => t.key === 'n')?.value).toBe(31);
  });
  it('no more than its line takes: the lesser of both is told, with what the source gives by itself', () => {
    const b = planBalance(place({ type: 'spring', yieldLpm: 60 }, {}, 8));
    const { working } = given(b);
    expect(working.code).toBe('brought');
    expect(working.result.value).toBeLessThan(60 * 1.44);
    expect(ruleValue(working)).toBeCloseTo(working.result.value, 9);
    expect(litres(working.terms[0].working?.result.value ?? 0)).toBeCloseTo(86_400, 6);
  });
});

describe('what is needed', () => {
  it('is the sum of all, with the share that is lost', () => {
    const b = planBalance(place({ type: 'spring', yieldLpm: 2 }));
    const w = neededWorking(b, JULY);
    expect(litres(ruleValue(w))).toBeCloseTo(120 / 0.8, 9);
    expect(w.result.value).toBeCloseTo(ruleValue(w), 12);
    expect(w.terms[0].working?.of).toBe('House');
  });
  it('of a garden is nothing in the months in which it is not watered, and that is said', () => {
    const b = planBalance(
      place(
        { type: 'spring', yieldLpm: 2 },
        {
          plan: {
            needs: { gardens: [{ name: 'Currants', crop: 'berries', areaM2: 40, method: 'drip', months: [6, 7] }] },
          },
        },
      ),
    );
    const [row] = b.needs.rows;
    expect(row.workings).toHaveLength(12);
    row.workings.forEach((w, m) => {
      expect(w.result.value).toBeCloseTo(row.perDay[m], 12);
      expect(ruleValue(w)).toBeCloseTo(row.perDay[m], 12);
    });
    expect(row.workings[0].terms[0].name).toBe('not watered in this month');
    expect(row.workings[JULY].result.value).toBeGreaterThan(0);
  });
});

const withShape = (shape: Loose, more: Loose = {}): { plan: Plan; tank: StoreNode } => {
  const plan = place({ type: 'spring', yieldLpm: 2 }, { tank: { shape, ...more } });
  return { plan, tank: plan.nodes.find(isStore) as StoreNode };
};

describe('what a tank holds', () => {
  it.each([
    ['two round ones', { type: 'vertical-cylinder', diameterM: 1.2, heightM: 1 }, { count: 2 }, 2 * Math.PI * 0.36],
    ['a box', { type: 'box', lengthM: 2, widthM: 1.5, heightM: 1 }, {}, 3],
    ['one that lies', { type: 'horizontal-cylinder', diameterM: 1, lengthM: 2 }, {}, Math.PI / 2],
    ['one by its table', { type: 'table', levelsM: [0, 0.5, 1], volumesL: [0, 400, 1000] }, {}, 1],
  ] as const)('%s', (_, shape, more, wanted) => {
    const w = capacityWorking(withShape(shape, more).tank);
    expect(w.result.value).toBeCloseTo(wanted, 9);
    expect(ruleValue(w)).toBeCloseTo(wanted, 9);
  });
  it('one that lies, half full, is half of it; a table is read between its rows', () => {
    const lying = volumeWorking(withShape({ type: 'horizontal-cylinder', diameterM: 1, lengthM: 2 }).tank, 0.5);
    expect(lying.result.value).toBeCloseTo(Math.PI / 4, 9);
    const listed = volumeWorking(
      withShape({ type: 'table', levelsM: [0, 0.5, 1], volumesL: [0, 400, 1000] }).tank,
      0.75,
    );
    expect(listed.result.value).toBeCloseTo(0.7, 9);
  });
  it('today: from its water down to where it is of no more use', () => {
    const { plan, tank } = withShape({ type: 'box', lengthM: 2, widthM: 1, heightM: 1 });
    const w = todayWorking(tankStore(plan, tank));
    expect(litres(w.result.value)).toBeCloseTo(2000 * (0.5 - 0.1), 6);
    expect(ruleValue(w)).toBeCloseTo(w.result.value, 12);
  });
  it('today, under its outlet: nothing, and that is said', () => {
    const { plan, tank } = withShape({ type: 'box', lengthM: 2, widthM: 1, heightM: 1 }, { startLevelM: 0.05 });
    const w = todayWorking(tankStore(plan, tank));
    expect(w.result.value).toBe(0);
    expect(w.terms[0].name).toContain('too low to be used');
  });
  it('kept back for fire, as much as it holds of all', () => {
    const plan = place({ type: 'spring', yieldLpm: 2 }, { plan: { needs: { fireReserveL: 300 } } });
    const b = planBalance(plan);
    const w = reserveWorking(tankStore(plan, plan.nodes.find(isStore) as StoreNode, b), b);
    expect(litres(w.result.value)).toBeCloseTo(300, 6);
    expect(ruleValue(w)).toBeCloseTo(w.result.value, 12);
    expect(w.terms[1].source).toContain('300 L');
  });
  it('the most that may come to it: a roof in the design rain, 75 mm an hour where none is entered', () => {
    const plan = place(
      { type: 'roof', roof: { areas: [{ planM2: 60, material: 'metal' }] } },
      { tank: { overflowPipe: { insideDiameterMm: 50, dropM: 0.2 } } },
    );
    const b = planBalance(plan);
    const w = largestWorking(tankStore(plan, plan.nodes.find(isStore) as StoreNode, b), b);
    expect(w?.result.value).toBeCloseTo((0.075 * 60) / 3600, 9);
    expect(w && ruleValue(w)).toBeCloseTo((0.075 * 60) / 3600, 9);
    expect(w?.terms[0].source).toContain('common practice');
  });
});
