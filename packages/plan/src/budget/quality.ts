// Water that people drink: which outlets a source reaches, and what is on record of its tests.
import type { Outlet, Plan, Source } from '../schema/index.ts';
import { dayNumber } from '../formats/index.ts';

export type QualityState = 'untested' | 'meets' | 'fails' | 'due';

/** Months until a test is due again when it does not say (common practice: every year). */
export const DUE_MONTHS = 12;
const DAYS_A_MONTH = 30.4;

/** State of a source's water from its latest test. `today` is a day number; without it nothing falls due. */
export function qualityOf(source: Source, today?: number): QualityState {
  const latest = [...(source.quality ?? [])].sort((a, b) => a.date.localeCompare(b.date)).at(-1);
  if (!latest) return 'untested';
  if (latest.verdict === 'fails') return 'fails';
  const due = dayNumber(latest.date) + (latest.dueMonths ?? DUE_MONTHS) * DAYS_A_MONTH;
  return today !== undefined && today > due ? 'due' : 'meets';
}

/** Nodes that a source's water can reach: down its lines and from the tank it fills. */
export function reachOf(plan: Plan, id: string): Set<string> {
  const next = new Map<string, string[]>();
  const join = (from: string, to: string): void => void next.set(from, [...(next.get(from) ?? []), to]);
  const vessels = new Set(plan.nodes.filter((n) => n.kind === 'tank' || n.kind === 'trough').map((n) => n.id));
  for (const line of plan.lines) {
    join(line.from, line.to);
    // a line between junctions may run either way; out of a vessel or a source it runs one way
    const start = plan.nodes.find((n) => n.id === line.from)?.kind;
    if (start === 'junction' && !vessels.has(line.to)) join(line.to, line.from);
  }
  for (const node of plan.nodes) if (node.kind === 'source' && node.feeds) join(node.id, node.feeds);
  const seen = new Set<string>();
  const queue = [id];
  for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
    for (const to of next.get(at) ?? []) {
      if (seen.has(to)) continue;
      seen.add(to);
      queue.push(to);
    }
  }
  return seen;
}

export interface DrinkingCaution {
  readonly outlet: Outlet;
  readonly source: Source;
  readonly state: Exclude<QualityState, 'meets'>;
}

/** People drink from an outlet unless it says what else it is for. */
export const isDrinking = (node: Outlet): boolean => (node.use ?? 'drink') === 'drink';

/** Every drinking outlet with a source that reaches it and is not on record as meeting its test. */
export function drinkingCautions(plan: Plan, today?: number): DrinkingCaution[] {
  const outlets = plan.nodes.filter((n): n is Outlet => n.kind === 'outlet' && isDrinking(n));
  return plan.nodes.flatMap((source) => {
    if (source.kind !== 'source') return [];
    const state = qualityOf(source, today);
    if (state === 'meets') return [];
    const reached = reachOf(plan, source.id);
    return outlets.filter((o) => reached.has(o.id)).map((outlet) => ({ outlet, source, state }));
  });
}
