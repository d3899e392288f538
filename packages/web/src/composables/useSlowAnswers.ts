// Answers from the worker for a plan and a node; a stale one is dropped, the last asked wins.
import { wrap, type Remote } from 'comlink';
import { onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue';
import type { Plan } from '@vernal-slope/plan/schema';
import type { SlowAnswers } from '../worker/hydraulics.ts';

type Api = Remote<{ slowAnswers: (plan: Plan, id: string) => SlowAnswers }>;

/** How long after an edit the worker is asked, ms: typing on does not queue up work. */
const SETTLE_MS = 60;

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
  }

  async function askNow(): Promise<void> {
    const document = plan.value;
    if (!document || !node.value) return;
    // a running answer nobody waits for any more is cut off
    if (inFlight) stop();
    const mine = ++asked;
    inFlight = true;
    try {
      const answer = await begin().slowAnswers(document, node.value);
      if (mine === asked) answers.value = answer;
    } catch {
      if (mine === asked) answers.value = null;
    } finally {
      if (mine === asked) {
        inFlight = false;
        busy.value = false;
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
