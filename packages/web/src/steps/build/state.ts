// What the Build step keeps while its plan is open.
import type { Ref } from 'vue';
import type { BuildAnswer } from '../../workers/build.ts';
import type { Answer } from '../../workers/useAnswer.ts';
import { keptBy } from '../kept.ts';

export interface BuildState {
  readonly work: Answer<BuildAnswer>;
  /** Id of the step that is looked at; empty: the next one that is open. */
  readonly chosen: Ref<string>;
}
export const buildState = keptBy<BuildState>('build step');
