// Long stable steps: the Runge-Kutta-Chebyshev method of order 2. Where a trough is drunk from evenly its float stands still
// and would answer the least change at once; explicit steps of few stages stay short there though nothing happens.
// @see Sommeijer, Shampine and Verwer (1998), J. Comput. Appl. Math. 88, 315-326

/** dy/dt at time t (s); writes into `rate`. */
export type Rates = (t: number, y: Float64Array, rate: Float64Array) => void;

const DAMPING = 2 / 13;
/** Most stages of a step. */
export const MOST_STAGES = 40;

interface Stage {
  /** Weights of the stage before, the one before that, the start, and of rates there and at the start. */
  readonly mu: number;
  readonly nu: number;
  readonly start: number;
  readonly rate: number;
  readonly first: number;
  /** Share of the step at which the stage stands. */
  readonly at: number;
}

/** Chebyshev polynomials of degree 0 to s with their first two derivatives at w. */
function chebyshev(s: number, w: number): { t: number; d: number; dd: number }[] {
  const rows = [
    { t: 1, d: 0, dd: 0 },
    { t: w, d: 1, dd: 0 },
  ];
  for (let j = 2; j <= s; j++) {
    const [a, b] = [rows[j - 1], rows[j - 2]];
    rows.push({ t: 2 * w * a.t - b.t, d: 2 * a.t + 2 * w * a.d - b.d, dd: 4 * a.d + 2 * w * a.dd - b.dd });
  }
  return rows;
}

const known = new Map<number, readonly Stage[]>();

/** The stages of a step of s stages, from 2; entry j is stage j + 1. */
export function stagesOf(s: number): readonly Stage[] {
  const before = known.get(s);
  if (before) return before;
  const w0 = 1 + DAMPING / (s * s);
  const p = chebyshev(s, w0);
  const w1 = p[s].d / p[s].dd;
  const b = p.map(({ d, dd }) => dd / (d * d));
  b[0] = b[1] = b[2];
  const stages: Stage[] = [{ mu: 1, nu: 0, start: 0, rate: b[1] * w1, first: 0, at: b[1] * w1 }];
  for (let j = 2; j <= s; j++) {
    const mu = (2 * b[j] * w0) / b[j - 1];
    const nu = -b[j] / b[j - 2];
    const rate = (2 * b[j] * w1) / b[j - 1];
    const first = -(1 - b[j - 1] * p[j - 1].t) * rate;
    const at = mu * stages[j - 2].at + nu * (stages[j - 3]?.at ?? 0) + rate + first;
    stages.push({ mu, nu, start: 1 - mu - nu, rate, first, at });
  }
  known.set(s, stages);
  return stages;
}

/** Stages that keep a step of h seconds stable where changes die away no faster than `fastest` (1/s). */
export const stagesFor = (h: number, fastest: number): number =>
  Math.max(2, Math.ceil(Math.sqrt(1 + (h * fastest) / ((2 / 3) * (1 - (2 / 15) * DAMPING)))));

/** The longest step (s) that so many stages keep stable. */
export const longestStable = (stages: number, fastest: number): number =>
  ((2 / 3) * (stages * stages - 1) * (1 - (2 / 15) * DAMPING)) / fastest;

/** Scratch of steps of one size. */
export class LongStep {
  readonly #rates: Rates;
  #before: Float64Array;
  #last: Float64Array;
  #next: Float64Array;
  readonly #rate: Float64Array;

  constructor(size: number, rates: Rates) {
    this.#rates = rates;
    [this.#before, this.#last, this.#next, this.#rate] = Array.from({ length: 4 }, () => new Float64Array(size));
  }

  /**
   * A step of `h` seconds from (t, y) whose rates `first` are known; writes where it ends, the rates there and the
   * estimated error of each entry.
   */
  advance(
    t: number,
    y: Float64Array,
    h: number,
    stages: number,
    first: Float64Array,
    end: Float64Array,
    last: Float64Array,
    errors: Float64Array,
  ): void {
    const n = y.length;
    const [one, ...more] = stagesOf(stages);
    this.#before.set(y);
    for (let i = 0; i < n; i++) this.#last[i] = y[i] + one.rate * h * first[i];
    let at = one.at;
    for (const s of more) {
      this.#rates(t + at * h, this.#last, this.#rate);
      for (let i = 0; i < n; i++)
        this.#next[i] =
          s.start * y[i] +
          s.mu * this.#last[i] +
          s.nu * this.#before[i] +
          h * (s.rate * this.#rate[i] + s.first * first[i]);
      [this.#before, this.#last, this.#next] = [this.#last, this.#next, this.#before];
      at = s.at;
    }
    end.set(this.#last);
    this.#rates(t + h, end, last);
    for (let i = 0; i < n; i++) errors[i] = 0.8 * (y[i] - end[i]) + 0.4 * h * (first[i] + last[i]);
  }
}
