// What presses and pushes on a stand of posts, and how it comes down to each member.
import { GRAVITY } from '../units/index.ts';
import { standGeometry, type StandDesign, type StandGeometry } from './design.ts';
import { overturning, type OverturnAnswer, type WindFace } from './ground.ts';
import { spanLoad, type SpanAnswer } from './spans.ts';

/** Plain concrete, kg/m³ (ACI and ASCE 7, 145 lb/ft³; from memory). */
export const CONCRETE_DENSITY = 2320;
/** Posts and braces stop the wind like this (flat members, ASCE 7; from memory). */
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

/** Force coefficient of a tank by how tall it is for its width. @see ASCE 7, tanks and similar (from memory) */
export function tankCoefficient(round: boolean, tallness: number): number {
  const rows: readonly (readonly [number, number])[] = round
    ? [
        [1, 0.5],
        [7, 0.6],
        [25, 0.7],
      ]
    : [
        [1, 1.3],
        [7, 1.4],
        [25, 2.0],
      ];
  if (tallness <= rows[0][0]) return rows[0][1];
  for (let k = 1; k < rows.length; k++) {
    const [x1, y1] = rows[k];
    const [x0, y0] = rows[k - 1];
    if (tallness <= x1) return y0 + ((tallness - x0) / (x1 - x0)) * (y1 - y0);
  }
  return rows[rows.length - 1][1];
}

export interface SideWind {
  /** Wind along the front (turns the stand over its side) or along the side. */ readonly along: 'front' | 'side';
  readonly base: number;
  readonly full: OverturnAnswer;
  readonly empty: OverturnAnswer;
  /** Force on the tank alone, N */ readonly onTank: number;
  /** Posts that stand on the lee side. */ readonly leePosts: number;
}

export interface StandLoads {
  readonly geometry: StandGeometry;
  /** Weights, N */ readonly tankFull: number;
  readonly tankEmpty: number;
  readonly person: number;
  readonly timber: number;
  readonly timberAbove: number;
  /** Footings and piers together, and one, N */ readonly footings: number;
  readonly footingEach: number;
  /** On the busiest joist, beam and post */ readonly joistLoad: number;
  readonly joist: SpanAnswer;
  readonly beamLoad: number;
  readonly beam: SpanAnswer;
  /** N, with its own weight */ readonly post: number;
  /** Under the deck, Pa */ readonly onDeck: number;
  readonly winds: readonly SideWind[];
}

/** Loads on every member: tank full, a person on the platform, the timber's own weight; wind from both ways. */
export function standLoads(d: StandDesign): StandLoads {
  const g = standGeometry(d);
  const weight = (kg: number): number => kg * GRAVITY;
  const tankFull = weight(d.tank.empty + d.tank.water);
  const tankEmpty = weight(d.tank.empty);
  const person = weight(d.person);
  const timber = weight(g.timber * d.timberDensity);
  const timberAbove = weight(g.timberAbove * d.timberDensity);
  const footingEach = weight(g.concreteEach * CONCRETE_DENSITY);

  const onDeck = (tankFull + person) / g.bottom;
  const joistSpans = (d.beams.lines - 1) as 1 | 2;
  const joistLoaded = Math.min(g.bottomSide, g.spanSide * joistSpans);
  const deckDead = d.platform.deck.depth * d.timberDensity * GRAVITY;
  const joistLoad = (onDeck + deckDead) * d.joists.spacing * joistLoaded;
  const joist = spanLoad({ load: joistLoad, loaded: joistLoaded, span: g.spanSide, spans: joistSpans });
  const unit = (spans: 1 | 2, span: number, loaded: number): number => {
    const one = spanLoad({ load: 1, loaded, span, spans });
    return Math.max(one.outer, one.middle ?? 0);
  };
  const above = tankFull + person + timberAbove;
  const beamLoad = above * unit(joistSpans, g.spanSide, joistLoaded);
  const beamSpans = (d.posts.perBeam - 1) as 1 | 2;
  const beamLoaded = Math.min(g.bottomFront, g.spanFront * beamSpans);
  const beam = spanLoad({ load: beamLoad, loaded: beamLoaded, span: g.spanFront, spans: beamSpans });
  const post = Math.max(beam.outer, beam.middle ?? 0) + (timber - timberAbove) / g.posts;

  const footings = footingEach * g.posts;
  const anchored = d.footing.anchored ? footings / GRAVITY : 0;
  const stand = timber / GRAVITY;
  const winds = (['front', 'side'] as const).map((along): SideWind => {
    // wind along the front meets the side faces
    const across = along === 'front' ? d.tank.side : d.tank.front;
    const platform = along === 'front' ? d.platform.side : d.platform.front;
    const base = along === 'front' ? g.spanFront * (d.posts.perBeam - 1) : g.spanSide * (d.beams.lines - 1);
    const postFace = along === 'front' ? d.posts.depth : d.posts.width;
    const tankFace: WindFace = {
      area: across * d.tank.height,
      height: d.height + d.tank.height / 2,
      coefficient: tankCoefficient(d.tank.round, d.tank.height / across),
    };
    const edge = d.platform.deck.depth + d.joists.depth + d.beams.depth;
    const faces: WindFace[] = [
      tankFace,
      { area: platform * edge, height: d.height - edge / 2, coefficient: FLAT_MEMBERS },
      {
        area: BRACE_SHARE * g.posts * postFace * Math.max(0, g.postLength),
        height: g.postFoot + Math.max(0, g.postLength) / 2,
        coefficient: FLAT_MEMBERS,
      },
    ];
    const common = {
      windSpeed: d.wind.speed,
      share: d.wind.exposure * d.wind.crest,
      base,
      anchored,
      friction: d.soil.friction,
    };
    return {
      along,
      base,
      full: overturning({ ...common, faces, mass: d.tank.empty + d.tank.water + stand }),
      empty: overturning({ ...common, faces, mass: d.tank.empty + stand }),
      onTank: overturning({ ...common, faces: [tankFace], mass: 0 }).force,
      leePosts: along === 'front' ? d.beams.lines : d.posts.perBeam,
    };
  });
  return {
    geometry: g,
    tankFull,
    tankEmpty,
    person,
    timber,
    timberAbove,
    footings,
    footingEach,
    joistLoad,
    joist,
    beamLoad,
    beam,
    post,
    onDeck,
    winds,
  };
}
