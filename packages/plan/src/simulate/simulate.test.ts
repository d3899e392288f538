// A plan in time: what no simple sum shows, what the format rules, and what is said of it.
import { describe, expect, it } from 'vitest';
import { loadPlan } from '../document/index.ts';
import type { Plan } from '../schema/index.ts';
import { lpmOfFlow } from '../compile/index.ts';
import { plainText, tell, type Display, type FindingCode } from '../findings/index.ts';
import {
  judgeRun,
  limitsOfFloat,
  simulatePlan,
  simulateReport,
  timeWorking,
  type InTime,
  type PlanRun,
} from './index.ts';

type Loose = Record<string, unknown>;
const HOUR = 3600;
const pipe = 'astm-d2239-sidr15/3/4';
const float = (more: Loose = {}): Loose => ({
  seatMm: 9.5,
  dischargeCoefficient: 0.62,
  characteristic: 'proportional',
  closeLevelM: 0.4,
  bandM: 0.06,
  ...more,
});
const tank = (more: Loose = {}): Loose => ({
  id: 'tank',
  kind: 'tank',
  groundM: 20,
  shape: { type: 'box', lengthM: 1, widthM: 1, heightM: 1.5 },
  outletM: 0.05,
  overflowM: 1.4,
  startLevelM: 1,
  ...more,
});
const trough = (id: string, more: Loose = {}, valve: Loose = {}): Loose => ({
  id,
  kind: 'trough',
  groundM: 10,
  shape: { type: 'box', lengthM: 1.8, widthM: 0.6, heightM: 0.5 },
  overflowM: 0.45,
  startLevelM: 0.4,
  inlet: { at: 'top', heightM: 0.46, floatValve: float(valve) },
  ...more,
});
const herd = (count: number, visits: [string, number, number][], more: Loose = {}): Loose => ({
  class: 'sheep',
  count,
  litresPerHeadPerDay: 10,
  visits: visits.map(([at, durationMin, share]) => ({ at, durationMin, share })),
  ...more,
});
const line = (
  id: string,
  from: string,
  to: string,
  lengthM: number,
  endGroundM: number,
  of: unknown = pipe,
): Loose => ({
  id,
  from,
  to,
  legs: [{ lengthM, endGroundM, pipe: of }],
});
function planOf(nodes: Loose[], lines: Loose[], more: Loose = {}): Plan {
  const loaded = loadPlan(
    JSON.stringify({ format: 'vernal-slope/plan', version: 1, title: 'In time', nodes, lines, ...more }),
  );
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
}
const runOf = (plan: Plan, options: Partial<InTime> = {}): PlanRun =>
  simulatePlan(plan, { duration: 24 * HOUR, ...options });
const codes = (found: PlanRun): FindingCode[] => judgeRun(found).map((f) => f.code);
const vesselOf = (found: PlanRun, id: string) => {
  const v = found.summary.get(id)?.vessel;
  if (!v) throw new Error(id);
  return v;
};
const spring = (yieldLpm: number, more: Loose = {}): Loose => ({
  id: 'spring',
  kind: 'source',
  type: 'spring',
  groundM: 25,
  yieldLpm,
  ...more,
});
const oneTrough = (visits: [string, number, number][], count = 30, more: Loose = {}, tankMore: Loose = {}): Plan =>
  planOf(
    [spring(2), tank(tankMore), trough('low', { herds: [herd(count, visits)], ...more })],
    [line('up', 'spring', 'tank', 30, 20), line('down', 'tank', 'low', 120, 10)],
  );

