// Causes by how well each explains the readings, and how much is asked of it.

/** What is to be weighed: a misfit, how many sizes were fitted (0 or 1), how common the cause is before anything is read. */
export interface Weighed {
  readonly misfit: number;
  readonly fitted: 0 | 1;
  /** Above 0; only ratios count among fitted causes. */
  readonly common: number;
}

export interface Ranked<T extends Weighed> {
  readonly cause: T;
  /** Its criterion less the best one's. */ readonly behind: number;
  /** Weight, 0 to 1; all add to 1. */ readonly share: number;
}

/**
 * Causes, best first, with their weights. The criterion is the Bayesian information criterion (misfit + k ln n, Schwarz
 * 1978), with what each is worth before anything is read: that nothing is wrong as much as all faults together, those
 * parted by how common they are. Weights are exp(-half of the difference), added to 1.
 * @param readings how many readings there are, at least 1
 */
export function rankCauses<T extends Weighed>(causes: readonly T[], readings: number): Ranked<T>[] {
  const all = causes.filter((c) => c.fitted === 1).reduce((sum, c) => sum + c.common, 0);
  const criterion = (c: T): number =>
    c.fitted === 0 ? c.misfit : c.misfit + Math.log(readings) - 2 * Math.log(c.common / all);
  const list = causes.map((cause) => ({ cause, value: criterion(cause) })).filter((c) => Number.isFinite(c.value));
  const least = Math.min(...list.map((c) => c.value));
  const weights = list.map((c) => Math.exp(-0.5 * (c.value - least)));
  const sum = weights.reduce((a, b) => a + b, 0);
  return list
    .map((c, k) => ({ cause: c.cause, behind: c.value - least, share: weights[k] / sum }))
    .sort((a, b) => b.share - a.share);
}
