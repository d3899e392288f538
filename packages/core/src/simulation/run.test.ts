// A place in time against closed forms, against a general-purpose library for differential equations, and against itself:
// water neither comes nor goes.
import { createRequire } from 'node:module';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { levelling, orificeDrain, proportionalFill, type FloatValve } from '../floatvalve/index.ts';
import { floatCoefficient } from '../floatvalve/index.ts';
import { NetworkBuilder, openState, solve, type Segment } from '../network/index.ts';
import { boreArea } from '../pipe/index.ts';
import { GRAVITY } from '../units/index.ts';
import { levelAt, surfaceAt, type TankShape } from '../tank/index.ts';
import type { PlaceInTime, VesselInTime, Visit } from './place.ts';
import { RunEnded, runPlace, type Run } from './run.ts';

/** What is used of odex, which carries no types that this compiler takes. */
interface OdexSolver {
  relativeTolerance: number;
  absoluteTolerance: number;
  denseOutput: boolean;
  grid(every: number, told: (t: number, y: number[]) => void): unknown;
  solve(slopes: (t: number, y: number[]) => number[], t0: number, y0: number[], t1: number, told: unknown): unknown;
}
const { Solver } = createRequire(import.meta.url)('odex') as { Solver: new (count: number) => OdexSolver };

const NU = 1.139e-6;
const HOUR = 3600;

const vessel = (more: Partial<VesselInTime> & Pick<VesselInTime, 'shape' | 'surface'>): VesselInTime => ({
  floor: 0,
  start: 1,
  outletLink: -1,
  overflow: 1e3,
  spillsInto: -1,
  floatLinks: [],
  entering: [],
  leaving: [],
  visits: [],
  takings: [],
  leak: 0,
  ...more,
});
const box = (area: number, height = 3): TankShape => ({ type: 'box', length: area, width: 1, height });
const cylinder = (diameter: number, height = 3): TankShape => ({ type: 'vertical-cylinder', diameter, height });
const visit = (from: number, to: number, volume: number, more: Partial<Visit> = {}): Visit => ({
  from,
  to,
  rate: volume / (to - from),
  cap: Infinity,
  patience: 0,
  ...more,
});

/** A tank that stands open above an orifice to the air at its floor. */
function draining(diameter: number, hole: number, cd: number, start: number, duration: number): PlaceInTime {
  const b = new NetworkBuilder();
  const surface = b.fixedNode();
  const air = b.fixedNode();
  const link = b.power(surface, air, cd * boreArea(hole) * Math.sqrt(2 * GRAVITY), 0.5);
  const network = b.build('darcy-weisbach', NU);
  return {
    network,
    state: openState(network),
    vessels: [vessel({ shape: cylinder(diameter), surface, start, leaving: [link] })],
    sources: [],
    pours: [],
    outlets: [{ links: [link], draws: [{ from: 0, to: Infinity }], rated: 0 }],
    lines: [link],
    duration,
    breaks: [],
  };
}

/** When a vessel first stands at a level, s, read straight between samples. */
function whenAt(run: Run, k: number, level: number): number {
  const at = run.moments.findIndex(
    (m, i) => i > 0 && (run.moments[i - 1].levels[k] - level) * (m.levels[k] - level) <= 0,
  );
  const [a, b] = [run.moments[at - 1], run.moments[at]];
  return a.t + ((level - a.levels[k]) / (b.levels[k] - a.levels[k])) * (b.t - a.t);
}

