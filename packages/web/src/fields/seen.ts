// What fields look at again when it changes: the document that their figures must fit into.
import type { InjectionKey, Ref } from 'vue';

/** Given by the page; a figure that was refused is tried again when something else in the document changes. */
export const SEEN: InjectionKey<Readonly<Ref<unknown>>> = Symbol('document that fields look at');
