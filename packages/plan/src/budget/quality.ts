// Water that people drink: which outlets a source reaches, and what is on record of its tests.
import type { TapNode, Plan, SourceNode } from '../schema/index.ts';
import { dayNumber } from '../formats/index.ts';
import { isSource, isTap } from '../kinds/index.ts';
import { reachOf } from '../topology/index.ts';

export type QualityState = 'untested' | 'meets' | 'fails' | 'due';

/** Months until a test is due again when it does not say (common practice: every year). */
export const DUE_MONTHS = 12;
const DAYS_A_MONTH = 30.4;

/** State of a source's water from its latest test. `today` is a day number; without it nothing falls due. */
export function qualityOf(source: SourceNode, today?: number): QualityState {
  const latest = [...(source.quality ?? [])].sort((a, b) => a.date.localeCompare(b.date)).at(-1);
  if (!latest) return 'untested';
  if (latest.verdict === 'fails') return 'fails';
  const due = dayNumber(latest.date) + (latest.dueMonths ?? DUE_MONTHS) * DAYS_A_MONTH;
  return today !== undefined && today > due ? 'due' : 'meets';
}

export interface DrinkingCaution {
  readonly outlet: TapNode;
  readonly source: SourceNode;
  readonly state: Exclude<QualityState, 'meets'>;
}

/** People drink from an outlet unless it says what else it is for. */
export const isDrinking = (node: TapNode): boolean => (node.use ?? 'drink') === 'drink';

/** Every drinking outlet with a source that reaches it and is not on record as meeting its test. */
export function drinkingCautions(plan: Plan, today?: number): DrinkingCaution[] {
  const outlets = plan.nodes.filter((n): n is TapNode => isTap(n) && isDrinking(n));
  return plan.nodes.flatMap((source) => {
    if (!isSource(source)) return [];
    const state = qualityOf(source, today);
    if (state === 'meets') return [];
    const reached = reachOf(plan, source.id);
    return outlets.filter((o) => reached.has(o.id)).map((outlet) => ({ outlet, source, state }));
  });
}
