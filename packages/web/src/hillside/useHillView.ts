// What part of the slope is seen, and how much heights are stretched: scales, zoom, pan.
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomBehavior } from 'd3-zoom';
import { computed, onBeforeUnmount, shallowRef, watch, type ComputedRef, type Ref } from 'vue';

export type Span = readonly [number, number];

export interface Frame {
  /** px */ readonly width: number;
  readonly height: number;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Heights stretched to fill the drawing, or a fixed number of times. */
export type Stretch = 'fit' | number;

/** Scales of a section before zoom. Distances and heights in m, screen in px. */
export function baseScales(
  spanX: Span,
  spanZ: Span,
  f: Frame,
  stretch: Stretch,
): { x: ScaleLinear<number, number>; y: ScaleLinear<number, number> } {
  const [plotW, plotH] = [Math.max(1, f.width - f.left - f.right), Math.max(1, f.height - f.top - f.bottom)];
  const [lx, lz] = [spanX[1] - spanX[0], spanZ[1] - spanZ[0]];
  if (stretch === 'fit') {
    return {
      x: scaleLinear()
        .domain(spanX)
        .range([f.left, f.left + plotW]),
      y: scaleLinear()
        .domain(spanZ)
        .range([f.top + plotH, f.top]),
    };
  }
  const perMetre = Math.min(plotW / lx, plotH / (lz * stretch));
  const [marginX, marginY] = [(plotW - perMetre * lx) / 2, (plotH - perMetre * lz * stretch) / 2];
  return {
    x: scaleLinear()
      .domain(spanX)
      .range([f.left + marginX, f.left + plotW - marginX]),
    y: scaleLinear()
      .domain(spanZ)
      .range([f.top + plotH - marginY, f.top + marginY]),
  };
}

/** Least length of the slope that can fill the drawing, m. */
const CLOSEST = 4;
const STEP = 1.6;

export function useHillView(
  holder: Readonly<Ref<HTMLElement | null>>,
  spans: ComputedRef<{ readonly x: Span; readonly z: Span }>,
  frame: ComputedRef<Frame>,
  stretch: Ref<Stretch>,
): {
  x: ComputedRef<ScaleLinear<number, number>>;
  y: ComputedRef<ScaleLinear<number, number>>;
  zoomed: ComputedRef<number>;
  zoomIn: () => void;
  zoomOut: () => void;
  whole: () => void;
} {
  const transform = shallowRef(zoomIdentity);
  const base = computed(() => baseScales(spans.value.x, spans.value.z, frame.value, stretch.value));
  const x = computed(() => transform.value.rescaleX(base.value.x));
  const y = computed(() => transform.value.rescaleY(base.value.y));
  const zoomed = computed(() => transform.value.k);
  let behaviour: ZoomBehavior<HTMLElement, unknown> | undefined;

  watch(
    holder,
    (element) => {
      if (!element) return;
      behaviour = zoom<HTMLElement, unknown>()
        .filter((event: Event) => {
          if ((event.target as Element).closest('[data-drag], button, select')) return false;
          if (event instanceof WheelEvent) return event.ctrlKey || event.metaKey;
          // a finger scrolls the page until the drawing is zoomed; two fingers zoom
          if ('touches' in event) return (event as TouchEvent).touches.length > 1 || transform.value.k > 1;
          return !(event as MouseEvent).button && (event.type !== 'mousedown' || transform.value.k > 1);
        })
        .on('zoom', (event: D3ZoomEvent<HTMLElement, unknown>) => (transform.value = event.transform));
      select(element).call(behaviour).on('dblclick.zoom', null);
    },
    { immediate: true },
  );
  watch(
    [frame, () => spans.value.x],
    ([f, span]) => {
      behaviour
        ?.extent([
          [0, 0],
          [f.width, f.height],
        ])
        .translateExtent([
          [0, 0],
          [f.width, f.height],
        ])
        .scaleExtent([1, Math.max(1, (span[1] - span[0]) / CLOSEST)]);
    },
    { immediate: true, flush: 'post' },
  );
  const run = (act: (b: ZoomBehavior<HTMLElement, unknown>, element: HTMLElement) => void): void => {
    if (behaviour && holder.value) act(behaviour, holder.value);
  };
  const zoomIn = (): void => run((b, e) => select(e).call(b.scaleBy, STEP));
  const zoomOut = (): void => run((b, e) => select(e).call(b.scaleBy, 1 / STEP));
  const whole = (): void => run((b, e) => select(e).call(b.transform, zoomIdentity));
  onBeforeUnmount(() => run((_, e) => select(e).on('.zoom', null)));
  return { x, y, zoomed, zoomIn, zoomOut, whole };
}
