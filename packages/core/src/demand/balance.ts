// What the source gives against what is needed, by month, and the storage that carries the night into the day.

export interface MonthBalance {
  /** m³ a day */ readonly given: number;
  readonly needed: number;
  /** given less needed */ readonly spare: number;
  /** Storage that a day needs to bridge its hours, m³; NaN when more is needed than comes. */
  readonly bridge: number;
  /** Hours (0 to 23) in which more comes than goes. */
  readonly spareHours: readonly number[];
}

/**
 * Storage that bridges a day which repeats: the largest fall of what has come less what has gone.
 * @param given by hour, m³ @param needed by hour, m³, together no more than given
 * @returns m³
 * @see Rippl (1883), mass curve, over a repeating day
 * @example 24 even hours of 0.1 m³ against 2.4 m³ in one hour: 2.3 m³
 */
export function bridgeVolume(given: readonly number[], needed: readonly number[]): number {
  const n = given.length;
  let worst = 0;
  for (let start = 0; start < n; start++) {
    let sum = 0;
    for (let k = 0; k < n; k++) {
      const h = (start + k) % n;
      sum += needed[h] - given[h];
      worst = Math.max(worst, sum);
    }
  }
  return worst;
}

/** Balance of one month from hours of a typical day, m³ each. */
export function monthBalance(given: readonly number[], needed: readonly number[]): MonthBalance {
  const add = (list: readonly number[]): number => list.reduce((sum, v) => sum + v, 0);
  const [g, u] = [add(given), add(needed)];
  return {
    given: g,
    needed: u,
    spare: g - u,
    bridge: u > g + 1e-12 ? NaN : bridgeVolume(given, needed),
    spareHours: given.flatMap((v, h) => (v > needed[h] ? [h] : [])),
  };
}
