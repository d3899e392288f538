// How sure the heights of a plan are: errors along its walks, walks that close, gauges against walks.
import type { Finding } from '../findings/index.ts';
import {
  along,
  closure,
  contradiction,
  errorAlone,
  errorOf,
  errorOfLeg,
  from,
  gaugeFall,
  type Closure,
  type Gathered,
  type LegError,
  type SurveyMethod,
} from '@vernal-slope/core/survey';
import { GRAVITY } from '@vernal-slope/core/units';
import { pascals, type Compiled } from '../compile/index.ts';
import type { Leg, Line, Plan } from '../schema/index.ts';
import { routeTo } from '../topology/index.ts';
import { isTap, waterOf, deliveryElevation } from '../kinds/index.ts';
import { finding } from '../findings/index.ts';

/** Method taken where a leg does not say how it was measured (assumption). */
export const ASSUMED_METHOD: SurveyMethod = 'sight-level';

const legOf = (leg: Leg, rise: number): LegError =>
  leg.survey?.errorM !== undefined
    ? { chance: leg.survey.errorM }
    : errorOfLeg(leg.survey?.method ?? ASSUMED_METHOD, leg.lengthM, rise, leg.survey?.sights?.length || undefined);

/** Standard error of a leg's rise (m), in m: as entered, else its method's. */
export const legError = (leg: Leg, rise: number): number => errorAlone(legOf(leg, rise));

/** Places by their ids, made once for a plan's list of them. */
const places = new WeakMap<Plan['nodes'], ReadonlyMap<string, Plan['nodes'][number]>>();
export function placeOf(plan: Plan, id: string): Plan['nodes'][number] | undefined {
  let known = places.get(plan.nodes);
  if (!known) places.set(plan.nodes, (known = new Map(plan.nodes.map((n) => [n.id, n]))));
  return known.get(id);
}

const walkLegs = (plan: Plan, line: Line): LegError[] => {
  let ground = placeOf(plan, line.from)?.groundM ?? 0;
  return line.legs.map((leg) => {
    const rise = leg.endGroundM - ground;
    ground = leg.endGroundM;
    return legOf(leg, rise);
  });
};

/** m: a place this close to its known height stands on it. */
const ON_IT = 0.005;
/** True where a place's height is known and is the plan's: a walked height that misses it keeps the walk's error. */
const keepsKnown = (n: Plan['nodes'][number]): boolean =>
  n.knownErrorM !== undefined && (n.knownGroundM === undefined || Math.abs(n.knownGroundM - n.groundM) <= ON_IT);

/** True where a walk ends on its place's height: heights known there hold for its stations too. */
const meets = (plan: Plan, line: Line): boolean => missOf(plan, line) === 0;

/** How far a walk ends from its place's height, m; 0 within what is rounding. */
function missOf(plan: Plan, line: Line): number {
  const end = placeOf(plan, line.to)?.groundM;
  const miss = end === undefined ? 0 : Math.abs((line.legs.at(-1)?.endGroundM ?? end) - end);
  return miss <= 2 * ON_IT ? 0 : miss;
}

/** Errors gathered at every place that walks lead to from places that are known, by the walk with the least of them. */
function gather(plan: Plan, known: ReadonlyMap<string, number>): Map<string, Gathered> {
  const found = new Map([...known].map(([id, error]) => [id, from(error)]));
  const ways = new Map<
    string,
    { readonly to: string; readonly legs: readonly LegError[]; readonly backwards: boolean }[]
  >();
  const way = (at: string, to: string, legs: readonly LegError[], backwards: boolean): void => {
    const here = ways.get(at);
    if (here) here.push({ to, legs, backwards });
    else ways.set(at, [{ to, legs, backwards }]);
  };
  for (const line of plan.lines) {
    // a walk that misses its place by some length says no more of it than that
    const legs = [...walkLegs(plan, line), { chance: missOf(plan, line) }];
    way(line.from, line.to, legs, false);
    way(line.to, line.from, [...legs].reverse(), true);
  }
  // nearest first come, first served; what is common may cancel on the way, so a place can be improved more than once
  const waiting = [...found.keys()];
  const most = 8 * plan.nodes.length;
  for (let k = 0; k < waiting.length && k < most; k++) {
    const here = found.get(waiting[k]);
    for (const { to, legs, backwards } of here ? (ways.get(waiting[k]) ?? []) : []) {
      if (!here || known.has(to)) continue;
      const there = legs.reduce((walk, leg) => along(walk, leg, backwards), here);
      const before = found.get(to);
      if (before && errorOf(there) >= errorOf(before) - 1e-9) continue;
      found.set(to, there);
      waiting.push(to);
    }
  }
  return found;
}

