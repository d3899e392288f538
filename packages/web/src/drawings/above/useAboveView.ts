// What part of the ground is seen from above: one scale for both ways, zoom and pan.
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { computed, type ComputedRef, type Ref } from 'vue';
import { useZoom, type Zoom } from '../useZoom.ts';
import type { Box } from '@vernal-slope/plan/formats';

const PAD = { left: 70, right: 90, top: 64, bottom: 46 };
/** Closest look: metres across the drawing. */
const CLOSEST = 10;
/** Furthest look, and how far past its edges the map may be pushed. */
const FURTHEST = 0.7;
const BEYOND = 0.5;

export function useAboveView(
  holder: Readonly<Ref<HTMLElement | null>>,
  box: ComputedRef<Box>,
  width: ComputedRef<number>,
  height: ComputedRef<number>,
): Omit<Zoom, 'transform'> & {
  /** m east to px, m north to px */
  readonly x: ComputedRef<ScaleLinear<number, number>>;
  readonly y: ComputedRef<ScaleLinear<number, number>>;
  /** px a metre */ readonly perMetre: ComputedRef<number>;
} {
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
  const { transform, ...zoom } = useZoom(
    holder,
    computed(() => ({
      width: width.value,
      height: height.value,
      least: FURTHEST,
      most: width.value / CLOSEST / base.value.k,
      beyond: BEYOND,
    })),
  );
  return {
    ...zoom,
    x: computed(() => transform.value.rescaleX(base.value.x)),
    y: computed(() => transform.value.rescaleY(base.value.y)),
    perMetre: computed(() => base.value.k * transform.value.k),
  };
}
