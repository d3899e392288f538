// What presses and pushes on a stand of posts, and how it comes down to each member.
import { GRAVITY } from '../units/index.ts';
import { standGeometry, type StandDesign, type StandGeometry } from './design.ts';
import { DEAD_SHARE } from './ground.ts';
import { spanLoad, type SpanAnswer } from './spans.ts';
import { windsOn, type Ways, type Wind } from './wind.ts';

/** Plain concrete, kg/m³ (ACI and ASCE 7, 145 lb/ft³; from memory). */
export const CONCRETE_DENSITY = 2320;
/** Earth thrown back over a footing, kg/m³ (assumption: loose). */
export const EARTH_DENSITY = 1500;

export interface StandLoads {
  readonly geometry: StandGeometry;
  /** Weights, N */ readonly tankFull: number;
  readonly tankEmpty: number;
  readonly person: number;
  readonly timber: number;
  readonly timberAbove: number;
  /** One footing with its pier, and the earth on it, N; all of both that hold the stand down, 0 where nothing is tied */
  readonly footingEach: number;
  readonly earthEach: number;
  readonly anchored: number;
  /** On the busiest joist, beam and post */ readonly joistLoad: number;
  readonly joist: SpanAnswer;
  readonly beamLoad: number;
  readonly beam: SpanAnswer;
  /** On the busiest post and on a corner post, N, with its own weight */ readonly post: number;
  readonly corner: number;
  /** What holds a corner post down, tank empty, 0.6 of it counted, N */ readonly cornerDead: number;
  /** Under the deck, Pa */ readonly onDeck: number;
  /** From every side of a quarter of the compass. */ readonly winds: readonly Wind[];
  /** Between the outer posts, m */ readonly base: Ways;
}

/** What a wind adds on the corner post that it leans on, N: the outer faces take it all down to the corners. */
export const pushOn = (loads: StandLoads, w: Wind): number =>
  w.turning.front / (2 * loads.base.front) + w.turning.side / (2 * loads.base.side);
/** Lift at the corner post that it blows from, the tank empty and no footing counted, N; not below nothing. */
export const liftOf = (loads: StandLoads, w: Wind): number => Math.max(0, pushOn(loads, w) - loads.cornerDead);

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

  const earthEach = weight(g.earthEach * EARTH_DENSITY);
  const onDeck = (tankFull + person) / g.bottom;
  const joistSpans = (d.beams.lines - 1) as 1 | 2;
  // what reaches beyond the outer supports is borne too, as if it stood within them
  const within = (length: number, span: number, spans: number): number => Math.min(length, span * spans);
  const deckDead = d.platform.deck.depth * d.timberDensity * GRAVITY;
  const joistLoad = (onDeck + deckDead) * d.joists.spacing * g.reach;
  const joist = spanLoad({
    load: joistLoad,
    loaded: within(g.reach, g.spanSide, joistSpans),
    span: g.spanSide,
    spans: joistSpans,
  });
  const shares = (spans: 1 | 2, span: number, loaded: number): { most: number; outer: number } => {
    const one = spanLoad({ load: 1, loaded, span, spans });
    return { most: Math.max(one.outer, one.middle ?? 0), outer: one.outer };
  };
  const above = tankFull + person + timberAbove;
  const onBeams = shares(joistSpans, g.spanSide, within(g.bottomSide, g.spanSide, joistSpans));
  const beamLoad = above * onBeams.most;
  const beamSpans = (d.posts.perBeam - 1) as 1 | 2;
  const beamLoaded = within(g.bottomFront, g.spanFront, beamSpans);
  const beam = spanLoad({ load: beamLoad, loaded: beamLoaded, span: g.spanFront, spans: beamSpans });
  const legs = (timber - timberAbove) / g.posts;
  const post = Math.max(beam.outer, beam.middle ?? 0) + legs;
  const cornerShare = onBeams.outer * shares(beamSpans, g.spanFront, beamLoaded).outer;

  return {
    geometry: g,
    tankFull,
    tankEmpty,
    person,
    timber,
    timberAbove,
    footingEach,
    earthEach,
    anchored: d.footing.anchored ? (footingEach + earthEach) * g.posts : 0,
    joistLoad,
    joist,
    beamLoad,
    beam,
    post,
    corner: above * cornerShare + legs,
    cornerDead: DEAD_SHARE * ((tankEmpty + timberAbove) * cornerShare + legs),
    onDeck,
    winds: windsOn(d, g),
    base: { front: g.spanFront * (d.posts.perBeam - 1), side: g.spanSide * (d.beams.lines - 1) },
  };
}
