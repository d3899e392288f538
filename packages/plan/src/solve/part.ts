// The part of a plan that decides what one place gets while levels stand: nothing beyond the tanks around it.
import type { Plan } from '../schema/index.ts';

/**
 * Lines and places from which water can come to a place, or be taken from it, without a tank between. A tank's level is
 * given in a solve, so what hangs on its other lines changes nothing here. Sources are gone past: their yield is shared.
 */
export function partAround(plan: Plan, id: string): Plan {
  const kinds = new Map(plan.nodes.map((n) => [n.id, n.kind]));
  const at = new Map<string, Plan['lines']>();
  for (const line of plan.lines) for (const end of [line.from, line.to]) at.set(end, [...(at.get(end) ?? []), line]);
  const nodes = new Set([id]);
  const lines = new Set<string>();
  const queue = [id];
  for (let here = queue.pop(); here !== undefined; here = queue.pop()) {
    // the place itself is gone past even where it is a tank: all its lines are its own
    if (here !== id && kinds.get(here) === 'tank') continue;
    for (const line of at.get(here) ?? []) {
      lines.add(line.id);
      for (const next of [line.from, line.to]) {
        if (nodes.has(next)) continue;
        nodes.add(next);
        queue.push(next);
      }
    }
  }
  return {
    ...plan,
    nodes: plan.nodes.filter((n) => nodes.has(n.id)),
    lines: plan.lines.filter((l) => lines.has(l.id)),
  };
}
