import { describe, expect, it } from 'vitest';
import { planNeeds } from '../year/index.ts';
import { compilePlan } from '../compile/index.ts';
import { loadPlan } from '../document/index.ts';
import { addRows, glimpse } from '../edit/index.ts';
import type { Moved, Plan } from '../schema/index.ts';
import { simulatePlan } from '../simulate/index.ts';
import {
  addTote,
  changeMoved,
  hoursAWeek,
  judgeTotes,
  roundOf,
  setCourseHeight,
  setCourses,
  toteRuns,
  totesOf,
} from './index.ts';

const DAY = 86_400;
const spring = (): Plan => ({
  format: 'vernal-slope/plan',
  version: 1,
  title: 'orchard',
  nodes: [
    {
      id: 'hill',
      kind: 'tank',
      groundM: 110,
      shape: { type: 'vertical-cylinder', diameterM: 1.8, heightM: 1.9 },
      outletM: 0.05,
      overflowM: 1.8,
      startLevelM: 1.8,
    },
  ],
  lines: [],
});
const MADE = { fillLpm: 20, litresPerDay: 100, travelMin: 30 };
const made = (change: (m: Moved) => void = () => undefined): Plan => {
  const plan = glimpse(spring(), addTote(spring(), 'hill', 'Orchard tote', MADE));
  return glimpse(plan, changeMoved(totesOf(plan)[0].id, 'x', change));
};
const runs = (plan: Plan) => toteRuns(compilePlan(plan), totesOf(plan)[0]);
const codes = (plan: Plan): string[] => judgeTotes(compilePlan(plan)).map((f) => f.code);

describe('a tote that is carried', () => {
  it('is a plan that loads', () => expect(loadPlan(JSON.stringify(made())).ok).toBe(true));
  // 1.11 by 0.93 by 0.92 m of water over its tap: 950 L; 20 L/min, 100 L a day
  it('holds, fills and lasts as its figures say', () => {
    const r = runs(made());
    expect(r.holds).toBeCloseTo(1.11 * 0.93 * 0.92, 6);
    expect(r.fillTime).toBeCloseTo((r.holds / 0.02) * 60, 6);
    expect(r.visitTime - r.fillTime).toBe(1800);
    expect(r.lasts / DAY).toBeCloseTo(9.497, 2);
    expect(codes(made())).toContain('tote-lasts');
    expect(codes(made((m) => void (m.litresPerDay = 200)))).toContain('tote-runs-out');
    expect(codes(made((m) => void (m.litresPerDay = 0)))).toContain('tote-unused');
  });
  it('stands as high as its pallets, and says how many a can asks for', () => {
    const plan = made();
    const id = totesOf(plan)[0].id;
    const low = runs(glimpse(plan, setCourses(id, 0)));
    expect(low.tap).toBeCloseTo(0.18, 6);
    expect(low.serves[0]).toMatchObject({ what: 'can', served: false, courses: 2 });
    expect(codes(glimpse(plan, setCourses(id, 0)))).toContain('tote-low');
    const right = runs(glimpse(plan, setCourses(id, low.serves[0].courses)));
    expect(right.serves[0].served).toBe(true);
    expect(runs(glimpse(plan, setCourses(id, low.serves[0].courses - 1))).serves[0].served).toBe(false);
    expect(runs(glimpse(plan, setCourseHeight(id, 0.2))).tap - runs(plan).tap).toBeCloseTo(2 * 0.055, 6);
  });
  it('counts what hangs on it, and how high that asks it to stand', () => {
    const plan = made((m) => void (m.litresPerDay = 0));
    const id = totesOf(plan)[0].id;
    const rows = addRows(plan, id, 'Rows', {
      rows: 1,
      lengthM: 10,
      spacingM: 0.5,
      diameterMm: 1,
      pipe: { insideDiameterMm: 13 },
    });
    const planted = glimpse(plan, rows);
    const plot = planted.plots?.at(0);
    if (!plot) throw new Error('no plot');
    plot.draws = [{ at: '19:00', durationMin: 30 }];
    const r = runs(planted);
    expect(r.byLine).toBeGreaterThan(0.001);
    expect(r.perDay).toBeCloseTo(r.byLine, 12);
  });
  it('weighs a tonne, tips empty in a gale, lets light in, and should not stand out in frost', () => {
    const r = runs(made());
    expect(r.mass).toBeGreaterThan(1000);
    expect(r.windFull).toBeGreaterThan(3 * r.windEmpty);
    expect(codes(made())).toEqual(expect.arrayContaining(['tote-light', 'tote-heavy']));
    expect(codes(made((m) => void (m.dark = true)))).not.toContain('tote-light');
    const cold = made((m) => void delete m.months);
    cold.climate = {
      monthly: {
        rainMm: Array<number>(12).fill(50),
        tMaxC: Array<number>(12).fill(8),
        tMinC: [-4, -4, 1, 3, 5, 8, 9, 9, 7, 4, 1, -2],
      },
    } as Plan['climate'];
    expect(runs(cold).frosty).toEqual([0, 1, 11]);
    expect(codes(cold)).toContain('tote-winter');
  });
  it('goes its round week by week, in its months', () => {
    const r = runs(made());
    const round = roundOf([r]);
    expect(round).toHaveLength(52);
    expect(round.filter((w) => w.fills[0] > 0).every((w) => w.month >= 2 && w.month <= 8)).toBe(true);
    expect(round.reduce((sum, w) => sum + w.fills[0], 0)).toBe(26);
    expect(hoursAWeek(round)).toBeCloseTo(r.visitTime, 6);
    const twice = roundOf([runs(made((m) => void (m.everyDays = 3)))]);
    expect(Math.max(...twice.map((w) => w.fills[0]))).toBe(3);
  });
});

