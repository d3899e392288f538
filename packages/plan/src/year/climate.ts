// The plan's weather as months and days: rain, warmth, reference evapotranspiration.
import { hargreaves, penmanMonteith, soilHeatOfMonth, vapourFromHumidity } from '@vernal-slope/core/demand';
import { DAYS_IN_MONTH, MID_MONTH } from '@vernal-slope/core/supply';
import { metresOfMm } from '../fields/index.ts';
import { dayNumber, dayOfYear, dateOf } from '../formats/index.ts';
import type { Plan } from '../schema/index.ts';

export interface MonthlyClimate {
  /** mm a month */ readonly rainMm: readonly number[];
  readonly tMaxC: readonly number[];
  readonly tMinC: readonly number[];
  readonly from: string;
}

/** Latitude taken where the plan has none. */
export const ASSUMED_LATITUDE = 45;

/** Month (0 to 11) of each day of a daily series. */
export function monthsOfDays(start: string, length: number): Uint8Array {
  const first = dayNumber(start);
  let [year, month] = [Number(start.slice(0, 4)), Number(start.slice(5, 7)) - 1];
  const found = new Uint8Array(length);
  for (let d = 0; d < length;) {
    const next =
      dayOfYear(month === 11 ? year + 1 : year, `${String(((month + 1) % 12) + 1).padStart(2, '0')}-01`) - first;
    found.fill(month, d, Math.min(next, length));
    d = next;
    if (month === 11) year++;
    month = (month + 1) % 12;
  }
  return found;
}

/** Mean by month over the days that are there; undefined where a month has none. */
function meanByMonth(values: readonly (number | null)[], months: Uint8Array): (number | undefined)[] {
  const sum = new Array<number>(12).fill(0);
  const count = new Array<number>(12).fill(0);
  values.forEach((v, k) => {
    if (v === null) return;
    sum[months[k]] += v;
    count[months[k]]++;
  });
  return sum.map((s, m) => (count[m] > 0 ? s / count[m] : undefined));
}

/** Months of a temperate place of the north, rain in mm a month and °C: an assumption, shown as one, until the place's own are known. */
const TYPICAL = {
  rainMm: [70, 60, 60, 55, 60, 60, 55, 60, 65, 75, 75, 75],
  tMaxC: [5, 6, 10, 14, 18, 21, 24, 24, 20, 15, 9, 6],
  tMinC: [-1, -1, 1, 4, 7, 10, 12, 12, 9, 6, 2, 0],
} as const;
/** Months by which the south lags behind the north. */
const SOUTH = 6;

export type WeatherKey = keyof typeof TYPICAL;
/** A typical figure of a month (0 to 11) at the place's latitude. */
export const typicalMonth = (plan: Plan, key: WeatherKey, m: number): number =>
  TYPICAL[key][(plan.site?.latitudeDeg ?? 0) < 0 ? (m + SOUTH) % 12 : m];

/** How many of the months' figures were entered one by one. */
export const enteredMonths = (plan: Plan): number =>
  Object.values(plan.climate?.byMonth ?? {})
    .flat()
    .filter((v) => typeof v === 'number').length;

/** Weather by month, whatever is known of it: what is not is typical, and `assumed` says so. */
export function weatherOf(plan: Plan): MonthlyClimate & { readonly assumed: boolean } {
  const known = monthlyClimate(plan);
  if (known) return { ...known, assumed: false };
  const by = plan.climate?.byMonth;
  const list = (key: WeatherKey): number[] =>
    Array.from({ length: 12 }, (_, m) => by?.[key]?.[m] ?? typicalMonth(plan, key, m));
  const entered = enteredMonths(plan);
  return {
    rainMm: list('rainMm'),
    tMaxC: list('tMaxC'),
    tMinC: list('tMinC'),
    from: entered === 0 ? 'typical weather (assumption)' : `${entered} entered, the others typical (assumption)`,
    assumed: true,
  };
}

/** Monthly weather: as entered, else from the daily series. Undefined where a month is missing from both. */
export function monthlyClimate(plan: Plan): MonthlyClimate | undefined {
  const by = plan.climate?.byMonth;
  const all = (['rainMm', 'tMaxC', 'tMinC'] as const).map((key) => by?.[key] ?? []);
  const whole = all.every((months) => months.length === 12 && months.every((v) => v !== null));
  const entered =
    plan.climate?.monthly ??
    (whole ? { rainMm: all[0] as number[], tMaxC: all[1] as number[], tMinC: all[2] as number[] } : undefined);
  if (entered) return { rainMm: entered.rainMm, tMaxC: entered.tMaxC, tMinC: entered.tMinC, from: 'entered by month' };
  const daily = plan.climate?.daily;
  if (!daily?.tMaxC || !daily.tMinC) return undefined;
  const months = monthsOfDays(daily.start, daily.rainMm.length);
  const [rain, high, low] = [daily.rainMm, daily.tMaxC, daily.tMinC].map((list) => meanByMonth(list, months));
  if ([rain, high, low].some((list) => list.some((v) => v === undefined))) return undefined;
  return {
    rainMm: (rain as number[]).map((v, m) => v * DAYS_IN_MONTH[m]),
    tMaxC: high as number[],
    tMinC: low as number[],
    from: daily.name ?? 'the daily series',
  };
}