/** Places whose heights are known, with their errors: where the plan's first walk starts, and what stands on a known height. */
function knownPlaces(plan: Plan): Map<string, number> {
  const start = plan.lines[0]?.from ?? plan.nodes[0]?.id;
  const found = new Map<string, number>();
  for (const n of plan.nodes) if (n.id !== start && keepsKnown(n)) found.set(n.id, n.knownErrorM ?? 0);
  if (start !== undefined) found.set(start, 0);
  return found;
}

const gathered = new WeakMap<Plan, Map<string, Gathered>>();
function gatheredOf(plan: Plan): Map<string, Gathered> {
  const before = gathered.get(plan);
  if (before) return before;
  const found = gather(plan, knownPlaces(plan));
  gathered.set(plan, found);
  return found;
}

/**
 * Standard error of each place's height, m, counted from where the plan's first walk starts: by the walk with the least
 * error. A place has the error of a known height while it stands on it.
 */
export const heightErrors = (plan: Plan): Map<string, number> =>
  new Map([...gatheredOf(plan)].map(([id, walk]) => [id, errorOf(walk)]));

/** Standard error of the height of one place over another, m, by the walks between them; undefined where none leads there. */
export function errorBetween(plan: Plan, a: string, b: string): number | undefined {
  const walk = gather(plan, new Map([[a, 0]])).get(b);
  const apart = walk && errorOf(walk);
  const known = knownPlaces(plan);
  const [first, second] = [known.get(a), known.get(b)];
  const both = first !== undefined && second !== undefined ? Math.hypot(first, second) : undefined;
  return apart === undefined || both === undefined ? (apart ?? both) : Math.min(apart, both);
}

/** Standard error of the ground at each station of a line, m: of a walk that stands on known heights at both ends, of both. */
export function stationErrors(plan: Plan, line: Line): number[] {
  const places = gatheredOf(plan);
  const legs = walkLegs(plan, line);
  const chain = (walk: Gathered, of: readonly LegError[], backwards: boolean): Gathered[] =>
    of.reduce<Gathered[]>((all, leg) => [...all, along(all[all.length - 1], leg, backwards)], [walk]);
  const forward = chain(places.get(line.from) ?? from(), legs, false).map(errorOf);
  const end = placeOf(plan, line.to);
  if (!end || !meets(plan, line) || !knownPlaces(plan).has(line.to)) return forward;
  const back = chain(places.get(line.to) ?? from(), [...legs].reverse(), true)
    .map(errorOf)
    .reverse();
  // spread over the legs, each station lies between the two: the weighted mean of both ways
  return forward.map((f, k) => (f * back[k] === 0 ? 0 : (f * back[k]) / Math.hypot(f, back[k])));
}

/** Standard error of the end of a line as it was walked from what is known before it, m. */
export const walkError = (plan: Plan, line: Line): number =>
  errorOf(walkLegs(plan, line).reduce((sum, leg) => along(sum, leg), gatheredOf(plan).get(line.from) ?? from()));

/** How a line's walk closes on the known height of its end; undefined where none is known. */
export function lineClosure(plan: Plan, line: Line): Closure | undefined {
  const end = placeOf(plan, line.to);
  if (end?.knownGroundM === undefined) return undefined;
  const walked = line.legs[line.legs.length - 1].endGroundM;
  return closure(walked, end.knownGroundM, walkError(plan, line), end.knownErrorM ?? 0);
}

/** Walks that close or miss, and gauges that contradict the walk. */
export function heightFindings(c: Compiled): Finding[] {
  const { plan } = c;
  const found: Finding[] = plan.lines.flatMap((line) => {
    const close = lineClosure(plan, line);
    return close
      ? [finding('walk-closes', line.id, { by: close.misclosure, expected: close.expected, word: close.word })]
      : [];
  });
  for (const node of plan.nodes) {
    const latest = node.closedHose?.at(-1);
    const start = latest && c.nodes.get(routeTo(c, node.id)?.start ?? '')?.plan;
    if (!latest || !start) continue;
    const water = waterOf(start);
    if (water === undefined) continue;
    const reading = gaugeFall(pascals(latest.pressureKPa), c.water.density, GRAVITY);
    const readingError =
      latest.errorKPa === undefined ? reading.error : pascals(latest.errorKPa) / (c.water.density * GRAVITY);
    const walked = (isTap(node) ? deliveryElevation(node) : node.groundM) - water;
    const against = contradiction(walked, errorBetween(plan, start.id, node.id) ?? 0, reading.rise, readingError);
    if (!against) continue;
    found.push(
      finding('gauge-contradicts', node.id, {
        pressure: pascals(latest.pressureKPa),
        byGauge: -reading.rise,
        byWalk: -walked,
        walkPressure: -walked * c.water.density * GRAVITY,
        difference: Math.abs(against.difference),
        likelier: against.likelier,
      }),
    );
  }
  return found;
}
