// Places in time: thirty days of the demo, a general-purpose library on the same slopes, growth with the plan, and the
// question that takes many runs.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { floatOpening } from '@vernal-slope/core/floatvalve';
import { solve, type Solution } from '@vernal-slope/core/network';
import { runPlace, type PlaceInTime } from '@vernal-slope/core/simulation';
import { surfaceAt } from '@vernal-slope/core/tank';
import { loadWhole } from '@vernal-slope/plan/document';
import type { Plan } from '@vernal-slope/plan/schema';
import { headsCarried, placeInTime, simulatePlan } from '@vernal-slope/plan/simulate';
import { line, quantile } from './report.ts';
import { bigPlan } from './sixty.ts';

const DAY = 86_400;
const demo = (name: string): Plan => {
  const loaded = loadWhole(readFileSync(new URL(`../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'));
  if (!loaded.ok) throw new Error(`${name} has faults`);
  return loaded.plan;
};
/** Without beds, rows and what leads to them. */
function withoutGarden(plan: Plan): Plan {
  const gone = (id: string): boolean => /^(garden|row|bed)-|^(bucket|barrel)$/.test(id);
  return {
    ...plan,
    plots: [],
    nodes: plan.nodes.filter((n) => !gone(n.id)),
    lines: plan.lines.filter((l) => !gone(l.from) && !gone(l.to)),
  };
}
const median = (call: () => unknown, rounds = 5): number => {
  call();
  const times = Array.from({ length: rounds }, () => {
    const begun = performance.now();
    call();
    return performance.now() - begun;
  });
  return quantile(times, 0.5);
};

interface Library {
  relativeTolerance: number;
  absoluteTolerance: number;
  solve(slopes: (t: number, y: number[]) => number[], t0: number, y0: number[], t1: number): { y: number[] };
}
const { Solver } = createRequire(import.meta.url)('odex') as { Solver: new (n: number) => Library };

/** Two troughs drunk from evenly for some hours, and the tank above: smooth, so that both have the same to do. */
function smooth(hours: number): PlaceInTime {
  const { place } = placeInTime(demo('tarn-foot'), { duration: hours * 3600 });
  const draw = { from: 0, to: hours * 3600, cap: Infinity, patience: 0 };
  return {
    ...place,
    vessels: place.vessels.map((v, k) => ({
      ...v,
      visits: k === 0 ? [] : [{ ...draw, rate: 5e-5 * k }],
      overflow: 10,
    })),
  };
}

/** The same by the library: levels at the end. */
function byLibrary(place: PlaceInTime, tolerance: number): number[] {
  const { network, state, vessels, sources } = place;
  let warm: Solution | undefined;
  for (const s of sources) if (s.limitLink >= 0) state.limit[s.limitLink] = s.yields(0);
  for (const v of vessels) if (v.outletLink >= 0) state.limit[v.outletLink] = Infinity;
  const solver = new Solver(vessels.length);
  solver.relativeTolerance = tolerance;
  solver.absoluteTolerance = tolerance;
  const slopes = (_: number, y: number[]): number[] => {
    vessels.forEach((v, k) => {
      state.fixedHead[v.surface] = v.floor + y[k];
      if (v.float) for (const link of v.floatLinks) state.opening[link] = floatOpening(v.float, y[k]);
    });
    warm = solve(network, { ...state, warm });
    const { flow } = warm;
    return vessels.map((v, k) => {
      const sum = (links: readonly number[]): number => links.reduce((total, l) => total + flow[l], 0);
      return (sum(v.entering) - sum(v.leaving) - (v.visits[0]?.rate ?? 0)) / surfaceAt(v.shape, y[k]);
    });
  };
  return solver.solve(
    slopes,
    0,
    vessels.map((v) => v.start),
    place.duration,
  ).y;
}

export function inTimeBench(): void {
  const whole = demo('ousel-bank');
  const ousel = withoutGarden(whole);
  let solves = 0;
  const month = median(() => (solves = simulatePlan(ousel, { duration: 30 * DAY }, { every: 600 }).run.solves), 3);
  line('30 days of Ousel Bank without its garden', `${month.toFixed(0)} ms`, 'under 1000 ms');
  line('   solves of the network', String(solves));
  let more = 0;
  const garden = median(() => (more = simulatePlan(whole, { duration: 30 * DAY }, { every: 600 }).run.solves), 1);
  line('   with its garden, six beds and 80 holes', `${garden.toFixed(0)} ms, ${more} solves`);

  const place = smooth(6);
  const exact = byLibrary(place, 1e-11);
  const worst = (levels: readonly number[]): number =>
    Math.max(...levels.map((y, k) => Math.abs(y - exact[k]) / exact[k]));
  const ends = (): number[] => runPlace(place, { every: place.duration }).vessels.map((v) => v.end);
  const ours = worst(ends());
  // the loosest tolerance with which the library is as near
  let tolerance = 1e-2;
  while (tolerance > 1e-10 && worst(byLibrary(place, tolerance)) > ours) tolerance /= 2;
  // by turns, and often: each is a matter of milliseconds
  const turns = Array.from({ length: 80 }, () => [median(ends, 1), median(() => void byLibrary(place, tolerance), 1)]);
  const [own, library] = [0, 1].map((k) =>
    quantile(
      turns.slice(20).map((t) => t[k]),
      0.5,
    ),
  );
  line('6 hours of two troughs, error at the end', ours.toExponential(1));
  line('   against odex at equal accuracy', `${(library / own).toFixed(1)} times`, '5 times faster');

  const times = [10, 75, 300].map((count) => {
    const plan = bigPlan(count);
    return { count, ms: median(() => void simulatePlan(plan, { duration: DAY }, { every: 600 }), 3) };
  });
  for (const { count, ms } of times) line(`a day of ${count} places`, `${ms.toFixed(0)} ms`);
  line(
    '   growth from 10 to 300 places',
    `${(times[2].ms / times[0].ms).toFixed(1)} times`,
    '30 times is even with the places',
  );

  const begun = performance.now();
  const found = headsCarried(ousel, 'low', 0, { duration: DAY });
  line(
    `how many the trough carries (${found?.runs ?? 0} runs)`,
    `${(performance.now() - begun).toFixed(0)} ms`,
    'under 5000 ms',
  );
}
