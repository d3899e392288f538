// Whether the first pointer is a finger: a phone's own lists serve better there than a menu drawn in the page.
import { readonly, ref } from 'vue';

const query = typeof matchMedia === 'function' ? matchMedia('(pointer: coarse)') : undefined;
const coarse = ref(query?.matches ?? false);
query?.addEventListener('change', (event) => (coarse.value = event.matches));

export const byFinger = readonly(coarse);
