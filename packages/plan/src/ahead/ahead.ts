// The water ahead: what stands in the tanks today, how many days it lasts at this use and season while the springs fall
// and no rain comes, what rain of the recorded years would make of it, when to begin to haul, what to cut first.
import { runAhead, type Ahead } from '@vernal-slope/core/storage';
import { recession, type DatedFlow, type Recession } from '@vernal-slope/core/supply';
import { broughtOf, broughtPerDay, planBalance, tankStore, type PlanBalance } from '../budget/index.ts';
import {
  dryNeed,
  monthsOfDays,
  needDays,
  roofDays,
  testResults,
  type NeedRow,
  type SourceYield,
} from '../year/index.ts';
import { flowFromLpm, levelFor } from '../compile/index.ts';
import { dateOf, dayNumber, dayOfYear } from '../formats/index.ts';
import { isStore, type SourceNode, type StoreNode } from '../kinds/index.ts';
import type { Plan, ReadingEntry } from '../schema/index.ts';

/** Days looked ahead. */
export const HORIZON = 366;
/** A level read longer ago than this says nothing of today, days (assumption). */
const LEVEL_HOLDS = 30;
/** Hauling begins so many days before the water is at its end (assumption; common practice, no source). */
export const HAUL_AHEAD = 7;
/** Share of single tests that lie between the lower and the upper flow of a falling spring. */
export const CONFIDENCE = 0.8;
const DAY = 86_400;

export interface TankToday {
  readonly tank: StoreNode;
  /** m over its floor */ readonly level: number;
  /** When that was read; undefined where the plan's own level stands in. */
  readonly read?: string;
  /** m³ that can be used today, and when it is full. */
  readonly volume: number;
  readonly capacity: number;
}

/** How one source is taken to go on. */
export interface SourceAhead {
  readonly source: SourceNode;
  readonly way: 'falls' | 'dry' | 'steady' | 'roof';
  /** Days in which it halves, of one that falls. */
  readonly halving?: number;
}
type Followed = SourceAhead & { readonly recession?: Recession };

/** What some water less would bring. */
export interface Cut {
  readonly id: string;
  readonly name: string;
  readonly kind: CutKind;
  /** m³ a day that are saved today. */
  readonly saves: number;
  /** Whole days that the water lasts then; null where it does not end within the horizon. */
  readonly days: number | null;
  /** m³ left on the last day that is met. */
  readonly rest: number;
}

export interface RainAhead {
  /** Recorded years that were run. */
  readonly years: number;
  /** Days that one year in ten, five in ten and nine in ten would not reach; null where it does not end. */
  readonly low: number | null;
  readonly mid: number | null;
  readonly high: number | null;
}

export interface WaterAhead {
  readonly from: string;
  readonly tanks: readonly TankToday[];
  readonly sources: readonly SourceAhead[];
  /** m³: of what can be used, how much stands, how much fits, how much is kept back for fire. */
  readonly volume: number;
  readonly capacity: number;
  readonly reserve: number;
  /** m³ a day today: taken, and coming in without rain. */
  readonly use: number;
  readonly inflow: number;
  /** Without rain: as the springs are likely to fall, at the lower and at the upper edge. */
  readonly mid: Ahead;
  readonly low: Ahead;
  readonly high: Ahead;
  /** Some spring falls by its tests, so that there is a spread. */
  readonly spread: boolean;
  /** Recorded rain of the same season run on from today; undefined where no roof gathers or no years are known. */
  readonly rain?: RainAhead;
  /** First day, from today, on which to haul, and m³ a day then lacking; undefined where it does not end. */
  readonly haul?: { readonly day: number; readonly perDay: number };
  /** What may wait first, the least needed first. */
  readonly cuts: readonly Cut[];
}

/** Order in which water is cut: a garden waits, people save, animals are never cut (common practice, no source). */
const CUT_ORDER = ['garden', 'people'] as const;
type CutKind = (typeof CUT_ORDER)[number];

