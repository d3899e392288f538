// What each source gives in a day, month by month, through the hours, and day by day over years of weather.
import {
  DAYS_IN_MONTH,
  GUTTER_LENGTH,
  gutterCapacity,
  haulWeek,
  MID_MONTH,
  RAM_EFFICIENCY,
  ramFlow,
  roofSeries,
  roofYield,
  sunPumpAtLift,
  sunPumpDay,
  sunPumpFlow,
  type Gutter,
} from '@vernal-slope/core/supply';
import { dividedStores, type Divided } from '@vernal-slope/core/storage';
import { FIRST_FLUSH_MM, findRunoff } from '../catalogue/index.ts';
import {
  cubicMetres,
  flowFromLitresPerDay,
  flowFromLpm,
  metresOfKm,
  metresOfMm,
  metresPerSecond,
  perMetre,
  perSecond,
  seconds,
} from '../fields/index.ts';
import type { HaulEntry, Plan, Roof, SourceNode, SunPumpEntry } from '../schema/index.ts';
import { ASSUMED_LATITUDE, monthlyClimate, monthsOfDays } from './climate.ts';
import { summariseTests } from './tests.ts';
import { yieldRuleOf } from './yieldrule.ts';
import { isSource } from '../kinds/index.ts';

/** Where a source's figures come from. */
export type YieldBasis = 'entered' | 'tests' | 'roof' | 'pump' | 'ram' | 'haul' | 'backup' | 'unknown';

export interface SourceYield {
  readonly source: SourceNode;
  /** m³ a day by month; zeros where nothing is known. */
  readonly perDay: readonly number[];
  /** m³ a day in the leanest stretch that is known. */
  readonly low: number;
  /** Share of a day's water in each of its hours, by month. */
  readonly hours: (month: number) => readonly number[];
  readonly basis: YieldBasis;
  /** Said where something was taken for granted. */
  readonly assumption?: string;
}

const DAY = 86_400;
const EVEN: readonly number[] = new Array<number>(24).fill(1 / 24);
const DEFAULT_RUNOFF = 0.9;
/** So many wet days a month stand for the first flush until days are known (assumption). */
export const WET_DAYS = 8;

export const roofArea = (roof: Roof): number => roof.areas.reduce((sum, a) => sum + a.planM2, 0);

type GutterEntry = NonNullable<Roof['gutter']>;
const carriedBy = new WeakMap<GutterEntry, number>();

/** What a roof's gutter carries before it runs over, m³/s; its length is taken where it is not known. */
export function gutterCarries(g: GutterEntry): number {
  const before = carriedBy.get(g);
  if (before !== undefined) return before;
  const found = gutterCapacity(gutterOf(g));
  carriedBy.set(g, found);
  return found;
}

const gutterOf = (g: GutterEntry): Gutter => ({
  width: metresOfMm(g.widthMm),
  depth: metresOfMm(g.depthMm),
  fall: metresOfMm(g.fallMmPerM),
  length: g.lengthM ?? GUTTER_LENGTH,
  round: g.round ?? true,
  ...(g.holeMm === undefined ? {} : { hole: metresOfMm(g.holeMm) }),
});

/** Runoff of a roof, weighted by area. */
export function roofRunoff(roof: Roof): number {
  const area = roofArea(roof);
  return roof.areas.reduce(
    (sum, a) => sum + (a.planM2 / area) * (a.runoff ?? findRunoff(a.material)?.typical ?? DEFAULT_RUNOFF),
    0,
  );
}

export const firstFlush = (roof: Roof): number => metresOfMm(roof.firstFlushMm ?? FIRST_FLUSH_MM.typical);

/** Days of a roof over the plan's daily rain, m³ each; undefined without a series. Missing days count as dry. */
export function roofDays(plan: Plan, roof: Roof): Float64Array | undefined {
  const rain = plan.climate?.daily?.rainMm;
  if (!rain || rain.length === 0) return undefined;
  return roofSeries(
    Float64Array.from(rain, (v) => metresOfMm(v ?? 0)),
    roofArea(roof),
    roofRunoff(roof),
    firstFlush(roof),
  );
}

function roofYieldOf(plan: Plan, source: SourceNode, roof: Roof): SourceYield {
  const days = roofDays(plan, roof);
  const daily = plan.climate?.daily;
  let perDay = new Array<number>(12).fill(0);
  let assumption: string | undefined;
  if (days && daily) {
    const months = monthsOfDays(daily.start, days.length);
    const count = new Array<number>(12).fill(0);
    days.forEach((v, k) => {
      perDay[months[k]] += v;
      count[months[k]]++;
    });
    perDay = perDay.map((v, m) => (count[m] > 0 ? v / count[m] : 0));
  } else {
    const climate = monthlyClimate(plan);
    if (!climate)
      return { source, perDay, low: 0, hours: () => EVEN, basis: 'unknown', assumption: 'no rain is known' };
    perDay = climate.rainMm.map(
      (mm, m) =>
        (WET_DAYS * roofYield(metresOfMm(mm / WET_DAYS), roofArea(roof), roofRunoff(roof), firstFlush(roof))) /
        DAYS_IN_MONTH[m],
    );
    assumption = `rain by month only: taken as ${WET_DAYS} wet days a month (assumption)`;
  }
  // weeks without rain come every year: a roof is never counted on in the leanest stretch
  return { source, perDay, low: 0, hours: () => EVEN, basis: 'roof', assumption };
}

