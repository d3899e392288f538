// What stands on the ground: bearing under footings, wind that turns, lifts and slides.

/** Half the density of air at 15 °C, kg/m³: pressure of wind is this times the square of its speed (ASCE 7). */
const HALF_AIR = 0.613;

/** Pressure of wind on a face it is stopped by, Pa, at a gust speed, m/s. @example windPressure(30) = 551.7 */
export const windPressure = (speed: number): number => HALF_AIR * speed * speed;

/** Gust factor of a rigid structure (ASCE 7, from memory). */
export const GUST = 0.85;
/** Share of the dead load that may be counted on against wind (ASCE 7 combinations 0.6 D + W, from memory). */
export const DEAD_SHARE = 0.6;

/** Pressure under a footing, Pa. @param load N @param area m² */
export const bearing = (load: number, area: number): number => load / area;

/**
 * How deep a post set in concrete must stand to hold a push by the earth alone, not held at the ground: d = A/2 (1 + √(1 +
 * 4.36 h/A)), A = 2.34 P/(S₁ b).
 * @param push P, N @param height h of the push above the ground, m @param pressure S₁ that the earth may meet a third of
 * the depth down, Pa @param width b, m @returns m; infinite where the earth bears nothing
 * @see IBC 1807.3.2.1, embedded posts and poles, nonconstrained (from memory)
 * @example 1,000 N at 2 m, S₁ 7.85 kPa, 0.3 m wide: A = 0.994 m, d = 2.04 m
 */
export function embedment(push: number, height: number, pressure: number, width: number): number {
  if (!(pressure > 0)) return push > 0 ? Infinity : 0;
  const a = (2.34 * push) / (pressure * width);
  return a > 0 ? (a / 2) * (1 + Math.sqrt(1 + (4.36 * height) / a)) : 0;
}

/**
 * Most pressure under an edge or corner of a square footing over its mean: 1 + 6e/B while all of it presses, 4B/(3(B − 2e))
 * once an edge is free; infinite past the edge.
 * @param lean e, how far from the middle the force falls, m @param side B, m
 * @see any handbook of foundations (formulas from memory)
 */
export function edgeFactor(lean: number, side: number): number {
  if (lean <= side / 6) return 1 + (6 * lean) / side;
  return lean < side / 2 ? (4 * side) / (3 * (side - 2 * lean)) : Infinity;
}

/** Share of its 28-day strength that concrete has after some days, moist and not cold. @see ACI 209 (from memory) */
export const concreteShare = (days: number): number => days / (4 + 0.85 * days);