/** Level of a tank today: read lately, else as the plan starts. */
function levelToday(tank: StoreNode, log: readonly ReadingEntry[], today: number): { level: number; read?: string } {
  let found: { level: number; read: string } | undefined;
  for (const e of log) {
    const level = e.place === tank.id && e.levelM !== undefined ? e.levelM : e.levelsM?.[tank.id];
    const day = dayNumber(e.at.slice(0, 10));
    if (level === undefined || day > today || today - day > LEVEL_HOLDS) continue;
    if (!found || e.at >= found.read) found = { level, read: e.at };
  }
  return found ?? { level: levelFor(tank, 'start') };
}

function tankToday(plan: Plan, tank: StoreNode, balance: PlanBalance, today: number): TankToday {
  const { usableAll, usableAt } = tankStore(plan, tank, balance);
  const { level, read } = levelToday(tank, plan.log ?? [], today);
  return { tank, level, ...(read ? { read } : {}), volume: usableAt(level), capacity: usableAll };
}

/** Flows of a source by date, m³/s: its tests, and buckets of the log there. */
export function flowsOf(plan: Plan, source: SourceNode): DatedFlow[] {
  const read = (plan.log ?? []).flatMap((e) =>
    e.place === source.id && e.flowLpm !== undefined
      ? [{ day: dayNumber(e.at.slice(0, 10)), flow: flowFromLpm(e.flowLpm) }]
      : [],
  );
  return [...testResults(source).map(({ day, flow }) => ({ day, flow })), ...read].sort((a, b) => a.day - b.day);
}

function sourceAhead(plan: Plan, y: SourceYield, today: number): Followed {
  const { source } = y;
  if (y.basis === 'roof') return { source, way: 'roof' };
  const flows = flowsOf(plan, source).filter((f) => f.day <= today);
  // a spring that was found dry is dry until it is found to run
  if (flows.at(-1)?.flow === 0) return { source, way: 'dry' };
  const falling = recession(flows);
  return falling && falling.rate > 0
    ? { source, way: 'falls', halving: falling.halving, recession: falling }
    : { source, way: 'steady' };
}

type Edge = 'flow' | 'low' | 'high';

/** m³ that a source brings on a day without rain. */
function bringsOn(b: PlanBalance, y: SourceYield, s: Followed, day: number, edge: Edge): number {
  if (s.way === 'roof' || s.way === 'dry') return 0;
  const usual = broughtPerDay(b, y, monthOf(day));
  if (!s.recession) return usual;
  return Math.min(usual, broughtOf(b, y, DAY * s.recession.at(day, CONFIDENCE)[edge]));
}

const monthOf = (day: number): number => Number(dateOf(day).slice(5, 7)) - 1;

/** The k-th part of sorted numbers of days, null (does not end) last. */
function quantile(days: readonly (number | null)[], share: number): number | null {
  const sorted = [...days].sort((a, b) => (a ?? Infinity) - (b ?? Infinity));
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
}

/** m³ that roofs brought, and that was needed, on the days after the same date of each recorded year. */
function rainYears(
  plan: Plan,
  b: PlanBalance,
  today: number,
  days: number,
): { readonly rain: Float64Array; readonly need: Float64Array }[] {
  const daily = plan.climate?.daily;
  const roofs = b.yields.flatMap((y) => {
    const series = y.source.roof && roofDays(plan, y.source.roof);
    return series ? [{ y, series }] : [];
  });
  if (!daily || roofs.length === 0) return [];
  const first = dayNumber(daily.start);
  const length = daily.rainMm.length;
  const found: { rain: Float64Array; need: Float64Array }[] = [];
  const need = needDays(b.needs, monthsOfDays(daily.start, length));
  const monthDay = dateOf(today).slice(5);
  for (let year = Number(daily.start.slice(0, 4)); ; year++) {
    const start = dayOfYear(year, monthDay) - first;
    if (start + days > length) return found;
    if (start < 0) continue;
    found.push({
      rain: Float64Array.from({ length: days }, (_, d) =>
        roofs.reduce((sum, { y, series }) => sum + broughtOf(b, y, series[start + d]), 0),
      ),
      need: need.subarray(start, start + days),
    });
  }
}

