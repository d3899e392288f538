// A store day by day: what it yields, spills and lacks over years, by either school.

/** after: the day's water is drawn from what stood there in the morning; before: from the morning's and the day's. */
export type School = 'after' | 'before';

export interface StoreRun {
  /** m³, sums over the days */ readonly demand: number;
  readonly yield: number;
  readonly spill: number;
  readonly inflow: number;
  /** Days on which all that was wanted was there, and days that wanted any. */
  readonly daysMet: number;
  readonly daysWanting: number;
  /** Most days in a row with less than wanted. */
  readonly longestShort: number;
  /** Most days in a row with no inflow through which every day was met. */
  readonly longestDrySurvived: number;
  /** m³ at the end */ readonly end: number;
}

/** A day counts as met from this share of what it wants: rounding in sums. */
const MET = 1 - 1e-9;

/**
 * Daily behaviour of a store. Yield after spillage: Y = min(D, V), V' = min(V + Q − Y, S − Y). Yield before
 * spillage: Y = min(D, V + Q), V' = min(V + Q − Y, S).
 * @param inflow m³ each day @param demand m³ each day, as long as `inflow`
 * @param capacity m³ @param school which of the two @param start m³ in the store on the first morning
 * @see Jenkins et al. (1978), Water Storage in Rural Water Supply; Fewkes and Butler (2000), BSERT 21, 99-105
 */
export function runStore(
  inflow: Float64Array,
  demand: Float64Array,
  capacity: number,
  school: School,
  start = 0,
): StoreRun {
  const after = school === 'after';
  let v = Math.min(start, capacity);
  let yielded = 0;
  let wanted = 0;
  let came = 0;
  let spilled = 0;
  let met = 0;
  let wanting = 0;
  let short = 0;
  let longestShort = 0;
  let dry = 0;
  let dryMet = true;
  let longestDry = 0;
  const days = inflow.length;
  for (let d = 0; d < days; d++) {
    const q = inflow[d];
    const want = demand[d];
    const have = after ? v : v + q;
    const y = want < have ? want : have;
    const room = after ? capacity - y : capacity;
    const filled = v + q - y;
    if (filled > room) {
      v = room;
      spilled += filled - room;
    } else v = filled;
    yielded += y;
    wanted += want;
    came += q;
    const enough = y >= want * MET;
    if (want > 0) {
      wanting++;
      if (enough) {
        met++;
        short = 0;
      } else if (++short > longestShort) longestShort = short;
    }
    if (q > 0) {
      dry = 0;
      dryMet = true;
    } else {
      dryMet = dryMet && enough;
      if (dryMet && ++dry > longestDry) longestDry = dry;
    }
  }
  return {
    demand: wanted,
    yield: yielded,
    spill: spilled,
    inflow: came,
    daysMet: met,
    daysWanting: wanting,
    longestShort,
    longestDrySurvived: longestDry,
    end: v,
  };
}

/** Share of the days that wanted water and got all of it; 1 where none wanted any. */
export const dayReliability = (run: StoreRun): number => (run.daysWanting > 0 ? run.daysMet / run.daysWanting : 1);

/** Share of the water wanted that was there; 1 where none was wanted. */
export const volumeReliability = (run: StoreRun): number => (run.demand > 0 ? run.yield / run.demand : 1);

/**
 * Days until a store is empty at an even use, with a source that may fall.
 * @param volume usable m³ today @param use m³ a day @param inflow m³ on day k (0 is today)
 * @param horizon most days looked at
 * @returns whole days that are met, or null when it does not run dry within the horizon
 */
export function daysUntilEmpty(
  volume: number,
  use: number,
  inflow: (day: number) => number,
  horizon = 730,
): number | null {
  let v = volume;
  for (let d = 0; d < horizon; d++) {
    v += inflow(d) - use;
    if (v < -1e-9) return d;
  }
  return null;
}
