// Zoom and pan of a drawing: Ctrl and the wheel, two fingers, dragging; handles and buttons are left alone.
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import { computed, onBeforeUnmount, shallowRef, watch, type ComputedRef, type Ref } from 'vue';

export interface ZoomLimits {
  /** px */ readonly width: number;
  readonly height: number;
  readonly least: number;
  readonly most: number;
  /** How far past its edges the drawing may be pushed, as a share of its size. */
  readonly beyond: number;
}

export interface Zoom {
  readonly transform: Readonly<Ref<ZoomTransform>>;
  /** How many times closer than the whole. */
  readonly zoomed: ComputedRef<number>;
  /** Anything but the whole is seen. */
  readonly moved: ComputedRef<boolean>;
  readonly zoomIn: () => void;
  readonly zoomOut: () => void;
  readonly whole: () => void;
}

const STEP = 1.6;

export function useZoom(holder: Readonly<Ref<HTMLElement | null>>, limits: ComputedRef<ZoomLimits>): Zoom {
  const transform = shallowRef(zoomIdentity);
  let behaviour: ZoomBehavior<HTMLElement, unknown> | undefined;
  /** Where the whole drawing is seen nothing can be pushed, and a finger scrolls the page. */
  const loose = (): boolean => transform.value.k > 1 || limits.value.beyond > 0;

  watch(
    holder,
    (element) => {
      if (!element) return;
      behaviour = zoom<HTMLElement, unknown>()
        .filter((event: Event) => {
          if ((event.target as Element).closest('[data-drag], button, select, input')) return false;
          if (event instanceof WheelEvent) return event.ctrlKey || event.metaKey;
          if ('touches' in event) return (event as TouchEvent).touches.length > 1 || transform.value.k > 1;
          return !(event as MouseEvent).button && (event.type !== 'mousedown' || loose());
        })
        .on('zoom', (event: D3ZoomEvent<HTMLElement, unknown>) => (transform.value = event.transform));
      select(element).call(behaviour).on('dblclick.zoom', null);
    },
    { immediate: true },
  );
  watch(
    limits,
    ({ width, height, least, most, beyond }) => {
      behaviour
        ?.extent([
          [0, 0],
          [width, height],
        ])
        .translateExtent([
          [-beyond * width, -beyond * height],
          [(1 + beyond) * width, (1 + beyond) * height],
        ])
        .scaleExtent([least, Math.max(least, most)]);
    },
    { immediate: true, flush: 'post' },
  );
  const run = (act: (b: ZoomBehavior<HTMLElement, unknown>, element: HTMLElement) => void): void => {
    if (behaviour && holder.value) act(behaviour, holder.value);
  };
  onBeforeUnmount(() => run((_, e) => select(e).on('.zoom', null)));
  return {
    transform,
    zoomed: computed(() => transform.value.k),
    moved: computed(() => transform.value.k !== 1 || transform.value.x !== 0 || transform.value.y !== 0),
    zoomIn: () => run((b, e) => select(e).call(b.scaleBy, STEP)),
    zoomOut: () => run((b, e) => select(e).call(b.scaleBy, 1 / STEP)),
    whole: () => run((b, e) => select(e).call(b.transform, zoomIdentity)),
  };
}
