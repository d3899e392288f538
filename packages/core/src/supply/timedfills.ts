// Timed fills of a vessel: the flow, how much the fills differ, and which one to question.
import quantile from '@stdlib/stats-base-dists-t-quantile';

export interface Fill {
  /** m³ */ readonly volume: number;
  /** s */ readonly duration: number;
}

export interface FlowEstimate {
  /** m³/s, each fill */ readonly flows: readonly number[];
  /** Mean of the fills that are counted, m³/s. */
  readonly mean: number;
  /** Sample standard deviation of the counted fills, m³/s; 0 for one fill. */
  readonly deviation: number;
  /** Half the width of the 95 % interval of the mean, m³/s; Infinity for one fill. */
  readonly halfWidth: number;
  /** Largest less smallest of the counted fills over their mean. */
  readonly spread: number;
  /** Fills that lie far from the others (indices). They stay in the mean until someone takes them out. */
  readonly suspects: readonly number[];
}

/** Honest sets of fills of which one is questioned all the same: a share. */
const QUESTIONED = 0.05;
/** Fills are never asked to agree better than this share of their median: a hand on a stopwatch (common practice, no source). */
const HAND = 0.05;

const middle = (sorted: readonly number[]): number => {
  const half = sorted.length / 2;
  return sorted.length % 2 ? sorted[Math.floor(half)] : (sorted[half - 1] + sorted[half]) / 2;
};
const rising = (list: readonly number[]): number[] => [...list].sort((a, b) => a - b);

/** Arithmetic mean of a list that is not empty. */
export const mean = (list: readonly number[]): number => list.reduce((sum, x) => sum + x, 0) / list.length;

/** Sample standard deviation (n − 1); 0 for fewer than two. */
export function deviation(list: readonly number[]): number {
  if (list.length < 2) return 0;
  const m = mean(list);
  return Math.sqrt(list.reduce((sum, x) => sum + (x - m) ** 2, 0) / (list.length - 1));
}

/** Student's t for a two-sided interval of `confidence` (0 to 1) with `freedom` degrees of freedom. */
export const studentT = (confidence: number, freedom: number): number => quantile(0.5 + confidence / 2, freedom);

/**
 * How far the i-th farthest of n may lie from the mean, in deviations, so that of honest sets one in `share` is questioned.
 * @param n figures, @param i 1 for the farthest; n − i at least 2
 * @see Rosner (1983), Percentage points for a generalized ESD many-outlier procedure, Technometrics 25, 165-172
 */
export function farthestAllowed(n: number, i: number, share = QUESTIONED): number {
  const left = n - i + 1;
  const t = quantile(1 - share / (2 * left), left - 2);
  return ((left - 1) * t) / Math.sqrt((left - 2 + t * t) * left);
}

/** Places of figures that lie too far from the others: the farthest is taken away, and the next held against the rest. */
function outlying(list: readonly number[]): number[] {
  const left = list.map((value, at) => ({ value, at }));
  const taken: number[] = [];
  let outliers = 0;
  // with few figures each further look would question honest ones more often: the share is parted among the looks
  const looks = Math.max(1, Math.floor(list.length / 3));
  for (let i = 1; i <= looks && left.length >= 3; i++) {
    const values = left.map((l) => l.value);
    const m = mean(values);
    const s = deviation(values);
    if (s <= 0) break;
    const far = left.reduce((most, l, k) => (Math.abs(l.value - m) > Math.abs(left[most].value - m) ? k : most), 0);
    const { value, at } = left.splice(far, 1)[0];
    taken.push(at);
    if (Math.abs(value - m) / s > farthestAllowed(list.length, i, QUESTIONED / looks)) outliers = i;
  }
  return taken.slice(0, outliers);
}

/**
 * Flow from timed fills.
 * @param fills at least one, each of a volume and a time above 0
 * @returns mean, spread and 95 % interval (Student), and suspects: those that the generalized extreme studentized deviate
 *   test at 5 % takes out and that lie more than 5 % from the median; three fills or more are needed to question one
 * @throws RangeError for no fill, or a fill of no volume or no time
 * @see Rosner (1983), Technometrics 25, 165-172
 * @example timedFills([{ volume: 0.004, duration: 170 }]).mean = 2.353e-5 m³/s (1.41 L/min)
 */
export function timedFills(fills: readonly Fill[]): FlowEstimate {
  if (fills.length === 0) throw new RangeError('no fill');
  for (const f of fills) {
    if (!(f.volume > 0 && f.duration > 0)) throw new RangeError('a fill needs a volume and a time above 0');
  }
  const flows = fills.map((f) => f.volume / f.duration);
  const m = mean(flows);
  const s = deviation(flows);
  const n = flows.length;
  const median = middle(rising(flows));
  return {
    flows,
    mean: m,
    deviation: s,
    halfWidth: n < 2 ? Infinity : (studentT(0.95, n - 1) * s) / Math.sqrt(n),
    spread: (Math.max(...flows) - Math.min(...flows)) / m,
    suspects: outlying(flows)
      .filter((k) => Math.abs(flows[k] - median) > HAND * median)
      .sort((a, b) => a - b),
  };
}

/** What catching the water that passes by would add: m³ a day, and heads at `perHead` m³ a day. */
export const repairWorth = (passingBy: number, perHead: number): { perDay: number; heads: number } => ({
  perDay: passingBy * 86400,
  heads: perHead > 0 ? Math.floor((passingBy * 86400) / perHead) : 0,
});
