// A watering in time: what each plant has after so many minutes, when the barrel is down, how the last litres differ.
import { jetThrow } from '@vernal-slope/core/irrigation';
import { runPlace } from '@vernal-slope/core/simulation';
import { headOfPressure, pressureOfHead } from '@vernal-slope/core/water';
import { planMonth, planNeeds } from '../year/index.ts';
import { cubicMetres, pascals, type Compiled } from '../compile/index.ts';
import { placeInTime } from '../intime/index.ts';
import { isStore } from '../kinds/index.ts';
import { partAround, routeTo } from '../topology/index.ts';
import type { Plan, Plot } from '../schema/index.ts';
import type { EmitterRuns } from './drip.ts';

/** Longest watering that is looked at, s, and how often it is read. */
const LONGEST = 6 * 3600;
const READ = 30;
/** Of the barrel, what a step may be wrong by: litres of plants are told to three figures. */
const ACCURACY = 1e-4;

export interface Watering {
  /** Times read, s; then by emitter (line by line, along each) what it has given by then, m³. */
  readonly times: readonly number[];
  readonly given: readonly Float64Array[];
  /** s when the tank that feeds it is down to its outlet; undefined where it is not within six hours. */
  readonly down: number | undefined;
  /** Tank that feeds it, and its level over its outlet by time, m. */
  readonly tank: string | undefined;
  readonly levels: readonly number[];
  readonly settled: boolean;
}

/** The tank or source that a plot's water comes from. */
export function feedOf(plan: Plan, plot: Plot): string | undefined {
  const line = plan.lines.find((l) => l.id === plot.lines[0]);
  if (!line) return undefined;
  const node = plan.nodes.find((n) => n.id === line.from);
  return isStore(node) ? node.id : routeTo(plan, line.from)?.start;
}

/** What of a plan a watering hangs on: what is joined to the tank that feeds it without another tank between. */
function partOf(plan: Plan, plot: Plot, tank: string | undefined): Plan {
  if (tank === undefined) return plan;
  const part = partAround(plan, tank);
  return plot.lines.every((id) => part.lines.some((l) => l.id === id)) ? { ...part, plots: [plot] } : plan;
}

/** Waters a plot from the levels that the plan begins with until its tank is down, or six hours. */
export function waterInTime(plan: Plan, plot: Plot, month = planMonth(plan)): Watering {
  const tank = feedOf(plan, plot);
  const inTime = placeInTime(partOf(plan, plot, tank), { duration: LONGEST, month, watering: plot.id });
  const vessel = inTime.vessels.findIndex((n) => n.id === tank);
  const run = runPlace(inTime.place, {
    every: READ,
    accuracy: ACCURACY,
    ...(vessel >= 0 ? { endsWith: { vessel, kind: 'at-outlet' as const, from: 0 } } : {}),
  });
  const first = inTime.place.outlets.length - inTime.watered;
  const given = Array.from({ length: inTime.watered }, () => new Float64Array(run.moments.length));
  for (let m = 1; m < run.moments.length; m++) {
    const [a, b] = [run.moments[m - 1], run.moments[m]];
    given.forEach((sum, k) => {
      sum[m] = sum[m - 1] + ((a.outlets[first + k] + b.outlets[first + k]) / 2) * (b.t - a.t);
    });
  }
  const node = vessel >= 0 ? inTime.vessels[vessel] : undefined;
  const outlet = isStore(node) ? node.outletM : 0;
  const down = run.events.find((e) => e.vessel === vessel && e.kind === 'at-outlet')?.t;
  return {
    times: run.moments.map((m) => m.t),
    given,
    down,
    tank,
    levels: run.moments.map((m) => (vessel >= 0 ? m.levels[vessel] - outlet : 0)),
    settled: run.settled,
  };
}