describe('in Need', () => {
  it('its cans are a row in its months, taken where it is filled; not where it is filled from outside', () => {
    const row = planNeeds(made()).rows.find((r) => r.id.startsWith('tote:'));
    expect(row?.perDay.map((v) => Math.round(v * 1000))).toEqual([0, 0, 0, 100, 100, 100, 100, 100, 100, 0, 0, 0]);
    expect(row?.at).toMatchObject({ places: ['hill'] });
    expect(row?.hours.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(planNeeds(made((m) => void delete m.from)).rows.some((r) => r.id.startsWith('tote:'))).toBe(false);
  });
});

describe('in time', () => {
  it('its water comes by visit, out of the tank where it is filled, and no more than it holds', () => {
    const plan = made();
    const id = totesOf(plan)[0].id;
    const run = simulatePlan(plan, { duration: 15 * DAY, month: 7 });
    expect(run.run.settled).toBe(true);
    const tote = run.summary.get(id)?.vessel;
    const hill = run.summary.get('hill')?.vessel;
    // seven days of 100 L before it is filled again
    expect(tote?.lowest).toBeCloseTo(0.95 - 0.7 / (1.11 * 0.93), 2);
    expect(tote?.overflow).toBeLessThan(1e-6);
    const area = Math.PI * 0.9 ** 2;
    // 1.5 m³ were carried off, and what is not in the tote came out of the hill tank
    const left = 1.11 * 0.93 * ((tote?.end ?? NaN) - 0.95);
    expect(area * (1.8 - (hill?.end ?? NaN))).toBeCloseTo(1.5 + left, 4);
  });
  it('from anywhere it is filled too; out of its months never', () => {
    const plan = made((m) => void delete m.from);
    const id = totesOf(plan)[0].id;
    const lowest = (month: number): number =>
      simulatePlan(plan, { duration: 12 * DAY, month }).summary.get(id)?.vessel?.lowest ?? NaN;
    expect(lowest(7)).toBeGreaterThan(0.2);
    expect(lowest(12)).toBeLessThan(0.05);
  });
});
