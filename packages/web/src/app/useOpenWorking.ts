// The working that lies open: of a figure of the plan, or one that a step made itself (of a pipe that is not laid).
import { computed, nextTick, ref, shallowRef, watch, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import type { FigureKey } from '@vernal-slope/plan/findings';
import type { Plan } from '@vernal-slope/plan/schema';

export interface OpenWorking {
  readonly figure: ShallowRef<FigureKey | null>;
  readonly working: ComputedRef<Working | null>;
  /** Tells one open working from another. */
  readonly title: ComputedRef<string>;
  open(key: FigureKey): void;
  openMade(working: Working | undefined): void;
  close(): void;
}

export function useOpenWorking(
  plan: Readonly<Ref<Plan | null>>,
  workingOf: (key: FigureKey) => Working | null,
): OpenWorking {
  const figure = shallowRef<FigureKey | null>(null);
  const made = shallowRef<Working | null>(null);
  const count = ref(0);
  // what a step made was of the plan as it was
  watch([figure, plan], () => (made.value = null));
  return {
    figure,
    working: computed(() => made.value ?? (figure.value && workingOf(figure.value))),
    title: computed(() => (figure.value ? JSON.stringify(figure.value) : `made ${count.value}`)),
    open: (key) => (figure.value = key),
    openMade: (now) => {
      figure.value = null;
      count.value++;
      void nextTick(() => (made.value = now ?? null));
    },
    close: () => {
      figure.value = null;
      made.value = null;
    },
  };
}
