// What hangs loose: places joined to nothing, sources that feed nothing, tanks that nothing fills, ends that are bare.
import { isBareJoint, isBed, isOutlet, isSource, isStore, isTote, isVessel, type PlanNode } from '../kinds/index.ts';
import type { Plan } from '../schema/index.ts';
import { pouredFrom, reachOf, unreached } from './topology.ts';

/**
 * How something hangs loose.
 * - `alone`: no line comes to it or leaves it;
 * - `unfed`: joined, but to no tank and no source;
 * - `feeds-nothing`: a source whose water comes to no tank and no outlet;
 * - `unfilled`: a tank that neither a source nor another tank fills;
 * - `bare-end`: a line ends at a tee that nothing leaves.
 */
export type LooseWay = 'alone' | 'unfed' | 'feeds-nothing' | 'unfilled' | 'bare-end';

export interface LooseEnd {
  readonly node: PlanNode;
  readonly way: LooseWay;
  /** The line that ends bare. */
  readonly line?: string;
}

/** Whether water comes out along a line. */
const hasEmitters = (line: Plan['lines'][number]): boolean => line.legs.some((leg) => (leg.emitters ?? []).length > 0);

const known = new WeakMap<Plan, readonly LooseEnd[]>();

/** True where water of a place comes to a tank or to an outlet. */
export const feedsSomething = (plan: Plan, id: string): boolean => {
  const node = new Map(plan.nodes.map((n) => [n.id, n]));
  const reach = reachOf(plan, id);
  for (const at of reach) if (isStore(node.get(at)) || isOutlet(node.get(at)) || isBed(node.get(at))) return true;
  return plan.lines.some((l) => hasEmitters(l) && (l.from === id || reach.has(l.from)));
};

/** Sources and tanks whose water can come to a place, itself left out. */
export const feedersOf = (plan: Plan, id: string): PlanNode[] =>
  plan.nodes.filter((n) => n.id !== id && (isSource(n) || isStore(n)) && reachOf(plan, n.id).has(id));

/** Everything that hangs loose, in the plan's order. */
export function looseEnds(plan: Plan): readonly LooseEnd[] {
  const before = known.get(plan);
  if (before) return before;
  const lost = unreached(plan);
  const lines = new Map<string, string[]>(plan.nodes.map((n) => [n.id, []]));
  for (const line of plan.lines) for (const end of new Set([line.from, line.to])) lines.get(end)?.push(line.id);
  // what a source or a tank reaches besides itself: one walk each, and tanks and sources are few
  const filled = new Set<string>();
  for (const n of plan.nodes)
    if (isSource(n) || isStore(n)) for (const at of reachOf(plan, n.id)) if (at !== n.id) filled.add(at);
  for (const n of plan.nodes) {
    for (const id of pouredFrom(n)) filled.add(id);
    if (isVessel(n) && isTote(n)) filled.add(n.id);
  }
  const laterals = new Set(plan.lines.filter(hasEmitters).map((l) => l.id));
  const found: LooseEnd[] = [];
  for (const node of plan.nodes) {
    const joined = lines.get(node.id) ?? [];
    const add = (way: LooseWay, line?: string): void =>
      void found.push(line === undefined ? { node, way } : { node, way, line });
    if (isSource(node)) {
      if (!feedsSomething(plan, node.id)) add('feeds-nothing');
    } else if (isStore(node)) {
      if (!filled.has(node.id)) add(joined.length === 0 ? 'alone' : 'unfilled');
    } else if (joined.length === 0) {
      if (!filled.has(node.id)) add('alone');
    } else if (lost.has(node.id)) add('unfed');
    // a lateral may end so
    else if (isBareJoint(node) && joined.length === 1 && !laterals.has(joined[0])) add('bare-end', joined[0]);
  }
  known.set(plan, found);
  return found;
}

/** The places and lines that water can be worked out for: those that hang together with a tank or a source. */
export function fedPart(plan: Plan): Pick<Plan, 'nodes' | 'lines'> {
  const lost = unreached(plan);
  if (lost.size === 0) return plan;
  return {
    nodes: plan.nodes.filter((n) => !lost.has(n.id)),
    lines: plan.lines.filter((l) => !lost.has(l.from) && !lost.has(l.to)),
  };
}
