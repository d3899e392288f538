// A tank set on something loose, pallets or blocks: what tips it.
import { GRAVITY } from '../units/index.ts';

/** Force coefficient of a box in the wind, and density of cold air, kg/m³ (handbooks, from memory). */
const BOX_IN_WIND = 1.3;
const AIR = 1.25;

export interface Loose {
  /** kg with what it holds */ readonly mass: number;
  /** Narrow side of its base, m. */ readonly width: number;
  /** Broad side that stands in the wind, m. */ readonly breadth: number;
  /** Its height above what it stands on, m. */ readonly height: number;
  /** m from the ground to its foot */ readonly raised: number;
  /** Middle of its weight above the ground, m. */ readonly middle: number;
}

/** Slope of the ground, m a metre, at which it falls over by itself. */
export const tippingSlope = (l: Loose): number => l.width / 2 / l.middle;

/**
 * Wind that tips it over its narrow base, m/s; what it stands on is taken as held together.
 * @see moments about the edge: ½ ρ v² C A z = m g b/2
 */
export function tippingWind(l: Loose): number {
  const arm = l.raised + l.height / 2;
  return Math.sqrt((l.mass * GRAVITY * (l.width / 2)) / (0.5 * AIR * BOX_IN_WIND * l.breadth * l.height * arm));
}

/** Push at half its height that tips it, N: an animal that leans. */
export const tippingPush = (l: Loose): number => (l.mass * GRAVITY * (l.width / 2)) / (l.raised + l.height / 2);
