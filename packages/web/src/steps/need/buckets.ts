// What the drawings of a day and a year have in common: buckets as squares, one size for all, and the hours they stand at.
import { asSI, type UnitSystem } from '@vernal-slope/display/quantities';

/** Sizes a square may stand for, in the volume that the person reads: litres, or US gallons. */
const SIZES = {
  metric: [10, 20, 50, 100, 200, 500, 1000, 5000, 10_000],
  us: [2.5, 5, 10, 25, 50, 100, 250, 1000, 2500],
} as const;
/** Squares that may stand over each other. */
const MOST = 36;

/** The bucket that a square stands for, m³, so that the fullest hour of the day has room. */
export function bucketFor(mostInAnHour: number, units: UnitSystem): number {
  const sizes = SIZES[units].map((size) => asSI(size, 'volume', units));
  return sizes.find((s) => mostInAnHour / s <= MOST) ?? sizes[sizes.length - 1];
}

export interface Square {
  readonly hour: number;
  /** Whole squares under it. */
  readonly row: number;
  /** Share of the square that is full; the last of a stack. */
  readonly share: number;
}

/** Stacks of squares over the hours of a day. */
export function squaresOf(perHour: readonly number[], bucket: number): Square[] {
  return perHour.flatMap((volume, hour) => {
    const full = volume / bucket;
    const whole = Math.floor(full + 1e-9);
    const rest = full - whole;
    return [
      ...Array.from({ length: whole }, (_, row) => ({ hour, row, share: 1 })),
      ...(rest > 0.04 ? [{ hour, row: whole, share: rest }] : []),
    ];
  });
}

const DAY = 24 * 60;
const two = (n: number): string => String(n).padStart(2, '0');
export const minutesOf = (at: string): number => Number(at.slice(0, 2)) * 60 + Number(at.slice(3, 5));
/** A time of day some minutes on, to a quarter of an hour, within the day. */
export function shifted(at: string, by: number): string {
  const m = Math.max(0, Math.min(DAY - 15, Math.round((minutesOf(at) + by) / 15) * 15));
  return `${two(Math.floor(m / 60))}:${two(m % 60)}`;
}

/** The time of day some minutes on, to the minute; midnight at the end of the day is 24:00. */
export function after(at: string, minutes: number): string {
  const m = Math.min(DAY, Math.round(minutesOf(at) + minutes));
  return `${two(Math.floor(m / 60))}:${two(m % 60)}`;
}

/** How long a visit lasts, min: to a quarter of an hour, within the day. */
export const lasting = (at: string, minutes: number): number =>
  Math.max(15, Math.min(DAY - minutesOf(at), Math.round(minutes / 15) * 15));

/** Shares with one of them set; the others keep their proportion, and all make a whole. */
export function sharesWith(shares: readonly number[], k: number, share: number): number[] {
  const set = Math.max(0, Math.min(1, share));
  const rest = shares.reduce((sum, s, i) => (i === k ? sum : sum + s), 0);
  const round = (v: number): number => Math.round(v * 1000) / 1000;
  return shares.map((s, i) =>
    i === k ? round(set) : round(rest > 0 ? (s * (1 - set)) / rest : (1 - set) / Math.max(1, shares.length - 1)),
  );
}

/** Months (1 to 12) from the first to the last that is on; undefined where all are. */
export function monthsBetween(first: number, last: number): number[] | undefined {
  const [a, b] = [Math.max(1, Math.min(first, last)), Math.min(12, Math.max(first, last))];
  return a === 1 && b === 12 ? undefined : Array.from({ length: b - a + 1 }, (_, k) => a + k);
}
