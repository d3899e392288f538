// A stand as shapes, true to scale: front and side, metres, up from the ground. No pixels here.
import { standGeometry, type StandDesign } from '@vernal-slope/core/stand';

export type ShapeOf =
  'footing' | 'pier' | 'post' | 'beam' | 'joist' | 'deck' | 'girt' | 'tank' | 'water' | 'brace' | 'short';

export interface Box {
  readonly of: ShapeOf;
  readonly x: number;
  /** Lower edge. */ readonly y: number;
  readonly w: number;
  readonly h: number;
}

export interface Stroke {
  readonly of: 'brace';
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  readonly w: number;
}

export interface Measure {
  readonly key: string;
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  /** m */ readonly value: number;
  /** How far out from the drawing it stands, in rows. */ readonly row: number;
  readonly along: 'x' | 'y';
}

export interface Elevation {
  readonly boxes: readonly Box[];
  readonly strokes: readonly Stroke[];
  readonly measures: readonly Measure[];
  /** m */ readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

const range = (n: number): number[] => Array.from({ length: n }, (_, k) => k);

/** Shapes of one elevation; `level` is the water in the tank, m above its floor. */
export function elevation(d: StandDesign, face: 'front' | 'side', level: number): Elevation {
  const g = standGeometry(d);
  const front = face === 'front';
  const width = front ? d.platform.front : d.platform.side;
  const tankWidth = front ? d.tank.front : d.tank.side;
  const postWidth = front ? d.posts.width : d.posts.depth;
  const count = front ? d.posts.perBeam : d.beams.lines;
  const span = front ? g.spanFront : g.spanSide;
  const [left, right] = [-width / 2, width / 2];
  const at = range(count).map((k) => left + postWidth / 2 + k * span);
  const foot = g.postFoot;
  const postTop = foot + Math.max(0, g.postLength);
  const beamTop = postTop + d.beams.depth;
  const joistTop = beamTop + d.joists.depth;
  const deckTop = joistTop + d.platform.deck.depth;
  const boxes: Box[] = [];
  const strokes: Stroke[] = [];
  const box = (of: ShapeOf, x: number, y: number, w: number, h: number): void => {
    if (h > 0 && w > 0) boxes.push({ of, x, y, w, h });
  };
  const f = d.footing;
  const pier = Math.max(0, f.depth - f.thickness);
  for (const x of at) {
    box('footing', x - f.side / 2, -f.depth, f.side, f.thickness);
    box('pier', x - f.pier / 2, -pier, f.pier, pier);
  }
  const braced = d.braces[face];
  const parts = d.braces.girts + 1;
  const part = (postTop - foot) / parts;
  if (braced)
    for (const k of range(count - 1))
      for (const j of range(parts)) {
        const [x1, x2] = [at[k], at[k + 1]];
        const [y1, y2] = [foot + j * part + 0.04, foot + (j + 1) * part - 0.04];
        strokes.push({ of: 'brace', x1, y1, x2, y2, w: d.braces.depth });
        strokes.push({ of: 'brace', x1, y1: y2, x2, y2: y1, w: d.braces.depth });
      }
  // a post that is set in the ground goes down to the footing
  const whole = g.postLength + g.embedded;
  const has = d.posts.length === undefined ? whole : Math.min(d.posts.length, whole);
  const under = foot - g.embedded;
  for (const x of at) {
    box('post', x - postWidth / 2, under, postWidth, Math.max(0, has));
    // what is missing shows as a gap with its outline
    if (has < whole - 1e-6) box('short', x - postWidth / 2, under + has, postWidth, whole - has);
  }
  if (braced && d.braces.girts > 0) box('girt', left, foot + part - d.braces.depth / 2, width, d.braces.depth);
  const beamWide = d.beams.width * d.beams.plies;
  if (front) {
    const long = d.beams.length === undefined ? width : Math.min(d.beams.length, width);
    box('beam', left, postTop, long, d.beams.depth);
    const room = width - d.joists.width;
    for (const k of range(g.joists))
      box('joist', left + (room * k) / (g.joists - 1), beamTop, d.joists.width, d.joists.depth);
  } else {
    for (const x of at) box('beam', x - beamWide / 2, postTop, beamWide, d.beams.depth);
    const long = d.joists.length === undefined ? width : Math.min(d.joists.length, width);
    box('joist', left, beamTop, long, d.joists.depth);
  }
  if (front) box('deck', left, joistTop, width, d.platform.deck.depth);
  else {
    const step = (width - g.deckBoard) / Math.max(1, g.deckBoards - 1);
    for (const k of range(g.deckBoards)) box('deck', left + k * step, joistTop, g.deckBoard, d.platform.deck.depth);
  }
  const shown = Math.min(Math.max(0, level), d.tank.height);
  box('water', -tankWidth / 2, deckTop, tankWidth, shown);
  box('tank', -tankWidth / 2, deckTop, tankWidth, d.tank.height);
  const top = deckTop + d.tank.height;
  const bottom = -Math.max(f.depth, d.frost);
  const measures: Measure[] = [
    { key: 'platform', x1: left, x2: right, y1: bottom, y2: bottom, value: width, row: 1, along: 'x' },
    ...(count > 1
      ? [{ key: 'posts', x1: at[0], x2: at[1], y1: bottom, y2: bottom, value: span, row: 0, along: 'x' as const }]
      : []),
    { key: 'height', x1: right, x2: right, y1: 0, y2: deckTop, value: deckTop, row: front ? 0 : 1, along: 'y' },
    ...(front
      ? [
          {
            key: 'tank',
            x1: right,
            x2: right,
            y1: deckTop,
            y2: top,
            value: d.tank.height,
            row: 0,
            along: 'y' as const,
          },
          ...(f.depth > 0
            ? [{ key: 'depth', x1: right, x2: right, y1: -f.depth, y2: 0, value: f.depth, row: 0, along: 'y' as const }]
            : []),
        ]
      : [
          {
            key: 'post',
            x1: right,
            x2: right,
            y1: foot,
            y2: postTop,
            value: g.postLength,
            row: 0,
            along: 'y' as const,
          },
        ]),
  ].filter((m) => m.value > 0.005) as Measure[];
  return {
    boxes,
    strokes,
    measures,
    left: Math.min(left, -tankWidth / 2, at[0] - f.side / 2),
    right: Math.max(right, tankWidth / 2, at[count - 1] + f.side / 2),
    top,
    bottom,
  };
}

/** A grown person beside it, m. */
export const PERSON_HEIGHT = 1.75;
