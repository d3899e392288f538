// What was read, for the hillside: gauges where they were read, and the running line that would explain them.
import type { PlanResults } from '../../session/usePlanResults.ts';

export interface AsRead {
  /** The plan with the likeliest cause in it, as it ran then; undefined where nothing explains what was read, or has to. */
  readonly results?: PlanResults;
  /** Gauges: how high the water stands by them, m above datum. */
  readonly points: readonly { readonly id: string; readonly z: number; readonly words: string }[];
  /** The line under suspicion, and the word on its flag. */
  readonly suspect?: { readonly line: string; readonly words: string };
  /** "18 September 2026, Low Meadow open" */
  readonly when: string;
}
