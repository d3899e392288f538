// The thirstiest visit to a trough and the filling after it: the place run in time with that visit alone.
import { runPlace, type Moment, type VesselInTime } from '@vernal-slope/core/simulation';
import { cubicMetres, levelFor, minutesOf, seconds, type Compiled, type StateOptions } from '../compile/index.ts';
import { placeInTime } from '../intime/index.ts';
import { isBasin, isStore } from '../kinds/index.ts';
import type { BasinNode } from '../schema/index.ts';
import { routeTo } from '../topology/index.ts';

/** How long after a visit is looked at, s. */
const HORIZON = 24 * 3600;

export interface Visit {
  /** Minutes after midnight. */
  readonly at: number;
  /** s */ readonly duration: number;
  /** Water wanted, m³. */
  readonly volume: number;
  readonly herd: string;
  readonly heads: number;
}

/** Visits of a trough's herds in the order of the day. */
export const visitsOf = (node: BasinNode): Visit[] =>
  (node.herds ?? [])
    .filter((herd) => !herd.ifToo)
    .flatMap((herd) =>
      herd.visits.map((v) => ({
        at: minutesOf(v.at),
        duration: seconds(v.durationMin),
        volume: cubicMetres(herd.count * herd.litresPerHeadPerDay * v.share),
        herd: herd.class,
        heads: herd.count,
      })),
    )
    .sort((a, b) => a.at - b.at);

/** One visit and the filling after it; series are by the run's moments, from the beginning of the visit on. */
export interface Refill {
  /** s, m, m, m³/s */
  readonly times: readonly number[];
  readonly troughLevels: readonly number[];
  readonly tankLevels: readonly number[];
  readonly flows: readonly number[];
  /** m */ readonly fullLevel: number;
  /** m */ readonly lowestLevel: number;
  /** Seconds from the end of the visit until full again; null when not within the horizon. */
  readonly afterVisit: number | null;
  /** Seconds with the trough dry. */
  readonly dryTime: number;
  /** m³ wanted and not there */ readonly shortfall: number;
  /** Flow at the lowest level, m³/s. */
  readonly flowAtLowest: number;
}

export interface PlanRefill {
  readonly visit: Visit;
  /** s from the end of this visit to the start of the next. */
  readonly untilNext: number;
  /** Tank that feeds the trough. */
  readonly tank: string;
  readonly refill: Refill;
  /** False where for some level no answer was found: then no figure of it is to be shown. */
  readonly settled: boolean;
}

/** Which filling: after the last visit before a time of day (minutes after midnight), or from a level of the trough, m. */
export interface WhichFilling {
  readonly before?: number;
  readonly level?: number;
}

/** The last visit that is over before a time of day; of the evening before where none is. */
function lastBefore(visits: readonly Visit[], minutes: number): Visit {
  const over = (v: Visit): number => v.at + v.duration / 60;
  const done = visits.filter((v) => over(v) <= minutes);
  return (done.length > 0 ? done : visits).reduce((a, b) => (over(b) > over(a) ? b : a));
}

/**
 * A visit to a trough and the filling after it, the day's thirstiest where nothing else is asked for, with nothing else
 * running and the tank at its starting level. Undefined when nobody visits, or no tank feeds the trough.
 */
export function refillOf(
  c: Compiled,
  id: string,
  options: StateOptions = {},
  which: WhichFilling = {},
): PlanRefill | undefined {
  const node = c.nodes.get(id)?.plan;
  if (!isBasin(node)) return undefined;
  const visits = visitsOf(node).filter((v) => v.volume > 0);
  const route = routeTo(c, id);
  const tank = route && c.nodes.get(route.start)?.plan;
  if (!isStore(tank)) return undefined;
  const { level } = which;
  // from a level there is nobody who drinks meanwhile
  const still: Visit = { at: which.before ?? 0, duration: 0, volume: 0, herd: '', heads: 0 };
  if (visits.length === 0 && level === undefined) return undefined;
  const most =
    level !== undefined
      ? still
      : which.before !== undefined
        ? lastBefore(visits, which.before)
        : visits.reduce((a, b) => (b.volume > a.volume ? b : a));
  const following = visits[(visits.indexOf(most) + 1) % visits.length] ?? still;
  const untilNext = ((((following.at - most.at) * 60 - most.duration) % 86400) + 86400) % 86400;

  const full = node.inlet?.floatValve?.closeLevelM ?? node.overflowM;
  const { place, vessels } = placeInTime(c.plan, {
    duration: HORIZON,
    month: options.month,
    only: id,
    levels: {
      ...options.levels,
      [tank.id]: options.levels?.[tank.id] ?? levelFor(tank, options.level ?? 'start'),
      [id]: level ?? full,
    },
  });
  const [trough, source] = [id, tank.id].map((of) => vessels.findIndex((v) => v.id === of));
  const visit = { from: 0, to: most.duration, rate: most.volume / most.duration, cap: Infinity, patience: 0 };
  const run = runPlace(
    {
      ...place,
      vessels: place.vessels.map((v, k): VesselInTime => {
        if (k === trough) return { ...v, visits: level === undefined ? [visit] : [] };
        // others are full: their floats are shut
        return k === source || !v.float ? v : { ...v, start: Math.max(v.start, v.float.closeLevel) };
      }),
    },
    { endsWith: { vessel: trough, kind: 'full-again', from: most.duration } },
  );
  const of = run.vessels[trough];
  const last = (kind: string): number | undefined =>
    run.events.filter((e) => e.vessel === trough && e.kind === kind).at(-1)?.t;
  const [left, back] = [last('leaves-full'), last('full-again')];
  const afterVisit =
    level !== undefined
      ? level >= full
        ? 0
        : (back ?? null)
      : left === undefined
        ? 0
        : back === undefined || back < left
          ? null
          : Math.max(0, back - most.duration);
  const lowest = run.moments.reduce<Moment>((a, m) => (m.levels[trough] < a.levels[trough] ? m : a), run.moments[0]);
  return {
    visit: most,
    untilNext,
    tank: tank.id,
    refill: {
      times: run.moments.map((m) => m.t),
      troughLevels: run.moments.map((m) => m.levels[trough]),
      tankLevels: run.moments.map((m) => m.levels[source]),
      flows: run.moments.map((m) => m.net[trough]),
      fullLevel: full,
      lowestLevel: of.lowest,
      afterVisit,
      dryTime: of.empty,
      shortfall: of.shortfall,
      flowAtLowest: lowest.net[trough],
    },
    settled: run.settled,
  };
}

/** The filling of a trough where it is settled; undefined where it is not. */
export function settledRefill(c: Compiled, id: string, options: StateOptions = {}): PlanRefill | undefined {
  const found = refillOf(c, id, options);
  return found?.settled ? found : undefined;
}
