// Timber posts under load along their length: column stability, allowable stress design.

/** How the ends of a post are held: recommended effective length over its own length. */
export const END_CONDITIONS = {
  /** Held against sway at both ends, free to turn: a braced stand. */
  'pinned-pinned': 1.0,
  'fixed-pinned': 0.8,
  'fixed-fixed': 0.65,
  /** Fixed base, free top: a stand without bracing. */
  'fixed-free': 2.1,
  /** Fixed base, top that sways without turning. */
  'fixed-sway': 1.2,
  /** Pinned base, top that sways without turning. */
  'pinned-sway': 2.4,
} as const;
export type EndCondition = keyof typeof END_CONDITIONS;

/** c of the stability formula: sawn timber, round poles, glued laminated. */
export const STABILITY_C = { sawn: 0.8, round: 0.85, glued: 0.9 } as const;

/** Slenderness le/d above which the formula does not hold, and during building. */
export const MOST_SLENDER = 50;

export interface ColumnCase {
  /** Own length between held points, m */ readonly length: number;
  readonly ends: EndCondition;
  /** Least side of the section, m */ readonly side: number;
  /** m² */ readonly area: number;
  /** Compression along the grain with every factor but that of stability, Pa */ readonly fcStar: number;
  /** Modulus for stability with its factors, Pa */ readonly eMin: number;
  readonly c?: number;
}

export interface ColumnAnswer {
  /** Effective length over least side. */ readonly slenderness: number;
  /** Critical buckling stress, Pa */ readonly fcE: number;
  /** Column stability factor, 0 to 1. */ readonly stability: number;
  /** N; 0 where the post is more slender than the formula holds for */ readonly capacity: number;
  readonly tooSlender: boolean;
}

/**
 * What a post carries along its length.
 * CP = (1 + a)/(2c) − √(((1 + a)/(2c))² − a/c) with a = FcE/Fc*, FcE = 0.822 Emin/(le/d)²; P = Fc* CP A.
 * @see NDS for Wood Construction, 3.7.1 and Appendix G (formula and Ke from memory); screening only
 * @example a 139.7 mm square Southern Pine No.2 post, 2.4 m, Fc* 3.2578 MPa, Emin 3034 MPa carries 57.4 kN
 */
export function column(p: ColumnCase): ColumnAnswer {
  const slenderness = (END_CONDITIONS[p.ends] * p.length) / p.side;
  const fcE = (0.822 * p.eMin) / (slenderness * slenderness);
  const stability = stabilityFactor(fcE, p.fcStar, p.c ?? STABILITY_C.sawn);
  const tooSlender = slenderness > MOST_SLENDER;
  return { slenderness, fcE, stability, capacity: tooSlender ? 0 : p.fcStar * stability * p.area, tooSlender };
}

/** Column stability factor CP from the critical stress, Fc* (Pa both) and c. */
export function stabilityFactor(fcE: number, fcStar: number, c: number): number {
  const a = fcE / fcStar;
  const half = (1 + a) / (2 * c);
  return half - Math.sqrt(half * half - a / c);
}
