// What a stand is made of: pieces to cut, lengths to buy, concrete, fasteners.
import type { Section, StandDesign } from './design.ts';
import { standGeometry } from './design.ts';

export type PieceOf = 'post' | 'beam' | 'joist' | 'deck' | 'brace-front' | 'brace-side' | 'girt-front' | 'girt-side';

export interface Piece {
  readonly of: PieceOf;
  readonly count: number;
  /** m */ readonly length: number;
  readonly width: number;
  readonly depth: number;
}

/** Fasteners by kind and count. */
export interface Fastener {
  readonly of: 'post-base' | 'bolt-post' | 'bolt-brace' | 'tie-joist' | 'screw-deck' | 'anchor' | 'strap';
  readonly count: number;
}

export interface StandParts {
  readonly pieces: readonly Piece[];
  readonly fasteners: readonly Fastener[];
  /** m³ in all footings */ readonly concrete: number;
  /** Under each footing 100 mm, m³ (common practice) */ readonly gravel: number;
}

/** Two straps over a tank. */
const STRAPS = 2;
const GRAVEL_UNDER = 0.1;

/** The cut list of a stand. Braces are cut to the distance between their bolts and one depth more. */
export function standParts(d: StandDesign): StandParts {
  const g = standGeometry(d);
  const piece = (of: PieceOf, count: number, length: number, s: Section): Piece[] =>
    count > 0 && length > 0 ? [{ of, count, length, width: s.width, depth: s.depth }] : [];
  const { braces } = d;
  const brace = (long: number): number => long + braces.depth;
  const pieces = [
    ...piece('post', g.posts, d.posts.length ?? g.postLength + g.embedded, d.posts),
    ...piece('beam', d.beams.lines * d.beams.plies, d.beams.length ?? d.platform.front, d.beams),
    ...piece('joist', g.joists, d.joists.length ?? d.platform.side, d.joists),
    ...piece('deck', g.deckBoards, d.platform.front, { ...d.platform.deck, width: g.deckBoard }),
    ...piece('brace-front', 2 * g.baysFront, brace(g.braceFront), braces),
    ...piece('brace-side', 2 * g.baysSide, brace(g.braceSide), braces),
    ...piece('girt-front', braces.front ? 2 * braces.girts : 0, d.platform.front, braces),
    ...piece('girt-side', braces.side ? 2 * braces.girts : 0, d.platform.side, braces),
  ];
  const bracesAll = 2 * (g.baysFront + g.baysSide);
  const girts =
    (braces.front ? 2 * braces.girts * d.posts.perBeam : 0) + (braces.side ? 2 * braces.girts * d.beams.lines : 0);
  const fasteners: Fastener[] = [
    { of: 'post-base', count: d.posts.inGround ? 0 : g.posts },
    { of: 'anchor', count: d.footing.anchored && !d.posts.inGround ? g.posts : 0 },
    { of: 'bolt-post', count: 2 * g.posts },
    { of: 'bolt-brace', count: 2 * d.braces.bolts * bracesAll + girts },
    { of: 'tie-joist', count: g.joists * d.beams.lines },
    { of: 'screw-deck', count: 2 * g.deckBoards * g.joists },
    { of: 'strap', count: d.tank.strapped ? STRAPS : 0 },
  ];
  return {
    pieces,
    fasteners: fasteners.filter((f) => f.count > 0),
    concrete: g.concreteEach * g.posts,
    gravel: d.footing.side ** 2 * GRAVEL_UNDER * g.posts,
  };
}

export interface Bought {
  /** m */ readonly stock: number;
  readonly count: number;
  /** m left over */ readonly waste: number;
  /** Lengths cut from each, m */ readonly cuts: readonly (readonly number[])[];
  /** Pieces longer than any stock, m */ readonly tooLong: readonly number[];
}

/** Lengths that timber is sold in, m: by the metre, and by the foot from 8 to 20 (common practice). */
export const STOCK = [2.4, 3.0, 3.6, 4.2, 4.8, 6.0] as const;
export const STOCK_FEET = [8, 10, 12, 14, 16, 20].map((feet) => feet * 0.3048);
/** What one saw cut takes, m. */
const KERF = 0.003;

/** Pieces out of stock of one length: longest first, each into the first length that has room. */
function packed(lengths: readonly number[], stock: number): number[][] {
  const bins: { left: number; cuts: number[] }[] = [];
  for (const length of [...lengths].sort((a, b) => b - a)) {
    const bin = bins.find((b) => b.left >= length - 1e-9);
    if (bin) {
      bin.left -= length + KERF;
      bin.cuts.push(length);
    } else bins.push({ left: stock - length - KERF, cuts: [length] });
  }
  return bins.map((b) => b.cuts);
}

/** The stock length that wastes least for pieces of one section; of equals the shorter. */
export function buy(lengths: readonly number[], stocks: readonly number[] = STOCK): Bought {
  const longest = stocks[stocks.length - 1];
  const tooLong = lengths.filter((l) => l > longest);
  const cut = lengths.filter((l) => l <= longest);
  const need = Math.max(0, ...cut);
  const total = cut.reduce((a, l) => a + l, 0);
  const options = stocks
    .filter((s) => s >= need)
    .map((stock) => {
      const cuts = packed(cut, stock);
      return { stock, count: cuts.length, waste: stock * cuts.length - total, cuts, tooLong };
    });
  return options.reduce((a, b) => (b.waste < a.waste - 1e-9 ? b : a));
}
