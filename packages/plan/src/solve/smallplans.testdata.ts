// What tests of small plans share: a checked plan, the same chance every time.
import { checkPlan } from '../document/index.ts';
import type { Line, Plan } from '../schema/index.ts';

/** A plan of some places and lines that has passed its checks; throws with what is wrong. */
export const planOf = (nodes: readonly object[], lines: readonly (Line | object)[], more: Partial<Plan> = {}): Plan => {
  const checked = checkPlan({ format: 'vernal-slope/plan', version: 1, title: 'Small', nodes, lines, ...more });
  if (!checked.ok) throw new Error(checked.faults.map((f) => `${f.path} ${f.message}`).join('; '));
  return checked.plan;
};

/** Numbers from 0 to 1 that are the same every time (mulberry32). */
export function chance(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}
