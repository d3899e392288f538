// Does the source carry the place: by month, in the driest week, at what hours, and with how much to spare.
import { monthBalance, type MonthBalance } from '@vernal-slope/core/demand';
import { DAYS_IN_MONTH } from '@vernal-slope/core/supply';
import type { Plan } from '../schema/index.ts';
import { feedsSomething, reachOf } from '../topology/index.ts';
import { isSource } from '../kinds/index.ts';
import {
  monthsOfDays,
  needDays,
  type NeedRow,
  planNeeds,
  type PlanNeeds,
  roofDays,
  sourceYields,
} from '../year/index.ts';
import { broughtBy, broughtHours, broughtOf, broughtPerDay, type Brought } from './brought.ts';

export interface DriestWeek {
  /** m³ a day on the mean of the week */ readonly given: number;
  readonly needed: number;
  /** First day of it (day of the series), when a daily series decides. */
  readonly day?: number;
  /** Month (0 to 11) it falls in. */ readonly month: number;
}

/** How often the record of days falls short, month by month of it. */
export interface RecordedMonths {
  /** Whole months on record. */
  readonly months: number;
  /** Of them, those in which less came than was needed. */
  readonly short: number;
}

export interface PlanBalance extends Brought {
  readonly plan: Plan;
  readonly needs: PlanNeeds;
  readonly months: readonly MonthBalance[];
  /** Month (0 to 11) with the least to spare for what is needed. */
  readonly tightest: number;
  readonly week: DriestWeek;
  /** The months, were what is only thought of there too; undefined where nothing is. */
  readonly withWished?: readonly MonthBalance[];
  /** Sources whose water reaches nothing that needs it: none of it is counted. */
  readonly idle: ReadonlySet<string>;
  /** Ids of needs at places that no source's water reaches, while there are sources. */
  readonly unreached: readonly string[];
  /** Undefined where no days are known, or nothing that comes hangs on them. */
  readonly recorded?: RecordedMonths;
}

const WEEK = 7;
/** Days of the shortest month. */
const LEAST_MONTH = 28;

/** Water that lines bring of all sources on each day of the plan's daily series, m³; undefined without a series. */
export function inflowDays(plan: Plan, b: Brought): Float64Array | undefined {
  const daily = plan.climate?.daily;
  if (!daily || daily.rainMm.length === 0) return undefined;
  const months = monthsOfDays(daily.start, daily.rainMm.length);
  const sum = new Float64Array(daily.rainMm.length);
  for (const y of b.yields) {
    const roof = y.source.roof && roofDays(plan, y.source.roof);
    const means = DAYS_IN_MONTH.map((_, m) => broughtPerDay(b, y, m));
    for (let d = 0; d < sum.length; d++) sum[d] += roof ? broughtOf(b, y, roof[d]) : means[months[d]];
  }
  return sum;
}

/** True where what comes hangs on the days of the record: a roof is counted. */
const byDays = (b: Brought): boolean => b.yields.some((y) => y.basis === 'roof' && b.brings.get(y.source.id) !== 0);

/** Whole months of the plan's record, and those in which less came than was needed. */
function recordedMonths(plan: Plan, b: Brought, needs: PlanNeeds): RecordedMonths | undefined {
  const daily = plan.climate?.daily;
  const inflow = inflowDays(plan, b);
  if (!daily || !inflow || !byDays(b)) return undefined;
  const months = monthsOfDays(daily.start, inflow.length);
  const need = needDays(needs, months);
  let found = 0;
  let short = 0;
  for (let from = 0; from < inflow.length;) {
    let spare = 0;
    let d = from;
    for (; d < inflow.length && months[d] === months[from]; d++) spare += inflow[d] - need[d];
    // the first and the last may have begun before or go on after the record
    if (d - from >= LEAST_MONTH) {
      found++;
      if (spare < -1e-9) short++;
    }
    from = d;
  }
  return found > 0 ? { months: found, short } : undefined;
}

function driestWeek(plan: Plan, b: Brought, needs: PlanNeeds): DriestWeek {
  const { yields } = b;
  const daily = plan.climate?.daily;
  const inflow = inflowDays(plan, b);
  // the leanest flow of sources that do not hang on the day's rain
  const low = yields.reduce((sum, y) => sum + broughtOf(b, y, y.low), 0);
  if (daily && inflow && inflow.length >= WEEK && yields.some((y) => y.basis === 'roof')) {
    const months = monthsOfDays(daily.start, inflow.length);
    const need = needDays(needs, months);
    let best = Infinity;
    let at = 0;
    let sum = 0;
    for (let d = 0; d < inflow.length; d++) {
      sum += inflow[d] - need[d];
      if (d >= WEEK) sum -= inflow[d - WEEK] - need[d - WEEK];
      if (d >= WEEK - 1 && sum < best - 1e-12) {
        best = sum;
        at = d - WEEK + 1;
      }
    }
    const mean = (of: Float64Array): number => of.slice(at, at + WEEK).reduce((a, b) => a + b, 0) / WEEK;
    return { given: mean(inflow), needed: mean(need), day: at, month: months[at + 3] };
  }
  const month = needs.totals.perDay.reduce((most, v, m) => (v > needs.totals.perDay[most] ? m : most), 0);
  return { given: low, needed: needs.totals.perDay[month], month };
}

