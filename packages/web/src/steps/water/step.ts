// The Water step: what comes in, and when.
import { computed, defineAsyncComponent } from 'vue';
import { stepOf, toldAt, worstFirst } from '@vernal-slope/plan/findings';
import { isSource } from '@vernal-slope/plan/kinds';
import { MONTHS } from '@vernal-slope/display/dates';
import { useSettings } from '../../display/settings.ts';
import { countOf, perDayFigure, type StepJudgement } from '../../judgement/stepjudgement.ts';
import type { StepRow } from '../step.ts';

export const waterStep: StepRow = {
  key: 'water',
  name: 'Water',
  page: defineAsyncComponent(() => import('./WaterPage.vue')),
  begun: (plan) => plan.nodes.some(isSource),
  findings: ({ results, budget }) =>
    [...results.findings, ...(budget?.findings ?? [])].filter((f) => stepOf(f) === 'water'),
  use: (page) => {
    const settings = useSettings();
    const judgement = computed<StepJudgement | null>(() => {
      const plan = page.plan.value;
      const budget = page.budget.value;
      if (!plan || !budget) return null;
      const { months, tightest, week } = budget.balance;
      return {
        title: 'Water',
        subtitle: `${countOf(plan.nodes.filter(isSource).length, 'source')}; ${MONTHS[tightest]} is the tightest month`,
        figures: [
          perDayFigure(
            months[tightest].given,
            `given in ${MONTHS[tightest]}`,
            settings.units,
            { of: 'given', id: 'water', leg: tightest },
            'given',
          ),
          perDayFigure(week.given, 'in the driest week', settings.units),
        ],
        findings: worstFirst([
          ...budget.findings.filter((f) => toldAt(f, 'water')),
          ...(page.results.value?.findings ?? []).filter((f) => stepOf(f) !== 'water' && toldAt(f, 'water')),
        ]),
      };
    });
    return { judgement };
  },
};
