// How many more the place carries, by the days of its record where there are any: not by a month's mean alone.
import { bridgeVolume } from '@vernal-slope/core/demand';
import { dayReliability, runStore, storeDays } from '@vernal-slope/core/storage';
import { tankShape } from '../compile/index.ts';
import { volumeAt } from '@vernal-slope/core/tank';
import { isStore, isVessel } from '../kinds/index.ts';
import { monthsOfDays, needDays, type NeedRow, yieldRuleOf } from '../year/index.ts';
import { hoursOf, inflowDays, type PlanBalance } from './balance.ts';
import { tankStore } from './store.ts';

/** How much more of something the place could carry. */
export interface Room {
  readonly id: string;
  readonly name: string;
  readonly kind: 'herd' | 'people' | 'garden';
  /** With as many more every day is met: of the record, else of the mean year and its leanest week. */
  readonly more: number;
  /** With as many more `OFTEN` of the recorded days are met; undefined without a record. */
  readonly often?: number;
  /** m³ a day that a tenth less of it would save in the tightest month */ readonly tenthSaves: number;
}

/** What room is reckoned by. */
export interface RoomBy {
  readonly rooms: readonly Room[];
  /** Days of the record, and the share of them that is met as the plan stands; undefined without a record. */
  readonly recorded?: { readonly days: number; readonly met: number };
  /** m³ of all tanks that are counted on: without the fire reserve */ readonly store: number;
}

/** Share of the recorded days that counts as most of them. */
export const OFTEN = 0.95;
/** Nobody asks for more. */
const MOST = 1e6;
const WEEK = 7;
const ALL = 1 - 1e-9;

/** The largest whole number, 0 to `MOST`, for which something holds that holds for all smaller ones. */
function largest(holds: (n: number) => boolean): number {
  if (!holds(1)) return 0;
  let fits = 1;
  while (fits < MOST && holds(fits * 2)) fits *= 2;
  let fails = fits * 2;
  while (fails - fits > 1) {
    const mid = Math.floor((fits + fails) / 2);
    if (holds(mid)) fits = mid;
    else fails = mid;
  }
  return fits;
}

/** m³ a day that one more of a row takes in a month, without losses. */
const eachIn = (row: NeedRow, month: number): number => (row.count > 0 ? row.perDay[month] / row.count : 0);

/** By the days of the record; undefined where nothing that comes hangs on them. */
function byRecord(b: PlanBalance, store: number, rows: readonly NeedRow[]): RoomBy | undefined {
  const daily = b.plan.climate?.daily;
  const inflow = b.recorded && inflowDays(b.plan, b);
  if (!daily || !inflow) return undefined;
  const months = monthsOfDays(daily.start, inflow.length);
  const need = needDays(b.needs, months);
  const gross = 1 / (1 - b.needs.losses);
  const rule = yieldRuleOf(b.plan);
  const met = (demand: Float64Array): number => dayReliability(runStore(storeDays(inflow, demand), store, rule, store));
  const now = met(need);
  return {
    store,
    recorded: { days: inflow.length, met: now },
    rooms: rows.map((row) => {
      const one = Float64Array.from(months, (m, d) => gross * (row.days ? row.days[d] / row.count : eachIn(row, m)));
      const most = (share: number): number =>
        now < share ? 0 : largest((n) => met(need.map((v, d) => v + n * one[d])) >= share);
      return { ...roomRow(b, row), more: most(ALL), often: most(OFTEN) };
    }),
  };
}

const roomRow = (b: PlanBalance, row: NeedRow): Omit<Room, 'more'> => ({
  id: row.id,
  name: row.name,
  kind: row.kind,
  tenthSaves: (0.1 * row.perDay[b.tightest]) / (1 - b.needs.losses),
});

/** By the mean year: every month carries it, the store lasts through the leanest week and bridges each day. */
function byMeans(b: PlanBalance, store: number, rows: readonly NeedRow[]): RoomBy {
  const gross = 1 / (1 - b.needs.losses);
  const troughs = b.plan.nodes
    .filter(isVessel)
    .filter((v) => !isStore(v))
    .reduce((sum, v) => sum + volumeAt(tankShape(v.shape, v.count), v.overflowM), 0);
  const hours = Array.from({ length: 12 }, (_, m) => hoursOf(b, m));
  const bridged = (row: NeedRow, n: number): boolean =>
    hours.every(
      ({ given, needed }, m) =>
        bridgeVolume(
          given,
          needed.map((v, h) => v + n * gross * eachIn(row, m) * row.hours[h]),
        ) <=
        store + troughs + 1e-9,
    );
  return {
    store,
    rooms: rows.map((row) => {
      const each = Array.from({ length: 12 }, (_, m) => gross * eachIn(row, m));
      const week = WEEK * (b.week.given - b.week.needed) + store;
      const holds = (n: number): boolean =>
        b.months.every((m, k) => m.spare - n * each[k] >= -1e-9) &&
        week - WEEK * n * Math.max(...each) >= -1e-9 &&
        bridged(row, n);
      return { ...roomRow(b, row), more: largest(holds) };
    }),
  };
}

const known = new WeakMap<PlanBalance, RoomBy>();

/** How many more of each need the place carries, the tanks taken as one store that is full on the first day. */
export function roomOf(b: PlanBalance): RoomBy {
  const before = known.get(b);
  if (before) return before;
  const store = b.plan.nodes.filter(isStore).reduce((sum, t) => sum + tankStore(b.plan, t, b).forUse, 0);
  const rows = b.needs.rows.filter((r) => r.perUnit > 0);
  const found = byRecord(b, store, rows) ?? byMeans(b, store, rows);
  known.set(b, found);
  return found;
}
