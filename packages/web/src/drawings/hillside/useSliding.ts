// A place slid along the drawn slope: the scale stands still, the place follows the pointer once a frame.
import { ref, shallowRef, type Ref, type ShallowRef } from 'vue';
import { byFrame } from '../byframe.ts';
import type { BehindStrip, Slide, SlidingEnd } from '@vernal-slope/display/section';
import { ARROW_STEP } from './useDrawingKeys.ts';
import type { Span } from './useHillView.ts';

/** The slope as it was when a place was taken hold of. Distances and heights in m. */
export interface HeldSlope {
  readonly x: Span;
  readonly z: Span;
  readonly slide: SlidingEnd;
  /** Chainage of the place then. */
  readonly begun: number;
  readonly behind: readonly BehindStrip[];
}

export interface Sliding {
  readonly held: Readonly<ShallowRef<HeldSlope | null>>;
  /** Chainage at which the place that is held stands now, m. */
  readonly heldAt: Readonly<Ref<number>>;
  grab(event: PointerEvent, end: SlidingEnd): void;
  drag(event: PointerEvent): void;
  release(done: boolean): void;
  /** A metre along the slope by key, five with Shift. */
  nudge(event: KeyboardEvent, end: SlidingEnd): void;
  /** How far what is drawn has moved under the scale that stands still, m: a line cut or lengthened at its head counts from its new head. */
  drift(): number;
}

export function useSliding(on: {
  readonly spans: () => { readonly x: Span; readonly z: Span };
  readonly behind: () => readonly BehindStrip[];
  /** Distance along the slope under a place on the page, m; undefined while nothing is drawn. */
  readonly along: (clientX: number) => number | undefined;
  readonly slide: (slide: Slide) => void;
  readonly slid: (done: boolean) => void;
}): Sliding {
  const held = shallowRef<HeldSlope | null>(null);
  const heldAt = ref(0);
  const drift = (): number => (held.value?.slide.shifts ? heldAt.value - held.value.begun : 0);
  let pointer = 0;
  const frames = byFrame(() => {
    const still = held.value;
    const under = on.along(pointer);
    if (!still || under === undefined) return;
    // in the scale that stands still, whatever the line counts from by now
    const at = under + drift();
    const along = still.slide.reversed ? still.slide.origin - at : at - still.slide.origin;
    // to the tenth of a metre: nobody digs in a pipe finer
    const chainage = Math.round(along * 10) / 10;
    heldAt.value = chainage;
    on.slide({ ...still.slide, chainage });
  });
  const release = (done: boolean): void => {
    if (!held.value) return;
    frames.drop();
    const moved = heldAt.value !== held.value.begun;
    held.value = null;
    on.slid(done && moved);
  };
  return {
    held,
    heldAt,
    drift,
    release,
    grab: (event, end) => {
      if (event.button !== 0) return;
      event.preventDefault();
      event.stopPropagation();
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
      held.value = { ...on.spans(), slide: end, begun: end.chainage, behind: on.behind() };
      heldAt.value = end.chainage;
    },
    drag: (event) => {
      if (!held.value) return;
      pointer = event.clientX;
      frames.ask();
    },
    nudge: (event, end) => {
      const step = ARROW_STEP[event.key];
      if (event.key === 'Escape') release(false);
      if (!step) return;
      event.preventDefault();
      event.stopPropagation();
      const by = step * (event.shiftKey ? 5 : 1) * (end.reversed ? -1 : 1);
      on.slide({ ...end, chainage: end.chainage + by });
      on.slid(true);
    },
  };
}
