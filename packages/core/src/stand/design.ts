// A stand of posts as data, SI, and what follows from it alone: where members stand and how long they are.
import type { TimberBase, TimberUse } from './timber.ts';

export interface Section {
  /** m, along the member's narrow face and the other */ readonly width: number;
  readonly depth: number;
  readonly timber: TimberBase;
  /** As bought, m; as long as it must be when left out. */ readonly length?: number;
}

export interface StandTank {
  readonly round: boolean;
  /** Outside, along the front and along the side, m */ readonly front: number;
  readonly side: number;
  readonly height: number;
  /** kg */ readonly empty: number;
  readonly water: number;
  readonly strapped: boolean;
  /** Its wall has ribs: the wind holds on them. */ readonly ribbed: boolean;
}

/** The front is the face along the beams; the side the one along the joists. */
export interface StandDesign {
  readonly tank: StandTank;
  /** Top of the platform above the ground, m */ readonly height: number;
  readonly platform: {
    readonly front: number;
    readonly side: number;
    readonly deck: Section;
    readonly gap: number;
  };
  readonly joists: Section & { readonly spacing: number };
  readonly beams: Section & { readonly lines: 2 | 3; readonly plies: number };
  readonly posts: Section & {
    readonly perBeam: 2 | 3;
    /** Set in concrete in the ground: their feet cannot turn. On a base or a footing they can. */
    readonly inGround: boolean;
  };
  readonly braces: Section & {
    readonly front: boolean;
    readonly side: boolean;
    readonly girts: 0 | 1;
    /** At each end of a brace: how many, and how thick, m */ readonly bolts: 1 | 2;
    readonly bolt: number;
  };
  readonly footing: {
    /** Square, m */ readonly side: number;
    readonly thickness: number;
    /** Bottom below the ground, m */ readonly depth: number;
    /** Round pier from the footing up to the ground, m across */ readonly pier: number;
    /** Posts tied to it so that it holds them down. */ readonly anchored: boolean;
  };
  readonly use: TimberUse;
  /** kg/m³ */ readonly timberDensity: number;
  /** Presumptive, Pa; 0 where the ground must be looked into */
  readonly soil: {
    readonly bearing: number;
    readonly friction: number;
    /** Against what is pushed sideways into it, Pa a metre of depth */ readonly lateral: number;
  };
  readonly frost: number;
  readonly wind: {
    /** Gust of 3 s, m/s */ readonly speed: number;
    /** Share for terrain and height, and more on a crest */ readonly exposure: number;
    readonly crest: number;
    /** Of its pressure that goes with allowable stresses, by the kind of map the speed is from */ readonly share: number;
  };
  /** A person with tools on the platform, kg (assumption) */ readonly person: number;
}

export interface StandGeometry {
  /** Between the middles of neighbouring posts, m */ readonly spanFront: number;
  readonly spanSide: number;
  readonly posts: number;
  /** From the footing to the beam, m */ readonly postLength: number;
  /** Top of the footing or pier above the ground, m */ readonly postFoot: number;
  /** What of a post is in the ground, m; 0 where it stands on its footing */ readonly embedded: number;
  /** Longest part of the busiest post between held points, m, in the plane of each face */
  readonly freeFront: number;
  readonly freeSide: number;
  readonly joists: number;
  readonly deckBoards: number;
  readonly deckBoard: number;
  /** One cross brace from corner to corner, m */ readonly braceFront: number;
  readonly braceSide: number;
  /** Braced faces times their bays, two braces each */ readonly baysFront: number;
  readonly baysSide: number;
  /** m³ of timber */ readonly timber: number;
  /** Of the timber above the posts, m³ */ readonly timberAbove: number;
  /** m³ of concrete in one footing with its pier; of earth on it beside the pier */ readonly concreteEach: number;
  readonly earthEach: number;
  /** What the tank's bottom covers, m² */ readonly bottom: number;
  /** Joists under the tank. */ readonly joistsUnder: number;
  /** How far the tank reaches along the busiest joist, m */ readonly reach: number;
  /** Length over which the whole tank, spread evenly, bends a beam as the tank does, m, each way */
  readonly bottomFront: number;
  readonly bottomSide: number;
}

/** Width of a deck board, m (140 mm finished). */
export const DECK_BOARD = 0.14;

/** m */
const LEAST_SPAN = 0.05;

