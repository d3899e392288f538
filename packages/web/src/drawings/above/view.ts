// Sizes of the view from above: the box to show, a round scale bar, what a picture is drawn at.
import type { Box } from '@vernal-slope/plan/formats';
import type { Layout } from '@vernal-slope/plan/positions';
import { showText, type UnitSystem } from '@vernal-slope/display/quantities';

/** The box of everything that is laid out, m. */
export function layoutBox(layout: Layout): Box {
  const spots = [...layout.nodes.values(), ...[...layout.lines.values()].flat()];
  if (spots.length === 0) return { x0: -10, y0: -10, x1: 10, y1: 10 };
  const [xs, ys] = [spots.map((s) => s.x), spots.map((s) => s.y)];
  const box = { x0: Math.min(...xs), y0: Math.min(...ys), x1: Math.max(...xs), y1: Math.max(...ys) };
  // a single place, or places in a row, still have some ground round them
  const pad = Math.max(0, 20 - Math.max(box.x1 - box.x0, box.y1 - box.y0)) / 2;
  return { x0: box.x0 - pad, y0: box.y0 - pad, x1: box.x1 + pad, y1: box.y1 + pad };
}

/** Ground round the plan that is kept and drawn, as a share of its size, and at least so much, m. */
const MARGIN_SHARE = 0.6;
const MARGIN_LEAST = 150;

export function marginBox(layout: Layout): Box {
  const b = layoutBox(layout);
  const margin = Math.max(MARGIN_LEAST, MARGIN_SHARE * Math.max(b.x1 - b.x0, b.y1 - b.y0));
  return { x0: b.x0 - margin, y0: b.y0 - margin, x1: b.x1 + margin, y1: b.y1 + margin };
}

/** The longest of 1, 2 and 5 times a power of ten that is not over a length. */
export function roundBelow(length: number): number {
  const power = 10 ** Math.floor(Math.log10(length));
  return power * ([5, 2].find((n) => n * power <= length) ?? 1);
}

/** A round height of a contour: no zeros that claim more. m */
export const heightWords = (z: number, system: UnitSystem): string =>
  showText(z, 'height', system).replace(/[.,]0+(?=\s)/, '');
