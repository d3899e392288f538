// Flow of a small stream: by a float over a measured section, or over a small weir.
import { GRAVITY } from '../units/index.ts';

/** Share of a float's speed that the mean of the section has, when nothing better is known. */
export const FLOAT_CORRECTION = 0.85;

/**
 * Area-velocity measurement with a float.
 * @param width m, of the water's surface
 * @param depths m, evenly spaced across the section, the banks left out
 * @param speed of the float, m/s
 * @param correction mean speed over surface speed: 0.66 in 0.3 m of water to 0.80 in 6 m (USBR Water Measurement
 *   Manual, ch. 13, from memory); 0.85 smooth bed, common practice
 * @returns m³/s
 * @example floatFlow(0.6, [0.1, 0.15, 0.1], 0.4, 0.8) = 0.0168 m³/s
 */
export function floatFlow(width: number, depths: readonly number[], speed: number, correction: number): number {
  // trapezoids between the soundings, with no depth at the two banks
  const strip = width / (depths.length + 1);
  return strip * depths.reduce((sum, d) => sum + d, 0) * speed * correction;
}

/**
 * Thin-plate V-notch, fully contracted, Kindsvater and Shen.
 * @param head above the point of the notch, measured upstream, m; 0.05 to 0.6 for the coefficients to hold
 * @param angleDeg opening, 25 to 100 degrees
 * @returns m³/s
 * @see USBR Water Measurement Manual, ch. 7; ISO 1438 (fits of the coefficient curves, from memory)
 * @example vNotchFlow(0.1, 90) = 0.00441 m³/s
 */
export function vNotchFlow(head: number, angleDeg: number): number {
  if (head <= 0) return 0;
  const { ce, k } = vNotchCoefficients(angleDeg);
  const a = angleDeg;
  return (8 / 15) * ce * Math.sqrt(2 * GRAVITY) * Math.tan((a * Math.PI) / 360) * (head + k) ** 2.5;
}

/** Discharge coefficient of a V-notch and the length (m) added to its head. @see `vNotchFlow` */
export function vNotchCoefficients(angleDeg: number): { ce: number; k: number } {
  const a = angleDeg;
  return {
    ce: 0.607165052 - 8.74466963e-4 * a + 6.10393334e-6 * a * a,
    k: 0.3048 * (0.0144902648 - 3.3955535e-4 * a + 3.29819003e-6 * a * a - 1.06215442e-8 * a ** 3),
  };
}

/**
 * Sharp-crested rectangular weir, Francis.
 * @param head above the crest, m; up to a third of the crest's length
 * @param crest length, m
 * @param contractions 2 with both ends in from the banks, 0 with none
 * @returns m³/s
 * @see Francis (1883): Q = 1.84 (L − 0.1 n h) h^1.5 in metres (3.33 in feet)
 * @example rectangularWeirFlow(0.1, 0.6, 2) = 0.0337 m³/s
 */
export const rectangularWeirFlow = (head: number, crest: number, contractions: 0 | 1 | 2): number =>
  head > 0 ? 3.33 * Math.sqrt(0.3048) * Math.max(0, crest - 0.1 * contractions * head) * head ** 1.5 : 0;
