// Heights of a walk in a draft, and what lies beyond: the one place that moves it.
import type { Leg, Line, Plan, PlanNode } from '../schema/index.ts';

/** The line of an id. Throws where there is none: a bug of the caller. */
export const lineOf = (plan: Plan, id: string): Line => {
  const line = plan.lines.find((l) => l.id === id);
  if (!line) throw new Error(`no line ${id}`);
  return line;
};

/** The place of an id. Throws where there is none: a bug of the caller. */
export const nodeOf = (plan: Plan, id: string): PlanNode => {
  const node = plan.nodes.find((n) => n.id === id);
  if (!node) throw new Error(`no node ${id}`);
  return node;
};

/** Heights are kept to the tenth of a millimetre, so that adding and taking away leaves no crumbs. */
export const tidy = (metres: number): number => Math.round(metres * 1e4) / 1e4;

/** A leg whose end nobody has placed any more. */
export const dropPosition = (leg: Leg): void => {
  delete leg.endEastingM;
  delete leg.endNorthingM;
};

/** Ground at the start of a leg, m. */
export const startGround = (plan: Plan, line: Line, leg: number): number =>
  leg === 0 ? nodeOf(plan, line.from).groundM : line.legs[leg - 1].endGroundM;

/** Rise (positive) or fall of a leg, m. */
export const riseOf = (plan: Plan, line: Line, leg: number): number =>
  tidy(line.legs[leg].endGroundM - startGround(plan, line, leg));

/** Moves a place and all that lies beyond it up by `by` m. */
function shiftNode(plan: Plan, id: string, by: number, seen: Set<string>): void {
  if (seen.has(id)) return;
  seen.add(id);
  const node = nodeOf(plan, id);
  node.groundM = tidy(node.groundM + by);
  for (const line of plan.lines) if (line.from === id) shiftLegs(plan, line, 0, by, seen);
}

/** Moves the ends of legs `first` and later of a line, its end and all that lies beyond it up by `by` m. */
export function shiftLegs(plan: Plan, line: Line, first: number, by: number, seen = new Set([line.from])): void {
  if (by === 0) return;
  for (const leg of line.legs.slice(first)) leg.endGroundM = tidy(leg.endGroundM + by);
  shiftNode(plan, line.to, by, seen);
}

/** Gives a line other legs: its end takes the height where they end, and what lies beyond moves as much. */
export function layLegs(plan: Plan, line: Line, legs: Leg[]): void {
  line.legs = legs;
  const by = tidy(legs[legs.length - 1].endGroundM - nodeOf(plan, line.to).groundM);
  if (by !== 0) shiftNode(plan, line.to, by, new Set([line.from]));
}
