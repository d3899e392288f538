// The hole that waters evenly: every drill tried on the same pipe, the same pipe closed to a loop, and cut into shorter runs.
import { DRILL_ROWS, type DrillRow } from '../catalogue/index.ts';
import { compilePlan, metresOfMm } from '../compile/index.ts';
import {
  closeLoops,
  endsDead,
  glimpse,
  holeGroups,
  setGroupHoles,
  setPlotHole,
  splitRun,
  wayBack,
  type HoleGroup,
} from '../edit/index.ts';
import type { Plan, Plot } from '../schema/index.ts';
import { waterPlot, type PlotRuns } from './drip.ts';
import { plantsOf, plantWants, servedBy, waterInTime, type PlantsServed } from './watering.ts';

export interface HoleTried {
  readonly drill: DrillRow;
  /** m³/s, mean and in all */ readonly mean: number;
  readonly flow: number;
  /** Share of an even share that the driest quarter has; NaN where nothing flows. */
  readonly even: number;
  readonly dry: number;
  /** Undefined where nobody said what a plant wants. */
  readonly served?: PlantsServed;
  readonly settled: boolean;
}

/** Drills that are tried, m: finer ones clog at once, wider ones water nothing but the first plants. */
const FINEST = metresOfMm(0.5);
const WIDEST = metresOfMm(3.2);
/** Evenness that is looked for where none is wished (ASAE EP458, good: from memory). */
export const WISHED_EVEN = 0.9;

const inSet = (us: boolean): DrillRow[] =>
  DRILL_ROWS.filter((d) => (us ? d.set !== 'metric' : d.set === 'metric'))
    .filter((d) => metresOfMm(d.diameter) >= FINEST && metresOfMm(d.diameter) <= WIDEST)
    .sort((a, b) => a.diameter - b.diameter);

/** A plan with another hole in all of a plot. */
const withHole = (plan: Plan, plot: string, diameterMm: number): Plan =>
  glimpse(plan, setPlotHole(plot, diameterMm, 'hole'));

const plotIn = (plan: Plan, id: string): Plot | undefined => (plan.plots ?? []).find((p) => p.id === id);

/** One drill on a plot. @param litres also how long until every plant has what it wants */
export function tryHole(
  plan: Plan,
  plot: string,
  drill: DrillRow,
  litres: boolean,
  month?: number,
): HoleTried | undefined {
  const changed = withHole(plan, plot, drill.diameter);
  const own = plotIn(changed, plot);
  if (!own) return undefined;
  const r = waterPlot(compilePlan(changed), own);
  const plants = plantsOf(r.emitters);
  const wants = plantWants(changed, own, plants.length, month);
  return {
    drill,
    mean: r.evenness.mean,
    flow: r.flow,
    even: r.evenness.lowerQuarter,
    dry: r.emitters.filter((e) => e.flow <= 0).length,
    settled: r.result.converged,
    ...(litres && wants ? { served: servedBy(waterInTime(changed, own, month), plants, wants.volume) } : {}),
  };
}

export interface HoleSearch {
  readonly tried: readonly HoleTried[];
  /** The widest that is as even as wished: it clogs least. Undefined where none is. */
  readonly best: HoleTried | undefined;
  readonly wished: number;
  /** Its dead ends led back to their start: how even it is then, and how much pipe, m; undefined where that wins nothing. */
  readonly loop: { readonly even: number; readonly pipe: number } | undefined;
  /** Runs that each row would have to be cut into for the hole that it has; undefined where it is even, or none helps. */
  readonly split: number | undefined;
}

/** Tries every drill of a set. @param told how far it is, 0 to 1 */
export function searchHoles(
  plan: Plan,
  plot: string,
  us: boolean,
  wished = WISHED_EVEN,
  month?: number,
  told: (share: number) => void = () => {},
): HoleSearch {
  const drills = inSet(us);
  const now = smallestNow(plan, plot);
  // a watering in time takes longest: for those beside the hole that is there, and for the one that is offered
  const beside = new Set(
    [...drills].sort((a, b) => Math.abs(a.diameter - now) - Math.abs(b.diameter - now)).slice(0, BESIDE),
  );
  beside.add(usualDrill(drills));
  let tried = drills.flatMap((drill, k) => {
    told(k / (drills.length + 1));
    return tryHole(plan, plot, drill, beside.has(drill), month) ?? [];
  });
  const widest = tried.filter((t) => t.settled && t.dry === 0 && t.even >= wished).at(-1);
  const best = widest && (widest.served ? widest : tryHole(plan, plot, widest.drill, true, month));
  if (best) tried = tried.map((t) => (t.drill === best.drill ? best : t));
  return { tried, best, wished, loop: loopFor(plan, plot), split: splitFor(plan, plot, wished) };
}

/** Drills that are watered with in time. */
const BESIDE = 5;
/** The drill that people reach for, mm: too big on a barrel (common practice, no source). */
const USUAL_MM = 1.6;
/** Of a set, the drill that people reach for. */
export const usualDrill = (drills: readonly DrillRow[]): DrillRow =>
  drills.reduce((near, d) => (Math.abs(d.diameter - USUAL_MM) < Math.abs(near.diameter - USUAL_MM) - 1e-6 ? d : near));

