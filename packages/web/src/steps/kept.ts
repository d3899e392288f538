// What a step keeps while its plan is open, in a file of its own between the step and its page.
import { inject, provide, type InjectionKey } from 'vue';

export interface Kept<T> {
  /** Called once by the step's `use`. */
  keep(state: T): void;
  /** What the step keeps; only below the page of a plan. */
  use(): T;
}

export function keptBy<T>(step: string): Kept<T> {
  const key: InjectionKey<T> = Symbol(step);
  return {
    keep: (state) => provide(key, state),
    use: () => {
      const state = inject(key);
      if (!state) throw new Error('not on the page of a plan');
      return state;
    },
  };
}