/** Least days of recorded rain that a year has to go on for. */
const RAIN_DAYS = 180;

/**
 * The water of the whole place from a day on. Evaporation is left out; all tanks are taken as one store.
 * @param today a day number
 */
export function waterAhead(plan: Plan, today: number, balance: PlanBalance = planBalance(plan)): WaterAhead {
  const tanks = plan.nodes.filter(isStore).map((t) => tankToday(plan, t, balance, today));
  const sources = balance.yields.map((y) => sourceAhead(plan, y, today));
  const reserve = balance.needs.fireReserve;
  const volume = tanks.reduce((sum, t) => sum + t.volume, 0);
  const capacity = tanks.reduce((sum, t) => sum + t.capacity, 0);
  const usePerDay = Array.from({ length: 12 }, (_, m) => dryNeed(balance.needs, m));
  const use = (d: number): number => usePerDay[monthOf(today + d)];
  const inflows = (edge: Edge): Float64Array =>
    Float64Array.from({ length: HORIZON }, (_, d) =>
      balance.yields.reduce((sum, y, k) => sum + bringsOn(balance, y, sources[k], today + d, edge), 0),
    );
  const store = { volume: Math.max(0, volume - reserve), capacity: Math.max(0, capacity - reserve) };
  const run = (inflow: (d: number) => number, of = use, days = HORIZON): Ahead =>
    runAhead({ ...store, use: of, inflow }, days);
  const likely = inflows('flow');
  const least = inflows('low');
  const most = inflows('high');
  const mid = run((d) => likely[d]);
  const years = rainYears(plan, balance, today, RAIN_DAYS);
  const rained = years.map(
    (y) =>
      run(
        (d) => likely[d] + y.rain[d],
        (d) => y.need[d],
        RAIN_DAYS,
      ).empty,
  );
  const gross = 1 / (1 - balance.needs.losses);
  return {
    from: dateOf(today),
    tanks,
    sources: sources.map(({ source, way, halving }) => ({
      source,
      way,
      ...(halving === undefined ? {} : { halving }),
    })),
    volume,
    capacity,
    reserve,
    use: use(0),
    inflow: likely[0],
    mid,
    low: run((d) => least[d]),
    high: run((d) => most[d]),
    spread: sources.some((s) => s.way === 'falls'),
    ...(years.length > 1
      ? {
          rain: {
            years: years.length,
            low: quantile(rained, 0.1),
            mid: quantile(rained, 0.5),
            high: quantile(rained, 0.9),
          },
        }
      : {}),
    ...(mid.empty === null ? {} : { haul: haulOf(mid, mid.empty) }),
    cuts: balance.needs.rows
      .filter((row): row is NeedRow & { kind: CutKind } => row.kind !== 'herd')
      .map((row): Cut => {
        const saves = (d: number): number => gross * (row.dryPerDay ?? row.perDay)[monthOf(today + d)];
        const { empty, volume: left } = run(
          (d) => likely[d],
          (d) => Math.max(0, use(d) - saves(d)),
        );
        return {
          id: row.id,
          name: row.name,
          kind: row.kind,
          saves: saves(0),
          days: empty,
          rest: empty === null || empty === 0 ? 0 : left[empty - 1],
        };
      })
      .filter((c) => c.saves > 0)
      .sort(
        (a, b) => CUT_ORDER.indexOf(a.kind) - CUT_ORDER.indexOf(b.kind) || (b.days ?? Infinity) - (a.days ?? Infinity),
      ),
  };
}

/** Days over which what is lacking is averaged, once the water is at its end. */
const LACK_DAYS = 14;

/** Hauling begins a week before the water is at the reserve. */
function haulOf(mid: Ahead, empty: number): NonNullable<WaterAhead['haul']> {
  const after = mid.lacking.subarray(empty, Math.min(HORIZON, empty + LACK_DAYS));
  return {
    day: Math.max(0, empty - HAUL_AHEAD),
    perDay: after.reduce((a, b) => a + b, 0) / Math.max(1, after.length),
  };
}
