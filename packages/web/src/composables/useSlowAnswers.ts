// Answers from the worker for a plan and a node; a stale one is dropped, the last asked wins.
import { wrap, type Remote } from 'comlink';
import { onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue';
import type { Plan } from '@vernal-slope/plan/schema';
import type { SlowAnswers } from '../worker/hydraulics.ts';

type Api = Remote<{ slowAnswers: (plan: Plan, id: string) => SlowAnswers }>;

/** How long after an edit the worker is asked, ms: typing on does not queue up work. */
const SETTLE_MS = 60;
/** A running answer that is older than this is cut off by the next, ms. */
const LONG_MS = 1000;

export function useSlowAnswers(
  plan: Readonly<Ref<Plan | null>>,
  node: Readonly<Ref<string>>,
): {
  answers: Readonly<Ref<SlowAnswers | null>>;
  busy: Readonly<Ref<boolean>>;
} {
  const answers = shallowRef<SlowAnswers | null>(null);
  const busy = ref(false);
  let worker: Worker | undefined;
  let api: Api | undefined;
  let asked = 0;
  let inFlight = false;
  /** Another was asked for while one is worked out. */
  let waiting = false;
  let begun = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;

  function begin(): Api {
    if (!api) {
      worker = new Worker(new URL('../worker/hydraulics.worker.ts', import.meta.url), { type: 'module' });
      api = wrap<{ slowAnswers: (plan: Plan, id: string) => SlowAnswers }>(worker);
    }
    return api;
  }

  function stop(): void {
    worker?.terminate();
    worker = undefined;
    api = undefined;
    inFlight = false;
    waiting = false;
  }

  async function askNow(): Promise<void> {
    const document = plan.value;
    if (!document || !node.value) return;
    if (inFlight) {
      // it is nearly done, and a new worker costs more; one that takes long is cut off
      if (performance.now() - begun < LONG_MS) {
        waiting = true;
        return;
      }
      stop();
    }
    const mine = ++asked;
    inFlight = true;
    begun = performance.now();
    try {
      const answer = await begin().slowAnswers(document, node.value);
      if (mine === asked && !waiting) answers.value = answer;
    } catch {
      if (mine === asked) answers.value = null;
    } finally {
      if (mine === asked) {
        inFlight = false;
        const again = waiting;
        waiting = false;
        if (again) void askNow();
        else busy.value = false;
      }
    }
  }

  watch(
    [plan, node],
    ([document, id], [, before]) => {
      clearTimeout(timer);
      if (id !== before) answers.value = null;
      if (!document || !id) {
        busy.value = false;
        return;
      }
      busy.value = true;
      timer = setTimeout(() => void askNow(), SETTLE_MS);
    },
    { immediate: true },
  );
  onScopeDispose(() => {
    clearTimeout(timer);
    asked++;
    stop();
  });
  return { answers, busy };
}
