// The store of a plan: what of it can be used, how long it lasts, what its overflow carries, which size pays.
import {
  cascade,
  daysUntilEmpty,
  kneeOf,
  LEAST_VENT,
  linkedTanks,
  overflowHead,
  overflowCapacity,
  runStore,
  sizeCurve,
  sizeRange,
  storeDays,
  usableParts,
  ventBore,
  dayReliability,
  volumeReliability,
  type LinkedGroup,
  type YieldRule,
  type SizeRow,
  type StoreRun,
  type Usable,
} from '@vernal-slope/core/storage';
import { DAYS_IN_MONTH, designFlow } from '@vernal-slope/core/supply';
import { volumeAt } from '@vernal-slope/core/tank';
import { cubicMetres, levelFor, overflowBore, rainRate, tankShape, vesselHeight } from '../compile/index.ts';
import type { Plan, StoreNode } from '../schema/index.ts';
import { monthsOfDays } from './climate.ts';
import { summariseTests } from './tests.ts';
import { yieldRuleOf } from './yieldrule.ts';
import { broughtHours, broughtPerDay } from './brought.ts';
import { roofArea, type SourceYield } from './yields.ts';
import { inflowDays, needDays, planBalance, withoutSources, type PlanBalance } from './balance.ts';
import { deliveryElevation, nameOf } from '../kinds/index.ts';
import { feedersOf, outletsOf } from '../topology/index.ts';

/** Outlets that a tank feeds by its lines, with the height of each above datum. */
function heightsFed(plan: Plan, tank: StoreNode): { name: string; elevation: number }[] {
  const fed = new Set(outletsOf(plan, tank.id));
  return plan.nodes.filter((n) => fed.has(n.id)).map((n) => ({ name: nameOf(n), elevation: deliveryElevation(n) }));
}

export interface TankStore {
  readonly tank: StoreNode;
  readonly usable: Usable;
  /** The place that stands highest of those it feeds, when it keeps water from being used. */
  readonly tap?: { readonly name: string; readonly level: number };
  readonly linked?: LinkedGroup;
  /** m³ that can be used over the whole group */ readonly usableAll: number;
  /** m³ that stand in it today and can be used */ readonly today: number;
  readonly overflow?: {
    /** m³/s that may have to run over: all sources at their most */ readonly largest: number;
    /** m³/s carried before the water reaches the rim */ readonly carries: number;
    /** m above the overflow's lip at the largest inflow; Infinity when it is not carried */ readonly head: number;
    /** m from the lip to the rim */ readonly freeboard: number;
  };
  /** m */ readonly vent: number;
}

/** Rain in an hour that a roof must get rid of when the plan does not say (common practice), mm. */
export const DESIGN_RAIN = 75;

/** The most a source brings at once, m³/s: a roof in the design rain, any other in its best hour. */
function largestFlow(y: SourceYield): number {
  const roof = y.source.roof;
  if (roof) return designFlow(rainRate(roof.designRainMmPerH ?? DESIGN_RAIN), roofArea(roof));
  return Math.max(...y.perDay.map((v, m) => v * Math.max(...y.hours(m)))) / 3600;
}

