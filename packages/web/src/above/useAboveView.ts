// What part of the ground is seen from above: one scale for both ways, zoom and pan.
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomBehavior } from 'd3-zoom';
import { computed, onBeforeUnmount, shallowRef, watch, type ComputedRef, type Ref } from 'vue';
import type { Box } from '@vernal-slope/plan/formats';

const PAD = { left: 70, right: 90, top: 64, bottom: 46 };
/** Closest look: metres across the drawing. */
const CLOSEST = 10;
const STEP = 1.6;

export function useAboveView(
  holder: Readonly<Ref<HTMLElement | null>>,
  box: ComputedRef<Box>,
  width: ComputedRef<number>,
  height: ComputedRef<number>,
): {
  /** m east to px, m north to px */
  x: ComputedRef<ScaleLinear<number, number>>;
  y: ComputedRef<ScaleLinear<number, number>>;
  /** px a metre */ perMetre: ComputedRef<number>;
  zoomed: ComputedRef<number>;
  zoomIn: () => void;
  zoomOut: () => void;
  whole: () => void;
} {
  const transform = shallowRef(zoomIdentity);
  const base = computed(() => {
    const b = box.value;
    const [plotW, plotH] = [width.value - PAD.left - PAD.right, height.value - PAD.top - PAD.bottom];
    const k = Math.max(1e-6, Math.min(plotW / Math.max(1, b.x1 - b.x0), plotH / Math.max(1, b.y1 - b.y0)));
    const [cx, cy] = [(b.x0 + b.x1) / 2, (b.y0 + b.y1) / 2];
    const [px, py] = [PAD.left + plotW / 2, PAD.top + plotH / 2];
    return {
      k,
      x: scaleLinear()
        .domain([cx, cx + 1])
        .range([px, px + k]),
      y: scaleLinear()
        .domain([cy, cy + 1])
        .range([py, py - k]),
    };
  });
  const x = computed(() => transform.value.rescaleX(base.value.x));
  const y = computed(() => transform.value.rescaleY(base.value.y));
  const perMetre = computed(() => base.value.k * transform.value.k);
  const zoomed = computed(() => transform.value.k);
  let behaviour: ZoomBehavior<HTMLElement, unknown> | undefined;
  watch(
    holder,
    (element) => {
      if (!element) return;
      behaviour = zoom<HTMLElement, unknown>()
        .filter((event: Event) => {
          if ((event.target as Element).closest('[data-drag], button, input')) return false;
          if (event instanceof WheelEvent) return event.ctrlKey || event.metaKey;
          if ('touches' in event) return (event as TouchEvent).touches.length > 1 || transform.value.k > 1;
          return !(event as MouseEvent).button;
        })
        .on('zoom', (event: D3ZoomEvent<HTMLElement, unknown>) => (transform.value = event.transform));
      select(element).call(behaviour).on('dblclick.zoom', null);
    },
    { immediate: true },
  );
  watch(
    [width, height, () => base.value.k],
    ([w, h, k]) => {
      behaviour
        ?.extent([
          [0, 0],
          [w, h],
        ])
        .translateExtent([
          [-w / 2, -h / 2],
          [1.5 * w, 1.5 * h],
        ])
        .scaleExtent([0.7, Math.max(1, w / CLOSEST / k)]);
    },
    { immediate: true, flush: 'post' },
  );
  const run = (act: (b: ZoomBehavior<HTMLElement, unknown>, element: HTMLElement) => void): void => {
    if (behaviour && holder.value) act(behaviour, holder.value);
  };
  onBeforeUnmount(() => run((_, e) => select(e).on('.zoom', null)));
  return {
    x,
    y,
    perMetre,
    zoomed,
    zoomIn: () => run((b, e) => select(e).call(b.scaleBy, STEP)),
    zoomOut: () => run((b, e) => select(e).call(b.scaleBy, 1 / STEP)),
    whole: () => run((b, e) => select(e).call(b.transform, zoomIdentity)),
  };
}
