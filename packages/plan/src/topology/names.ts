// What lines and places are called: a line goes by its own name, else by its ends.
import { nameOf } from '../kinds/index.ts';
import type { Plan } from '../schema/index.ts';

const lower = (text: string): string =>
  /^[A-Z][a-z]/.test(text) ? text.charAt(0).toLowerCase() + text.slice(1) : text;

/** Words that begin a name and are no proper name: "Trough", "Kitchen tap". Only such are written small inside a sentence. */
const PLAIN =
  /^(tank|trough|tap|tee|spring|stream|roof|pump|ram|shower|kitchen tap|hose point|hydrant|water butt|outlet)( \d+)?$/i;

/** Name of a place, else its id. */
export const placeName = (plan: Plan, id: string): string => {
  const node = plan.nodes.find((n) => n.id === id);
  return node ? nameOf(node) : id;
};

/** What a line is called: its own name, else after its ends: "Hill tank to trough". */
export function lineName(plan: Plan, id: string): string {
  const line = plan.lines.find((l) => l.id === id);
  if (!line) return id;
  if (line.name) return line.name;
  const end = placeName(plan, line.to);
  return `${placeName(plan, line.from)} to ${PLAIN.test(end) ? lower(end) : end}`;
}

/** Name of a place, a plot or a line, whichever has the id. */
export function nameOfId(plan: Plan, id: string): string {
  if (plan.nodes.some((n) => n.id === id)) return placeName(plan, id);
  const drain = plan.drains?.find((d) => d.id === id);
  if (drain) return drain.name ?? drain.id;
  const plot = plan.plots?.find((p) => p.id === id);
  return plot ? (plot.name ?? plot.id) : lineName(plan, id);
}
