// Flow of a small stream: by a float over a measured section, or over a small weir.
import { GRAVITY } from '../units/index.ts';

/** Mean depth, m, and the share of a float's speed that the mean of the section has: 1 to 20 ft. */
const CORRECTIONS = [
  [0.305, 0.66],
  [0.61, 0.68],
  [0.914, 0.7],
  [1.219, 0.72],
  [1.524, 0.74],
  [1.829, 0.76],
  [2.743, 0.77],
  [3.658, 0.78],
  [4.572, 0.79],
  [6.096, 0.8],
] as const;

/**
 * Share of a float's speed that the mean of the section has, by its mean depth, m; under 0.3 m that of 0.3 m.
 * @see USBR Water Measurement Manual, table 13-1 (from memory)
 * @example floatCorrection(0.1) = 0.66
 */
export function floatCorrection(depth: number): number {
  const k = CORRECTIONS.findIndex(([d]) => d >= depth);
  if (k <= 0) return CORRECTIONS[k < 0 ? CORRECTIONS.length - 1 : 0][1];
  const [[d0, c0], [d1, c1]] = [CORRECTIONS[k - 1], CORRECTIONS[k]];
  return c0 + ((depth - d0) / (d1 - d0)) * (c1 - c0);
}

/**
 * Area-velocity measurement with a float.
 * @param width m, of the water's surface
 * @param depths m, evenly spaced across the section, the banks left out
 * @param speed of the float, m/s
 * @param correction mean speed over surface speed, `floatCorrection`; 0.85 over a smooth bed is common practice
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

/** Why a weir's formula is not to be trusted, or undefined where it is. */
export type WeirLimit = 'shallow' | 'deep' | 'angle';

/** Heads (m) and openings (degrees) for which the V-notch's coefficients hold. @see `vNotchFlow` */
export function vNotchLimit(head: number, angleDeg: number): WeirLimit | undefined {
  if (angleDeg < 25 || angleDeg > 100) return 'angle';
  return head < 0.05 ? 'shallow' : head > 0.6 ? 'deep' : undefined;
}

/**
 * Heads for which Francis holds: not under 6 cm (0.2 ft), where the sheet clings, and at most a third of the crest.
 * @see USBR Water Measurement Manual, ch. 7 (from memory)
 */
export const rectangularWeirLimit = (head: number, crest: number): WeirLimit | undefined =>
  head < 0.06 ? 'shallow' : head > crest / 3 ? 'deep' : undefined;

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
