// The Log step: is it doing what was planned.
import { computed, defineAsyncComponent, onScopeDispose, shallowRef, watch } from 'vue';
import type { Plan } from '@vernal-slope/plan/schema';
import { percent } from '../../display/quantities.ts';
import { countOf, type StepJudgement } from '../../judgement/stepjudgement.ts';
import type { LogAnswer, LogApi } from '../../workers/log.ts';
import { useAnswer } from '../../workers/useAnswer.ts';
import type { StepRow } from '../step.ts';
import { logState } from './state.ts';

const SOON_MS = 80;
/** What was found last, for the drop on the stair. */
const last = shallowRef<LogAnswer | null>(null);

export const logStep: StepRow = {
  key: 'log',
  name: 'Log',
  page: defineAsyncComponent(() => import('./LogPage.vue')),
  begun: (plan) => (plan.log?.length ?? 0) > 0,
  findings: ({ plan }) => (plan.log ? (last.value?.findings ?? []) : []),
  use: (page) => {
    const here = computed(() => page.step.value === 'log');
    onScopeDispose(() => (last.value = null));
    watch(page.id, () => (last.value = null));
    const log = useAnswer<LogApi, Plan, LogAnswer>({
      worker: () => new Worker(new URL('../../workers/log.worker.ts', import.meta.url), { type: 'module' }),
      question: () => (here.value ? page.plan.value : null),
      ask: async (api, plan, told) => {
        const found = { ...(await api.log(plan, told)), plan };
        last.value = found;
        return found;
      },
      keeps: () => true,
      settleMs: SOON_MS,
    });
    logState.keep({ log });
    const judgement = computed<StepJudgement | null>(() => {
      if (!here.value) return null;
      const answer = log.answer.value;
      if (!answer) return { title: 'Log', subtitle: 'Reading the log …', figures: [], findings: [] };
      const { readings, causes } = answer.diagnosis;
      const agree = readings.filter((r) => r.agrees).length;
      return {
        title: 'Log',
        subtitle: readings.length === 0 ? 'Nothing read yet' : countOf(readings.length, 'reading'),
        figures:
          readings.length === 0
            ? []
            : [
                { text: `${agree} of ${readings.length}`, unit: '', label: 'agree with the plan', test: 'log-agree' },
                ...(agree < readings.length && causes.length > 0
                  ? [
                      {
                        text: percent(causes[0].share),
                        unit: '',
                        label: 'weight of the first cause',
                        test: 'log-share',
                      },
                    ]
                  : []),
              ],
        findings: answer.findings,
      };
    });
    return { judgement };
  },
};
