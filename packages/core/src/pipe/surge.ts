// Water hammer: how fast a pressure wave runs in a pipe, and what a closing valve does.

/** Bulk modulus of cold water, Pa (AWWA M23 takes 300,000 psi). */
export const WATER_BULK = 2.068e9;

/**
 * Speed of a pressure wave in a full pipe with thin walls: a = √(K/ρ) / √(1 + (K/E)(D/e)).
 * @param density kg/m³ @param modulus of the wall, short-term, Pa @param boreOverWall inside diameter over wall thickness
 * @returns m/s
 * @see Joukowsky (1898); AWWA M23, which writes D/e as DR − 2
 * @example waveSpeed(1025.6, 2.758e9, 16) = 393.9, PVC of DR 18 as in AWWA C900 (there √(K/ρ) is 1,420 m/s)
 */
export function waveSpeed(density: number, modulus: number, boreOverWall: number): number {
  return Math.sqrt(WATER_BULK / density) / Math.sqrt(1 + (WATER_BULK / modulus) * boreOverWall);
}

/** Time within which a closing valve counts as sudden: until the wave is back from the open water, 2L/a. s */
export const criticalTime = (length: number, wave: number): number => (2 * length) / wave;

/**
 * Rise of pressure where a valve stops water. Sudden (within 2L/a): Δp = ρ a v. Slower: less, in proportion of the
 * times (Michaud 1878: 2 ρ L v / T), never more than sudden.
 * @param density kg/m³ @param wave m/s @param speed of the water that is stopped, m/s
 * @param length of the line to the open water, m @param closing time, s
 * @returns Pa
 * @example surge(1000, 400, 1.2, 100, 0) = 480 000
 */
export function surge(density: number, wave: number, speed: number, length: number, closing: number): number {
  const sudden = density * wave * Math.abs(speed);
  const critical = criticalTime(length, wave);
  return closing <= critical ? sudden : (sudden * critical) / closing;
}