describe('a tank that drains', () => {
  it('through an orifice: Çengel and Cimbala, 3 ft tank, 0.5 in jet, 4 ft to 2 ft in 757 s (answer from memory)', () => {
    const run = runPlace(draining(0.9144, 0.0127, 1, 1.2192, 900), { every: 1 });
    expect(Math.abs(whenAt(run, 0, 0.6096) / 757 - 1)).toBeLessThan(1e-3);
  });
  it('through an orifice: 1.45 m tank, 20 mm, Cd 0.61, 1.5 to 0.5 m in 2,014.3 s (Torricelli)', () => {
    const run = runPlace(draining(1.45, 0.02, 0.61, 1.5, 2400), { every: 1 });
    const closed = orificeDrain((Math.PI / 4) * 1.45 ** 2, 0.61 * boreArea(0.02), 1.5, 0.5);
    expect(closed).toBeCloseTo(2014.3, 0);
    expect(Math.abs(whenAt(run, 0, 0.5) - closed)).toBeLessThan(0.3);
  });
  it('through 60 m of pipe: 1.0 to 0.2 m in 2,322 s (shared reference, quasi-steady, Colebrook-White)', () => {
    const b = new NetworkBuilder();
    const surface = b.fixedNode();
    const air = b.fixedNode();
    const segment: Segment = { length: 60, diameter: 0.0204, roughness: 7e-6, hazenC: 140, k: 2.5 };
    const link = b.pipe(surface, air, [segment]);
    const network = b.build('darcy-weisbach', NU);
    const state = openState(network);
    state.fixedHead[air] = -3;
    const run = runPlace(
      {
        network,
        state,
        vessels: [vessel({ shape: cylinder(1.05), surface, leaving: [link] })],
        sources: [],
        pours: [],
        outlets: [],
        lines: [link],
        duration: 3000,
        breaks: [],
      },
      { every: 1 },
    );
    expect(run.moments[0].lines[0] * 60_000).toBeCloseTo(19.028, 2);
    expect(Math.abs(whenAt(run, 0, 0.2) / 2322 - 1)).toBeLessThan(1e-3);
  });
  it('is empty when Torricelli says so, and then gives nothing', () => {
    const run = runPlace(draining(0.5, 0.02, 0.6, 1, HOUR), { every: 1 });
    const empty = orificeDrain((Math.PI / 4) * 0.25, 0.6 * boreArea(0.02), 1, 0);
    const dry = run.events.find((e) => e.kind === 'dry');
    // the last tenth of a millimetre takes a hundredth of the time
    expect(Math.abs((dry?.t ?? NaN) - empty)).toBeLessThan(2);
    const centimetre = orificeDrain((Math.PI / 4) * 0.25, 0.6 * boreArea(0.02), 1, 0.01);
    expect(Math.abs(whenAt(run, 0, 0.01) - centimetre)).toBeLessThan(1);
    expect(run.moments.at(-1)?.levels[0]).toBe(0);
    expect(run.outlets[0].delivered).toBeCloseTo((Math.PI / 4) * 0.25, 6);
    expect(run.vessels[0].empty).toBeCloseTo(HOUR - empty, -1);
  });
});

describe('two tanks joined low down', () => {
  it('level out in the time of the closed form', () => {
    const b = new NetworkBuilder();
    const [left, right] = [b.fixedNode(), b.fixedNode()];
    const orifice = 0.61 * boreArea(0.025);
    const link = b.power(left, right, orifice * Math.sqrt(2 * GRAVITY), 0.5, true);
    const network = b.build('darcy-weisbach', NU);
    const run = runPlace(
      {
        network,
        state: openState(network),
        vessels: [
          vessel({ shape: box(1), surface: left, start: 2, leaving: [link] }),
          vessel({ shape: box(3), surface: right, start: 0.5, entering: [link] }),
        ],
        sources: [],
        pours: [],
        outlets: [],
        lines: [link],
        duration: 2 * HOUR,
        breaks: [],
      },
      { every: 1 },
    );
    const closed = levelling([1, 3], orifice, 1.5, 0.3);
    const at = run.moments.find((m) => m.levels[0] - m.levels[1] <= 0.3)?.t ?? NaN;
    expect(Math.abs(at - closed)).toBeLessThanOrEqual(1);
    // both at the mean, weighed by area
    expect(run.moments.at(-1)?.levels[0]).toBeCloseTo((2 + 3 * 0.5) / 4, 3);
    expect(Math.abs(run.balance.error)).toBeLessThan(1e-7);
  });
});

