import { inject, onScopeDispose, shallowRef, watch, type InjectionKey, type Ref } from 'vue';

/** Given where every part of a page stands on it from the first moment on: in tests of components. */
export const AT_ONCE: InjectionKey<true> = Symbol('at once');

/** Calls back in a task of its own once `frames` frames are painted; gives what calls it off. */
export function afterFrames(frames: number, then: () => void): () => void {
  let frame = 0;
  let turn: ReturnType<typeof setTimeout> | undefined;
  const wait = (left: number): void => {
    if (left <= 0) then();
    else frame = requestAnimationFrame(() => (turn = setTimeout(() => wait(left - 1), 0)));
  };
  wait(frames);
  return () => {
    cancelAnimationFrame(frame);
    clearTimeout(turn);
  };
}

/** A value as it was until a frame ago: what draws from it has a task of its own. */
export function aFrameLater<T>(now: () => T): Readonly<Ref<T>> {
  const later = shallowRef(now());
  const atOnce = inject(AT_ONCE, false);
  let drop = (): void => {};
  watch(
    now,
    (value) => {
      drop();
      drop = afterFrames(atOnce ? 0 : 1, () => (later.value = value));
    },
    { flush: 'post' },
  );
  onScopeDispose(() => drop());
  return later;
}
