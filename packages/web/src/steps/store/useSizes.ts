// The curve of store sizes over years of days, from its worker.
import { computed, type Ref } from 'vue';
import type { SizeAnswer } from '@vernal-slope/plan/budget';
import type { Plan } from '@vernal-slope/plan/schema';
import type { StoreApi } from '../../workers/store.ts';
import { useAnswer, type Answer } from '../../workers/useAnswer.ts';

interface Question {
  readonly plan: Plan;
  readonly tank: string;
}

export function useSizes(
  plan: Readonly<Ref<Plan | null>>,
  /** Empty while nobody asks. */
  tank: Readonly<Ref<string>>,
): Answer<SizeAnswer | undefined> {
  const question = computed(() => (plan.value && tank.value ? { plan: plan.value, tank: tank.value } : null));
  return useAnswer<StoreApi, Question, SizeAnswer | undefined>({
    worker: () => new Worker(new URL('../../workers/store.worker.ts', import.meta.url), { type: 'module' }),
    question: () => question.value,
    ask: (api, q, told) => api.sizes(q.plan, q.tank, told),
    keeps: (before, now) => before.tank === now.tank,
  });
}
