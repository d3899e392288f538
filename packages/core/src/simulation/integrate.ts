// Adaptive integration of small systems of levels, with events found to the millisecond.
import { Pair, stretch, type Rates } from './pair.ts';

export interface Tolerance {
  readonly absolute: number;
  readonly relative: number;
  /** Longest step, s. */
  readonly longest: number;
}

export interface StepEnd {
  readonly t: number;
  readonly y: Float64Array;
  /** True when the event ended the run, false when `until` did. */
  readonly event: boolean;
}

/**
 * Integrates until a time or until `event` changes sign, by the Bogacki-Shampine pair of orders 3 and 2.
 * @param rates dy/dt
 * @param t0 s @param y0 start @param until s
 * @param event a function that crosses zero when the run should end early
 * @param onStep called after each accepted step
 * @see Bogacki and Shampine (1989), Appl. Math. Lett. 2, 321-325
 */
export function integrate(
  rates: Rates,
  t0: number,
  y0: Float64Array,
  until: number,
  tolerance: Tolerance,
  event?: (t: number, y: Float64Array) => number,
  onStep?: (t: number, y: Float64Array) => void,
): StepEnd {
  const pair = new Pair(y0.length, rates);
  const off = new Float64Array(y0.length);
  let y = y0.slice();
  let t = t0;
  let h = Math.min(tolerance.longest, until - t0, 1);
  let before = event?.(t, y) ?? 1;
  pair.begin(t, y);

  /** A step of `step` s from (t, y); its error as a share of what is allowed. */
  const advance = (step: number): number => {
    pair.advance(t, y, step, off);
    return off.reduce((worst, e, i) => {
      const scale = tolerance.absolute + tolerance.relative * Math.max(Math.abs(y[i]), Math.abs(pair.end[i]));
      return Math.max(worst, Math.abs(e) / scale);
    }, 0);
  };

  for (let steps = 0; t < until && steps < 200_000; steps++) {
    h = Math.min(h, until - t, tolerance.longest);
    const worst = advance(h);
    if (worst > 1 && h > 1e-6) {
      h *= Math.max(0.2, 0.9 * worst ** (-1 / 3));
      continue;
    }
    if (event) {
      const after = event(t + h, pair.end);
      if (before > 0 !== after > 0) {
        let low = 0;
        let high = h;
        while (high - low > 1e-3) {
          const mid = (low + high) / 2;
          advance(mid);
          if (event(t + mid, pair.end) > 0 === before > 0) low = mid;
          else high = mid;
        }
        advance(high);
        onStep?.(t + high, pair.end);
        return { t: t + high, y: pair.end.slice(), event: true };
      }
      before = after;
    }
    t += h;
    y = pair.end.slice();
    pair.goOn();
    onStep?.(t, y);
    h *= stretch(worst);
  }
  return { t, y, event: false };
}
