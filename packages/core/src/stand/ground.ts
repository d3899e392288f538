// What stands on the ground: bearing under footings, wind that turns, lifts and slides.
import { GRAVITY } from '../units/index.ts';

/** Half the density of air at 15 °C, kg/m³: pressure of wind is this times the square of its speed (ASCE 7). */
const HALF_AIR = 0.613;

/** Pressure of wind on a face it is stopped by, Pa, at a gust speed, m/s. @example windPressure(30) = 551.7 */
export const windPressure = (speed: number): number => HALF_AIR * speed * speed;

/** Gust factor of a rigid structure (ASCE 7, from memory). */
export const GUST = 0.85;
/** Share of the dead load that may be counted on against wind (ASCE 7 combination 0.6 D + 0.6 W, from memory). */
export const DEAD_SHARE = 0.6;
export const WIND_SHARE = 0.6;

/** Pressure under a footing, Pa. @param load N @param area m² */
export const bearing = (load: number, area: number): number => load / area;

export interface WindFace {
  /** m² */ readonly area: number;
  /** Height of its middle above the ground, m */ readonly height: number;
  /** Force coefficient: about 0.5 to 0.8 round, 1.3 square, 2 for posts and braces. */ readonly coefficient: number;
}

export interface OverturnCase {
  readonly faces: readonly WindFace[];
  /** m/s */ readonly windSpeed: number;
  /** Share of its pressure for terrain and height; 1 when left out. */ readonly share?: number;
  /** Tank, water and stand, kg */ readonly mass: number;
  /** Between the outer edges of the posts the way the wind blows, m */ readonly base: number;
  /** Footings and what is tied to them, kg; 0 when the posts are not tied down */ readonly anchored?: number;
  /** Of the feet on the ground */ readonly friction: number;
}

export interface OverturnAnswer {
  /** N */ readonly force: number;
  /** N·m about the lee edge, by wind and by the weight that may be counted on */
  readonly turning: number;
  readonly holding: number;
  /** Turning over holding; over 1 it goes over. */ readonly ratio: number;
  /** N that the windward side must be tied down with; 0 where the weight does. */ readonly tieDown: number;
  /** Force over friction. */ readonly slidingRatio: number;
}

/**
 * Wind on a stand and its tank: F = q G Cf A, about the lee edge, against 0.6 of the weight at half the base.
 * An empty tank governs. Screening only.
 * @see ASCE 7 (velocity pressure, force on other structures, allowable stress combinations; from memory)
 */
export function overturning(o: OverturnCase): OverturnAnswer {
  const q = windPressure(o.windSpeed) * (o.share ?? 1) * GUST * WIND_SHARE;
  const force = o.faces.reduce((sum, f) => sum + q * f.coefficient * f.area, 0);
  const turning = o.faces.reduce((sum, f) => sum + q * f.coefficient * f.area * f.height, 0);
  const weight = DEAD_SHARE * (o.mass + (o.anchored ?? 0)) * GRAVITY;
  const holding = (weight * o.base) / 2;
  return {
    force,
    turning,
    holding,
    ratio: turning / holding,
    tieDown: Math.max(0, turning - holding) / o.base,
    slidingRatio: force / (weight * o.friction),
  };
}

/** Share of its 28-day strength that concrete has after some days, moist and not cold. @see ACI 209 (from memory) */
export const concreteShare = (days: number): number => days / (4 + 0.85 * days);
