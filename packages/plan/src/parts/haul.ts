// What carrying the water, or pumping it, would cost instead of the line.
import { hauled, paidInTrips, paidInWeek, pumped, type Hauled } from '@vernal-slope/core/parts';
import { waterAt } from '@vernal-slope/core/water';
import type { Term, Working } from '@vernal-slope/core/working';
import { planBalance } from '../budget/index.ts';
import { cubicMetres, seconds } from '../compile/index.ts';
import { SITE_DEFAULTS, type Plan } from '../schema/index.ts';
import type { Bill } from './bill.ts';

/** Where one starts where nobody said (assumptions). */
export const HAUL_DEFAULTS = {
  litresPerTrip: 600,
  tripMin: 45,
  fuelPerTrip: 4,
  hourWorth: 0,
  weeksPerYear: 26,
} as const;
export const PUMP_DEFAULTS = { bought: 450, kWhCosts: 0.3, efficiency: 0.35, headM: 20 } as const;
const WEEKS_IN_A_MONTH = 365.25 / 12 / 7;
const DAYS = 7;
const JOULES_A_KWH = 3.6e6;

/** Hours of work (common practice, no source): a metre dug and filled by hand, a metre laid open, a joint, a hole. */
export const HOURS = { dug: 0.15, laid: 0.02, joint: 0.2, hole: 0.25 } as const;

/** Hours that it takes to dig, lay and join a plan by hand. */
function handHours(plan: Plan, bill: Bill): number {
  const metres = plan.lines
    .flatMap((l) => l.legs)
    .reduce((sum, leg) => sum + leg.lengthM * ((leg.depthM ?? 0) > 0 ? HOURS.dug : HOURS.laid), 0);
  const joints = bill.joints.reduce((sum, j) => sum + j.count, 0);
  const holes = bill.holes.reduce((sum, h) => sum + h.count, 0);
  return metres + joints * HOURS.joint + holes * HOURS.hole;
}

export interface OtherWays {
  /** Water a day that is wanted, m³, and whether the plan's needs say so or a person. */
  readonly perDay: number;
  readonly fromNeeds: boolean;
  readonly perTrip: number;
  readonly tripTime: number;
  readonly fuel: number;
  readonly hour: number;
  readonly weeks: number;
  readonly hauled: Hauled;
  /** Money of one trip. */ readonly each: number;
  /** Hours that it takes to build the line, and whether a person said so. */
  readonly buildHours: number;
  readonly buildingEntered: boolean;
  /** Money of the whole bill as far as it is priced, and of the hours of building it. */ readonly cost: number;
  /** Some of the bill has no price: the line costs more than this. */ readonly open: boolean;
  readonly paidTrips?: number;
  /** Week of use, and month of use, in which carrying would have cost as much; undefined where carrying costs nothing. */
  readonly paidWeek?: number;
  readonly paidMonth?: number;
  readonly pump: {
    readonly head: number;
    readonly efficiency: number;
    readonly kWh: number;
    readonly bought: number;
    readonly kWhAYear: number;
    readonly first: number;
    readonly year: number;
  };
}

export function otherWays(plan: Plan, bill: Bill): OtherWays {
  const entered = { ...HAUL_DEFAULTS, ...plan.shop?.haul };
  const own = plan.shop?.haul?.litresPerDay;
  const needed = own === undefined ? planBalance(plan).months.map((m) => m.needed) : [];
  const mean = needed.reduce((a, b) => a + b, 0) / (needed.length || 1);
  const perDay = own === undefined ? mean : cubicMetres(own);
  const hauling = {
    perDay,
    perTrip: cubicMetres(entered.litresPerTrip),
    tripTime: seconds(entered.tripMin),
    fuel: entered.fuelPerTrip,
    hour: entered.hourWorth,
    weeks: entered.weeksPerYear,
  };
  const h = hauled(hauling);
  const { each } = h;
  const hours = plan.shop?.buildHours ?? handHours(plan, bill);
  // hours alone are no cost of the line: nothing has a price then
  const cost = bill.total > 0 ? bill.total + hours * entered.hourWorth : 0;
  const paidWeek = cost > 0 ? paidInWeek(cost, h.week) : undefined;
  const pump = { ...PUMP_DEFAULTS, ...plan.shop?.pump };
  const spent = pumped({
    perDay,
    head: pump.headM,
    efficiency: pump.efficiency,
    density: waterAt(plan.site?.waterTemperatureC ?? SITE_DEFAULTS.waterTemperatureC).density,
    kWh: pump.kWhCosts,
    bought: pump.bought,
    days: entered.weeksPerYear * DAYS,
  });
  return {
    ...hauling,
    fromNeeds: own === undefined,
    hauled: h,
    each,
    buildHours: hours,
    buildingEntered: plan.shop?.buildHours !== undefined,
    cost,
    open: bill.unpriced.length > 0,
    ...(cost > 0 ? { paidTrips: paidInTrips(cost, each) } : {}),
    ...(paidWeek === undefined ? {} : { paidWeek, paidMonth: Math.ceil(paidWeek / WEEKS_IN_A_MONTH - 1e-9) }),
    pump: {
      head: pump.headM,
      efficiency: pump.efficiency,
      kWh: pump.kWhCosts,
      bought: pump.bought,
      first: spent.first,
      year: spent.year,
      kWhAYear: spent.energy / JOULES_A_KWH,
    },
  };
}

