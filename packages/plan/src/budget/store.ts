// The store of a plan: what of it can be used, how long it lasts, what its overflow carries, which size pays.
import {
  cascade,
  daysUntilEmpty,
  kneeOf,
  linkedVolume,
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
  type LinkedTank,
  type YieldRule,
  type SizeRow,
  type StoreRun,
  type Usable,
} from '@vernal-slope/core/storage';
import { DAYS_IN_MONTH, designFlow } from '@vernal-slope/core/supply';
import { cubicMetres, levelFor, overflowBore, rainRate, tankShape, vesselHeight } from '../compile/index.ts';
import type { Plan, StoreNode } from '../schema/index.ts';
import {
  dryNeed,
  monthsOfDays,
  needDays,
  roofArea,
  type SourceYield,
  summariseTests,
  testResults,
  yieldRuleOf,
} from '../year/index.ts';
import { broughtHours, broughtPerDay, drawnFrom } from './brought.ts';
import { inflowDays, planBalance, withoutSources, type PlanBalance } from './balance.ts';
import { deliveryElevation, isStore, nameOf } from '../kinds/index.ts';
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
  /** m³ of it that are kept back for fire, and what is left for use. */
  readonly reserve: number;
  readonly forUse: number;
  /** m³ that can be used at a level of the tank, m above its floor, over the whole group. */
  readonly usableAt: (level: number) => number;
  /** m³ that stand in it today and can be used */ readonly today: number;
  readonly overflow?: {
    /** m³/s that may have to run over: all sources at their most */ readonly largest: number;
    /** m³/s carried before the water reaches the rim */ readonly carries: number;
    /** m above the overflow's lip at the largest inflow; Infinity when it is not carried */ readonly head: number;
    /** m from the lip to the rim */ readonly freeboard: number;
  };
  /** m³/s, the most that leaves or enters: the vent lets as much air through */ readonly breathes: number;
  /** m */ readonly vent: number;
}

/** Rain in an hour that a roof must get rid of when the plan does not say (common practice), mm. */
export const DESIGN_RAIN = 75;

/**
 * The most a source brings at once, m³/s: a roof in the design rain, any other in its best hour or at its largest test,
 * as far as its line brings it.
 */
function largestFlow(y: SourceYield, brings: number | undefined): number {
  const roof = y.source.roof;
  if (roof) return designFlow(rainRate(roof.designRainMmPerH ?? DESIGN_RAIN), roofArea(roof));
  const counted = Math.max(...y.perDay.map((v, m) => v * Math.max(...y.hours(m)))) / 3600;
  const tested = testResults(y.source).map((t) => t.flow);
  return Math.min(brings ?? Infinity, Math.max(counted, ...tested));
}

/** What feeds a tank, each at its most, m³/s. */
export function largestParts(
  plan: Plan,
  tank: StoreNode,
  balance: PlanBalance,
): { readonly name: string; readonly flow: number; readonly source: string }[] {
  const feeders = new Set(feedersOf(plan, tank.id).map((n) => n.id));
  return balance.yields.flatMap((y) =>
    feeders.has(y.source.id)
      ? [
          {
            name: nameOf(y.source),
            flow: largestFlow(y, balance.brings.get(y.source.id)),
            source: y.source.roof
              ? `rain of ${y.source.roof.designRainMmPerH ?? DESIGN_RAIN} mm an hour on its area${y.source.roof.designRainMmPerH === undefined ? ' (common practice)' : ''}`
              : 'its best hour or largest test, as far as its line brings it',
          },
        ]
      : [],
  );
}

/** What a tank can give, as far as its own shape and what it feeds say, m³. */
const holds = (tank: StoreNode): number =>
  usableParts({
    shape: tankShape(tank.shape, tank.count),
    outlet: tank.outletM,
    overflow: tank.overflowM,
    floatShuts: tank.inlet?.floatValve?.closeLevelM,
  }).usable;

/** A tank that another one keeps full by a float keeps nothing back: the water for fire stands in the others. */
export const keptFull = (plan: Plan, tank: StoreNode): boolean =>
  tank.inlet?.floatValve !== undefined && feedersOf(plan, tank.id).some((n) => isStore(n));

/**
 * Share of what a tank can give that is kept back for fire: the reserve lies in the tanks that no other keeps full, in
 * each as much as it holds of all of them.
 */