describe('what no simple calculator shows', () => {
  it('two troughs on one line take from each other, and recover in turn', () => {
    const two = (alone: boolean): PlanRun =>
      runOf(
        planOf(
          [
            tank({ shape: { type: 'box', lengthM: 3, widthM: 2, heightM: 1.5 } }),
            { id: 'tee', kind: 'junction', groundM: 14 },
            trough('near', { groundM: 12, herds: alone ? [] : [herd(60, [['08:00', 20, 1]])] }),
            trough('far', { groundM: 11.5, herds: [herd(60, [['08:00', 20, 1]])] }),
          ],
          [
            line('main', 'tank', 'tee', 200, 14),
            line('to-near', 'tee', 'near', 20, 12),
            line('to-far', 'tee', 'far', 120, 11.5),
          ],
        ),
        { duration: 30 * HOUR },
      );
    const [both, alone] = [two(false), two(true)];
    expect(vesselOf(both, 'far').lowest).toBeLessThan(vesselOf(alone, 'far').lowest - 0.01);
    expect(vesselOf(both, 'far').longestRefill ?? 0).toBeGreaterThan(1.3 * (vesselOf(alone, 'far').longestRefill ?? 0));
    const full = (id: string): number => both.events.find((e) => e.at === id && e.kind === 'full-again')?.t ?? NaN;
    expect(full('near')).toBeLessThan(full('far'));
  });
  it('a tank that is outrun by day is saved by the night', () => {
    // 30 head drink 300 L in the day's visits; 0.4 L/min bring 576 L a day
    const found = runOf(
      planOf(
        [
          spring(0.4),
          tank({ startLevelM: 0.3 }),
          trough('low', {
            herds: [
              herd(30, [
                ['08:00', 30, 0.5],
                ['17:00', 30, 0.5],
              ]),
            ],
          }),
        ],
        [line('up', 'spring', 'tank', 30, 20), line('down', 'tank', 'low', 60, 10)],
      ),
      { start: 7 * HOUR },
    );
    const v = vesselOf(found, 'tank');
    expect(v.lowest).toBeLessThan(v.start - 0.05);
    expect(v.end).toBeGreaterThan(v.start);
    expect(codes(found)).toContain('tank-lasts');
  });
  it('an upper tank fills although the lower float is not yet shut', () => {
    const found = runOf(
      planOf(
        [
          spring(6),
          tank({ id: 'upper', startLevelM: 0.3 }),
          tank({
            id: 'lower',
            groundM: 12,
            startLevelM: 0.9,
            inlet: { at: 'top', heightM: 1.45, floatValve: float({ seatMm: 3.2, closeLevelM: 1.3, bandM: 0.1 }) },
          }),
          { id: 'tap', kind: 'outlet', groundM: 5, ratedFlowLpm: 6, ratedPressureKPa: 30, draws: [] },
        ],
        [
          line('up', 'spring', 'upper', 30, 20),
          line('down', 'upper', 'lower', 50, 12),
          line('on', 'lower', 'tap', 50, 5),
        ],
      ),
      { duration: 2 * HOUR },
    );
    const last = found.run.moments.at(-1);
    const [upper, lower] = [0, 1].map((k) => found.inTime.vessels.findIndex((n) => n.id === ['upper', 'lower'][k]));
    expect(last?.openings[lower]).toBeGreaterThan(0);
    expect(last?.levels[upper]).toBeGreaterThan(0.31);
  });
  it('a float that shuts low costs the tank what stands over it', () => {
    const plan = planOf(
      [
        spring(20),
        tank({ inlet: { at: 'top', heightM: 1.45, floatValve: float({ closeLevelM: 1.25, bandM: 0.1 }) } }),
        trough('low', { herds: [herd(10, [['08:00', 20, 1]])] }),
      ],
      [line('up', 'spring', 'tank', 30, 20), line('down', 'tank', 'low', 60, 10)],
    );
    const found = runOf(plan);
    expect(vesselOf(found, 'tank').end).toBeLessThan(1.2501);
    const costs = judgeRun(found).find((f) => f.code === 'float-costs' && f.at === 'tank');
    expect(costs?.severity).toBe('warning');
    expect(costs?.values).toMatchObject({ depth: expect.closeTo(0.15, 9), volume: expect.closeTo(0.15, 9) });
    expect(found.run.balance.refused).toBeGreaterThan(10);
  });
});

