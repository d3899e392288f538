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

/** Modified z-score beyond which a fill is questioned. */
const SUSPECT = 3.5;
/** Fills are never asked to agree better than this share of their median: a hand on a stopwatch. */
const HAND = 0.01;

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
 * Flow from timed fills.
 * @param fills at least one, each of a volume and a time above 0
 * @returns mean, spread and 95 % interval (Student), and suspects: modified z-score above 3.5 with the median
 *   absolute deviation held to at least 1 % of the median; three fills or more are needed to question one
 * @throws RangeError for no fill, or a fill of no volume or no time
 * @see Iglewicz and Hoaglin (1993), How to Detect and Handle Outliers (from memory)
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
  const off = Math.max(middle(rising(flows.map((q) => Math.abs(q - median)))), HAND * median);
  return {
    flows,
    mean: m,
    deviation: s,
    halfWidth: n < 2 ? Infinity : (studentT(0.95, n - 1) * s) / Math.sqrt(n),
    spread: (Math.max(...flows) - Math.min(...flows)) / m,
    suspects: n < 3 ? [] : flows.flatMap((q, k) => ((0.6745 * Math.abs(q - median)) / off > SUSPECT ? [k] : [])),
  };
}

/** What catching the water that passes by would add: m³ a day, and heads at `perHead` m³ a day. */
export const repairWorth = (passingBy: number, perHead: number): { perDay: number; heads: number } => ({
  perDay: passingBy * 86400,
  heads: perHead > 0 ? Math.floor((passingBy * 86400) / perHead) : 0,
});
