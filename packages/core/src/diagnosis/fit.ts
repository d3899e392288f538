// The size of one cause by weighted least squares.

/** What was read and how surely, in one unit each; a prediction is in the same. */
export interface Reading {
  readonly measured: number;
  /** Standard error, above 0. */
  readonly error: number;
}

/** A cause at a place, of a size that is not known. */
export interface Candidate {
  /** Predictions of all readings at a size; undefined where no answer settles. */
  readonly predict: (size: number) => readonly number[] | undefined;
  /** Least and most that it can be. */
  readonly range: readonly [least: number, most: number];
  /** Sizes tried first, at least one; the search goes on around the best. */
  readonly trials: readonly number[];
  /** Sizes go by factors, not by steps: both ends of the range are above 0 then. */
  readonly byFactor?: boolean;
}

export interface Fit {
  readonly size: number;
  /** Sum of squares of the differences, each over its standard error. */
  readonly misfit: number;
  readonly predicted: readonly number[];
}

/** Weighted sum of squares (chi squared) of predictions against readings. */
export const misfitOf = (readings: readonly Reading[], predicted: readonly number[]): number =>
  readings.reduce((sum, r, k) => sum + ((r.measured - predicted[k]) / r.error) ** 2, 0);

const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** The best of the trials; undefined where none settles. */
export function bestTrial(readings: readonly Reading[], c: Candidate): (Fit & { readonly at: number }) | undefined {
  let best: (Fit & { at: number }) | undefined;
  c.trials.forEach((size, at) => {
    const predicted = c.predict(size);
    if (!predicted) return;
    const misfit = misfitOf(readings, predicted);
    if (!best || misfit < best.misfit) best = { size, misfit, predicted, at };
  });
  return best;
}

/**
 * The size with the least misfit: the best trial, then the golden section between its neighbours (or the range's ends).
 * @param steps of the section; each is one prediction
 * @returns undefined where no trial settles
 */
export function fitSize(readings: readonly Reading[], c: Candidate, steps = 16): Fit | undefined {
  const best = bestTrial(readings, c);
  if (!best) return undefined;
  const sorted = [...c.trials].sort((a, b) => a - b);
  const at = sorted.indexOf(best.size);
  const to = (v: number): number => (c.byFactor ? Math.log(v) : v);
  const of = (v: number): number => (c.byFactor ? Math.exp(v) : v);
  let [low, high] = [to(sorted[at - 1] ?? c.range[0]), to(sorted[at + 1] ?? c.range[1])];
  let found: Fit = { size: best.size, misfit: best.misfit, predicted: best.predicted };
  const look = (x: number): number => {
    const size = of(x);
    const predicted = c.predict(size);
    if (!predicted) return Infinity;
    const misfit = misfitOf(readings, predicted);
    if (misfit < found.misfit) found = { size, misfit, predicted };
    return misfit;
  };
  let [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
  let [fa, fb] = [look(a), look(b)];
  for (let k = 2; k < steps; k++) {
    if (fa <= fb) {
      [high, b, fb] = [b, a, fa];
      a = high - GOLDEN * (high - low);
      fa = look(a);
    } else {
      [low, a, fa] = [a, b, fb];
      b = low + GOLDEN * (high - low);
      fb = look(b);
    }
  }
  return found;
}
