// On a phone the judgement is folded to its two figures and its worst sentence, so that the step's own work is in reach.
import { useMediaQuery } from '@vueuse/core';
import { computed, ref, type ComputedRef } from 'vue';

export interface Fold {
  /** Only the worst is shown. */
  readonly folded: ComputedRef<boolean>;
  /** There is a fold here. */
  readonly folds: ComputedRef<boolean>;
  readonly turn: () => void;
}

export function useFold(): Fold {
  const narrow = useMediaQuery('(max-width: 640px)');
  const opened = ref(false);
  return {
    folds: computed(() => narrow.value),
    folded: computed(() => narrow.value && !opened.value),
    turn: () => void (opened.value = !opened.value),
  };
}
