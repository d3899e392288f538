// Figures while something is dragged, handed straight to who shows them: the page around them is not drawn again.
import { refThrottled } from '@vueuse/core';
import { computed, inject, provide, shallowRef, type ComputedRef, type InjectionKey, type ShallowRef } from 'vue';
import type { PlanResults } from './usePlanResults.ts';

const PASSING: InjectionKey<ShallowRef<PlanResults | null>> = Symbol('passing');

/** The page's own end: what passes by, null while nothing does. */
export function providePassing(): ShallowRef<PlanResults | null> {
  const passing = shallowRef<PlanResults | null>(null);
  provide(PASSING, passing);
  return passing;
}

/**
 * The results to show: what passes by, else those of the plan. `everyMs` is for what nobody reads frame by frame; what
 * was let go is never kept back.
 */
export function useShownResults(own: () => PlanResults, everyMs = 0): ComputedRef<PlanResults> {
  const passing = inject(PASSING, null);
  if (!passing) return computed(own);
  const seen = everyMs > 0 ? refThrottled(passing, everyMs) : passing;
  return computed(() => (passing.value && seen.value) ?? own());
}
