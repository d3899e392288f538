// What the walk book writes in its columns: legs as walked and as worked out, in the person's units.
import { METHODS } from '@vernal-slope/core/survey';
import { riseOf } from '@vernal-slope/plan/edit';
import { lineLength } from '@vernal-slope/plan/positions';
import { lineGeometry, type Compiled } from '@vernal-slope/plan/compile';
import type { LineGeometry } from '@vernal-slope/core/profile';
import type { Leg, Line } from '@vernal-slope/plan/schema';
import { ASSUMED_METHOD, stationErrors, type PlanResult } from '@vernal-slope/plan/solve';
import { fittingsText, pipeFamily, pipeName } from './names.ts';
import { show, type Quantity, type UnitSystem } from './quantities.ts';

/** What was worked out of a plan. */
interface PlanResults {
  readonly compiled: Compiled;
  readonly result: PlanResult;
}

/** A row of the book. Texts are in the person's units, without them: they stand at the head of the column. */
export interface WalkRow {
  readonly leg: Leg;
  /** Distance from the start of the line at its end. */ readonly to: string;
  /** m */ readonly rise: number;
  readonly pipe: string;
  readonly family: string;
  readonly fittings: string;
  readonly loss: string;
  readonly speed: string;
  readonly pressure: string;
  /** A hump holds the flow at its end. */
  readonly held: boolean;
  /** Height of the ground at its end, and its standard error. */
  readonly ground: string;
  readonly error: string;
  readonly method: string;
  /** The method was said, not assumed. */
  readonly measured: boolean;
}

const bareIn =
  (system: UnitSystem) =>
  (si: number, quantity: Quantity): string =>
    show(si, quantity, system).text;

/** Stands where nothing is worked out. */
const NONE = '–';

/** A line with its stations, solved or not. */
function lineIn(results: PlanResults, id: string): { plan: Line; geometry: LineGeometry } | undefined {
  const solved = results.compiled.lines.get(id);
  if (solved) return solved;
  const { plan } = results.compiled;
  const line = plan.lines.find((l) => l.id === id);
  const start = plan.nodes.find((n) => n.id === line?.from);
  return line && { plan: line, geometry: lineGeometry(line, start?.groundM ?? 0) };
}

/** Rows of a line; none where there is no such line. */
export function walkRows(results: PlanResults, id: string, system: UnitSystem): WalkRow[] {
  const { plan } = results.compiled;
  const line = lineIn(results, id);
  if (!line) return [];
  // of a line that no water comes to nothing is worked out
  const found = results.result.lines.get(id);
  const bare = bareIn(system);
  const errors = stationErrors(plan, line.plan);
  return line.plan.legs.map((leg, k) => ({
    leg,
    to: bare(line.geometry.chainage[k + 1], 'distance'),
    rise: riseOf(plan, line.plan, k),
    pipe: pipeName(leg.pipe, system),
    family: pipeFamily(leg.pipe),
    fittings: fittingsText(leg),
    loss: found ? bare(found.segmentLoss[k], 'loss') : NONE,
    speed: found ? bare(found.segmentSpeed[k], 'speed') : NONE,
    // a pipe that stands above still water holds none
    pressure: !found
      ? NONE
      : found.flow === 0 && found.pressure[k + 1] < 0
        ? 'dry'
        : bare(found.pressure[k + 1], 'pressure'),
    held: found?.heldStation === k + 1,
    ground: bare(line.geometry.ground[k + 1], 'height'),
    error: bare(errors[k + 1], 'rise'),
    method: METHODS[leg.survey?.method ?? ASSUMED_METHOD].name,
    measured: leg.survey !== undefined,
  }));
}

/** What the last row of the book adds up. */
export function walkTotal(
  results: PlanResults,
  id: string,
  system: UnitSystem,
): { readonly length: string; readonly rise: string; readonly loss: string } {
  const line = lineIn(results, id)?.plan;
  const bare = bareIn(system);
  const rise = (line?.legs ?? []).reduce((sum, _, k) => sum + (line ? riseOf(results.compiled.plan, line, k) : 0), 0);
  const loss = results.result.lines.get(id)?.segmentLoss.reduce((a, b) => a + b, 0) ?? 0;
  return {
    length: bare(line ? lineLength(line) : 0, 'distance'),
    rise: (rise > 0 ? '+' : '') + bare(rise, 'rise'),
    loss: bare(loss, 'loss'),
  };
}
