// Answers of the Pipe step from its workers: quick ones follow every edit, long ones are begun, told of, stopped.
import { proxy, wrap, type Remote } from 'comlink';
import { onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue';
import type { PlanSizes, WorstSituation } from '@vernal-slope/plan/solve';
import type { Plan, Situation } from '@vernal-slope/plan/schema';
import type { PipeAnswers, PipeAsked, PipesApi } from '../worker/pipes.ts';

const SETTLE_MS = 80;

function begin(): { worker: Worker; api: Remote<PipesApi> } {
  const worker = new Worker(new URL('../worker/pipes.worker.ts', import.meta.url), { type: 'module' });
  return { worker, api: wrap<PipesApi>(worker) };
}

export function usePipes(
  plan: Readonly<Ref<Plan>>,
  asked: Readonly<Ref<PipeAsked>>,
): {
  answers: Readonly<Ref<PipeAnswers | null>>;
  busy: Readonly<Ref<boolean>>;
  /** What is being sought, and how far, 0 to 1. */
  seeking: Readonly<Ref<'' | 'sizes' | 'worst'>>;
  progress: Readonly<Ref<number>>;
  sizes: Readonly<Ref<PlanSizes | null>>;
  worst: Readonly<Ref<WorstSituation | null>>;
  findSizes: () => Promise<void>;
  findWorst: (level: Situation['level']) => Promise<void>;
  stop: () => void;
} {
  const answers = shallowRef<PipeAnswers | null>(null);
  const busy = ref(false);
  const seeking = ref<'' | 'sizes' | 'worst'>('');
  const progress = ref(0);
  const sizes = shallowRef<PlanSizes | null>(null);
  const worst = shallowRef<WorstSituation | null>(null);
  let quick: ReturnType<typeof begin> | undefined;
  let long: ReturnType<typeof begin> | undefined;
  let mine = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;

  async function ask(): Promise<void> {
    const now = ++mine;
    quick ??= begin();
    try {
      const answer = await quick.api.answers(plan.value, asked.value);
      if (now === mine) answers.value = answer;
    } finally {
      if (now === mine) busy.value = false;
    }
  }
  watch(
    [plan, asked],
    ([now], [before]) => {
      clearTimeout(timer);
      // what was sought for another plan says nothing of this one
      if (now !== before) {
        stop();
        sizes.value = null;
        worst.value = null;
      }
      busy.value = true;
      timer = setTimeout(() => void ask(), SETTLE_MS);
    },
    { immediate: true },
  );

  function stop(): void {
    long?.worker.terminate();
    long = undefined;
    seeking.value = '';
  }
  async function seek<T>(
    what: 'sizes' | 'worst',
    run: (api: Remote<PipesApi>, told: (share: number) => void) => Promise<T>,
  ): Promise<T | undefined> {
    stop();
    seeking.value = what;
    progress.value = 0;
    const own = (long = begin());
    const answer = await run(
      own.api,
      proxy((share: number) => {
        if (own === long) progress.value = share;
      }),
    );
    if (own !== long) return undefined;
    stop();
    return answer;
  }
  const findSizes = async (): Promise<void> => {
    sizes.value = null;
    sizes.value = (await seek<PlanSizes>('sizes', async (api, told) => await api.sizes(plan.value, told))) ?? null;
  };
  const findWorst = async (level: Situation['level']): Promise<void> => {
    worst.value = null;
    worst.value = (await seek('worst', async (api, told) => await api.worst(plan.value, level, told))) ?? null;
  };
  onScopeDispose(() => {
    clearTimeout(timer);
    mine++;
    quick?.worker.terminate();
    stop();
  });
  return { answers, busy, seeking, progress, sizes, worst, findSizes, findWorst, stop };
}