/** What a plant of a plot wants at a watering, m³, and where that comes from. */
export function plantWants(
  plan: Plan,
  plot: Plot,
  plants: number,
  month = planMonth(plan),
): { volume: number; by: string } | undefined {
  if (plot.wantsLPerPlant !== undefined) return { volume: cubicMetres(plot.wantsLPerPlant), by: 'entered' };
  const gardens = planNeeds(plan).rows.filter((r) => r.kind === 'garden' && 'list' in r.at);
  const row = plot.garden === undefined ? gardens.at(0) : gardens.find((r) => r.name === plot.garden);
  if (!row || plants === 0) return undefined;
  const waterings = Math.max(1, plot.draws?.length ?? 1);
  return { volume: row.perDay[month - 1] / plants / waterings, by: row.name };
}

export interface PlantsServed {
  readonly plants: number;
  /** s until each has what it wants; undefined where some stay short. */
  readonly all: number | undefined;
  /** Plants that stay short when the tank is down, or at the end. */
  readonly short: number;
  /** m³ in all by then: the least and the most of a plant */ readonly least: number;
  readonly most: number;
}

/** Emitters of a plot gathered by plant: as many as `perPlant` says, one after the other along their line. */
export function plantsOf(emitters: readonly EmitterRuns[]): number[][] {
  const plants: number[][] = [];
  let open: { key: string; left: number; list: number[] } | undefined;
  emitters.forEach((e, k) => {
    const key = `${e.line} ${e.leg} ${JSON.stringify(e.entry.plant ?? '')} ${e.entry.perPlant ?? 1}`;
    if (!open || open.key !== key || open.left === 0) {
      open = { key, left: e.entry.perPlant ?? 1, list: [] };
      plants.push(open.list);
    }
    open.list.push(k);
    open.left--;
  });
  return plants;
}

/** When all plants have their litres. `wants` m³ a plant. */
export function servedBy(w: Watering, plants: readonly (readonly number[])[], wants: number): PlantsServed {
  const at = (m: number): number[] => plants.map((list) => list.reduce((sum, k) => sum + w.given[k][m], 0));
  const last = w.times.length - 1;
  const end = at(last);
  let all: number | undefined;
  for (let m = 1; m <= last && all === undefined; m++) {
    const now = Math.min(...at(m));
    if (now < wants) continue;
    const before = Math.min(...at(m - 1));
    all = w.times[m - 1] + ((wants - before) / (now - before || 1)) * (w.times[m] - w.times[m - 1]);
  }
  return {
    plants: plants.length,
    all,
    short: end.filter((v) => v < wants).length,
    least: Math.min(...end),
    most: Math.max(...end),
  };
}

/** How far a hole's jet is thrown, m: by the head at it, its height over the ground and its angle. */
export function throwOf(c: Compiled, e: EmitterRuns): number {
  if (e.entry.type !== 'hole') return 0;
  return jetThrow(
    headOfPressure(e.pressure, c.water.density),
    Math.max(0, e.entry.heightM ?? 0),
    ((e.entry.jetDeg ?? 0) * Math.PI) / 180,
  );
}

/** Pressure (Pa) that keeps a jet of so many degrees above level, from `height` m, within `reach` m: the bound without air. */
export function pressureForThrow(reach: number, height: number, degrees: number, density: number): number {
  const angle = (degrees * Math.PI) / 180;
  // a jet goes the farther the more head is behind it
  let [low, high] = [0, 1];
  while (jetThrow(high, height, angle) < reach && high < HIGHEST) high *= 2;
  if (high >= HIGHEST) return Infinity;
  for (let k = 0; k < 60; k++) {
    const mid = (low + high) / 2;
    if (jetThrow(mid, height, angle) < reach) low = mid;
    else high = mid;
  }
  return pressureOfHead(high, density);
}
/** Head beyond which no jet is looked at, m. */
const HIGHEST = 1e4;

/** What joints pushed together without glue hold, Pa (common practice, no source). */
export const DRY_JOINT = pascals(50);