interface TroughCase {
  readonly float: FloatValve;
  readonly area?: number;
  readonly head?: number;
  readonly start?: number;
  readonly visits?: readonly Visit[];
  readonly duration?: number;
}
/** A trough with a float under a head that does not change: water of no end, and an orifice. */
function trough({ float, area = 1, head = 4, start, visits = [], duration = 2 * HOUR }: TroughCase): PlaceInTime {
  const b = new NetworkBuilder();
  const above = b.fixedNode();
  const inlet = b.fixedNode();
  const surface = b.fixedNode();
  const link = b.power(above, inlet, floatCoefficient(float), 0.5);
  const network = b.build('darcy-weisbach', NU);
  const state = openState(network);
  state.fixedHead[above] = head;
  return {
    network,
    state,
    vessels: [
      vessel({
        shape: box(area, 0.5),
        surface,
        start: start ?? float.closeLevel,
        overflow: 0.45,
        float,
        floatLinks: [link],
        entering: [link],
        visits,
      }),
    ],
    sources: [{ limitLink: -1, leaving: [link], yields: () => Infinity }],
    pours: [],
    outlets: [],
    lines: [link],
    duration,
    breaks: [],
  };
}
const PROPORTIONAL: FloatValve = {
  seat: 0.0095,
  dischargeCoefficient: 0.62,
  characteristic: 'proportional',
  closeLevel: 0.4,
  band: 0.06,
};
const SNAP: FloatValve = { ...PROPORTIONAL, characteristic: 'snap' };
const wide = floatCoefficient(PROPORTIONAL) * Math.sqrt(4);

describe('a trough that fills', () => {
  it.each([0.39, 0.395, 0.399])('by a proportional float ends in the exponential tail (to %s m)', (to) => {
    const run = runPlace(trough({ float: PROPORTIONAL, start: 0.2, duration: 4 * HOUR }), { every: 1 });
    const closed = proportionalFill(PROPORTIONAL, 1, wide, 0.2, to);
    expect(Math.abs(whenAt(run, 0, to) - closed)).toBeLessThan(1);
  });
  it('by a snap float is full at volume over flow, and stays shut inside its band', () => {
    const run = runPlace(trough({ float: SNAP, start: 0.3 }), { every: 5 });
    const closed = (0.4 - 0.3) / wide;
    const shut = run.events.find((e) => e.kind === 'float-shuts');
    expect(Math.abs((shut?.t ?? NaN) - closed)).toBeLessThan(1);
    expect(run.moments.at(-1)?.levels[0]).toBeCloseTo(0.4, 4);
    const inside = runPlace(trough({ float: SNAP, start: 0.37 }), { every: 60 });
    expect(inside.moments.at(-1)?.levels[0]).toBeCloseTo(0.37, 9);
  });
  it('a float that hunts is no fault: a snap float under a steady draw opens and shuts, by volume over flow', () => {
    const draw = wide / 3;
    const run = runPlace(trough({ float: SNAP, visits: [visit(0, 20 * HOUR, draw * 20 * HOUR)], duration: 20 * HOUR }));
    // falls through its band at the draw, rises at what comes less the draw
    const cycle = 0.06 / draw + 0.06 / (wide - draw);
    const opens = run.events.filter((e) => e.kind === 'float-opens').map((e) => e.t);
    expect(opens.length).toBeGreaterThan(20);
    opens.slice(1).forEach((t, k) => expect(Math.abs(t - opens[k] - cycle)).toBeLessThan(1));
    expect(run.vessels[0].shortfall).toBe(0);
  });
  it('falls to where the float passes what is drunk, and is full again as the closed form says', () => {
    const draw = wide / 2;
    const run = runPlace(
      trough({ float: PROPORTIONAL, visits: [visit(0, 6 * HOUR, draw * 6 * HOUR)], duration: 9 * HOUR }),
    );
    // q₀ (c − y)/b = draw
    expect(run.vessels[0].lowest).toBeCloseTo(0.4 - 0.06 / 2, 4);
    const back = run.events.find((e) => e.kind === 'full-again')?.t ?? NaN;
    expect(Math.abs(back - 6 * HOUR - proportionalFill(PROPORTIONAL, 1, wide, 0.37, 0.395))).toBeLessThan(1);
    expect(run.vessels[0].longestRefill).toBeGreaterThan(6 * HOUR);
  });
  it('runs dry: animals get what comes, and the rest is told as short', () => {
    const want = 0.6;
    const run = runPlace(trough({ float: SNAP, area: 0.2, head: 1, start: 0.4, visits: [visit(600, 1200, want)] }));
    const q = floatCoefficient(SNAP);
    const rate = want / 600;
    // shut to 0.34 m, then q comes; dry when the rest of the water is gone
    const opens = 600 + (0.2 * 0.06) / rate;
    const dry = opens + (0.2 * 0.34) / (rate - q);
    expect(Math.abs((run.events.find((e) => e.kind === 'dry')?.t ?? NaN) - dry)).toBeLessThan(1);
    const got = 0.2 * 0.4 + q * (1200 - opens);
    expect(run.vessels[0].delivered).toBeCloseTo(got, 5);
    expect(run.vessels[0].shortfall).toBeCloseTo(want - got, 5);
    expect(run.vessels[0].demand).toBeCloseTo(want, 9);
  });
  it('animals that wait are given what they missed, as long as they have patience', () => {
    const thirsty = (patience: number): Run =>
      runPlace(trough({ float: SNAP, area: 0.2, head: 1, start: 0.4, visits: [visit(600, 1200, 0.2, { patience })] }));
    const hasty = thirsty(0).vessels[0].shortfall;
    const patient = thirsty(2 * HOUR);
    expect(hasty).toBeGreaterThan(0.01);
    expect(patient.vessels[0].shortfall).toBe(0);
    expect(patient.vessels[0].delivered).toBeCloseTo(0.2, 6);
    const some = thirsty(30).vessels[0];
    expect(some.shortfall).toBeGreaterThan(0);
    expect(some.shortfall).toBeCloseTo(hasty - 30 * floatCoefficient(SNAP), 4);
  });
  it('no faster than can be drunk at once; the rest of the visit waits', () => {
    const capped = visit(0, 600, 0.06, { cap: 0.00005, patience: HOUR });
    const run = runPlace(trough({ float: SNAP, area: 4, visits: [capped], duration: 2 * HOUR }));
    // 0.06 m³ at 0.00005 m³/s is done after 1,200 s
    const last = run.moments.filter((m) => m.drunk[0] > 0).at(-1)?.t ?? NaN;
    expect(Math.abs(last - 1200)).toBeLessThan(1);
    expect(run.vessels[0].delivered).toBeCloseTo(0.06, 9);
  });
});

