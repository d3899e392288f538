// Heights of the chosen tank from their worker: the heights first, then the other ways; both follow every edit.
import { computed, type Ref } from 'vue';
import type { Plan } from '@vernal-slope/plan/schema';
import type { PressureWay } from '@vernal-slope/plan/stand';
import type { StandApi, StandHeights } from '../../workers/stand.ts';
import { useAnswer, type Answer } from '../../workers/useAnswer.ts';

export interface StandFigures {
  /** The plan they were worked out for. */ readonly plan: Plan;
  readonly heights: StandHeights;
}

interface Question {
  readonly plan: Plan;
  readonly tank: string;
}
const worker = (): Worker => new Worker(new URL('../../workers/stand.worker.ts', import.meta.url), { type: 'module' });
const sameTank = (before: Question, now: Question): boolean => before.tank === now.tank;

export function useStand(
  plan: Readonly<Ref<Plan | null>>,
  /** Empty while nobody asks. */
  tank: Readonly<Ref<string>>,
): { figures: Answer<StandFigures>; ways: Answer<readonly PressureWay[]> } {
  const question = computed(() => (plan.value && tank.value ? { plan: plan.value, tank: tank.value } : null));
  const figures = useAnswer<StandApi, Question, StandFigures>({
    worker,
    question: () => question.value,
    ask: async (api, q) => ({ plan: q.plan, heights: await api.heights(q.plan, q.tank) }),
    keeps: sameTank,
  });
  const ways = useAnswer<StandApi, Question, readonly PressureWay[]>({
    worker,
    question: () => question.value,
    // sought once the heights of the plan of now are there; those of before stay, or all under them would jump
    waits: () => figures.answer.value?.plan !== question.value?.plan,
    ask: (api, q, told) => api.ways(q.plan, q.tank, told),
    keeps: sameTank,
    settleMs: 0,
    longMs: 0,
  });
  return { figures, ways };
}
