// What goes wrong and was not foreseen reaches the person, not only the console.
import { readonly, ref, type App } from 'vue';
import type { Router } from 'vue-router';

const words = ref('');
/** What to tell the person; empty where nothing is wrong. */
export const unexpected = readonly(words);
export const closeUnexpected = (): void => void (words.value = '');

/** A browser reports these where a size changes while it is drawn; nothing is wrong. */
const HARMLESS = /^ResizeObserver loop/;

/** Tells of one error; `while` says what was tried. */
export function tellOf(error: unknown, during = 'Something went wrong that should not'): void {
  const why = error instanceof Error ? error.message : String(error ?? 'no reason given');
  const clause = why.replace(/[.\s]+$/, '');
  if (HARMLESS.test(why)) return;
  words.value = `${during}: ${clause}. What you entered is kept on this device; if the page no longer answers, load it anew.`;
}

/** Listens at every place where an error would otherwise end unseen. */
export function tellUnexpected(app: App, router: Router): void {
  // the console and the listener below hear of it
  app.config.errorHandler = (error) => reportError(error);
  router.onError((error) => tellOf(error, 'This page could not be opened'));
  addEventListener('error', (event) => tellOf(event.error ?? event.message));
  addEventListener('unhandledrejection', (event) => tellOf(event.reason));
}