describe('rulings of the format', () => {
  it('a tank at its outlet passes on what comes in, no more', () => {
    const found = runOf(
      planOf(
        [
          spring(2),
          tank({ startLevelM: 0.2 }),
          {
            id: 'tap',
            kind: 'outlet',
            groundM: 10,
            ratedFlowLpm: 10,
            ratedPressureKPa: 50,
            draws: [{ at: '01:00', durationMin: 600 }],
          },
        ],
        [line('up', 'spring', 'tank', 30, 20), line('down', 'tank', 'tap', 60, 10)],
      ),
      { duration: 8 * HOUR },
    );
    const last = found.run.moments.at(-1);
    expect(lpmOfFlow(last?.outlets[0] ?? NaN)).toBeCloseTo(2, 4);
    expect(last?.levels[0]).toBeCloseTo(0.05, 6);
    const empty = found.events.find((e) => e.kind === 'at-outlet');
    expect(vesselOf(found, 'tank').empty).toBeCloseTo(8 * HOUR - (empty?.t ?? NaN), 0);
    expect(codes(found)).toEqual(expect.arrayContaining(['tank-ran-out', 'tap-went-short']));
  });
  it('a bottom inlet works both ways, and gives back no more than stands over it', () => {
    const plan = (inlet: object): Plan =>
      planOf(
        [
          tank({ id: 'low', groundM: 10, startLevelM: 0.3 }),
          tank({ id: 'high', groundM: 12, startLevelM: 0.6, inlet: { at: 'bottom', ...inlet } }),
          { id: 'tap', kind: 'outlet', groundM: 5, ratedFlowLpm: 6, ratedPressureKPa: 50 },
        ],
        [line('up', 'low', 'high', 20, 12), line('down', 'high', 'tap', 20, 5)],
      );
    const all = runOf(plan({}), { duration: 6 * HOUR });
    expect(vesselOf(all, 'high').end).toBeCloseTo(0, 4);
    expect(vesselOf(all, 'low').end).toBeCloseTo(0.9, 4);
    const some = runOf(plan({ heightM: 0.2 }), { duration: 6 * HOUR });
    expect(vesselOf(some, 'high').end).toBeCloseTo(0.2, 3);
    expect(Math.abs(some.run.balance.error)).toBeLessThan(1e-6);
  });
  it('a snap float that starts inside its band starts shut', () => {
    const found = runOf(
      oneTrough([], 0, {
        startLevelM: 0.37,
        inlet: { at: 'top', heightM: 0.46, floatValve: float({ characteristic: 'snap' }) },
      }),
    );
    expect(vesselOf(found, 'low').end).toBeCloseTo(0.37, 9);
  });
  it('draws of a visit are even, its demand is what it wants, and the clock begins where it is told', () => {
    const plan = oneTrough([
      ['07:30', 20, 0.5],
      ['18:00', 25, 0.5],
    ]);
    expect(runOf(plan).summary.get('low')?.demand).toBeCloseTo(0.3, 9);
    // from eight on the morning's is over, and half past seven comes again within the day
    expect(runOf(plan, { start: 8 * HOUR, duration: 12 * HOUR }).summary.get('low')?.demand).toBeCloseTo(0.15, 9);
    const [drinks] = runOf(plan).run.moments.filter((m) => m.drunk[1] > 0);
    expect(drinks.t).toBeCloseTo(7.5 * HOUR, 6);
    expect(drinks.drunk[1]).toBeCloseTo(0.15 / 1200, 9);
  });
  it('the month picks the yield, and turns with the days', () => {
    const plan = planOf(
      [
        {
          id: 'spring',
          kind: 'source',
          type: 'spring',
          groundM: 25,
          yieldByMonthLpm: [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12],
        },
        tank({ shape: { type: 'box', lengthM: 90, widthM: 90, heightM: 1.5 } }),
        trough('low'),
      ],
      [line('up', 'spring', 'tank', 30, 20), line('down', 'tank', 'low', 60, 10)],
    );
    // the one with the least to spare where none is named
    expect(runOf(plan).run.balance.in).toBeCloseTo(1.44, 6);
    expect(runOf(plan, { month: 7 }).run.balance.in).toBeCloseTo(7 * 1.44, 6);
    expect(runOf(plan, { month: 2 }).run.balance.in).toBeCloseTo(2 * 1.44, 6);
    expect(runOf(plan, { month: 2, duration: 30 * 24 * HOUR }).run.balance.in).toBeCloseTo((28 * 2 + 2 * 3) * 1.44, 4);
  });
  it('what a shut float refuses stays at the spring', () => {
    const plan = planOf([spring(5), trough('low', { startLevelM: 0.4 })], [line('down', 'spring', 'low', 100, 10)]);
    const { balance } = runOf(plan).run;
    expect(balance.in).toBeLessThan(0.001);
    expect(balance.refused).toBeCloseTo(5 * 1.44, 2);
  });
  it('the report has the format’s fields, in its units, a sample a minute', () => {
    const found = simulatePlan(oneTrough([['07:30', 20, 1]]), { duration: 24 * HOUR }, { every: 60, exact: true });
    const report = simulateReport(found, judgeRun(found));
    expect(report.timesMin).toHaveLength(1441);
    expect(report.timesMin.at(-1)).toBe(1440);
    expect(Object.keys(report.levelsM)).toEqual(['tank', 'low']);
    expect(Object.keys(report.linesLpm)).toEqual(['up', 'down']);
    expect(report.flowsLpm.spring[100]).toBeCloseTo(-2, 3);
    // what the trough takes is what its line brings, at each sample
    report.flowsLpm.low.forEach((q, k) => expect(q).toBeCloseTo(report.linesLpm.down[k], 9));
    const low = report.summary.low;
    expect(low.demandL).toBeCloseTo(300, 6);
    expect(low.deliveredL + low.shortfallL).toBeCloseTo(300, 6);
    expect(Math.abs(report.balance.errorL)).toBeLessThan(0.1);
    expect(report.balance.inL - report.balance.outL - report.balance.overflowL - report.balance.storedL).toBeCloseTo(
      report.balance.errorL,
      9,
    );
  });
});