/** A sun pump in SI. */
export const pumpOf = (p: SunPumpEntry) => ({
  ratedFlow: flowFromLpm(p.ratedFlowLpm),
  ratedLift: p.ratedLiftM,
  lift: p.liftM,
  ...(p.largestFlowLpm === undefined ? {} : { largestFlow: flowFromLpm(p.largestFlowLpm) }),
  ...(p.largestLiftM === undefined ? {} : { largestLift: p.largestLiftM }),
  startShare: p.startShare ?? 0.2,
  clearness: p.clearness ?? 0.7,
});

function pumpYieldOf(plan: Plan, source: SourceNode, entry: SunPumpEntry): SourceYield {
  const pump = pumpOf(entry);
  const latitude = plan.site?.latitudeDeg ?? ASSUMED_LATITUDE;
  const hoursOf = (m: number): readonly number[] => {
    const flows = Array.from({ length: 24 }, (_, h) => sunPumpFlow(pump, latitude, MID_MONTH[m], h + 0.5));
    const sum = flows.reduce((a, b) => a + b, 0);
    return sum > 0 ? flows.map((q) => q / sum) : EVEN;
  };
  const perDay = MID_MONTH.map((day, m) =>
    entry.hoursByMonth ? sunPumpAtLift(pump) * entry.hoursByMonth[m] * 3600 : sunPumpDay(pump, latitude, day).volume,
  );
  return {
    source,
    perDay,
    low: Math.min(...perDay),
    hours: hoursOf,
    basis: 'pump',
    assumption:
      [
        ...(pump.lift < pump.ratedLift && entry.largestFlowLpm === undefined
          ? ['at its small lift no more than the rated flow is counted, until its largest flow is entered (assumption)']
          : []),
        ...(pump.lift > pump.ratedLift && entry.largestLiftM === undefined
          ? ['above its rated lift flow times lift is kept (assumption): its own curve falls faster']
          : []),
        ...(entry.hoursByMonth
          ? []
          : [
              `the sun’s course at ${Math.abs(latitude)}° ${latitude < 0 ? 'south' : 'north'}, ${Math.round(pump.clearness * 100)} % of a clear sky (assumption)`,
            ]),
      ].join('; ') || undefined,
  };
}

const steady = (source: SourceNode, flow: number, basis: YieldBasis, assumption?: string): SourceYield => ({
  source,
  perDay: new Array<number>(12).fill(flow * DAY),
  low: flow * DAY,
  hours: () => EVEN,
  basis,
  assumption,
});

/** Yield of a source through the year. */
export function sourceYield(plan: Plan, source: SourceNode): SourceYield {
  if (source.type === 'mains') return steady(source, 0, 'backup', 'mains are a backup: not counted on');
  if (source.roof) return roofYieldOf(plan, source, source.roof);
  if (source.pump) return pumpYieldOf(plan, source, source.pump);
  if (source.ram) {
    const { driveFlowLpm, fallM, liftM, efficiency } = source.ram;
    return steady(
      source,
      ramFlow(flowFromLpm(driveFlowLpm), fallM, liftM, efficiency ?? RAM_EFFICIENCY).delivered,
      'ram',
    );
  }
  if (source.haul) return steady(source, flowFromLitresPerDay(source.haul.litresPerDay), 'haul');
  if (source.yieldByMonthLpm) {
    const perDay = source.yieldByMonthLpm.map((lpm) => flowFromLpm(lpm) * DAY);
    return { source, perDay, low: Math.min(...perDay), hours: () => EVEN, basis: 'entered' };
  }
  if (source.yieldLpm !== undefined) return steady(source, flowFromLpm(source.yieldLpm), 'entered');
  const tests = summariseTests(source);
  if (!tests) return steady(source, 0, 'unknown', 'not measured yet: counted as nothing');
  return {
    source,
    perDay: tests.byMonth.map((flow) => (flow ?? tests.low.flow) * DAY),
    low: tests.low.flow * DAY,
    hours: () => EVEN,
    basis: 'tests',
    assumption: 'months without a test have the lowest flow measured (assumption)',
  };
}

/** All sources of a plan with what they give. */
export const sourceYields = (plan: Plan): SourceYield[] =>
  plan.nodes.flatMap((n) => (isSource(n) ? [sourceYield(plan, n)] : []));

/** Trips, seconds and cost of a week of hauling. */
export const haulFigures = (h: HaulEntry): { trips: number; time: number; cost: number } =>
  haulWeek({
    perDay: cubicMetres(h.litresPerDay),
    tank: cubicMetres(h.litresPerTrip),
    distance: metresOfKm(h.distanceKm),
    speed: metresPerSecond(h.speedKmh),
    standing: seconds(h.standingMin),
    costPerMetre: perMetre(h.costPerKm ?? 0),
    costPerSecond: perSecond(h.costPerHour ?? 0),
  });

/**
 * What a fixed division of a roof between barrels yields against joining them, over the plan's daily rain, m³; each
 * day wants a tenth of all they hold (assumption). Undefined without a series or barrels.
 */
export function dividedBarrels(plan: Plan, source: SourceNode): Divided | undefined {
  const barrels = source.roof?.barrels;
  const days = source.roof && roofDays(plan, source.roof);
  if (!barrels || barrels.length === 0 || !days) return undefined;
  const list = barrels.map((b) => ({ capacity: cubicMetres(b.volumeL), share: b.share }));
  const want = 0.1 * list.reduce((sum, b) => sum + b.capacity, 0);
  return dividedStores(days, new Float64Array(days.length).fill(want), list, yieldRuleOf(plan));
}
