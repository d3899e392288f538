// One step of the Bogacki-Shampine pair of orders 3 and 2, with the cubic through its ends: what an event or a sample
// inside of a step is read from.
import { LongStep, type Rates } from './chebyshev.ts';

/** @see Bogacki and Shampine (1989), Appl. Math. Lett. 2, 321-325 */
export class Pair {
  readonly #rates: Rates;
  readonly #k2: Float64Array;
  readonly #k3: Float64Array;
  /** Rates at the two ends of the step. */
  first: Float64Array;
  last: Float64Array;
  /** Where the step ends. */
  readonly end: Float64Array;
  readonly #middle: Float64Array;
  readonly #long: LongStep;

  constructor(size: number, rates: Rates) {
    const row = (): Float64Array => new Float64Array(size);
    this.#rates = rates;
    this.first = row();
    this.last = row();
    this.#k2 = row();
    this.#k3 = row();
    this.end = row();
    this.#middle = row();
    this.#long = new LongStep(size, rates);
  }

  /** Rates where a step begins. */
  begin(t: number, y: Float64Array): void {
    this.#rates(t, y, this.first);
  }

  /**
   * A step of `h` seconds from (t, y), whose first rates are known.
   * @param errors takes the estimated error of each entry
   */
  advance(t: number, y: Float64Array, h: number, errors: Float64Array): void {
    const [k1, k2, k3, k4, to, middle] = [this.first, this.#k2, this.#k3, this.last, this.end, this.#middle];
    const n = y.length;
    for (let i = 0; i < n; i++) middle[i] = y[i] + 0.5 * h * k1[i];
    this.#rates(t + 0.5 * h, middle, k2);
    for (let i = 0; i < n; i++) middle[i] = y[i] + 0.75 * h * k2[i];
    this.#rates(t + 0.75 * h, middle, k3);
    for (let i = 0; i < n; i++) to[i] = y[i] + (h / 9) * (2 * k1[i] + 3 * k2[i] + 4 * k3[i]);
    this.#rates(t + h, to, k4);
    for (let i = 0; i < n; i++) errors[i] = h * ((-5 / 72) * k1[i] + k2[i] / 12 + k3[i] / 9 - k4[i] / 8);
  }

  /**
   * How fast the quickest change dies away, 1/s, as the step just made saw it in entries `block` apart, each by itself.
   * @param allowed less than a thousandth of it is no change
   */
  fastest(allowed: readonly number[], block: number): number {
    let most = 0;
    for (let k = 0; k < allowed.length; k++) {
      const way = Math.abs(this.end[k * block] - this.#middle[k * block]);
      if (way > 1e-3 * allowed[k]) most = Math.max(most, Math.abs(this.last[k * block] - this.#k3[k * block]) / way);
    }
    return most;
  }

  /** A long stable step; else as {@link advance}. */
  advanceLong(t: number, y: Float64Array, h: number, stages: number, errors: Float64Array): void {
    this.#long.advance(t, y, h, stages, this.first, this.end, this.last, errors);
  }

  /** The rates at the end are those at the beginning of the next step. */
  goOn(): void {
    [this.first, this.last] = [this.last, this.first];
  }

  /** Entry `i` at a share (0 to 1) of the step just made from `y`, h seconds long: the cubic through both ends. */
  at(share: number, y: Float64Array, h: number, i: number): number {
    const s = share;
    const [s2, s3] = [s * s, s * s * s];
    return (
      (2 * s3 - 3 * s2 + 1) * y[i] +
      (s3 - 2 * s2 + s) * h * this.first[i] +
      (3 * s2 - 2 * s3) * this.end[i] +
      (s3 - s2) * h * this.last[i]
    );
  }
}

/** By what a step may be longer than the last: where nothing bends it is found at once. */
const LONGER = 20;

/** By what a step is longer or shorter than the last, from its error as a share of what is allowed. */
export const stretch = (worst: number): number =>
  Math.min(LONGER, Math.max(0.2, 0.9 * Math.max(worst, 1e-9) ** (-1 / 3)));