const money = (key: string, name: string, value: number, source: string): Term => ({
  key,
  tex: key,
  name,
  value,
  dimension: 'ratio',
  source,
});

/** Trips a week and what they cost. */
export function haulWorking(plan: Plan, w: OtherWays): Working {
  return {
    code: 'haul',
    of: plan.title,
    rule: '\\lceil 7 \\cdot {{V}} / {{T}} \\rceil \\cdot {{c}}',
    terms: [
      {
        key: 'V',
        tex: 'V',
        name: 'water a day',
        value: w.perDay,
        dimension: 'volume',
        source: w.fromNeeds ? 'mean of the months of Need' : 'entered',
      },
      { key: 'T', tex: 'T', name: 'water a trip', value: w.perTrip, dimension: 'volume', source: 'entered or assumed' },
      money('c', 'fuel and hours of a trip', w.each, 'entered or assumed'),
    ],
    result: { tex: 'K_\\mathrm{week}', value: w.hauled.week, dimension: 'ratio' },
    source: 'Trips are whole; money of the place',
  };
}

/** The week in which the line has paid for itself. */
export function paidWorking(plan: Plan, w: OtherWays): Working | undefined {
  if (w.paidWeek === undefined) return undefined;
  return {
    code: 'paid',
    of: plan.title,
    rule: '\\lceil {{K}} / {{w}} \\rceil',
    terms: [
      money('K', 'all of the bill that is priced, with the hours of building it', w.cost, 'prices of the plan'),
      { ...money('w', 'a week of carrying', w.hauled.week, 'trips and their cost'), working: haulWorking(plan, w) },
    ],
    result: { tex: 'n', value: w.paidWeek, dimension: 'ratio' },
    source: 'Weeks of use only: those out of season are not counted; interest left out',
    ...(w.open ? { assumptions: ['Part of the bill has no price yet: it takes longer than this.'] } : {}),
  };
}

/** What a pump needs a year. */
export function pumpWorking(plan: Plan, w: OtherWays): Working {
  const { density } = waterAt(plan.site?.waterTemperatureC ?? SITE_DEFAULTS.waterTemperatureC);
  return {
    code: 'pump-year',
    of: plan.title,
    rule: '{{rho}} \\cdot {{g}} \\cdot {{h}} \\cdot {{V}} \\cdot {{d}} / ({{eta}} \\cdot {{J}})',
    terms: [
      {
        key: 'rho',
        tex: '\\rho',
        name: 'density of water',
        value: density,
        dimension: 'density',
        source: 'at its temperature',
      },
      { key: 'g', tex: 'g', name: 'gravity', value: 9.80665, dimension: 'gravity', source: 'standard' },
      {
        key: 'h',
        tex: 'h',
        name: 'lift and friction',
        value: w.pump.head,
        dimension: 'length',
        source: 'entered or assumed',
      },
      { key: 'V', tex: 'V', name: 'water a day', value: w.perDay, dimension: 'volume' },
      {
        key: 'd',
        tex: 'd',
        name: 'days of use a year',
        value: w.weeks * DAYS,
        dimension: 'ratio',
        source: 'entered or assumed',
      },
      {
        key: 'eta',
        tex: '\\eta',
        name: 'of pump and motor',
        value: w.pump.efficiency,
        dimension: 'ratio',
        source: 'entered or assumed',
      },
      { key: 'J', tex: 'J', name: 'joules in a kWh', value: JOULES_A_KWH, dimension: 'ratio', source: 'definition' },
    ],
    result: { tex: 'E_\\mathrm{kWh}', value: w.pump.kWhAYear, dimension: 'ratio' },
    source: 'Work of lifting water, over what pump and motor make of it',
  };
}
