// How a spring falls through dry weeks: an exponential fitted to its tests, carried on with its uncertainty.
import { mean, studentT } from './timedfills.ts';

export interface DatedFlow {
  /** Days from any fixed date. */ readonly day: number;
  /** m³/s, above 0 */ readonly flow: number;
}

export interface Recession {
  /** Fall a day as a share: flow = start · e^(−rate · days). */
  readonly rate: number;
  /** Days in which the flow halves; Infinity when it does not fall. */
  readonly halving: number;
  /** First and last day of the limb. */
  readonly from: number;
  readonly to: number;
  /** Tests it is fitted to. */
  readonly tests: readonly DatedFlow[];
  /** Flow on a day, m³/s, with the bounds between which a single test lies at the given confidence. */
  readonly at: (day: number, confidence?: number) => { flow: number; low: number; high: number };
}

/**
 * A test this much above the one before ends a falling limb: rain has come. Less may be the bucket: tests repeat to 5 or 10 %,
 * and a limb cut at each chance rise would be fitted to the tests that happen to agree (its interval then holds the truth in
 * 54 to 66 % of cases, not in 80).
 */
const RISE = 1.3;

/** The tests since the last peak, oldest first: each no more than 30 % above the one before it. */
export function fallingLimb(tests: readonly DatedFlow[]): DatedFlow[] {
  const sorted = [...tests].sort((a, b) => a.day - b.day);
  let start = sorted.length - 1;
  while (start > 0 && sorted[start].flow <= sorted[start - 1].flow * RISE) start--;
  return sorted.slice(start);
}

/**
 * Fits ln Q against time on the falling limb.
 * @param tests dated flows above 0; at least three on the limb, on three different days
 * @returns the recession, or undefined when there are too few tests, or one of them found it dry
 * @see Maillet (1905), Essais d'hydraulique souterraine: Q = Q₀ e^(−αt); prediction interval of a straight line
 *   (any textbook of regression) taken on ln Q
 * @example flows 2, 1, 0.5 L/min on days 0, 30, 60: rate = ln 2 / 30 = 0.0231 a day, halving 30 days
 */
export function recession(tests: readonly DatedFlow[]): Recession | undefined {
  const limb = fallingLimb(tests);
  // one that ran dry has left the exponential behind
  if (limb.some((t) => t.flow <= 0)) return undefined;
  const n = limb.length;
  if (n < 3 || new Set(limb.map((t) => t.day)).size < 3) return undefined;
  const x = limb.map((t) => t.day);
  const y = limb.map((t) => Math.log(t.flow));
  const mx = mean(x);
  const my = mean(y);
  const sxx = x.reduce((sum, v) => sum + (v - mx) ** 2, 0);
  const slope = x.reduce((sum, v, k) => sum + (v - mx) * (y[k] - my), 0) / sxx;
  const rest = Math.sqrt(x.reduce((sum, v, k) => sum + (y[k] - my - slope * (v - mx)) ** 2, 0) / (n - 2));
  return {
    rate: -slope,
    halving: slope < 0 ? Math.LN2 / -slope : Infinity,
    from: x[0],
    to: x[n - 1],
    tests: limb,
    at: (day, confidence = 0.8) => {
      const line = my + slope * (day - mx);
      const half = studentT(confidence, n - 2) * rest * Math.sqrt(1 + 1 / n + (day - mx) ** 2 / sxx);
      return { flow: Math.exp(line), low: Math.exp(line - half), high: Math.exp(line + half) };
    },
  };
}
