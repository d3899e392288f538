// Rain off a roof: what reaches the tank, what the gutter can carry, what a division between barrels costs.

/**
 * Water off a roof for a day of rain.
 * @param rain m @param area plan area, m² @param runoff share that runs off, 0 to 1
 * @param firstFlush depth thrown away when a wet spell begins, m
 * @returns m³
 * @example roofYield(0.02, 100, 0.9, 0.0005) = 1.75 m³
 */
export const roofYield = (rain: number, area: number, runoff: number, firstFlush: number): number =>
  Math.max(0, rain * runoff - firstFlush) * area;

/** Rain below this counts as a dry day for the first flush, m. */
const DRY_DAY = 0.0002;

/** Yield of a roof over a series of days, m³ each; the first flush goes once in a wet spell. */
export function roofSeries(rain: ArrayLike<number>, area: number, runoff: number, firstFlush: number): Float64Array {
  const out = new Float64Array(rain.length);
  let left = firstFlush;
  for (let d = 0; d < rain.length; d++) {
    if (rain[d] < DRY_DAY) left = firstFlush;
    const depth = rain[d] * runoff;
    const lost = Math.min(depth, left);
    left -= lost;
    out[d] = (depth - lost) * area;
  }
  return out;
}

/**
 * Flow that a gutter carries at its outlet.
 * @param width m @param depth m, of a half-round or rectangular gutter
 * @param fall slope of the gutter, m/m
 * @param round true for half-round
 * @returns m³/s: Manning with n = 0.012 running full where it falls 1 in 350 or more; below that a level gutter by
 *   EN 12056-3, 0.9 · 2.78e-5 · A^1.25 (L/s, A in mm²)
 * @see EN 12056-3:2000, 5.1 (from memory); Manning
 */
export function gutterCapacity(width: number, depth: number, fall: number, round: boolean): number {
  const area = round ? (Math.PI / 8) * width * width : width * depth;
  const wetted = round ? (Math.PI / 2) * width : width + 2 * depth;
  const level = (0.9 * 2.78e-5 * (area * 1e6) ** 1.25) / 1000;
  if (fall < 1 / 350) return level;
  return Math.max(level, (area * (area / wetted) ** (2 / 3) * Math.sqrt(fall)) / 0.012);
}

/** Flow off a roof in the design rain: m³/s from m/s of rain on m² of plan area, all of it running off. */
export const designFlow = (intensity: number, area: number): number => intensity * area;