describe('a trough that loses a little all the time', () => {
  // its float stands where it passes what is lost and answers the least change at once
  const losing = (hours: number): PlaceInTime => {
    const place = trough({ float: PROPORTIONAL, duration: hours * HOUR });
    return { ...place, vessels: place.vessels.map((v) => ({ ...v, leak: 2e-6 })) };
  };
  it('stands still in few solves, and is where many small steps have it', () => {
    const month = runPlace(losing(720), { every: 720 * HOUR });
    const fine = runPlace(losing(720), { every: 720 * HOUR, accuracy: 1e-9 });
    expect(month.solves).toBeLessThan(4000);
    expect(month.vessels.at(-1)?.end).toBeCloseTo(fine.vessels.at(-1)?.end ?? NaN, 6);
    expect(month.vessels.at(-1)?.lost).toBeCloseTo(2e-6 * 720 * HOUR, 6);
    expect(month.vessels.at(-1)?.came).toBeCloseTo(fine.vessels.at(-1)?.came ?? NaN, 5);
  });
});

describe('overflow', () => {
  const filling = (more: Partial<VesselInTime>, inflow = 1e-3): Run => {
    const b = new NetworkBuilder();
    const surface = b.fixedNode();
    const below = b.fixedNode();
    b.power(surface, below, 0, 0.5);
    const network = b.build('darcy-weisbach', NU);
    const state = openState(network);
    state.opening[0] = 0;
    return runPlace({
      network,
      state,
      vessels: [
        vessel({ shape: box(1, 1), surface, start: 0.5, overflow: 0.8, ...more }),
        vessel({ shape: box(1, 1), surface: below, start: 0, overflow: 0.9 }),
      ],
      sources: [],
      pours: [{ vessel: 0, rate: () => inflow }],
      outlets: [],
      lines: [],
      duration: 2 * HOUR,
      breaks: [],
    });
  };
  it('begins when it is full, and all that comes from then on runs over', () => {
    const run = filling({});
    expect(Math.abs((run.events.find((e) => e.kind === 'runs-over')?.t ?? NaN) - 300)).toBeLessThan(0.1);
    expect(run.balance.overflow).toBeCloseTo(1e-3 * (7200 - 300), 6);
    expect(run.moments.at(-1)?.levels[0]).toBeCloseTo(0.8, 9);
  });
  it('fills the vessel that it runs into, and only then leaves the place', () => {
    const run = filling({ spillsInto: 1 });
    expect(run.moments.at(-1)?.levels[1]).toBeCloseTo(0.9, 9);
    expect(run.balance.overflow).toBeCloseTo(7.2 - 0.3 - 0.9, 6);
  });
  it('past what its pipe carries the level rises, and water goes over the rim', () => {
    // 15 mm under no drop: at most √(2g·0.2/1.5) · A = 0.286 L/s at the rim
    const run = filling({ overflowPipe: { diameter: 0.015, drop: 0 } });
    const most = boreArea(0.015) * Math.sqrt((2 * GRAVITY * 0.2) / 1.5);
    expect(run.moments.at(-1)?.levels[0]).toBeCloseTo(1, 9);
    expect(run.moments.at(-1)?.spilt[0]).toBeCloseTo(1e-3, 9);
    expect(run.vessels[0].overRim).toBeGreaterThan(4.5);
    expect(run.vessels[0].overflow).toBeLessThan(most * 7200);
    expect(run.vessels[0].overflow).toBeGreaterThan(most * 6000);
  });
  it('a pipe that carries all keeps the level at its mouth', () => {
    const run = filling({ overflowPipe: { diameter: 0.05, drop: 0.3 } });
    expect(Math.max(...run.moments.map((m) => m.levels[0]))).toBeLessThan(0.8 + 1e-9);
  });
});