/** Facts of one tank. */
export function tankStore(plan: Plan, tank: StoreNode, balance: PlanBalance = planBalance(plan)): TankStore {
  const shape = tankShape(tank.shape, tank.count);
  const floor = tank.groundM + (tank.standM ?? 0);
  const fed = heightsFed(plan, tank);
  const highest = fed.reduce<{ name: string; elevation: number } | undefined>(
    (most, f) => (!most || f.elevation > most.elevation ? f : most),
    undefined,
  );
  const tapLevel = highest ? highest.elevation - floor : undefined;
  const matters = highest && tapLevel !== undefined && tapLevel > tank.outletM;
  const usable = usableParts({
    shape,
    outlet: tank.outletM,
    overflow: tank.overflowM,
    floatShuts: tank.inlet?.floatValve?.closeLevelM,
    tapLevel: matters ? tapLevel : undefined,
  });
  const linked = tank.linked?.length
    ? linkedTanks([
        { shape, floor, outlet: usable.lowest, overflow: usable.highest },
        ...tank.linked.map((t) => ({
          shape: tankShape(t.shape),
          floor: floor + t.floorM,
          outlet: t.outletM,
          overflow: t.overflowM,
        })),
      ])
    : undefined;
  const level = levelFor(tank, 'start');
  const feeders = new Set(feedersOf(plan, tank.id).map((n) => n.id));
  const largest = balance.yields.reduce((sum, y) => sum + (feeders.has(y.source.id) ? largestFlow(y) : 0), 0);
  const pipe = tank.overflowPipe;
  const freeboard = vesselHeight(tank) - tank.overflowM;
  const bore = pipe && overflowBore(pipe);
  const peak = balance.needs.totals.peakHour;
  return {
    tank,
    usable,
    tap: matters && highest && tapLevel !== undefined ? { name: highest.name, level: tapLevel } : undefined,
    linked,
    usableAll: linked ? linked.usable.reduce((a, b) => a + b, 0) : usable.usable,
    today: Math.max(0, volumeAt(shape, Math.min(level, usable.highest)) - volumeAt(shape, usable.lowest)),
    overflow: bore
      ? {
          largest,
          carries: overflowCapacity(freeboard, bore, 'wall'),
          head: overflowHead(largest, bore, 'wall'),
          freeboard,
        }
      : undefined,
    vent: Math.max(LEAST_VENT, ventBore(Math.max(...peak, largest))),
  };
}

export interface StoreSeries {
  readonly inflow: Float64Array;
  readonly demand: Float64Array;
  /** Hours a step of the series stands for: 24 over days of weather, 1 where only the course of the day matters. */
  readonly stepHours: 1 | 24;
  readonly from: string;
}

/** Inflow and need by the hour over a year of the plan's months: what a steady source asks of a store. */
function hoursOfYear(balance: PlanBalance): StoreSeries {
  const days = DAYS_IN_MONTH.flatMap((n, m) => new Array<number>(n).fill(m));
  const gross = 1 / (1 - balance.needs.losses);
  const months = Array.from({ length: 12 }, (_, m) => {
    const brought = balance.yields.map((y) => broughtHours(balance, y, m));
    return Array.from({ length: 24 }, (_h, h) => ({
      given: brought.reduce((sum, hours) => sum + hours[h], 0),
      needed: gross * balance.needs.rows.reduce((sum, r) => sum + r.perDay[m] * r.hours[h], 0),
    }));
  });
  const steps = days.flatMap((m) => months[m]);
  return {
    inflow: Float64Array.from(steps, (s) => s.given),
    demand: Float64Array.from(steps, (s) => s.needed),
    stepHours: 1,
    from: 'a year of the plan’s months, hour by hour',
  };
}

/** The balance with the sources alone whose water comes to a tank. */
function balanceOf(plan: Plan, balance: PlanBalance, tank: StoreNode): PlanBalance {
  const feeders = new Set(feedersOf(plan, tank.id).map((n) => n.id));
  const others = balance.yields.map((y) => y.source.id).filter((id) => !feeders.has(id));
  return { ...balance, ...withoutSources(balance, new Set(others)) };
}

/**
 * What a store has to carry: days over the plan's daily rain where a roof feeds it, else the hours of a year, since a
 * steady source fills the store through the day.
 */
export function storeSeries(plan: Plan, whole: PlanBalance = planBalance(plan), tank?: StoreNode): StoreSeries {
  const balance = tank ? balanceOf(plan, whole, tank) : whole;
  const daily = plan.climate?.daily;
  const inflow = inflowDays(plan, balance);
  if (!daily || !inflow || !balance.yields.some((y) => y.source.roof)) return hoursOfYear(balance);
  return {
    inflow,
    demand: needDays(monthsOfDays(daily.start, inflow.length), balance.needs.totals.perDay),
    stepHours: 24,
    from: daily.name ?? `daily series from ${daily.start}`,
  };
}

