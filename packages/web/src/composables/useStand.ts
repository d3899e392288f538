// Heights of the chosen tank from their worker: the heights first, then the other ways; both follow every edit.
import { proxy, wrap, type Remote } from 'comlink';
import { onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue';
import type { Plan } from '@vernal-slope/plan/schema';
import type { PressureWay } from '@vernal-slope/plan/stand';
import type { StandApi, StandHeights } from '../worker/stand.ts';

const SETTLE_MS = 80;

export interface StandFigures {
  /** The plan they were worked out for. */ readonly plan: Plan;
  readonly heights: StandHeights;
}

export function useStand(
  plan: Readonly<Ref<Plan | null>>,
  /** Empty while nobody asks. */
  tank: Readonly<Ref<string>>,
): {
  figures: Readonly<Ref<StandFigures | null>>;
  /** Null while they are being worked out. */ ways: Readonly<Ref<readonly PressureWay[] | null>>;
  progress: Readonly<Ref<number>>;
} {
  const figures = shallowRef<StandFigures | null>(null);
  const ways = shallowRef<readonly PressureWay[] | null>(null);
  const progress = ref(0);
  let worker: Worker | undefined;
  let api: Remote<StandApi> | undefined;
  let mine = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let running = false;

  function stop(): void {
    worker?.terminate();
    worker = undefined;
    running = false;
  }
  async function ask(now: Plan, id: string): Promise<void> {
    const turn = ++mine;
    // a search for a plan that is gone is not worth waiting for
    if (running) stop();
    if (!worker) {
      worker = new Worker(new URL('../worker/stand.worker.ts', import.meta.url), { type: 'module' });
      api = wrap<StandApi>(worker);
    }
    if (!api) return;
    running = true;
    progress.value = 0;
    const heights = await api.heights(now, id);
    if (turn !== mine) return;
    figures.value = { plan: now, heights };
    const found = await api.ways(
      now,
      id,
      proxy((share: number) => {
        if (turn === mine) progress.value = share;
      }),
    );
    if (turn !== mine) return;
    running = false;
    ways.value = found;
  }
  watch(
    [plan, tank],
    ([now, id], [, before]) => {
      clearTimeout(timer);
      mine++;
      ways.value = null;
      if (id !== before) figures.value = null;
      if (now && id) timer = setTimeout(() => void ask(now, id), SETTLE_MS);
    },
    { immediate: true },
  );
  onScopeDispose(() => {
    clearTimeout(timer);
    mine++;
    stop();
  });
  return { figures, ways, progress };
}
