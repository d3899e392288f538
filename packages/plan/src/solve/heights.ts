// How sure the heights of a plan are: errors along its walks, walks that close, gauges against walks.
import type { Finding } from '../findings/index.ts';
import {
  closure,
  contradiction,
  gaugeFall,
  methodError,
  METHODS,
  walkErrors,
  type Closure,
  type SurveyMethod,
  type WalkLeg,
} from '@vernal-slope/core/survey';
import { GRAVITY } from '@vernal-slope/core/units';
import { pascals, type Compiled } from '../compile/index.ts';
import type { Leg, Line, Plan } from '../schema/index.ts';
import { routeTo } from '../topology/index.ts';
import { isTap, waterOf, deliveryElevation } from '../kinds/index.ts';
import { finding } from '../findings/index.ts';

/** Method taken where a leg does not say how it was measured (assumption). */
export const ASSUMED_METHOD: SurveyMethod = 'sight-level';

/** Standard error of a leg's rise, m: as entered, else its method's. */
export function legError(leg: Leg): number {
  const { survey } = leg;
  if (survey?.errorM !== undefined) return survey.errorM;
  return methodError(survey?.method ?? ASSUMED_METHOD, leg.lengthM, Math.max(1, survey?.sights?.length ?? 1));
}

/** Places by their ids, made once for a plan's list of them. */
const places = new WeakMap<Plan['nodes'], ReadonlyMap<string, Plan['nodes'][number]>>();
function placeOf(plan: Plan, id: string): Plan['nodes'][number] | undefined {
  let known = places.get(plan.nodes);
  if (!known) places.set(plan.nodes, (known = new Map(plan.nodes.map((n) => [n.id, n]))));
  return known.get(id);
}

const walkLegs = (plan: Plan, line: Line): WalkLeg[] => {
  let ground = placeOf(plan, line.from)?.groundM ?? 0;
  return line.legs.map((leg) => {
    const rise = leg.endGroundM - ground;
    ground = leg.endGroundM;
    return { length: leg.lengthM, rise, error: legError(leg) };
  });
};

/**
 * Standard error of each place's height, m, counted from where the plan's first walk starts: by the walk with the
 * least error. Places with a known height have that height's own error.
 */
export function heightErrors(plan: Plan): Map<string, number> {
  const errors = new Map<string, number>();
  const start = plan.lines[0]?.from ?? plan.nodes[0]?.id;
  if (start !== undefined) errors.set(start, 0);
  for (const n of plan.nodes) if (n.knownErrorM !== undefined && n.id !== start) errors.set(n.id, n.knownErrorM);
  const reach = plan.lines.map((line) => ({ line, error: walkErrors(walkLegs(plan, line)).at(-1) ?? 0 }));
  // Bellman and Ford over few places: errors add in quadrature, so each round can only lower them
  for (let round = 0; round < plan.nodes.length; round++) {
    let changed = false;
    for (const { line, error } of reach) {
      for (const [a, b] of [
        [line.from, line.to],
        [line.to, line.from],
      ]) {
        const known = errors.get(a);
        if (known === undefined) continue;
        const there = Math.hypot(known, error);
        if (there < (errors.get(b) ?? Infinity) - 1e-12) {
          errors.set(b, there);
          changed = true;
        }
      }
    }
    if (!changed) break;
  }
  return errors;
}

/** Standard error of the ground at each station of a line, m. */
export const stationErrors = (plan: Plan, line: Line, errors = heightErrors(plan)): number[] =>
  walkErrors(walkLegs(plan, line), errors.get(line.from) ?? 0);

/** How a line's walk closes on the known height of its end; undefined where none is known. */
export function lineClosure(plan: Plan, line: Line): Closure | undefined {
  const end = placeOf(plan, line.to);
  if (end?.knownGroundM === undefined) return undefined;
  const walked = line.legs[line.legs.length - 1].endGroundM;
  const error = walkErrors(walkLegs(plan, line)).at(-1) ?? 0;
  return closure(walked, end.knownGroundM, error, end.knownErrorM ?? 0);
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
  const errors = plan.nodes.some((n) => n.closedHose?.length) ? heightErrors(plan) : undefined;
  for (const node of plan.nodes) {
    const latest = node.closedHose?.at(-1);
    const start = latest && errors ? c.nodes.get(routeTo(c, node.id)?.start ?? '')?.plan : undefined;
    if (!latest || !errors || !start) continue;
    const water = waterOf(start);
    if (water === undefined) continue;
    const reading = gaugeFall(pascals(latest.pressureKPa), c.water.density, GRAVITY);
    const readingError =
      latest.errorKPa === undefined ? METHODS.gauge.setting : pascals(latest.errorKPa) / (c.water.density * GRAVITY);
    const walked = (isTap(node) ? deliveryElevation(node) : node.groundM) - water;
    const against = contradiction(walked, errors.get(node.id) ?? 0, reading.rise, readingError);
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
