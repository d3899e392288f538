// What the Parts step keeps while its plan is open.
import type { Ref } from 'vue';
import type { PartsAnswer } from '../../workers/parts.ts';
import type { Answer } from '../../workers/useAnswer.ts';
import { keptBy } from '../kept.ts';

export interface PartsState {
  readonly parts: Answer<PartsAnswer>;
  /** Key of the joint that is drawn; the first that does not close, else the first, while nobody chose one. */
  readonly joint: Ref<string>;
}
export const partsState = keptBy<PartsState>('parts step');
