// Rain off a roof: what reaches the tank, and what comes off it at once.

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

/** Flow off a roof in the design rain: m³/s from m/s of rain on m² of plan area, all of it running off. */
export const designFlow = (intensity: number, area: number): number => intensity * area;
