// The Walk step: heights and distances.
import { stepOf } from '@vernal-slope/plan/findings';
import type { StepRow } from '../step.ts';
import WalkPage from './WalkPage.vue';

export const walkStep: StepRow = {
  key: 'walk',
  name: 'Walk',
  // on the way to the first answer: a plan opens here
  page: WalkPage,
  begun: (plan) => plan.lines.length > 0,
  findings: ({ results }) => results.findings.filter((f) => stepOf(f) === 'walk'),
};
