// A place slid along the slope: figures follow the pointer, nothing is changed until it is let go.
import { shallowRef } from 'vue';
import { glimpse, slidePlace, type Command } from '@vernal-slope/plan/edit';
import { providePassing } from './usePassing.ts';
import type { PlanPage } from './planpage.ts';
import { passingResults } from './usePlanResults.ts';

/** Which end of which line, and where to, m along that line. */
export interface SlideTo {
  readonly node: string;
  readonly line: string;
  readonly end: 'from' | 'to';
  readonly chainage: number;
}

export function useSlide(
  page: Pick<PlanPage, 'plan' | 'results' | 'perform'>,
  fixed: () => boolean,
): { readonly slideTo: (slide: SlideTo) => void; readonly slid: (done: boolean) => void } {
  const command = shallowRef<Command | null>(null);
  const passing = providePassing();
  return {
    slideTo: (slide) => {
      if (!page.plan.value || fixed()) return;
      command.value = slidePlace(slide.line, slide.end, slide.chainage);
      const before = passing.value ?? page.results.value;
      const slidden = glimpse(page.plan.value, command.value);
      if (before) passing.value = passingResults(slidden, before, slide.node);
    },
    slid: (done) => {
      const now = command.value;
      passing.value = null;
      command.value = null;
      if (done && now) page.perform(now);
    },
  };
}
