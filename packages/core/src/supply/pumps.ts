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
}

/**
 * Flow of a sun pump at a time of day.
 * @param hour solar time, 0 to 24
 * @returns m³/s: the hydraulic power of the panel is kept (flow × lift), and the flow rises straight from the
 *   starting share to full sun (assumption; a pump's own curve is better)
 */
export function sunPumpFlow(p: SunPump, latitudeDeg: number, dayOfYear: number, hour: number): number {
  const sun = Math.max(0, solarElevationSine(latitudeDeg, dayOfYear, hour)) * p.clearness;
  const share = Math.min(1, Math.max(0, (sun - p.startShare) / (1 - p.startShare)));
  return (p.ratedFlow * share * p.ratedLift) / p.lift;
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

/** Efficiency of a ram in fair order; 0.5 to 0.7 in practice. */
export const RAM_EFFICIENCY = 0.6;

/**
 * Hydraulic ram: what it lifts and what runs to waste.
 * @param drive flow into the drive pipe, m³/s @param fall m @param lift above the ram, m @param efficiency 0 to 1
 * @returns m³/s delivered and wasted; nothing where the lift is not above the fall
 * @see Rankine's efficiency, q (h − H) / ((Q − q) H), as in Jeffery et al. (1992), Hydraulic Ram Pumps (from memory)
 * @example ramFlow(60 L/min, 2 m, 20 m, 0.6): 3.75 L/min delivered
 */
export function ramFlow(
  drive: number,
  fall: number,
  lift: number,
  efficiency: number,
): { delivered: number; wasted: number } {
  if (!(lift > fall && fall > 0)) return { delivered: 0, wasted: drive };
  // η = q (h − H) / ((Q − q) H), solved for q
  const delivered = (efficiency * drive * fall) / (lift - fall + efficiency * fall);
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
