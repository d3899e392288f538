// What a line costs against carrying the water, and against pumping it.
import { GRAVITY } from '../units/index.ts';

const DAYS_A_WEEK = 7;
const JOULES_A_KWH = 3.6e6;

export interface Hauling {
  /** Water a day that would be carried, m³. */ readonly perDay: number;
  /** m³ */ readonly perTrip: number;
  /** s */ readonly tripTime: number;
  /** Money for fuel and wear of one trip. */ readonly fuel: number;
  /** Money an hour of work is worth; 0 where nobody counts it. */ readonly hour: number;
  /** Weeks of the year in which it is carried. */ readonly weeks: number;
}

export interface Hauled {
  readonly tripsAWeek: number;
  readonly tripsAYear: number;
  /** s a year */ readonly time: number;
  /** Money of one trip. */ readonly each: number;
  /** Money a week and a year. */ readonly week: number;
  readonly year: number;
}

/** Trips, hours and money of carrying it. */
export function hauled(h: Hauling): Hauled {
  const tripsAWeek = Math.ceil((h.perDay * DAYS_A_WEEK) / h.perTrip - 1e-9);
  const each = h.fuel + (h.tripTime / 3600) * h.hour;
  const tripsAYear = tripsAWeek * h.weeks;
  return {
    tripsAWeek,
    tripsAYear,
    time: tripsAYear * h.tripTime,
    each,
    week: tripsAWeek * each,
    year: tripsAYear * each,
  };
}

/**
 * The week of use (1 is the first) in which what carrying would have cost reaches the cost of the line; weeks out of
 * season are not counted. Undefined where carrying costs nothing.
 */
export const paidInWeek = (cost: number, week: number): number | undefined =>
  week > 0 ? Math.max(1, Math.ceil(cost / week - 1e-9)) : undefined;

/** Trips whose cost the line is worth. */
export const paidInTrips = (cost: number, each: number): number | undefined =>
  each > 0 ? Math.ceil(cost / each - 1e-9) : undefined;

export interface Pumping {
  /** m³ a day */ readonly perDay: number;
  /** Lift and friction together, m. */ readonly head: number;
  /** Of pump and motor together, 0 to 1. */ readonly efficiency: number;
  /** kg/m³ */ readonly density: number;
  /** Money of a kWh, and of pump, wire and house. */ readonly kWh: number;
  readonly bought: number;
  /** Days of the year in which it runs. */ readonly days: number;
}

/** Energy of a pump a year, J, and what it costs in its first year and in each further one. */
export function pumped(p: Pumping): { energy: number; first: number; year: number } {
  const energy = (p.density * GRAVITY * p.head * p.perDay * p.days) / p.efficiency;
  const year = (energy / JOULES_A_KWH) * p.kWh;
  return { energy, first: p.bought + year, year };
}
