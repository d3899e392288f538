import type { InjectionKey } from 'vue';

/** Given where every part of a page stands on it from the first moment on: in tests of components. */
export const AT_ONCE: InjectionKey<true> = Symbol('at once');
