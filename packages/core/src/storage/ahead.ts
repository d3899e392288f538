// A store day by day from today: how long it lasts at a use that changes with the season, with what still comes in.

export interface AheadInput {
  /** m³ that can be used today. */
  readonly volume: number;
  /** m³ that can be used when it is full; what comes in above that runs over. */
  readonly capacity: number;
  /** m³ taken on day k (0 is today). */
  readonly use: (day: number) => number;
  /** m³ coming in on day k. */
  readonly inflow: (day: number) => number;
}

export interface Ahead {
  /** m³ that can be used at the end of each day, not below 0. */
  readonly volume: Float64Array;
  /** First day whose water is not there in full: so many whole days are met. Null when there is none. */
  readonly empty: number | null;
  /** m³ lacking on each day. */
  readonly lacking: Float64Array;
}

/** Less than this is not lacking, m³: a thimble. */
const NOTHING = 1e-9;

/**
 * Runs a store day by day: what comes in on a day can be used on it, what is over its size at the day's end runs over.
 * @param horizon days looked at
 */
export function runAhead({ volume, capacity, use, inflow }: AheadInput, horizon: number): Ahead {
  const volumes = new Float64Array(horizon);
  const lacking = new Float64Array(horizon);
  let v = Math.min(volume, capacity);
  let empty: number | null = null;
  for (let d = 0; d < horizon; d++) {
    const rest = v + inflow(d) - use(d);
    if (rest < -NOTHING) {
      lacking[d] = -rest;
      empty ??= d;
    }
    v = Math.min(capacity, Math.max(0, rest));
    volumes[d] = v;
  }
  return { volume: volumes, empty, lacking };
}