describe('what comes and goes', () => {
  it('an overflow that is led on fills the lower trough', () => {
    const plan = (into?: string): Plan =>
      planOf(
        [
          spring(10),
          tank({ startLevelM: 1.4, ...(into ? { overflowInto: into } : {}) }),
          trough('low', { startLevelM: 0.4 }),
          trough('below', { groundM: 8, startLevelM: 0, inlet: undefined }),
        ],
        [
          line('up', 'spring', 'tank', 30, 20),
          line('down', 'tank', 'low', 60, 10),
          line('on', 'tank', 'below', 900, 8, { insideDiameterMm: 2 }),
        ],
      );
    expect(vesselOf(runOf(plan('below'), { duration: 2 * HOUR }), 'below').end).toBeCloseTo(0.45, 3);
    expect(vesselOf(runOf(plan(), { duration: 2 * HOUR }), 'below').end).toBeLessThan(0.1);
  });
  it('tanks joined low down act as one, and the lowest overflow rules', () => {
    const joined = tank({
      startLevelM: 0.5,
      linked: [
        { floorM: -0.2, shape: { type: 'box', lengthM: 1, widthM: 2, heightM: 1.2 }, outletM: 0.05, overflowM: 1.1 },
      ],
    });
    const found = runOf(
      planOf(
        [spring(5), joined, trough('low')],
        [line('up', 'spring', 'tank', 30, 20), line('down', 'tank', 'low', 60, 10)],
      ),
      { duration: 1 * HOUR },
    );
    // 300 L over 3 m²
    expect(vesselOf(found, 'tank').end).toBeCloseTo(0.6, 3);
    expect(vesselOf(runOf(found.inTime.compiled.plan), 'tank').end).toBeCloseTo(0.9, 6);
  });
  it('a truck is filled at its hours, a leak runs day and night, open water evaporates', () => {
    const plan = planOf(
      [
        spring(0.001),
        tank({
          takings: [{ at: '10:00', durationMin: 20, flowLpm: 15 }],
          leakLPerDay: 24,
          evaporates: true,
        }),
        trough('low'),
      ],
      [line('up', 'spring', 'tank', 30, 20), line('down', 'tank', 'low', 60, 10)],
      {
        climate: { monthly: { rainMm: Array(12).fill(50), tMaxC: Array(12).fill(25), tMinC: Array(12).fill(12) } },
        site: { latitudeDeg: 44 },
      },
    );
    const found = runOf(plan);
    const { balance, vessels } = found.run;
    expect(vessels[0].taken).toBeCloseTo(0.3, 6);
    // 24 L leak, and 4 to 8 mm over a square metre
    expect(balance.lost * 1000).toBeGreaterThan(24 + 4);
    expect(balance.lost * 1000).toBeLessThan(24 + 8);
    expect(Math.abs(balance.error)).toBeLessThan(1e-6);
  });
  it('a pump on the sun fills by day only, hauled water comes by the load', () => {
    const sun = planOf(
      [
        {
          id: 'pump',
          kind: 'source',
          type: 'pump',
          groundM: 21,
          feeds: 'tank',
          pump: { ratedFlowLpm: 10, ratedLiftM: 20, liftM: 20 },
        },
        tank({ startLevelM: 0.1, shape: { type: 'box', lengthM: 3, widthM: 3, heightM: 1.5 } }),
        trough('low'),
      ],
      [line('down', 'tank', 'low', 60, 10)],
    );
    const found = runOf(sun, { month: 7 });
    const level = (h: number): number => found.run.moments.filter((m) => m.t <= h * HOUR + 1).at(-1)?.levels[0] ?? NaN;
    expect(level(3)).toBeCloseTo(0.1, 3);
    expect(level(12)).toBeGreaterThan(level(7) + 0.05);
    expect(level(24)).toBeCloseTo(level(21), 3);
    const haul = planOf(
      [
        {
          id: 'truck',
          kind: 'source',
          type: 'haul',
          groundM: 21,
          feeds: 'tank',
          haul: { litresPerTrip: 600, distanceKm: 8, speedKmh: 40, standingMin: 60, litresPerDay: 300 },
        },
        tank({ startLevelM: 0.1 }),
        trough('low'),
      ],
      [line('down', 'tank', 'low', 60, 10)],
    );
    expect(runOf(haul, { duration: 96 * HOUR }).run.balance.in).toBeCloseTo(1.2, 6);
  });
  it('rain falls on a roof as it did in the driest month of its name on record', () => {
    // two Julys: one of 3 mm a day, one with 12 mm on its second day alone; a long August in between is not asked
    const days = 365 + 212;
    const rainMm = Array.from({ length: days }, (_, d) => {
      const date = new Date(Date.UTC(2021, 0, 1 + d)).toISOString();
      if (date.startsWith('2021-07')) return 3;
      return date.startsWith('2022-07-02') ? 12 : 0;
    });
    const plan = planOf(
      [
        {
          id: 'roof',
          kind: 'source',
          type: 'roof',
          groundM: 24,
          feeds: 'tank',
          roof: { areas: [{ planM2: 50, runoff: 1 }], firstFlushMm: 0 },
        },
        tank({ startLevelM: 0.1 }),
        trough('low'),
      ],
      [line('down', 'tank', 'low', 60, 10)],
      { climate: { daily: { start: '2021-01-01', rainMm } } },
    );
    const found = runOf(plan, { month: 7, duration: 72 * HOUR });
    expect(found.inTime.rainFrom).toBe('2022-07-01');
    expect(found.run.balance.in).toBeCloseTo(50 * 0.012, 6);
    // none before midnight of the first day, all of it by the next
    const came = (h: number): number => found.run.moments.filter((m) => m.t <= h * HOUR + 1).at(-1)?.levels[0] ?? NaN;
    expect(came(24)).toBeCloseTo(0.1, 4);
    expect(came(48)).toBeCloseTo(0.7, 3);
  });
  it('habits are chance that can be had again', () => {
    const plan = planOf(
      [
        tank({ shape: { type: 'box', lengthM: 3, widthM: 3, heightM: 1.5 } }),
        {
          id: 'tap',
          kind: 'outlet',
          groundM: 10,
          ratedFlowLpm: 6,
          ratedPressureKPa: 50,
          habits: [{ timesPerDay: 10.5, durationMin: 2, from: '06:00', to: '22:00' }],
        },
      ],
      [line('down', 'tank', 'tap', 60, 10)],
    );
    const drawn = (seed: number): number =>
      runOf(plan, { seed, duration: 240 * HOUR }).summary.get('tap')?.demand ?? NaN;
    expect(drawn(3)).toBe(drawn(3));
    expect(drawn(4)).not.toBe(drawn(3));
    // 10.5 times 2 min of 6 L/min over ten days; draws that fall together count once
    expect(drawn(3)).toBeGreaterThan(0.9);
    expect(drawn(3)).toBeLessThan(1.4);
  });
});