/**
 * Which sources reach a need, and which needs no source reaches. A herd drinks at its place; people and gardens have no
 * place of their own, and every source that comes to a tank or an outlet serves them.
 */
function reached(plan: Plan, needs: PlanNeeds): Pick<PlanBalance, 'idle' | 'unreached'> {
  const sources = plan.nodes.filter((n) => isSource(n)).map((n) => ({ id: n.id, reach: reachOf(plan, n.id) }));
  const placesOf = ({ at }: NeedRow): readonly string[] => ('node' in at ? [at.node] : 'places' in at ? at.places : []);
  const places = needs.rows.flatMap((r) => placesOf(r).map((node) => ({ id: r.id, node })));
  const everywhere = needs.rows.length === 0 || needs.rows.some((r) => placesOf(r).length === 0);
  const serves = ({ id, reach }: (typeof sources)[number]): boolean =>
    (everywhere && feedsSomething(plan, id)) || places.some((p) => reach.has(p.node));
  return {
    idle: new Set(sources.filter((s) => !serves(s)).map((s) => s.id)),
    unreached:
      sources.length === 0
        ? []
        : [...new Set(places.filter((p) => !sources.some((s) => s.reach.has(p.node))).map((p) => p.id))],
  };
}

/** The same with what some sources bring set to nothing. */
export const withoutSources = (b: Brought, idle: ReadonlySet<string>): Brought => ({
  yields: b.yields,
  brings: new Map([...b.brings, ...[...idle].map((id) => [id, 0] as const)]),
});

/** Water that comes and that is needed, losses in, in each hour of a month's mean day (0 to 11), m³. */
export function hoursOf(
  b: Brought & Pick<PlanBalance, 'needs'>,
  month: number,
): { readonly given: number[]; readonly needed: number[] } {
  const gross = 1 / (1 - b.needs.losses);
  const given = new Array<number>(24).fill(0);
  const needed = new Array<number>(24).fill(0);
  for (const y of b.yields) broughtHours(b, y, month).forEach((v, h) => (given[h] += v));
  for (const r of b.needs.rows) for (let h = 0; h < 24; h++) needed[h] += gross * r.perDay[month] * r.hours[h];
  return { given, needed };
}

/** What one need that is only thought of would take, were it there alone besides what is. */
export interface Wish {
  readonly row: NeedRow;
  /** m³ a day with losses, in its thirstiest month */ readonly takes: number;
  /** m³ a day that would be left in the month with the least; less than nothing is lacking */ readonly left: number;
  /** Month (0 to 11) with the least left. */
  readonly month: number;
}

export const wishesOf = ({ needs, months }: Pick<PlanBalance, 'needs' | 'months'>): Wish[] =>
  needs.wished.map((row) => {
    const takes = row.perDay.map((v) => v / (1 - needs.losses));
    const left = months.map((m, k) => m.spare - takes[k]);
    const month = left.indexOf(Math.min(...left));
    return { row, takes: Math.max(...takes), left: left[month], month };
  });

/** Balance of the whole plan: what lines can bring of what the sources give, against what is needed. */
export function planBalance(plan: Plan): PlanBalance {
  const needs = planNeeds(plan);
  const { idle, unreached } = reached(plan, needs);
  const b = withoutSources({ yields: sourceYields(plan), brings: broughtBy(plan) }, idle);
  const monthsOf = (of: PlanNeeds): MonthBalance[] =>
    Array.from({ length: 12 }, (_, m) => {
      const { given, needed } = hoursOf({ ...b, needs: of }, m);
      return monthBalance(given, needed);
    });
  const months = monthsOf(needs);
  const withWished =
    needs.wished.length > 0 ? monthsOf({ ...needs, rows: [...needs.rows, ...needs.wished] }) : undefined;
  const tightest = months.reduce((worst, b, m) => (b.spare < months[worst].spare ? m : worst), 0);
  const week = driestWeek(plan, b, needs);
  const recorded = recordedMonths(plan, b, needs);
  return {
    plan,
    ...b,
    needs,
    months,
    tightest,
    week,
    idle,
    unreached,
    ...(withWished ? { withWished } : {}),
    ...(recorded ? { recorded } : {}),
  };
}
