// The way the water takes to a node: lines from the tank or source that feeds it.
import type { Compiled } from '../compile/index.ts';

export interface Route {
  /** Id of the tank or source it starts from. */
  readonly start: string;
  /** Lines in the order in which the water passes; `reversed` where it runs from `to` to `from`. */
  readonly lines: readonly { readonly line: string; readonly reversed: boolean }[];
}

/** Shortest way (fewest lines) from a tank or source to a node; undefined where there is none. */
export function routeTo(c: Compiled, id: string): Route | undefined {
  const back = new Map<string, { line: string; reversed: boolean; next: string } | null>([[id, null]]);
  const queue = [id];
  for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
    const kind = c.nodes.get(at)?.plan.kind;
    if (at !== id && (kind === 'tank' || kind === 'source')) {
      const lines: { line: string; reversed: boolean }[] = [];
      for (let step = back.get(at); step; step = back.get(step.next))
        lines.push({ line: step.line, reversed: step.reversed });
      return { start: at, lines };
    }
    for (const [lineId, { plan }] of c.lines) {
      if (plan.to === at && !back.has(plan.from)) {
        back.set(plan.from, { line: lineId, reversed: false, next: at });
        queue.push(plan.from);
      }
      const runsBack = plan.from === at && !back.has(plan.to) && c.nodes.get(plan.to)?.plan.kind !== 'trough';
      if (runsBack && at !== id) {
        back.set(plan.to, { line: lineId, reversed: true, next: at });
        queue.push(plan.to);
      }
    }
  }
  return undefined;
}

/** Places where water comes out that is wanted: outlets, and troughs and tanks at the end of a line. */
export const takers = (c: Compiled): string[] =>
  [...c.nodes]
    .filter(([, m]) => m.plan.kind === 'outlet' || (m.surface >= 0 && m.entering.length > 0))
    .map(([id]) => id);
