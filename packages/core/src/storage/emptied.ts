// A small store that is emptied into a lower one every few days: what it still loses over the days of a record.

export interface Emptied {
  /** Days between emptyings with which nothing is lost on any day of the record; 0 where each day's emptying loses some. */
  readonly every: number;
  /** m³ a year that run over where it is emptied each day, and days of the record on which any does */
  readonly lost: number;
  readonly days: number;
}

/** m³ that run over, and on how many days, where a store is emptied in the evening of every n-th day. */
function overflowing(
  inflow: Float64Array,
  demand: Float64Array,
  capacity: number,
  every: number,
): { readonly lost: number; readonly days: number } {
  let stands = 0;
  let lost = 0;
  let days = 0;
  for (let d = 0; d < inflow.length; d++) {
    // the day's water comes before the evening, and what is used of it with it
    stands = Math.max(0, stands + inflow[d] - demand[d]);
    if (stands > capacity + 1e-12) {
      lost += stands - capacity;
      days++;
      stands = capacity;
    }
    if ((d + 1) % every === 0) stands = 0;
  }
  return { lost, days };
}

/**
 * How seldom a store may be emptied so that nothing runs over on any day of a record.
 * @param inflow m³ a day @param demand m³ a day @param capacity m³ @param most days between emptyings that are looked at
 */
export function emptiedEvery(inflow: Float64Array, demand: Float64Array, capacity: number, most = 60): Emptied {
  const daily = overflowing(inflow, demand, capacity, 1);
  let every = daily.days > 0 ? 0 : 1;
  while (every > 0 && every < most && overflowing(inflow, demand, capacity, every + 1).days === 0) every++;
  return { every, lost: (daily.lost * 365.25) / Math.max(1, inflow.length), days: daily.days };
}
