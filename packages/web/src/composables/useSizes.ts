// The curve of store sizes from the worker: progress, cancel, a stale answer dropped.
import { proxy, wrap, type Remote } from 'comlink';
import { onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue';
import type { SizeAnswer } from '@vernal-slope/plan/budget';
import type { Plan } from '@vernal-slope/plan/schema';
import type { StoreApi } from '../worker/store.ts';

const SETTLE_MS = 80;

export function useSizes(
  plan: Readonly<Ref<Plan | null>>,
  tank: Readonly<Ref<string>>,
): {
  answer: Readonly<Ref<SizeAnswer | null>>;
  /** 0 to 1 while it works, else null. */
  progress: Readonly<Ref<number | null>>;
  cancel: () => void;
} {
  const answer = shallowRef<SizeAnswer | null>(null);
  const progress = ref<number | null>(null);
  let worker: Worker | undefined;
  let api: Remote<StoreApi> | undefined;
  let asked = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;

  function cancel(): void {
    clearTimeout(timer);
    asked++;
    worker?.terminate();
    worker = undefined;
    api = undefined;
    progress.value = null;
  }

  async function ask(): Promise<void> {
    const document = plan.value;
    if (!document || !tank.value) return;
    const mine = ++asked;
    if (!api) {
      worker = new Worker(new URL('../worker/store.worker.ts', import.meta.url), { type: 'module' });
      api = wrap<StoreApi>(worker);
    }
    try {
      const found = await api.sizes(
        document,
        tank.value,
        proxy((share: number) => {
          if (mine === asked) progress.value = share;
        }),
      );
      if (mine === asked) answer.value = found ?? null;
    } catch {
      if (mine === asked) answer.value = null;
    } finally {
      if (mine === asked) progress.value = null;
    }
  }

  watch(
    [() => plan.value?.nodes, () => plan.value?.needs, () => plan.value?.climate, () => plan.value?.settings, tank],
    () => {
      if (progress.value !== null) cancel();
      clearTimeout(timer);
      progress.value = 0;
      timer = setTimeout(() => void ask(), SETTLE_MS);
    },
    { immediate: true },
  );
  onScopeDispose(cancel);
  return { answer, progress, cancel };
}
