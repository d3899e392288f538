// Keys of an open plan: steps, undo, the working, the change that is proposed, the list of keys.
import { useEventListener } from '@vueuse/core';
import type { Ref } from 'vue';
import type { StepKey } from '@vernal-slope/plan/findings';
import { stepFor } from '../steps/registry.ts';

const typingIn = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.matches('input:not([type=checkbox]), textarea, select') || target.isContentEditable);

export function usePlanKeys(on: {
  readonly step: Readonly<Ref<StepKey>>;
  readonly go: (step: StepKey) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly help: () => void;
  readonly working: () => void;
}): void {
  useEventListener('keydown', (event: KeyboardEvent) => {
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
      // a field with unfinished typing keeps the browser's own undo
      if (typingIn(event.target) && (event.target as HTMLInputElement).closest('.wrong')) return;
      event.preventDefault();
      if (typingIn(event.target)) (event.target as HTMLElement).blur();
      if (event.shiftKey) on.redo();
      else on.undo();
      return;
    }
    if (event.ctrlKey || event.metaKey || event.altKey || typingIn(event.target)) return;
    if (document.querySelector('.n-modal')) return;
    const step = stepFor(event.key, on.step.value);
    if (step) on.go(step);
    else if (event.key === '?') on.help();
    else if (event.key === 'w') {
      const focused = document.activeElement;
      if (focused instanceof HTMLButtonElement && focused.classList.contains('figure')) focused.click();
      else on.working();
    } else if (event.key === 't') document.querySelector<HTMLButtonElement>('[data-test=try]')?.click();
    else return;
    event.preventDefault();
  });
}