/** Smallest hole of a plot, or of a group of it, as it is, mm; a millimetre where it has none. */
function smallestNow(plan: Plan, plot: string, group: HoleGroup = {}): number {
  const lines = plotIn(plan, plot)?.lines ?? [];
  const holes = plan.lines
    .filter((l) => lines.includes(l.id) && (group.line === undefined || l.id === group.line))
    .flatMap((l) => l.legs.filter((_, k) => group.leg === undefined || k === group.leg))
    .flatMap((leg) => leg.emitters ?? [])
    .flatMap((e) =>
      e.type === 'hole' && (group.plant === undefined || (e.plant ?? '') === group.plant) ? [e.diameterMm] : [],
    );
  return holes.length > 0 ? Math.min(...holes) : 1;
}

/** Most runs that a row is cut into. */
const MOST_RUNS = 8;

/** Wins worth a word. */
const WORTH = 0.005;

/** Evenness of a plot, none where some stay dry. */
function evennessIn(p: Plan, plot: string): number {
  const own = plotIn(p, plot);
  const r: PlotRuns | undefined = own && waterPlot(compilePlan(p), own);
  return r && r.emitters.every((e) => e.flow > 0) ? r.evenness.lowerQuarter : 0;
}

function loopFor(plan: Plan, plot: string): HoleSearch['loop'] {
  const dead = plan.lines.filter((l) => plotIn(plan, plot)?.lines.includes(l.id) && endsDead(plan, l));
  if (dead.length === 0) return undefined;
  const even = evennessIn(glimpse(plan, closeLoops(plot)), plot);
  if (even < evennessIn(plan, plot) + WORTH) return undefined;
  return { even, pipe: dead.reduce((sum, l) => sum + wayBack(l), 0) };
}

function splitFor(plan: Plan, plot: string, wished: number): number | undefined {
  const evenness = (p: Plan): number => evennessIn(p, plot);
  if (evenness(plan) >= wished) return undefined;
  for (let runs = 2; runs <= MOST_RUNS; runs++)
    if (evenness(glimpse(plan, splitRun(plot, runs))) >= wished) return runs;
  return undefined;
}

export interface GroupDrills {
  /** Drill of each group, in the order of `holeGroups`. */
  readonly drills: readonly { readonly group: HoleGroup; readonly drill: DrillRow }[];
  readonly even: number;
  /** m³/s, mean */ readonly mean: number;
}

/** Of what the plot gives now, what it gives at least with drills of its groups' own. */
const KEEPS = 0.9;
/** Most rounds over the groups. */
const ROUNDS = 12;

/**
 * A drill for each group of plants, or for each row: a step up or down wherever that makes the plot more even and it still
 * gives nearly what it gives now. Undefined where there is one group only, or where that wins nothing.
 */
export function drillsByGroup(
  plan: Plan,
  plot: string,
  us: boolean,
  told: (share: number) => void = () => {},
): GroupDrills | undefined {
  const groups = holeGroups(plan, plot);
  const drills = inSet(us);
  const own = plotIn(plan, plot);
  if (groups.length < 2 || !own) return undefined;
  const now = waterPlot(compilePlan(plan), own);
  const reckon = (at: readonly number[]): PlotRuns | undefined => {
    const changed = glimpse(
      plan,
      setGroupHoles(
        plot,
        groups.map((group, k) => ({ group, diameterMm: drills[at[k]].diameter })),
        'holes',
      ),
    );
    const p = plotIn(changed, plot);
    return p && waterPlot(compilePlan(changed), p);
  };
  const holeOf = (group: HoleGroup): number => smallestNow(plan, plot, group);
  const start = groups.map((g) =>
    drills.reduce(
      (near, d, k) => (Math.abs(d.diameter - holeOf(g)) < Math.abs(drills[near].diameter - holeOf(g)) ? k : near),
      0,
    ),
  );
  let best = { at: start, runs: reckon(start) };
  const score = (r: PlotRuns | undefined): number =>
    r?.result.converged && r.evenness.mean >= KEEPS * now.evenness.mean && Number.isFinite(r.evenness.lowerQuarter)
      ? r.evenness.lowerQuarter
      : -1;
  for (let round = 0; round < ROUNDS; round++) {
    told(round / ROUNDS);
    const before = score(best.runs);
    groups.forEach((_, k) => {
      for (const by of [1, -1]) {
        const at = best.at.map((d, j) => (j === k ? d + by : d));
        if (!drills[at[k]]) continue;
        const runs = reckon(at);
        if (score(runs) > score(best.runs) + 1e-4) best = { at, runs };
      }
    });
    if (score(best.runs) <= before + 1e-4) break;
  }
  if (!best.runs || score(best.runs) < now.evenness.lowerQuarter + WORTH) return undefined;
  if (new Set(best.at).size < 2) return undefined;
  return {
    drills: groups.map((group, k) => ({ group, drill: drills[best.at[k]] })),
    even: best.runs.evenness.lowerQuarter,
    mean: best.runs.evenness.mean,
  };
}