function reservedShare(plan: Plan, tank: StoreNode, balance: PlanBalance): number {
  const reserve = balance.needs.fireReserve;
  if (reserve <= 0 || keptFull(plan, tank)) return 0;
  const all = plan.nodes.filter(isStore).filter((t) => !keptFull(plan, t));
  const sum = all.reduce((total, t) => total + holds(t), 0);
  return sum > 0 ? Math.min(1, reserve / sum) : 1;
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
  const group: LinkedTank[] = [
    { shape, floor, outlet: usable.lowest, overflow: usable.highest },
    ...(tank.linked ?? []).map((t) => ({
      shape: tankShape(t.shape),
      floor: floor + t.floorM,
      outlet: t.outletM,
      overflow: t.overflowM,
    })),
  ];
  const linked = group.length > 1 ? linkedTanks(group) : undefined;
  const usableAt = (at: number): number => {
    const top = Math.min(at + floor, linked?.spillLevel ?? floor + usable.highest);
    return group.reduce((sum, t) => sum + linkedVolume(t, top, floor + usable.lowest), 0);
  };
  const usableAll = linked ? linked.usable.reduce((a, b) => a + b, 0) : usable.usable;
  const reserve = usableAll * reservedShare(plan, tank, balance);
  const level = levelFor(tank, 'start');
  const largest = largestParts(plan, tank, balance).reduce((sum, p) => sum + p.flow, 0);
  const pipe = tank.overflowPipe;
  const freeboard = vesselHeight(tank) - tank.overflowM;
  const bore = pipe && overflowBore(pipe);
  const breathes = Math.max(...balance.needs.totals.peakHour, largest, drawnFrom(plan).get(tank.id) ?? 0);
  return {
    tank,
    usable,
    tap: matters && highest && tapLevel !== undefined ? { name: highest.name, level: tapLevel } : undefined,
    linked,
    usableAll,
    reserve,
    forUse: usableAll - reserve,
    usableAt,
    today: usableAt(level),
    overflow: bore
      ? {
          largest,
          carries: overflowCapacity(freeboard, bore, 'wall'),
          head: overflowHead(largest, bore, 'wall'),
          freeboard,
        }
      : undefined,
    breathes,
    vent: Math.max(LEAST_VENT, ventBore(breathes)),
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
    demand: needDays(balance.needs, monthsOfDays(daily.start, inflow.length)),
    stepHours: 24,
    from: daily.name ?? `daily series from ${daily.start}`,
  };
}

/** Everything about one size over the series: spells too. */
export function sizeRun(a: SizeAnswer, capacity: number): StoreRun {
  const forUse = Math.max(0, capacity - a.reserve);
  return runStore(storeDays(a.series.inflow, a.series.demand), forUse, a.rule, START_FULL * forUse);
}

export interface SizeAnswer {
  readonly rows: readonly SizeRow[];
  /** Row where more stops paying. */ readonly knee: number;
  /** The plan's own size, m³, and how it does. */
  readonly own: { readonly capacity: number; readonly run: StoreRun; readonly days: number; readonly volume: number };
  /** m³ of every size that are kept back for fire: never used, never refilled. */
  readonly reserve: number;
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
  const { usableAll: own, reserve, forUse } = tankStore(plan, tank, balance);
  const rule = yieldRuleOf(plan);
  const days = storeDays(series.inflow, series.demand);
  // a size is what it holds; what is kept back of it serves nobody
  const rows = sizeCurve(days, sizesFor(series, forUse), rule, START_FULL, onStep).map((row) => ({
    ...row,
    capacity: row.capacity + reserve,
  }));
  const run = runStore(days, forUse, rule, START_FULL * forUse);
  return {
    rows,
    reserve,
    knee: kneeOf(rows),
    own: { capacity: own, run, days: dayReliability(run), volume: volumeReliability(run) },
    series,
    rule,
  };
}

/**
 * Days until a tank is at its reserve from today's level at a month's use (0 to 11). Roofs bring nothing meanwhile; a
 * source whose tests fall goes on falling from `today` (a day number), from its last test on where nobody says which day
 * it is; one that was found dry brings nothing.
 */
export function daysLeft(store: TankStore, balance: PlanBalance, month: number, today?: number): number | null {
  const use = dryNeed(balance.needs, month);
  const sources = balance.yields
    .filter((y) => y.basis !== 'roof')
    .map((y) => {
      const tests = summariseTests(y.source);
      const from = today ?? tests?.latest.day ?? 0;
      const perDay = tests?.latest.flow === 0 ? 0 : broughtPerDay(balance, y, month);
      return { perDay, falling: tests?.recession, from };
    });
  return daysUntilEmpty(
    Math.max(0, store.today - store.reserve),
    use,
    (day) =>
      sources.reduce((sum, { perDay, falling, from }) => {
        const then = falling ? 86_400 * falling.at(from + day).flow : Infinity;
        return sum + Math.min(perDay, then);
      }, 0),
    store.forUse,
  );
}

/** Where a day's overflow goes, m³, place by place. */
export function overflowCascade(tank: StoreNode, spill: number): ReturnType<typeof cascade> {
  return cascade(
    spill,
    (tank.overflowTo ?? []).map((p) => ({ name: p.name, takes: cubicMetres(p.litresPerDay) })),
  );
}
