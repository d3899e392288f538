// Something on a bench taken up and down: it follows the pointer and the plan changes when it is let go; arrows move it a step.
import { ref, type Ref } from 'vue';

export interface Pulling<K> {
  /** What is held, and how far it is from where it stands, m; null while nothing is. */
  readonly held: Readonly<Ref<{ readonly what: K; readonly by: number } | null>>;
  /** How far something is held from where it stands, m. */
  readonly liftOf: (what: K) => number;
  readonly grip: (event: PointerEvent, what: K) => void;
  readonly pull: (event: PointerEvent) => void;
  readonly letGo: () => void;
  readonly drop: () => void;
  readonly nudge: (event: KeyboardEvent, what: K) => void;
}

/**
 * @param scale px of the page a metre where the pointer is @param step m that it comes to rest on, and goes with one key
 * @param moved told what was moved, and by how much, m
 */
export function usePull<K>(
  scale: (on: Element) => number,
  step: () => number,
  moved: (what: K, by: number) => void,
): Pulling<K> {
  const held = ref<{ what: K; by: number } | null>(null) as Ref<{ what: K; by: number } | null>;
  let began = 0;
  return {
    held,
    liftOf: (what) => (held.value?.what === what ? held.value.by : 0),
    grip: (event, what) => {
      event.preventDefault();
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
      began = event.clientY;
      held.value = { what, by: 0 };
    },
    pull: (event) => {
      const now = held.value;
      if (!now) return;
      const by = (began - event.clientY) / scale(event.currentTarget as Element);
      held.value = { what: now.what, by: Math.round(by / step()) * step() };
    },
    letGo: () => {
      const now = held.value;
      held.value = null;
      if (now && now.by !== 0) moved(now.what, now.by);
    },
    drop: () => void (held.value = null),
    nudge: (event, what) => {
      const by = event.key === 'ArrowUp' ? step() : event.key === 'ArrowDown' ? -step() : 0;
      if (by === 0) return;
      event.preventDefault();
      event.stopPropagation();
      moved(what, by);
    },
  };
}

/** px of the page a unit of a drawing of a width, where something of it stands. */
export const drawnScale = (on: Element, width: number): number =>
  ((on as SVGElement).ownerSVGElement?.getBoundingClientRect().width ?? width) / width;
