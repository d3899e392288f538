// What goes out: animals by heat, people, garden, reserve and losses, by month and through the hours of a day.
import { DAYS_IN_MONTH } from '../supply/index.ts';

/** Linear between rows, the end rows beyond them. Rows rise in their first figure. */
export function interpolate(rows: readonly (readonly [x: number, y: number])[], x: number): number {
  if (x <= rows[0][0]) return rows[0][1];
  for (let k = 1; k < rows.length; k++) {
    const [x0, y0] = rows[k - 1];
    const [x1, y1] = rows[k];
    if (x <= x1) return y0 + ((x - x0) / (x1 - x0)) * (y1 - y0);
  }
  return rows[rows.length - 1][1];
}

/** Something that takes water: m³ a day by month, and how a day's water is shared over its 24 hours (sums to 1). */
export interface Consumer {
  readonly id: string;
  readonly perDay: readonly number[];
  readonly hours: readonly number[];
}

/** A day's water spread evenly from one minute of the day to another (which may be past midnight), hour by hour. */
export function spreadOver(fromMinute: number, minutes: number): number[] {
  const hours = new Array<number>(24).fill(0);
  const length = Math.max(1, Math.min(1440, minutes));
  for (let at = fromMinute, left = length; left > 0;) {
    const step = Math.min(left, 60 - (at % 60));
    hours[Math.floor(at / 60) % 24] += step / length;
    at += step;
    left -= step;
  }
  return hours;
}

/** Weighted mean of hour shares; even when nothing weighs. */
export function blendHours(parts: readonly { readonly weight: number; readonly hours: readonly number[] }[]): number[] {
  const total = parts.reduce((sum, p) => sum + p.weight, 0);
  if (total <= 0) return new Array<number>(24).fill(1 / 24);
  return Array.from({ length: 24 }, (_, h) => parts.reduce((sum, p) => sum + p.weight * p.hours[h], 0) / total);
}

/**
 * Water for plants.
 * @param et0 reference evapotranspiration, m a day @param kc crop coefficient @param area m²
 * @param rain effective rain, m a day @param efficiency of the method, 0 to 1
 * @returns m³ a day
 * @see FAO-56 eq. 56 (ETc = Kc ET0); gross need = (ETc − effective rain) / efficiency
 * @example plantNeed(0.005, 1.05, 40, 0, 0.9) = 0.233 m³ a day
 */
export const plantNeed = (et0: number, kc: number, area: number, rain: number, efficiency: number): number =>
  (Math.max(0, et0 * kc - rain) * area) / efficiency;

/** Share of rain that plants use (common practice, no source). */
export const EFFECTIVE_RAIN = 0.8;

export interface NeedTotals {
  /** m³ a day by month, with losses */ readonly perDay: readonly number[];
  /** m³ by month */ readonly perMonth: readonly number[];
  /** Largest hour of the month's day, m³/s. */ readonly peakHour: readonly number[];
  /** Hour (0 to 23) in which it falls. */ readonly peakAt: readonly number[];
}

/** Adds consumers up. `losses` is the share of what is sent that leaks or spills on the way, 0 to below 1. */
export function totalNeed(consumers: readonly Consumer[], losses: number): NeedTotals {
  const gross = 1 / (1 - losses);
  const perDay = Array.from({ length: 12 }, (_, m) => gross * consumers.reduce((sum, t) => sum + t.perDay[m], 0));
  const peaks = perDay.map((_, m) => {
    let most = 0;
    let at = 0;
    for (let h = 0; h < 24; h++) {
      const hour = gross * consumers.reduce((sum, t) => sum + t.perDay[m] * t.hours[h], 0);
      if (hour > most) {
        most = hour;
        at = h;
      }
    }
    return { most: most / 3600, at };
  });
  return {
    perDay,
    perMonth: perDay.map((v, m) => v * DAYS_IN_MONTH[m]),
    peakHour: peaks.map((p) => p.most),
    peakAt: peaks.map((p) => p.at),
  };
}
