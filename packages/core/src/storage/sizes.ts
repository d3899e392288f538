// A range of sizes over the same years: how much each meets, and where more stops paying.
import { shares, storeShares, type YieldRule, type StoreDays } from './behaviour.ts';

export interface SizeRow {
  /** m³ */ readonly capacity: number;
  /** Share of the days that wanted water and got all of it; 1 where none wanted any. */
  readonly days: number;
  /** Share of the water wanted that was there. */
  readonly volume: number;
  /** m³ that ran over */ readonly spill: number;
}

/**
 * Behaviour of each size over the same days.
 * @param startShare share of each size that is full on the first morning
 * @param onStep called after each size with the share done; returning false stops, and what is done is returned
 */
export function sizeCurve(
  days: StoreDays,
  capacities: readonly number[],
  rule: YieldRule,
  startShare = 0,
  onStep?: (share: number) => boolean,
): SizeRow[] {
  const rows: SizeRow[] = [];
  for (const capacity of capacities) {
    const start = startShare * capacity;
    storeShares(days, capacity, rule, start);
    rows.push({
      capacity,
      days: days.daysWanting > 0 ? shares.met / days.daysWanting : 1,
      volume: days.wanted > 0 ? shares.yield / days.wanted : 1,
      spill: Math.max(0, start + days.came - shares.yield - shares.end),
    });
    if (onStep?.(rows.length / capacities.length) === false) break;
  }
  return rows;
}

/**
 * Where more stops paying: the size furthest above the straight line from the first to the last row of a curve that
 * rises ever more slowly.
 * @returns index of the row; 0 for fewer than three rows or a flat curve
 * @see Satopää et al. (2011), Finding a "Kneedle" in a Haystack (the knee without smoothing)
 */
export function kneeOf(rows: readonly { readonly capacity: number; readonly volume: number }[]): number {
  if (rows.length < 3) return 0;
  const [first, last] = [rows[0], rows[rows.length - 1]];
  const [dx, dy] = [last.capacity - first.capacity, last.volume - first.volume];
  if (!(dx > 0 && dy > 0)) return 0;
  let best = 0;
  let most = 0;
  rows.forEach((r, k) => {
    const over = (r.volume - first.volume) / dy - (r.capacity - first.capacity) / dx;
    if (over > most + 1e-12) {
      most = over;
      best = k;
    }
  });
  return best;
}

/** `count` sizes from `from` to `to`, evenly on a scale of ratios. m³ */
export const sizeRange = (from: number, to: number, count: number): number[] =>
  Array.from({ length: count }, (_, k) => from * (to / from) ** (k / (count - 1)));
