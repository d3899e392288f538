// Wind on a stand and its tank, from every side: what stops it, and how its push comes on the two ways of the stand.
import type { StandDesign, StandGeometry } from './design.ts';
import { GUST, windPressure } from './ground.ts';

/** Force coefficient of posts, braces and edges (flat members, ASCE 7; from memory). */
const FLAT_MEMBERS = 2;
/** Braces, girts and beams over the face of the posts alone (assumption). */
const BRACE_SHARE = 1.3;

/** Gradient height, m, and exponent of the wind's profile over a terrain. */
export const TERRAIN = {
  /** Wooded or built up. */ sheltered: { gradient: 365.76, exponent: 7 },
  open: { gradient: 274.32, exponent: 9.5 },
  /** By open water, flat. */ shore: { gradient: 213.36, exponent: 11.5 },
} as const;
export type Terrain = keyof typeof TERRAIN;
/** Under this height above the ground the wind is taken as at it, m. */
const LEAST_HEIGHT = 4.6;

/**
 * Share of a gust's pressure at a height over terrain: Kz = 2.01 (z/zg)^(2/α).
 * @see ASCE 7 velocity pressure exposure coefficients (zg and α from memory; editions to 2016)
 */
export const exposureAt = (terrain: Terrain, height: number): number =>
  2.01 * (Math.max(height, LEAST_HEIGHT) / TERRAIN[terrain].gradient) ** (2 / TERRAIN[terrain].exponent);

/** On a crest or the lip of a slope the wind presses half as hard again (assumption). */
export const ON_A_CREST = 1.5;

/**
 * Map speeds are of two kinds: of a strength design, of which 0.6 of the pressure goes with allowable stresses, and of
 * allowable stresses, which are taken whole.
 * @see ASCE 7-10 and later (0.6 W), ASCE 7-05 and before (1.0 W); from memory
 */
export const WIND_SHARES = { strength: 0.6, allowable: 1 } as const;
export type SpeedKind = keyof typeof WIND_SHARES;

const ROUND: Readonly<Record<'smooth' | 'ribbed', readonly (readonly [number, number])[]>> = {
  smooth: [
    [1, 0.5],
    [7, 0.6],
    [25, 0.7],
  ],
  // ribs of a fiftieth of the width
  ribbed: [
    [1, 0.7],
    [7, 0.8],
    [25, 0.9],
  ],
};
const SQUARE: readonly (readonly [number, number])[] = [
  [1, 1.3],
  [7, 1.4],
  [25, 2.0],
];

/** Force coefficient of a tank by how tall it is for its width. @see ASCE 7, tanks and similar (from memory) */
export function tankCoefficient(round: boolean, tallness: number, ribbed = false): number {
  const rows = round ? ROUND[ribbed ? 'ribbed' : 'smooth'] : SQUARE;
  if (tallness <= rows[0][0]) return rows[0][1];
  for (let k = 1; k < rows.length; k++) {
    const [x1, y1] = rows[k];
    const [x0, y0] = rows[k - 1];
    if (tallness <= x1) return y0 + ((tallness - x0) / (x1 - x0)) * (y1 - y0);
  }
  return rows[rows.length - 1][1];
}

/** The two ways of a stand: along its front and along its side. */
export interface Ways {
  readonly front: number;
  readonly side: number;
}
export const WAYS = ['front', 'side'] as const;
export type Way = (typeof WAYS)[number];

export interface Wind {
  /** Where it blows to, degrees from the front towards the side: 0 along the front, 90 along the side. */
  readonly angle: number;
  /** Of the wind straight along each way that comes on it, on what is round and on what has faces */
  readonly round: Ways;
  readonly flat: Ways;
  /** N each way, and N·m about the ground each way */ readonly force: Ways;
  readonly turning: Ways;
  /** Together, N; and on the tank alone, N */ readonly push: number;
  readonly onTank: number;
  readonly tank: Ways;
}

/** Degrees between the winds that are looked at; by symmetry a quarter of the compass is all of it. */
const STEP = 5;

/**
 * Force on a square body along its diagonal over that square on its face: its coefficient is 1.0 on √2 of the area, against
 * 1.3. @see ASCE 7, tanks and similar, square, wind along the diagonal (from memory)
 */
const DIAGONAL = (1.0 * Math.SQRT2) / 1.3;

/** Wind from every side in steps of five degrees. The tank may be empty or full: the wind does not ask. */
export function windsOn(d: StandDesign, g: StandGeometry): Wind[] {
  const q = windPressure(d.wind.speed) * d.wind.exposure * d.wind.crest * GUST * d.wind.share;
  const straight = WAYS.map((way) => {
    // wind along the front meets the side faces
    const across = way === 'front' ? d.tank.side : d.tank.front;
    const platform = way === 'front' ? d.platform.side : d.platform.front;
    const postFace = way === 'front' ? d.posts.depth : d.posts.width;
    const edge = d.platform.deck.depth + d.joists.depth + d.beams.depth;
    const above = Math.max(0, g.postLength);
    const tank = q * across * d.tank.height * tankCoefficient(d.tank.round, d.tank.height / across, d.tank.ribbed);
    const rim = q * platform * edge * FLAT_MEMBERS;
    const legs = q * BRACE_SHARE * g.posts * postFace * above * FLAT_MEMBERS;
    return {
      tank,
      tankTurning: tank * (d.height + d.tank.height / 2),
      flat: rim + legs,
      flatTurning: rim * (d.height - edge / 2) + legs * (g.postFoot + above / 2),
    };
  });
  const winds: Wind[] = [];
  for (let angle = 0; angle <= 90; angle += STEP) {
    const a = (angle * Math.PI) / 180;
    // between a face and the corner by the square of the sine of twice the angle (assumption)
    const more = 1 + (DIAGONAL - 1) * Math.sin(2 * a) ** 2;
    const round = { front: Math.cos(a), side: Math.sin(a) };
    const flat = { front: round.front * more, side: round.side * more };
    const share = d.tank.round ? round : flat;
    const [f, s] = straight;
    const force = {
      front: share.front * f.tank + flat.front * f.flat,
      side: share.side * s.tank + flat.side * s.flat,
    };
    const tank = { front: share.front * f.tank, side: share.side * s.tank };
    winds.push({
      angle,
      round,
      flat,
      force,
      turning: {
        front: share.front * f.tankTurning + flat.front * f.flatTurning,
        side: share.side * s.tankTurning + flat.side * s.flatTurning,
      },
      push: Math.hypot(force.front, force.side),
      tank,
      onTank: Math.hypot(tank.front, tank.side),
    });
  }
  return winds;
}

/** Words for where a wind blows. */
export const blows = (w: Wind): string =>
  w.angle === 0 ? 'along the front' : w.angle === 90 ? 'along the side' : `from a corner, ${w.angle}° off the front`;
