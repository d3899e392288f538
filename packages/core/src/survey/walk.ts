// Errors along a walk, a walk that closes, and readings that contradict each other.

export interface WalkLeg {
  /** m along the ground */ readonly length: number;
  /** m, up positive */ readonly rise: number;
}

export type ClosureWord = 'better' | 'as-good' | 'worse' | 'blunder';

export interface Closure {
  /** Walked less known, m. */ readonly misclosure: number;
  /** Standard error that the methods should give, m, that of the known height in it. */
  readonly expected: number;
  /** |misclosure| / expected */ readonly ratio: number;
  readonly word: ClosureWord;
}

/**
 * A walk against a height that is known at its end.
 * @param walked m @param known m @param expected standard error of the walk, m @param knownError m
 * @returns better under half of the expected error, as good up to twice, worse up to three times, beyond it a blunder:
 *   look for a misread leg (normal errors pass three times once in 370)
 */
export function closure(walked: number, known: number, expected: number, knownError = 0): Closure {
  const error = Math.hypot(expected, knownError);
  const misclosure = walked - known;
  const ratio = error > 0 ? Math.abs(misclosure) / error : misclosure === 0 ? 0 : Infinity;
  return {
    misclosure,
    expected: error,
    ratio,
    word: ratio < 0.5 ? 'better' : ratio <= 2 ? 'as-good' : ratio <= 3 ? 'worse' : 'blunder',
  };
}

/**
 * Spreads a misclosure over the legs by their length.
 * @returns rises whose sum differs from the old one by −misclosure; unchanged for a misclosure of nothing
 * @see any textbook of surveying: levelling adjusted in proportion to distance
 */
export function spreadMisclosure(legs: readonly WalkLeg[], misclosure: number): number[] {
  const total = legs.reduce((sum, l) => sum + l.length, 0);
  return legs.map((l) => (total > 0 && misclosure !== 0 ? l.rise - (misclosure * l.length) / total : l.rise));
}

/** Rises of a walk that was made uphill, turned round: last leg first, ups become downs. */
export const reverseWalk = <T extends { readonly rise: number }>(legs: readonly T[]): T[] =>
  [...legs].reverse().map((leg) => ({ ...leg, rise: leg.rise === 0 ? 0 : -leg.rise }));

export interface Contradiction {
  /** m: by the walk and by the reading */ readonly walk: number;
  readonly reading: number;
  readonly difference: number;
  /** Standard error of the difference, m. */ readonly expected: number;
  readonly ratio: number;
  /** The side whose own error is larger, and so the likelier fault; `both` where they are alike. */
  readonly likelier: 'walk' | 'reading' | 'both';
}

/** One side's error must be this many times the other's to be the likelier fault. */
const CLEARLY = 1.5;
/** A difference counts as a contradiction from this many times its standard error. */
const CONTRADICTS = 2;

/**
 * Holds a reading of a height difference against the walk's.
 * @returns undefined where the two agree within twice their joint error
 * @example a fall of 5.0 m walked (± 0.1) against 8.67 m by a gauge (85 kPa, ± 0.15): 3.67 m apart
 */
export function contradiction(
  walk: number,
  walkError: number,
  reading: number,
  readingError: number,
): Contradiction | undefined {
  const expected = Math.hypot(walkError, readingError);
  const difference = reading - walk;
  const ratio = expected > 0 ? Math.abs(difference) / expected : Infinity;
  if (Math.abs(difference) <= CONTRADICTS * expected) return undefined;
  const likelier =
    walkError > CLEARLY * readingError ? 'walk' : readingError > CLEARLY * walkError ? 'reading' : 'both';
  return { walk, reading, difference, expected, ratio, likelier };
}
