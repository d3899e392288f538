// The Outlets step: taps, showers, troughs.
import { defineAsyncComponent } from 'vue';
import { stepOf } from '@vernal-slope/plan/findings';
import { isOutlet } from '@vernal-slope/plan/kinds';
import type { StepRow } from '../step.ts';

export const outletsStep: StepRow = {
  key: 'outlets',
  name: 'Outlets',
  page: defineAsyncComponent(() => import('./OutletsPage.vue')),
  begun: (plan) => plan.nodes.some(isOutlet),
  findings: ({ results }) => results.findings.filter((f) => stepOf(f) === 'outlets'),
};