/** Everything about one size over the series: spells too. */
export const sizeRun = (a: SizeAnswer, capacity: number): StoreRun =>
  runStore(storeDays(a.series.inflow, a.series.demand), capacity, a.rule, START_FULL * capacity);

export interface SizeAnswer {
  readonly rows: readonly SizeRow[];
  /** Row where more stops paying. */ readonly knee: number;
  /** The plan's own size, m³, and how it does. */
  readonly own: { readonly capacity: number; readonly run: StoreRun; readonly days: number; readonly volume: number };
  readonly series: StoreSeries;
  readonly rule: YieldRule;
}

/** The store is full on the first morning (assumption): a share of its size. */
const START_FULL = 1;

/** Sizes looked at. */
export const SIZE_COUNT = 60;

/** Range of sizes worth drawing: round the plan's own, a day's need and what a wet month brings. m³ */
export function sizesFor(series: StoreSeries, own: number): number[] {
  const days = Math.max(1, (series.demand.length * series.stepHours) / 24);
  const need = series.demand.reduce((a, b) => a + b, 0) / days;
  // a roof may have to carry weeks, a steady source hours
  const most = Math.max(
    series.stepHours === 24 ? 2.5 * own : 1.2 * own,
    (series.stepHours === 24 ? 40 : 2) * need,
    0.05,
  );
  const least = Math.max(Math.min(own, need) / 20, most / 500, 0.005);
  return sizeRange(least, most, SIZE_COUNT);
}

/** The curve of sizes for a tank of the plan. `onStep` gets the share done; returning false stops. */
export function storeSizes(plan: Plan, tank: StoreNode, onStep?: (share: number) => boolean): SizeAnswer {
  const balance = planBalance(plan);
  const series = storeSeries(plan, balance, tank);
  const own = tankStore(plan, tank, balance).usableAll;
  const rule = yieldRuleOf(plan);
  const days = storeDays(series.inflow, series.demand);
  const rows = sizeCurve(days, sizesFor(series, own), rule, START_FULL, onStep);
  const run = runStore(days, own, rule, START_FULL * own);
  return {
    rows,
    knee: kneeOf(rows),
    own: { capacity: own, run, days: dayReliability(run), volume: volumeReliability(run) },
    series,
    rule,
  };
}

/**
 * Days until a tank is empty from today's level at a month's use (0 to 11). Roofs bring nothing meanwhile; a source
 * whose tests fall goes on falling from `today` (a day number).
 */
export function daysLeft(
  plan: Plan,
  store: TankStore,
  balance: PlanBalance,
  month: number,
  today?: number,
): number | null {
  const use = balance.needs.totals.perDay[month];
  const sources = balance.yields
    .filter((y) => y.basis !== 'roof')
    .map((y) => ({ perDay: broughtPerDay(balance, y, month), falling: summariseTests(y.source)?.recession }));
  const keep = cubicMetres(plan.needs?.fireReserveL ?? 0);
  return daysUntilEmpty(
    Math.max(0, store.today - keep),
    use,
    (day) =>
      sources.reduce((sum, { perDay, falling }) => {
        const then = falling && today !== undefined ? 86_400 * falling.at(today + day).flow : Infinity;
        return sum + Math.min(perDay, then);
      }, 0),
    Math.max(0, store.usable.usable - keep),
  );
}

/** Where a day's overflow goes, m³, place by place. */
export function overflowCascade(tank: StoreNode, spill: number): ReturnType<typeof cascade> {
  return cascade(
    spill,
    (tank.overflowTo ?? []).map((p) => ({ name: p.name, takes: cubicMetres(p.litresPerDay) })),
  );
}
