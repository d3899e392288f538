// What the Log step keeps while its plan is open.
import type { ComputedRef } from 'vue';
import type { AsRead } from '../../drawings/hillside/asread.ts';
import type { LogAnswer } from '../../workers/log.ts';
import type { UpkeepAnswer } from '../../workers/upkeep.ts';
import type { Answer } from '../../workers/useAnswer.ts';
import { keptBy } from '../kept.ts';

export interface LogState {
  readonly log: Answer<LogAnswer>;
  readonly upkeep: Answer<UpkeepAnswer>;
  /** What of the readings is drawn on the hillside. */
  readonly asRead: ComputedRef<AsRead | null>;
}
export const logState = keptBy<LogState>('log step');
