// Ids that are free.
import type { Plan } from '../schema/index.ts';

/** First id of the form `stem`, `stem-2`, … that no node, plot or drain has. */
export function freeId(plan: Plan, stem: string): string {
  const taken = new Set([...plan.nodes, ...(plan.plots ?? []), ...(plan.drains ?? [])].map((n) => n.id));
  let id = stem;
  for (let k = 2; taken.has(id); k++) id = `${stem}-${k}`;
  return id;
}
