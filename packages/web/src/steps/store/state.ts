// What the Store step keeps while its plan is open.
import type { ComputedRef } from 'vue';
import type { SizeAnswer } from '@vernal-slope/plan/budget';
import type { Answer } from '../../workers/useAnswer.ts';
import { keptBy } from '../kept.ts';

interface StoreState {
  /** The tank that the step is about. */
  readonly tank: ComputedRef<string>;
  readonly sizes: Answer<SizeAnswer | undefined>;
}
export const storeState = keptBy<StoreState>('store step');