/** Where members stand, how many, how long. Footing tops are at the ground or where a thick footing reaches. */
export function standGeometry(d: StandDesign): StandGeometry {
  const { platform: p, posts, beams, joists, braces, footing } = d;
  // where posts have no room a little is kept, so that every figure stays one; it is a misfit then
  const spanFront = Math.max(LEAST_SPAN, (p.front - posts.width) / (posts.perBeam - 1));
  const spanSide = Math.max(LEAST_SPAN, (p.side - posts.depth) / (beams.lines - 1));
  const postFoot = Math.max(0, footing.thickness - footing.depth);
  const postLength = d.height - p.deck.depth - joists.depth - beams.depth - postFoot;
  const count = posts.perBeam * beams.lines;
  const parts = braces.girts + 1;
  // braces and girts are on the outer faces: an inner row of posts is not held by them at mid height
  const freeFront = postLength / (braces.front && beams.lines === 2 ? parts : 1);
  const freeSide = postLength / (braces.side && posts.perBeam === 2 ? parts : 1);
  const joistCount = Math.max(2, Math.ceil((p.front - joists.width) / joists.spacing - 1e-9) + 1);
  const deckBoards = Math.ceil((p.side + p.gap) / (DECK_BOARD + p.gap) - 1e-9);
  const braceFront = Math.hypot(spanFront, postLength / parts);
  const braceSide = Math.hypot(spanSide, postLength / parts);
  // outer faces are braced, bay by bay and part by part
  const baysFront = braces.front ? 2 * (posts.perBeam - 1) * parts : 0;
  const baysSide = braces.side ? 2 * (beams.lines - 1) * parts : 0;
  const section = (s: Section): number => s.width * s.depth;
  const girts = braces.girts * section(braces) * ((braces.front ? 2 * p.front : 0) + (braces.side ? 2 * p.side : 0));
  const timberAbove =
    deckBoards * DECK_BOARD * p.deck.depth * p.front +
    joistCount * section(joists) * p.side +
    beams.lines * beams.plies * section(beams) * p.front;
  const pierLength = Math.max(0, footing.depth - footing.thickness);
  const embedded = posts.inGround ? Math.max(0, footing.depth - footing.thickness) : 0;
  // the middle of half a disc lies 2/(3π) of its width from the diameter, that of half a square a quarter
  const even = d.tank.round ? 8 / (3 * Math.PI) : 1;
  return {
    spanFront,
    spanSide,
    posts: count,
    postLength,
    postFoot,
    embedded,
    freeFront,
    freeSide,
    joists: joistCount,
    deckBoards,
    deckBoard: DECK_BOARD,
    braceFront,
    braceSide,
    baysFront,
    baysSide,
    timberAbove,
    timber:
      timberAbove +
      count * section(posts) * (postLength + embedded) +
      2 * section(braces) * (baysFront * braceFront + baysSide * braceSide) +
      girts,
    concreteEach: footing.side ** 2 * footing.thickness + (Math.PI / 4) * footing.pier ** 2 * pierLength,
    earthEach: Math.max(0, footing.side ** 2 - (Math.PI / 4) * footing.pier ** 2) * pierLength,
    bottom: d.tank.front * d.tank.side * (d.tank.round ? Math.PI / 4 : 1),
    joistsUnder: Math.min(joistCount, Math.floor(d.tank.front / joists.spacing + 1e-9) + 1),
    reach: d.tank.side,
    bottomFront: d.tank.front * even,
    bottomSide: d.tank.side * even,
  };
}

/** What does not fit together: members too short for their place, a tank wider than its platform. */
export interface Misfit {
  readonly member:
    'post' | 'beam' | 'joist' | 'platform-front' | 'platform-side' | 'posts' | 'footing' | 'gap' | 'height';
  /** m */ readonly needs: number;
  readonly has: number;
}

/** Boards may stand apart by this under a flat tank, m (common practice). */
const WIDEST_GAP = 0.02;

export function misfits(d: StandDesign): Misfit[] {
  const g = standGeometry(d);
  const found: Misfit[] = [];
  const short = (member: Misfit['member'], needs: number, has: number | undefined): void => {
    if (has !== undefined && has < needs - 1e-6) found.push({ member, needs, has });
  };
  short('platform-front', d.tank.front, d.platform.front);
  short('platform-side', d.tank.side, d.platform.side);
  short('post', g.postLength + g.embedded, d.posts.length);
  // members that run on must reach over all their supports; in two pieces they must reach from one to the next
  short('beam', g.spanFront * (d.posts.perBeam - 1) + d.posts.width, d.beams.length);
  short('joist', g.spanSide * (d.beams.lines - 1) + d.posts.depth, d.joists.length);
  if (g.postLength <= 0) found.push({ member: 'height', needs: d.height - g.postLength, has: d.height });
  for (const [span, side] of [
    [g.spanFront, d.posts.width],
    [g.spanSide, d.posts.depth],
  ] as const)
    if (span < side) found.push({ member: 'posts', needs: side, has: span });
  // footings that meet are one strip, and press on the ground between them too
  const nearest = Math.min(g.spanFront, g.spanSide);
  if (d.footing.side > nearest) found.push({ member: 'footing', needs: nearest, has: d.footing.side });
  if (d.platform.gap > WIDEST_GAP + 1e-9) found.push({ member: 'gap', needs: WIDEST_GAP, has: d.platform.gap });
  return found;
}
