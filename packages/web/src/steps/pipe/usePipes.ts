// What the Pipe step asks of its workers: sizes and situations at every edit; the cheapest sizes and the worst
// combination when a person asks.
import { computed, ref, type Ref } from 'vue';
import type { PlanSizes, WorstSituation } from '@vernal-slope/plan/solve';
import type { Plan, Situation } from '@vernal-slope/plan/schema';
import type { PipeAnswers, PipeAsked, PipesApi } from '../../workers/pipes.ts';
import { useAnswer, type Answer } from '../../workers/useAnswer.ts';

const worker = (): Worker => new Worker(new URL('../../workers/pipes.worker.ts', import.meta.url), { type: 'module' });

export function usePipes(
  plan: Readonly<Ref<Plan>>,
  asked: Readonly<Ref<PipeAsked>>,
): {
  answers: Answer<PipeAnswers>;
  sizes: Answer<PlanSizes>;
  worst: Answer<WorstSituation | undefined>;
  findSizes: () => void;
  findWorst: (level: Situation['level']) => void;
} {
  const question = computed(() => ({ plan: plan.value, asked: asked.value }));
  const answers = useAnswer<PipesApi, { plan: Plan; asked: PipeAsked }, PipeAnswers>({
    worker,
    question: () => question.value,
    ask: (api, q) => api.answers(q.plan, q.asked),
    keeps: () => true,
  });
  const whole = computed(() => ({ plan: plan.value }));
  const sizes = useAnswer<PipesApi, { plan: Plan }, PlanSizes>({
    worker,
    question: () => whole.value,
    ask: async (api, q, told) => await api.sizes(q.plan, told),
    onDemand: true,
    longMs: 0,
  });
  const level = ref<Situation['level']>();
  const worst = useAnswer<PipesApi, { plan: Plan }, WorstSituation | undefined>({
    worker,
    question: () => whole.value,
    ask: async (api, q, told) => await api.worst(q.plan, level.value, told),
    onDemand: true,
    longMs: 0,
  });
  return {
    answers,
    sizes,
    worst,
    findSizes: () => void sizes.ask(),
    findWorst: (now) => {
      level.value = now;
      void worst.ask();
    },
  };
}
