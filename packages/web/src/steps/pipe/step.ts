// The Pipe step: what flows.
import { defineAsyncComponent } from 'vue';
import { stepOf } from '@vernal-slope/plan/findings';
import type { StepRow } from '../step.ts';

export const pipeStep: StepRow = {
  key: 'pipe',
  name: 'Pipe',
  page: defineAsyncComponent(() => import('./PipePage.vue')),
  begun: (plan) => plan.lines.length > 0,
  findings: ({ results }) => results.findings.filter((f) => stepOf(f) === 'pipe'),
};
