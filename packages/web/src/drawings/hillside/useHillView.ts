// What part of the slope is seen, and how much heights are stretched: scales, zoom, pan.
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { computed, type ComputedRef, type Ref } from 'vue';
import { useZoom, type Zoom } from '../useZoom.ts';

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

export function useHillView(
  holder: Readonly<Ref<HTMLElement | null>>,
  spans: ComputedRef<{ readonly x: Span; readonly z: Span }>,
  frame: ComputedRef<Frame>,
  stretch: Ref<Stretch>,
): Omit<Zoom, 'transform'> & {
  readonly x: ComputedRef<ScaleLinear<number, number>>;
  readonly y: ComputedRef<ScaleLinear<number, number>>;
} {
  const base = computed(() => baseScales(spans.value.x, spans.value.z, frame.value, stretch.value));
  const { transform, ...zoom } = useZoom(
    holder,
    computed(() => ({
      width: frame.value.width,
      height: frame.value.height,
      least: 1,
      most: (spans.value.x[1] - spans.value.x[0]) / CLOSEST,
      beyond: 0,
    })),
  );
  return {
    ...zoom,
    x: computed(() => transform.value.rescaleX(base.value.x)),
    y: computed(() => transform.value.rescaleY(base.value.y)),
  };
}
