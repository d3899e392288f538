// Adaptive integration of small systems of levels, with events found to the millisecond.

/** dy/dt at time t (s); writes into `rate`. */
export type Rates = (t: number, y: Float64Array, rate: Float64Array) => void;

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
  const n = y0.length;
  const k1 = new Float64Array(n);
  const k2 = new Float64Array(n);
  const k3 = new Float64Array(n);
  const k4 = new Float64Array(n);
  const stage = new Float64Array(n);
  let y = y0.slice();
  let t = t0;
  let h = Math.min(tolerance.longest, until - t0, 1);
  let before = event?.(t, y) ?? 1;
  rates(t, y, k1);

  /** One step of length `step` from (t, y); leaves the new point in `stage` and k4 = rates there. */
  const advance = (step: number): number => {
    for (let i = 0; i < n; i++) stage[i] = y[i] + 0.5 * step * k1[i];
    rates(t + 0.5 * step, stage, k2);
    for (let i = 0; i < n; i++) stage[i] = y[i] + 0.75 * step * k2[i];
    rates(t + 0.75 * step, stage, k3);
    for (let i = 0; i < n; i++) stage[i] = y[i] + (step / 9) * (2 * k1[i] + 3 * k2[i] + 4 * k3[i]);
    rates(t + step, stage, k4);
    let worst = 0;
    for (let i = 0; i < n; i++) {
      const off = step * ((-5 / 72) * k1[i] + k2[i] / 12 + k3[i] / 9 - k4[i] / 8);
      const scale = tolerance.absolute + tolerance.relative * Math.max(Math.abs(y[i]), Math.abs(stage[i]));
      worst = Math.max(worst, Math.abs(off) / scale);
    }
    return worst;
  };

  for (let steps = 0; t < until && steps < 200_000; steps++) {
    h = Math.min(h, until - t, tolerance.longest);
    const worst = advance(h);
    if (worst > 1 && h > 1e-6) {
      h *= Math.max(0.2, 0.9 * worst ** (-1 / 3));
      continue;
    }
    if (event) {
      const after = event(t + h, stage);
      if (before > 0 !== after > 0) {
        let low = 0;
        let high = h;
        while (high - low > 1e-3) {
          const mid = (low + high) / 2;
          advance(mid);
          if (event(t + mid, stage) > 0 === before > 0) low = mid;
          else high = mid;
        }
        advance(high);
        onStep?.(t + high, stage);
        return { t: t + high, y: stage.slice(), event: true };
      }
      before = after;
    }
    t += h;
    y = stage.slice();
    k1.set(k4);
    onStep?.(t, y);
    h *= Math.min(5, Math.max(0.2, 0.9 * Math.max(worst, 1e-9) ** (-1 / 3)));
  }
  return { t, y, event: false };
}
