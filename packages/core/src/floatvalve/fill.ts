// How long a vessel of level area takes to fill or empty: closed forms, where there are any. What they say the run in time
// is held against.
import { GRAVITY } from '../units/index.ts';
import type { FloatValve } from './valve.ts';

/**
 * Time to fill from one level to another by a proportional float under a constant head.
 * @param area of the water's surface, m² @param wide flow of the wide-open valve, m³/s
 * @param from level, m @param to level below the closing level, m @returns s
 * @see wide open t = A Δy / q₀, in the band q = q₀ (c − y)/b: t = (A b / q₀) ln((c − y₀)/(c − y₁))
 */
export function proportionalFill(valve: FloatValve, area: number, wide: number, from: number, to: number): number {
  const bandBegins = valve.closeLevel - valve.band;
  const straight = Math.max(0, Math.min(to, bandBegins) - from);
  const start = Math.max(from, bandBegins);
  const tail = to > start ? valve.band * Math.log((valve.closeLevel - start) / (valve.closeLevel - to)) : 0;
  return (area / wide) * (straight + tail);
}

/** Time to fill by a snap float under a constant head, s: wide open to the closing level. */
export const snapFill = (area: number, wide: number, from: number, to: number): number =>
  (area * Math.max(0, to - from)) / wide;

/**
 * Time in which a vessel of level area drains through an orifice.
 * @param area m² @param orifice Cd · A of the orifice, m² @param from m above the orifice @param to m above it @returns s
 * @see Torricelli: t = 2A / (Cd a √2g) (√h₁ − √h₂)
 */
export const orificeDrain = (area: number, orifice: number, from: number, to: number): number =>
  ((2 * area) / (orifice * Math.sqrt(2 * GRAVITY))) * (Math.sqrt(from) - Math.sqrt(to));

/**
 * Time in which two vessels of level area, joined by an orifice, come from one difference of level to a smaller one.
 * @param areas m² @param orifice Cd · A of the joint, m² @param from m @param to m @returns s
 * @see t = 2 A₁A₂ / ((A₁ + A₂) Cd a √2g) (√h₁ − √h₂), textbooks of hydraulics (two reservoirs through an orifice)
 */
export const levelling = (areas: readonly [number, number], orifice: number, from: number, to: number): number =>
  orificeDrain((areas[0] * areas[1]) / (areas[0] + areas[1]), orifice, from, to);

/** A valve that is shut by a ball on an arm. */
export interface Lever {
  /** m */ readonly ball: number;
  /** Length to the ball over length to the seat. */ readonly ratio: number;
  /** Part of the ball that is under water when it shuts. */ readonly submerged?: number;
}

/** Half a ball, as it is set in practice. */
const HALF = 0.5;

/**
 * Highest pressure that an arm and ball shuts against, Pa.
 * @param seat bore of the seat, m @param density kg/m³
 * @see statics of a lever and a half-submerged ball: p = s (π/6) D³ ρ g r / (π/4 d²); weight of arm and ball left out
 * @example shutsAgainst(0.0064, { ball: 0.11, ratio: 5 }, 1000) = 531 kPa
 */
export const shutsAgainst = (seat: number, lever: Lever, density: number): number =>
  ((lever.submerged ?? HALF) * (Math.PI / 6) * lever.ball ** 3 * density * GRAVITY * lever.ratio) /
  ((Math.PI / 4) * seat ** 2);

/** Widest seat that an arm and ball shuts against a pressure, m. */
export const seatThatShuts = (pressure: number, lever: Lever, density: number): number =>
  Math.sqrt(shutsAgainst(1, lever, density) / pressure);
