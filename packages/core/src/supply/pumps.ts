// Water lifted: by a pump that runs while the sun shines, by a ram, by hauling.
import { solarElevationSine } from './sun.ts';

export interface SunPump {
  /** Flow in full sun at the rated lift, m³/s. */
  readonly ratedFlow: number;
  /** m */ readonly ratedLift: number;
  /** m */ readonly lift: number;
  /** Share of full sun below which it stands still. */
  readonly startShare: number;
  /** Share of the clear-sky sun that comes through, 0 to 1. */
  readonly clearness: number;
  /** The most it gives at any lift, m³/s; the rated flow where nobody knows better. */
  readonly largestFlow?: number;
  /** Lift at which it gives nothing any more, m. */
  readonly largestLift?: number;
}

/**
 * Flow in full sun at the pump's own lift, m³/s: the hydraulic power of the panel is kept (flow × lift), but no more than
 * the largest flow comes at a small lift, and nothing above the largest (assumption; a pump's own curve is better).
 */
export function sunPumpAtLift(p: SunPump): number {
  if (p.largestLift !== undefined && p.lift >= p.largestLift) return 0;
  return Math.min((p.ratedFlow * p.ratedLift) / p.lift, p.largestFlow ?? p.ratedFlow);
}

/**
 * Flow of a sun pump at a time of day.
 * @param hour solar time, 0 to 24
 * @returns m³/s: what it gives at its lift, rising straight from the starting share to full sun (assumption)
 */
export function sunPumpFlow(p: SunPump, latitudeDeg: number, dayOfYear: number, hour: number): number {
  const sun = Math.max(0, solarElevationSine(latitudeDeg, dayOfYear, hour)) * p.clearness;
  const share = Math.min(1, Math.max(0, (sun - p.startShare) / (1 - p.startShare)));
  return share * sunPumpAtLift(p);
}

/** Water a sun pump lifts in a day, m³, and the hours it runs. Sums quarter hours. */
export function sunPumpDay(p: SunPump, latitudeDeg: number, dayOfYear: number): { volume: number; hours: number } {
  let volume = 0;
  let hours = 0;
  for (let k = 0; k < 96; k++) {
    const q = sunPumpFlow(p, latitudeDeg, dayOfYear, (k + 0.5) / 4);
    volume += q * 900;
    if (q > 0) hours += 0.25;
  }
  return { volume, hours };
}

/** Efficiency of a ram in fair order, by d'Aubuisson; 0.5 to 0.7 in practice. */
export const RAM_EFFICIENCY = 0.6;

/**
 * Hydraulic ram: what it lifts and what runs to waste.
 * @param drive flow into the drive pipe, m³/s @param fall m @param lift above the ram, m @param efficiency 0 to 1
 * @returns m³/s delivered and wasted; nothing where the lift is not above the fall
 * @see the rule of extension services, q = η Q H / h with η 0.6 (d'Aubuisson's efficiency), from memory. Rankine's, q (h − H)
 *   / ((Q − q) H), with the same figure gives up to half more where the lift is little above the fall
 * @example ramFlow(60 L/min, 2 m, 20 m, 0.6): 3.6 L/min delivered
 */
export function ramFlow(
  drive: number,
  fall: number,
  lift: number,
  efficiency: number,
): { delivered: number; wasted: number } {
  if (!(lift > fall && fall > 0)) return { delivered: 0, wasted: drive };
  const delivered = (efficiency * drive * fall) / lift;
  return { delivered, wasted: drive - delivered };
}

export interface Haul {
  /** Water wanted a day, m³. */ readonly perDay: number;
  /** Water a trip brings, m³. */ readonly tank: number;
  /** One way, m. */ readonly distance: number;
  /** m/s, loaded and empty on the mean. */ readonly speed: number;
  /** s a trip: filling, emptying, waiting. */ readonly standing: number;
  /** Money a metre driven, and a second of time. */
  readonly costPerMetre: number;
  readonly costPerSecond: number;
}

/** Trips, seconds and cost of hauling for a week (trips are not rounded: over the weeks they even out). */
export function haulWeek(h: Haul): { trips: number; time: number; cost: number } {
  const trips = (7 * h.perDay) / h.tank;
  const road = 2 * h.distance;
  const time = trips * (road / h.speed + h.standing);
  return { trips, time, cost: trips * road * h.costPerMetre + time * h.costPerSecond };
}
