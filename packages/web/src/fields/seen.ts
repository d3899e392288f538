// What fields look at again when it changes: the document that their figures must fit into.
import type { InjectionKey, Ref } from 'vue';

/** Figures that were typed and refused, by their fields, while the page changes to another step and back. */
export const refusedDrafts = new Map<string, { readonly draft: string; readonly error: string }>();

/** Given by the page; a figure that was refused is tried again when something else in the document changes. */
export const SEEN: InjectionKey<Readonly<Ref<unknown>>> = Symbol('document that fields look at');
