// The measurement that would tell two causes apart best.

/** A measurement that could be made: what each of two causes says it would be, and how surely it can be read. */
export interface Measurement {
  readonly first: number;
  readonly second: number;
  /** Standard error, above 0. */
  readonly error: number;
}

/**
 * The measurement at which two causes differ most for what can be read, and by how many standard errors of the
 * difference of prediction and reading; undefined where there is none.
 */
export function mostTelling<M extends Measurement>(list: readonly M[]): { of: M; apart: number } | undefined {
  let best: { of: M; apart: number } | undefined;
  for (const of of list) {
    const apart = Math.abs(of.first - of.second) / of.error;
    if (Number.isFinite(apart) && (!best || apart > best.apart)) best = { of, apart };
  }
  return best;
}
