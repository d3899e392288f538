// A place or the end of a leg dragged over the ground: the drawing follows the pointer once a frame, the plan changes when
// it is let go.
import { shallowRef, watch, type ComputedRef, type ShallowRef } from 'vue';
import { applyCommand, setPosition, type Command, type Spotted } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { byFrame } from '../byframe.ts';

interface At {
  /** px */ readonly x: number;
  readonly y: number;
}

export interface SpotDrag {
  /** What is held, and where it is now in words; null while nothing is. */
  readonly moving: Readonly<ShallowRef<{ readonly command: Command; readonly what: string } | null>>;
  /** The plan as it would be if it were let go here. */
  readonly shownPlan: Readonly<ShallowRef<Plan>>;
  /** Takes hold of a spot that is drawn at `at`. */
  grab(event: PointerEvent, what: Spotted, at: At): void;
  drag(event: PointerEvent): void;
  /** Lets go: done keeps where it is, else nothing has happened. */
  release(done: boolean): void;
}

export function useSpotDrag(on: {
  readonly plan: ComputedRef<Plan>;
  /** Nothing can be moved. */
  readonly fixed: () => boolean;
  /** Where the drawing begins on the page, px. */
  readonly corner: () => { readonly left: number; readonly top: number } | undefined;
  /** px of the drawing to m east and north. */
  readonly ground: (px: number, py: number) => { readonly east: number; readonly north: number };
  readonly perform: (command: Command) => boolean;
}): SpotDrag {
  const settings = useSettings();
  const metres = (si: number): string => showText(si, 'distance', settings.units);
  const moving = shallowRef<{ command: Command; what: string } | null>(null);
  const shownPlan = shallowRef(on.plan.value);
  watch([on.plan, moving], ([now]) => {
    if (!moving.value) shownPlan.value = now;
  });

  let grabbed: Spotted | null = null;
  let offset = { x: 0, y: 0 };
  let pointer = { x: 0, y: 0 };
  const follow = byFrame(() => {
    const corner = on.corner();
    if (!grabbed || !corner) return;
    const { east, north } = on.ground(pointer.x - corner.left - offset.x, pointer.y - corner.top - offset.y);
    const command = setPosition(grabbed, Math.round(10 * east) / 10, Math.round(10 * north) / 10);
    moving.value = { command, what: `${metres(east)} east, ${metres(north)} north` };
    shownPlan.value = applyCommand(on.plan.value, command)?.plan ?? on.plan.value;
  });
  return {
    moving,
    shownPlan,
    grab: (event, what, at) => {
      if (event.button !== 0 || on.fixed()) return;
      event.stopPropagation();
      const corner = on.corner();
      if (!corner) return;
      grabbed = what;
      offset = { x: event.clientX - corner.left - at.x, y: event.clientY - corner.top - at.y };
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
    },
    drag: (event) => {
      if (!grabbed) return;
      pointer = { x: event.clientX, y: event.clientY };
      follow.ask();
    },
    release: (done) => {
      if (done) follow.settle();
      else follow.drop();
      const now = moving.value;
      grabbed = null;
      moving.value = null;
      if (now && done) on.perform(now.command);
      shownPlan.value = on.plan.value;
    },
  };
}
