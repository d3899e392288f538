// One bolt through two timbers, side by side: what it holds, by the yield limits of the joint.

/** Bolts, Pa (45,000 psi). @see NDS Appendix I (from memory) */
export const BOLT_YIELD = 45_000 * 6894.757;
/** Joints in wet timber hold this much. @see NDS 11.3.3, dowels over 19 % of moisture (from memory) */
export const WET_JOINT = 0.7;
const INCH = 0.0254;
const PSI = 6894.757;

export interface BoltCase {
  /** m */ readonly diameter: number;
  /** Thickness of the member held (the brace) and of the one that holds (the post), m */
  readonly side: number;
  readonly main: number;
  /** Specific gravity, oven-dry */ readonly sideGravity: number;
  readonly mainGravity: number;
  /** Between the force and the grain of the main member, degrees; the side member is pulled along its grain. */
  readonly angle: number;
}

export type YieldMode = 'Im' | 'Is' | 'II' | 'IIIm' | 'IIIs' | 'IV';

export interface BoltAnswer {
  /** N, before how long the load lasts and how wet the timber is */ readonly holds: number;
  readonly mode: YieldMode;
  readonly modes: Readonly<Record<YieldMode, number>>;
  /** Bearing of the bolt on main and side member, Pa */ readonly mainBearing: number;
  readonly sideBearing: number;
  /** k of the governing mode, 1 where it has none, and what the yield is divided by */
  readonly k: number;
  readonly reduction: number;
}

/** Bearing of a bolt on timber, Pa, at an angle to the grain: Hankinson's formula. @see NDS 12.3.3, 12.3.4 (from memory) */
export function bearingOf(gravity: number, diameter: number, angle: number): number {
  const along = 11_200 * gravity * PSI;
  const across = (6100 * gravity ** 1.45 * PSI) / Math.sqrt(diameter / INCH);
  const a = (angle * Math.PI) / 180;
  return (along * across) / (along * Math.sin(a) ** 2 + across * Math.cos(a) ** 2);
}

/**
 * A bolt in single shear: the least of six ways to yield.
 * @see NDS 12.3.1, Tables 12.3.1A and 12.3.1B (from memory)
 * @example ½ in through 1½ in and 1½ in of Douglas fir (0.50), along the grain of both: 2.14 kN (480 lb, NDS Table 12A)
 */
export function bolt(b: BoltCase): BoltAnswer {
  const { diameter: D, main: lm, side: ls } = b;
  const Fem = bearingOf(b.mainGravity, D, b.angle);
  const Fes = bearingOf(b.sideGravity, D, 0);
  const Fy = BOLT_YIELD;
  const Re = Fem / Fes;
  const Rt = lm / ls;
  const turned = 1 + 0.25 * (b.angle / 90);
  const [four, middle, three] = [4 * turned, 3.6 * turned, 3.2 * turned];
  const k1 = (Math.sqrt(Re + 2 * Re ** 2 * (1 + Rt + Rt ** 2) + Rt ** 2 * Re ** 3) - Re * (1 + Rt)) / (1 + Re);
  const k2 = -1 + Math.sqrt(2 * (1 + Re) + (2 * Fy * (1 + 2 * Re) * D ** 2) / (3 * Fem * lm ** 2));
  const k3 = -1 + Math.sqrt((2 * (1 + Re)) / Re + (2 * Fy * (2 + Re) * D ** 2) / (3 * Fem * ls ** 2));
  const modes: Record<YieldMode, number> = {
    Im: (D * lm * Fem) / four,
    Is: (D * ls * Fes) / four,
    II: (k1 * D * ls * Fes) / middle,
    IIIm: (k2 * D * lm * Fem) / ((1 + 2 * Re) * three),
    IIIs: (k3 * D * ls * Fem) / ((2 + Re) * three),
    IV: ((D * D) / three) * Math.sqrt((2 * Fem * Fy) / (3 * (1 + Re))),
  };
  const order = Object.keys(modes) as YieldMode[];
  const mode = order.reduce((a, m) => (modes[m] < modes[a] ? m : a));
  return {
    holds: modes[mode],
    mode,
    modes,
    mainBearing: Fem,
    sideBearing: Fes,
    k: { Im: 1, Is: 1, II: k1, IIIm: k2, IIIs: k3, IV: 1 }[mode],
    reduction: mode === 'II' ? middle : mode === 'Im' || mode === 'Is' ? four : three,
  };
}