describe('what is said', () => {
  const display = {
    show: (v: number) => v.toFixed(3),
    entered: String,
    percent: (s: number) => `${(100 * s).toFixed(0)} %`,
    name: (id: string) => id,
    number: (v: number) => v.toFixed(0),
  } as unknown as Display;
  const said = (found: PlanRun): string[] => judgeRun(found).map((f) => plainText(tell(f, display)));
  it('a trough that is drunk dry: when, how long, how much was wanted', () => {
    const found = runOf(oneTrough([['07:30', 20, 1]], 90));
    expect(codes(found)[0]).toBe('ran-dry');
    expect(said(found)[0]).toMatch(/^low is dry at 07:4\d, .* are wanted and not there\.$/);
  });
  it('a tank that loses more by day than the night brings back: in how many days it is out', () => {
    const found = runOf(
      planOf(
        [spring(0.1), tank({ startLevelM: 1 }), trough('low', { herds: [herd(30, [['08:00', 60, 1]])] })],
        [line('up', 'spring', 'tank', 30, 20), line('down', 'tank', 'low', 60, 10)],
      ),
    );
    const sinks = judgeRun(found).find((f) => f.code === 'tank-sinks');
    // 300 L out, 144 L in over a square metre: 0.156 m a day of the 0.95 m over its outlet
    expect(sinks?.values).toMatchObject({
      fall: expect.closeTo(0.156, 2),
      days: expect.closeTo((0.95 - 0.156) / 0.156, 0),
    });
  });
  it('a float over the overflow, one that cannot shut, one with too little to work', () => {
    const high = runOf(
      oneTrough([['07:30', 20, 1]], 10, {
        inlet: { at: 'top', heightM: 0.48, floatValve: float({ closeLevelM: 0.47 }) },
      }),
    );
    expect(codes(high)).toContain('float-over-overflow');
    expect(vesselOf(high, 'low').overflow).toBeGreaterThan(1);
    const weak = runOf(
      oneTrough([['07:30', 20, 1]], 10, { inlet: { at: 'top', heightM: 0.46, floatValve: float({ mostKPa: 60 }) } }),
    );
    const cannot = judgeRun(weak).find((f) => f.code === 'float-cannot-shut');
    expect(cannot?.values).toMatchObject({ most: 60_000 });
    const pilot = runOf(
      oneTrough([['07:30', 20, 1]], 10, {
        groundM: 19.5,
        inlet: { at: 'top', heightM: 0.46, floatValve: float({ type: 'pilot-full-flow' }) },
      }),
    );
    expect(codes(pilot)).toContain('float-under-pressure');
  });
  it('a plan in which nobody takes water says what to enter; a herd without visits is named', () => {
    expect(codes(runOf(oneTrough([], 0)))).toContain('nothing-in-time');
    expect(codes(runOf(oneTrough([], 12)))).toContain('herd-without-visits');
  });
  it('the working of a place is its water book, and it adds up', () => {
    const found = runOf(oneTrough([['07:30', 20, 1]], 60));
    for (const id of ['tank', 'low']) {
      const w = timeWorking(found, id);
      const term = (key: string): number => w?.terms.find((t) => t.key === key)?.value ?? NaN;
      expect(term('v0') + term('in') - term('drunk') - term('out') - term('over') - term('lost')).toBeCloseTo(
        w?.result.value ?? NaN,
        9,
      );
      expect(Math.abs(term('lost'))).toBeLessThan(1e-6);
    }
    expect(timeWorking(found, 'low')?.assumptions?.join(' ')).toMatch(/07:30: its float opens\./);
  });
});