describe('a run', () => {
  it('is ended by whoever watches it', () => {
    expect(() =>
      runPlace(trough({ float: PROPORTIONAL, start: 0.1, duration: 400 * HOUR }), { progress: () => true }),
    ).toThrow(RunEnded);
  });
  it('gives the same twice', () => {
    const once = (): Run => runPlace(trough({ float: SNAP, visits: [visit(100, 5000, 0.4)] }), { every: 30 });
    expect(once()).toEqual(once());
  });
});

/** Two troughs on one line from a tank that a spring fills: what each does moves the other. */
function twoTroughs(
  float: FloatValve,
  visits: readonly [readonly Visit[], readonly Visit[]],
  duration: number,
): PlaceInTime {
  const b = new NetworkBuilder();
  const surface = b.fixedNode();
  const limit = b.node();
  const outletLink = b.yieldLimit(surface, limit);
  const tee = b.node();
  const segment: Segment = { length: 200, diameter: 0.0266, roughness: 7e-6, hazenC: 140, k: 3 };
  const main = b.pipe(limit, tee, [segment]);
  const ends = [0, 1].map((k) => {
    const before = b.node();
    const inlet = b.fixedNode();
    const own = b.fixedNode();
    const pipe = b.pipe(tee, before, [{ ...segment, length: 40 + 60 * k }]);
    return { inlet, own, pipe, law: b.power(before, inlet, floatCoefficient(float), 0.5) };
  });
  const network = b.build('darcy-weisbach', NU);
  const state = openState(network);
  ends.forEach((e, k) => (state.fixedHead[e.inlet] = -8 - 3 * k));
  return {
    network,
    state,
    vessels: [
      vessel({
        shape: cylinder(1.2),
        surface,
        start: 1,
        outlet: 0.05,
        outletLink,
        overflow: 1.5,
        leaving: [main],
      }),
      ...ends.map((e, k) =>
        vessel({
          shape: box(0.9, 0.5),
          surface: e.own,
          floor: -8.5 - 3 * k,
          start: 0.4,
          overflow: 0.45,
          float,
          floatLinks: [e.law],
          entering: [e.pipe],
          visits: visits[k],
        }),
      ),
    ],
    sources: [],
    pours: [{ vessel: 0, rate: () => 4e-5 }],
    outlets: [],
    lines: [main, ...ends.map((e) => e.pipe)],
    duration,
    breaks: [],
  };
}

