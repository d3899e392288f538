// A plan as it would be if something were wrong with it: one cause at one place, of a size.
import { changePlan, type Command } from '../edit/index.ts';
import { resolvePipe } from '../compile/index.ts';
import { isSource, type PlanNode } from '../kinds/index.ts';
import type { Line, Plan } from '../schema/index.ts';

export type CauseKind = 'none' | 'leak' | 'blockage' | 'narrow' | 'height' | 'gauge' | 'supply';

export interface Cause {
  readonly kind: CauseKind;
  /** Id of a line or a place; empty of none. */
  readonly at: string;
  /** mm of hole, K on the line's first pipe, mm of bore, m, a factor, a factor. */
  readonly size: number;
}

/** What a size is counted in, as the command line prints it. */
export const CAUSE_UNITS: Readonly<Record<CauseKind, string | null>> = {
  none: null,
  leak: 'mm',
  blockage: 'K',
  narrow: 'mm',
  height: 'm',
  gauge: 'factor',
  supply: 'factor',
};

/** Of a hole that nobody drilled: sharp edges (Cd 0.61, sharp-edged orifice). */
const LEAK_CD = 0.61;
/** Id of the hole that a leak puts into a plan. */
export const leakId = (line: string): string => `${line}~leak`;

/** Puts a hole into a line where half of it has been passed; the line goes on behind it. */
function leak(plan: Plan, line: Line, mm: number): void {
  const start = plan.nodes.find((n) => n.id === line.from)?.groundM ?? 0;
  const half = line.legs.reduce((sum, l) => sum + l.lengthM, 0) / 2;
  let passed = 0;
  let k = 0;
  while (k < line.legs.length - 1 && passed + line.legs[k].lengthM < half) passed += line.legs[k++].lengthM;
  const leg = line.legs[k];
  const share = (half - passed) / leg.lengthM;
  const from = k === 0 ? start : line.legs[k - 1].endGroundM;
  const groundM = from + share * (leg.endGroundM - from);
  // what stands in a leg stands at its beginning: the part behind the hole has none of it
  const behind = { lengthM: leg.lengthM * (1 - share), endGroundM: leg.endGroundM, pipe: leg.pipe, depthM: leg.depthM };
  const depth = leg.depthM ?? 0;
  plan.nodes.push({
    id: leakId(line.id),
    name: 'Leak',
    kind: 'outlet',
    groundM,
    heightM: -depth,
    orifice: { diameterMm: mm, dischargeCoefficient: LEAK_CD },
    use: 'garden',
  });
  plan.lines.push({
    id: `${line.id}~below`,
    from: leakId(line.id),
    to: line.to,
    legs: [behind, ...line.legs.slice(k + 1)],
  });
  line.legs = [...line.legs.slice(0, k), { ...leg, lengthM: leg.lengthM * share, endGroundM: groundM }];
  line.to = leakId(line.id);
}

/** Bores of all legs by one factor, so that the first has so many mm. */
function narrow(line: Line, mm: number): void {
  const factor = mm / resolvePipe(line.legs[0].pipe).insideDiameterMm;
  line.legs = line.legs.map((leg) => {
    const { insideDiameterMm, roughnessMm, hazenWilliamsC, ratingKPa } = resolvePipe(leg.pipe);
    const pipe = {
      insideDiameterMm: insideDiameterMm * factor,
      roughnessMm,
      hazenWilliamsC,
      ...(ratingKPa === undefined ? {} : { ratingKPa }),
    };
    return { ...leg, pipe };
  });
}

function higher(plan: Plan, node: PlanNode, by: number): void {
  node.groundM += by;
  for (const line of plan.lines)
    if (line.to === node.id)
      line.legs = line.legs.map((leg, k) =>
        k === line.legs.length - 1 ? { ...leg, endGroundM: leg.endGroundM + by } : leg,
      );
}

function weaker(node: PlanNode, factor: number): void {
  if (!isSource(node)) return;
  if (node.yieldLpm !== undefined) node.yieldLpm *= factor;
  if (node.yieldByMonthLpm) node.yieldByMonthLpm = node.yieldByMonthLpm.map((y) => y * factor);
}

/**
 * Takes a cause into a plan that is being changed; a gauge that reads wrong changes nothing of it. Places and lines are
 * changed, legs are replaced: a copy of the plan needs copies of no more than places and lines.
 */
export function takeCause(plan: Plan, { kind, at, size }: Cause): void {
  const line = plan.lines.find((l) => l.id === at);
  const node = plan.nodes.find((n) => n.id === at);
  if (kind === 'leak' && line) leak(plan, line, size);
  else if (kind === 'blockage' && line)
    line.legs = line.legs.map((leg, k) =>
      k === 0 ? { ...leg, fittings: [...(leg.fittings ?? []), { k: size }] } : leg,
    );
  else if (kind === 'narrow' && line) narrow(line, size);
  else if (kind === 'height' && node) higher(plan, node, size);
  else if (kind === 'supply' && node) weaker(node, size);
}

/** The plan with a cause in it. */
export function withCause(plan: Plan, cause: Cause): Plan {
  const changed = { ...plan, nodes: plan.nodes.map((n) => ({ ...n })), lines: plan.lines.map((l) => ({ ...l })) };
  takeCause(changed, cause);
  return changed;
}

/** Takes the cause that was fitted into the plan: the plan says then what was read. */
export const calibrate = (cause: Cause, label: string): Command =>
  changePlan(label, (plan) => {
    takeCause(plan, cause);
  });

/** Where each kind of cause could be in a plan. */
export function placesOf(plan: Plan, kind: CauseKind): string[] {
  switch (kind) {
    case 'none':
      return [''];
    case 'leak':
      return plan.lines
        .filter((l) => l.legs.every((leg) => !leg.emitters?.length) && l.reducerKPa === undefined)
        .map((l) => l.id);
    case 'blockage':
    case 'narrow':
      return plan.lines.map((l) => l.id);
    case 'height':
      return plan.nodes.filter((n) => !isSource(n)).map((n) => n.id);
    case 'gauge':
      return plan.nodes.map((n) => n.id);
    case 'supply':
      return plan.nodes
        .filter((n) => isSource(n) && (n.yieldLpm !== undefined || n.yieldByMonthLpm !== undefined))
        .map((n) => n.id);
  }
}