describe('what a float shuts against', () => {
  it('is the balance of ball and seat: rows of the shared reference', () => {
    const most = (seatMm: number, ballMm: number, ratio: number): number =>
      limitsOfFloat({ ...float({ seatMm, lever: { ballMm, ratio } }) } as never, 1000).most / 1000;
    for (const [ball, ratio, seat, kPa] of [
      [110, 5, 3.2, 2121],
      [110, 5, 4.8, 943],
      [110, 5, 6.4, 530],
      [150, 6, 9.5, 732],
      [200, 6, 12.7, 971],
    ])
      expect(most(seat, ball, ratio) / kPa).toBeCloseTo(1, 2);
  });
});

describe('bad input', () => {
  const faults = (node: Loose): string[] => {
    const loaded = loadPlan(
      JSON.stringify({ format: 'vernal-slope/plan', version: 1, title: 'x', nodes: [tank(), node], lines: [] }),
    );
    return loaded.ok ? [] : loaded.faults.map((f) => `${f.path} ${f.message}`);
  };
  it.each([
    ['a start over the rim', trough('low', { startLevelM: 0.6 }), /startLevelM is .* above the rim/],
    ['a visit at 25:00', trough('low', { herds: [herd(1, [['25:00', 20, 1]])] }), /visits\[0\].at is "25:00"/],
    ['a band wider than the level', trough('low', {}, { bandM: 0.5 }), /bandM is/],
    ['an overflow into itself', trough('low', { overflowInto: 'low' }), /overflowInto is the place itself/],
    [
      'a taking into nothing',
      trough('low', { takings: [{ at: '10:00', durationMin: 5, flowLpm: 3, into: 'nowhere' }] }),
      /holds no water/,
    ],
  ])('%s is one clear fault', (_, node, message) => {
    const found = faults(node);
    expect(found.join('\n')).toMatch(message);
    expect(found).toHaveLength(1);
  });
});