describe('against a general-purpose library (odex, Gragg-Bulirsch-Stoer)', () => {
  it('two troughs on one line and the tank above agree within 0.1 % at every sample', () => {
    const hours = 3;
    const visits = [[visit(0, hours * HOUR, 0.9)], [visit(0, hours * HOUR, 0.6)]] as const;
    const place = twoTroughs(PROPORTIONAL, visits, hours * HOUR);
    const every = 120;
    const run = runPlace(place, { every });

    // the same right-hand side, written out: levels to flows by the network, flows to levels by the areas
    const { network, state, vessels } = twoTroughs(PROPORTIONAL, visits, hours * HOUR);
    const slopes = (_t: number, y: number[]): number[] => {
      const f = (level: number): number =>
        Math.min(1, Math.max(0, (PROPORTIONAL.closeLevel - level) / PROPORTIONAL.band));
      state.fixedHead[vessels[0].surface] = y[0];
      for (const k of [1, 2]) state.opening[vessels[k].floatLinks[0]] = f(y[k]);
      const { flow } = solve(network, state);
      const [a, b, c] = [flow[vessels[0].leaving[0]], flow[vessels[1].entering[0]], flow[vessels[2].entering[0]]];
      return [
        (4e-5 - a) / surfaceAt(vessels[0].shape, 1),
        (b - visits[0][0].rate) / 0.9,
        (c - visits[1][0].rate) / 0.9,
      ];
    };
    const library = new Solver(3);
    library.relativeTolerance = 1e-9;
    library.absoluteTolerance = 1e-10;
    library.denseOutput = true;
    const told: number[][] = [];
    library.solve(
      slopes,
      0,
      [1, 0.4, 0.4],
      hours * HOUR,
      library.grid(every, (_, y) => void told.push([...y])),
    );
    expect(told.length).toBeGreaterThan(80);
    told.forEach((y, k) => {
      const ours = run.moments[k];
      expect(ours.t).toBeCloseTo(k * every, 6);
      y.forEach((level, v) => expect(Math.abs(ours.levels[v] / level - 1)).toBeLessThan(1e-3));
    });
    // and it was worth comparing: both fell, the tank too
    expect(told.at(-1)?.[1]).toBeLessThan(0.391);
    expect(told.at(-1)?.[0]).toBeLessThan(0.9);
  });
});

describe('water is conserved', () => {
  it('over random places: what came in went out, ran over or is there', () => {
    const flow = fc.double({ min: 1e-6, max: 5e-4, noNaN: true });
    const windows = fc.array(
      fc.record({
        from: fc.integer({ min: 0, max: 40_000 }),
        long: fc.integer({ min: 60, max: 9000 }),
        volume: fc.double({ min: 0.001, max: 1, noNaN: true }),
        patience: fc.integer({ min: 0, max: 3000 }),
      }),
      { maxLength: 3 },
    );
    fc.assert(
      fc.property(
        windows,
        windows,
        flow,
        fc.boolean(),
        fc.double({ min: 0.002, max: 0.1, noNaN: true }),
        fc.double({ min: 0.05, max: 1.5, noNaN: true }),
        fc.double({ min: 0, max: 2e-5, noNaN: true }),
        fc.boolean(),
        (one, two, spring, snap, band, start, leak, into) => {
          const asVisits = (list: typeof one): Visit[] =>
            list.map((w) => visit(w.from, w.from + w.long, w.volume, { patience: w.patience }));
          const float: FloatValve = { ...PROPORTIONAL, characteristic: snap ? 'snap' : 'proportional', band };
          const place = twoTroughs(float, [asVisits(one), asVisits(two)], 53_000);
          const run = runPlace({
            ...place,
            pours: [{ vessel: 0, rate: () => spring }],
            vessels: place.vessels.map((v, k) =>
              k === 0 ? { ...v, start, leak, spillsInto: into ? 1 : -1 } : { ...v, leak: leak / 3 },
            ),
          });
          expect(run.settled).toBe(true);
          const { balance, vessels } = run;
          const moved = balance.in + balance.out + balance.overflow;
          expect(Math.abs(balance.error)).toBeLessThan(Math.max(1e-4 * moved, 1e-4));
          for (const [k, v] of vessels.entries()) {
            expect(v.lowest).toBeGreaterThanOrEqual(0);
            // who drank and who went without add up to who came
            expect(Math.abs(v.demand - v.delivered - v.shortfall)).toBeLessThan(1e-3 * v.demand + 1e-6);
            const stored = levelAt(place.vessels[k].shape, 1e9);
            expect(v.end).toBeLessThanOrEqual(stored + 1e-9);
          }
        },
      ),
      {
        numRuns: 200,
        // filled to its overflow by less than a step's last digits: without a pipe there is nothing above an edge
        examples: [
          [[], [{ from: 0, long: 1009, volume: 0.001, patience: 0 }], 1e-6, false, 0.002, 1.4999983316070757, 0, false],
        ],
      },
    );
  }, 120_000);
});
