// What the judgement of a place asks of its worker: filling in time, the best change, what would change a figure.
import { computed, type Ref } from 'vue';
import type { Plan } from '@vernal-slope/plan/schema';
import type { SlowAnswers } from '../workers/hydraulics.ts';
import { useAnswer, type Answer } from '../workers/useAnswer.ts';

interface SlowApi {
  slowAnswers: (plan: Plan, id: string) => SlowAnswers;
}

export function useSlowAnswers(plan: Readonly<Ref<Plan | null>>, node: Readonly<Ref<string>>): Answer<SlowAnswers> {
  const question = computed(() => (plan.value && node.value ? { plan: plan.value, id: node.value } : null));
  return useAnswer<SlowApi, { plan: Plan; id: string }, SlowAnswers>({
    worker: () => new Worker(new URL('../workers/hydraulics.worker.ts', import.meta.url), { type: 'module' }),
    question: () => question.value,
    ask: (api, q) => api.slowAnswers(q.plan, q.id),
    keeps: (before, now) => before.id === now.id,
    settleMs: 60,
  });
}
