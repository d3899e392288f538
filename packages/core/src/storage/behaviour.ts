// A store day by day: what it yields, spills and lacks over years, by either rule.
import { runAhead } from './ahead.ts';

/**
 * YAS, yield after spillage: the day's water is drawn from what stood there in the morning. YBS, yield before
 * spillage: from the morning's and the day's. @see Jenkins et al. (1978), Fewkes and Butler (2000)
 */
export type YieldRule = 'YAS' | 'YBS';

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

/** Years of days made ready once for any number of stores. */
export interface StoreDays {
  readonly inflow: Float64Array;
  readonly demand: Float64Array;
  /** Sums over the days, m³. */
  readonly came: number;
  readonly wanted: number;
  readonly daysWanting: number;
  /** Stretches of days without inflow: first day and the day after the last. */
  readonly drySpells: Int32Array;
  /** Dry spell that a day lies in, −1 on a day with inflow. */
  readonly spellOf: Int32Array;
}

/** Makes a series of days ready: `inflow` and `demand` in m³ each day, of one length. */
export function storeDays(inflow: Float64Array, demand: Float64Array): StoreDays {
  const spellOf = new Int32Array(inflow.length);
  const spells: number[] = [];
  let came = 0;
  let wanted = 0;
  let daysWanting = 0;
  for (let d = 0; d < inflow.length; d++) {
    came += inflow[d];
    wanted += demand[d];
    if (demand[d] > 0) daysWanting++;
    if (inflow[d] > 0) spellOf[d] = -1;
    else {
      if (d === 0 || spellOf[d - 1] < 0) spells.push(d, d);
      spells[spells.length - 1] = d + 1;
      spellOf[d] = spells.length / 2 - 1;
    }
  }
  return { inflow, demand, came, wanted, daysWanting, drySpells: Int32Array.from(spells), spellOf };
}

/**
 * Daily behaviour of a store. Yield after spillage: Y = min(D, V), V' = min(V + Q − Y, S − Y). Yield before
 * spillage: Y = min(D, V + Q), V' = min(V + Q − Y, S).
 * @param days inflow and demand of each day
 * @param capacity m³ @param rule which of the two @param start m³ in the store on the first morning
 * @see Jenkins et al. (1978), Water Storage in Rural Water Supply; Fewkes and Butler (2000), BSERT 21, 99-105
 */
export function runStore(days: StoreDays, capacity: number, rule: YieldRule, start = 0): StoreRun {
  const { inflow, demand, spellOf, drySpells } = days;
  const after = rule === 'YAS';
  const first = Math.min(start, capacity);
  const broken = new Int32Array(drySpells.length / 2).fill(-1);
  let v = first;
  let yielded = 0;
  let failed = 0;
  let lastFailed = -2;
  let run = 0;
  let longestShort = 0;
  for (let d = 0; d < inflow.length; d++) {
    const q = inflow[d];
    const want = demand[d];
    // comparisons, not Math.min: several times faster in this loop
    const have = after ? v : v + q;
    const y = want < have ? want : have;
    const room = after ? capacity - y : capacity;
    const filled = v + q - y;
    v = filled > room ? room : filled;
    yielded += y;
    if (y < want * MET) {
      failed++;
      run = lastFailed === d - 1 ? run + 1 : 1;
      lastFailed = d;
      if (run > longestShort) longestShort = run;
      const spell = spellOf[d];
      if (spell >= 0 && broken[spell] < 0) broken[spell] = d;
    }
  }
  let longestDry = 0;
  for (let k = 0; k < broken.length; k++) {
    const end = broken[k] < 0 ? drySpells[2 * k + 1] : broken[k];
    longestDry = Math.max(longestDry, end - drySpells[2 * k]);
  }
  return {
    demand: days.wanted,
    yield: yielded,
    // what came and neither left nor stayed
    spill: Math.max(0, first + days.came - yielded - v),
    inflow: days.came,
    daysMet: days.daysWanting - failed,
    daysWanting: days.daysWanting,
    longestShort,
    longestDrySurvived: longestDry,
    end: v,
  };
}

/** What a curve of sizes needs of each: days met, yield and what is left; reused, so copy what must last. */
export const shares = { met: 0, yield: 0, end: 0 };

/** The lean pass of `runStore` by yield after spillage; writes `shares`. */
function sharesAfter(days: StoreDays, capacity: number, start: number): void {
  const { inflow, demand } = days;
  let v = start;
  let yielded = 0;
  let met = 0;
  for (let d = 0; d < inflow.length; d++) {
    const want = demand[d];
    const y = want < v ? want : v;
    const room = capacity - y;
    const filled = v + inflow[d] - y;
    v = filled > room ? room : filled;
    yielded += y;
    // a sum of zeros and ones: no branch to guess wrongly
    met += Number(y >= want * MET);
  }
  shares.met = met;
  shares.yield = yielded;
  shares.end = v;
}

/** The same by yield before spillage. */
function sharesBefore(days: StoreDays, capacity: number, start: number): void {
  const { inflow, demand } = days;
  let v = start;
  let yielded = 0;
  let met = 0;
  for (let d = 0; d < inflow.length; d++) {
    const want = demand[d];
    const have = v + inflow[d];
    const y = want < have ? want : have;
    const filled = have - y;
    v = filled > capacity ? capacity : filled;
    yielded += y;
    met += Number(y >= want * MET);
  }
  shares.met = met;
  shares.yield = yielded;
  shares.end = v;
}

/** Days met, yield and rest of one size, without what `runStore` knows of spells; writes `shares`. */
export function storeShares(days: StoreDays, capacity: number, rule: YieldRule, start: number): void {
  const first = Math.min(start, capacity);
  if (rule === 'YAS') sharesAfter(days, capacity, first);
  else sharesBefore(days, capacity, first);
  // days that want nothing are met by everything
  shares.met -= days.inflow.length - days.daysWanting;
}

/** Share of the days that wanted water and got all of it; 1 where none wanted any. */
export const dayReliability = (run: StoreRun): number => (run.daysWanting > 0 ? run.daysMet / run.daysWanting : 1);

/** Share of the water wanted that was there; 1 where none was wanted. */
export const volumeReliability = (run: StoreRun): number => (run.demand > 0 ? run.yield / run.demand : 1);

/**
 * Days until a store is empty at an even use, with a source that may fall.
 * @param volume usable m³ today @param use m³ a day @param inflow m³ on day k (0 is today)
 * @param capacity usable m³ when it is full: what comes in above it runs over @param horizon most days looked at
 * @returns whole days that are met, or null when it does not run dry within the horizon
 */
export const daysUntilEmpty = (
  volume: number,
  use: number,
  inflow: (day: number) => number,
  capacity: number,
  horizon = 730,
): number | null => runAhead({ volume, capacity, use: () => use, inflow }, horizon).empty;