/** Days of the plan's weather as the place had them. */
export interface WeatherDays {
  /** Month (0 to 11) of each day. */
  readonly months: Uint8Array;
  /** m of rain of each day; a missing day counts as dry */ readonly rain: Float64Array;
  /** Mean of the day's warmth, °C; the month's where it is missing. */
  readonly warmth: Float64Array;
  /** Reference evapotranspiration, m a day: by the day's own warmth where only warmth is known, else the month's. */
  readonly et0: Float64Array;
  readonly from: string;
}

const daysKnown = new WeakMap<object, { readonly of: string; readonly days: WeatherDays }>();

/** The plan's daily weather; undefined where the series has no warmth or is shorter than a year. */
export function weatherDays(plan: Plan): WeatherDays | undefined {
  const daily = plan.climate?.daily;
  if (!daily?.tMaxC || !daily.tMinC || daily.rainMm.length < 365) return undefined;
  const et = etByMonth(plan);
  const of = `${et.method} ${et.latitudeDeg} ${et.et0.join()}`;
  const before = daysKnown.get(daily);
  if (before?.of === of) return before.days;
  const climate = weatherOf(plan);
  const length = daily.rainMm.length;
  const months = monthsOfDays(daily.start, length);
  const first = dayNumber(daily.start);
  const newYears = new Map<number, number>();
  const ofYear = (day: number): number => {
    const year = Number(dateOf(day).slice(0, 4));
    const start = newYears.get(year) ?? dayOfYear(year, '01-01');
    newYears.set(year, start);
    return day - start + 1;
  };
  const warmth = new Float64Array(length);
  const et0 = new Float64Array(length);
  for (let d = 0; d < length; d++) {
    const m = months[d];
    const high = daily.tMaxC[d];
    const low = daily.tMinC[d];
    const known = high !== null && low !== null;
    warmth[d] = ((high ?? climate.tMaxC[m]) + (low ?? climate.tMinC[m])) / 2;
    et0[d] = metresOfMm(
      known && et.method === 'hargreaves' ? hargreaves(et.latitudeDeg, ofYear(first + d), high, low) : et.et0[m],
    );
  }
  const days: WeatherDays = {
    months,
    rain: Float64Array.from(daily.rainMm, (v) => metresOfMm(v ?? 0)),
    warmth,
    et0,
    from: daily.name ?? `days from ${daily.start} on`,
  };
  daysKnown.set(daily, { of, days });
  return days;
}

/** Means by month over days; 0 where a month has none. */
export function meansOfMonths(months: Uint8Array, values: Float64Array): number[] {
  const sum = new Array<number>(12).fill(0);
  const count = new Array<number>(12).fill(0);
  values.forEach((v, k) => {
    sum[months[k]] += v;
    count[months[k]]++;
  });
  return sum.map((s, m) => (count[m] > 0 ? s / count[m] : 0));
}

export interface EtByMonth {
  /** mm a day */ readonly et0: readonly number[];
  readonly method: 'penman-monteith' | 'hargreaves';
  readonly from: string;
  readonly latitudeDeg: number;
  readonly latitudeAssumed: boolean;
}

/** ET0 by month: Penman-Monteith where humidity, sunshine and wind are known, Hargreaves and Samani where not. */
export function etByMonth(plan: Plan): EtByMonth {
  const climate = weatherOf(plan);
  const latitudeDeg = plan.site?.latitudeDeg ?? ASSUMED_LATITUDE;
  const more = plan.climate?.monthly;
  const full = more?.humidityPercent && more.sunshineH && more.windMs;
  const meanOf = (m: number): number => (climate.tMaxC[m] + climate.tMinC[m]) / 2;
  const et0 = MID_MONTH.map((dayOfYear, m) => {
    const [tMaxC, tMinC] = [climate.tMaxC[m], climate.tMinC[m]];
    if (!full || !more.humidityPercent || !more.sunshineH || !more.windMs)
      return hargreaves(latitudeDeg, dayOfYear, tMaxC, tMinC);
    const rh = more.humidityPercent[m];
    return penmanMonteith({
      latitudeDeg,
      altitudeM: plan.site?.altitudeM ?? 0,
      dayOfYear,
      tMaxC,
      tMinC,
      vapourKPa: vapourFromHumidity(tMaxC, tMinC, rh, rh),
      windAt2: more.windMs[m],
      sunshineHours: more.sunshineH[m],
      soilHeat: soilHeatOfMonth(meanOf((m + 11) % 12), meanOf((m + 1) % 12)),
    });
  });
  return {
    et0,
    method: full ? 'penman-monteith' : 'hargreaves',
    from: climate.from,
    latitudeDeg,
    latitudeAssumed: plan.site?.latitudeDeg === undefined,
  };
}
