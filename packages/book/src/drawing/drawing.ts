// A drawing on paper: marks in millimetres of paper from the top left corner, drawn in ink that prints well in black.

export type Ink = 'ink' | 'grey' | 'faint' | 'water' | 'paper';
export interface Stroke {
  readonly ink?: Ink;
  /** mm */
  readonly width?: number;
  readonly dash?: readonly number[];
}
export type Spot = readonly [x: number, y: number];

export type Mark =
  | {
      readonly kind: 'path';
      readonly points: readonly Spot[];
      readonly closed?: boolean;
      readonly stroke?: Stroke | null;
      readonly fill?: Ink;
    }
  | {
      /** Many strokes of one kind: hatching, lines of a grid. */
      readonly kind: 'strokes';
      readonly strokes: readonly (readonly Spot[])[];
      readonly stroke: Stroke;
    }
  | {
      readonly kind: 'circle';
      readonly at: Spot;
      readonly radius: number;
      readonly stroke?: Stroke | null;
      readonly fill?: Ink;
    }
  | {
      readonly kind: 'words';
      readonly at: Spot;
      readonly text: string;
      /** mm of the type's height */
      readonly size?: number;
      readonly align?: 'start' | 'middle' | 'end';
      readonly strong?: boolean;
      readonly figure?: boolean;
      readonly ink?: Ink;
    };

export interface Drawing {
  /** File name without ending, and what it is for those who do not see it. */
  readonly name: string;
  readonly title: string;
  /** mm */
  readonly width: number;
  readonly height: number;
  readonly marks: readonly Mark[];
}

/** Type in drawings, mm: 9 and 8 points. */
export const TYPE = 3.1;
export const SMALL = 2.75;

export const line = (points: readonly Spot[], stroke: Stroke = {}): Mark => ({ kind: 'path', points, stroke });
export const area = (points: readonly Spot[], fill: Ink, stroke: Stroke | null = null): Mark => ({
  kind: 'path',
  points,
  closed: true,
  fill,
  stroke,
});
export const box = (x: number, y: number, w: number, h: number, fill?: Ink, stroke: Stroke | null = {}): Mark => ({
  kind: 'path',
  closed: true,
  points: [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ],
  stroke,
  ...(fill ? { fill } : {}),
});
export const words = (
  at: Spot,
  text: string,
  more: Omit<Extract<Mark, { kind: 'words' }>, 'kind' | 'at' | 'text'> = {},
): Mark => ({ kind: 'words', at, text, ...more });

/** About how wide words are, mm: the text type's digits and letters are near half as wide as high. */
export const widthOf = (text: string, size = TYPE, strong = false): number =>
  [...text].reduce((sum, c) => sum + (/[ .,:;'’ijlI|()]/.test(c) ? 0.29 : /[A-Zmw%]/.test(c) ? 0.68 : 0.53), 0) *
  size *
  (strong ? 1.06 : 1);

/** A text that fits a width, cut with three points. */
export function cutTo(text: string, width: number, size = SMALL): string {
  if (widthOf(text, size, true) <= width) return text;
  let short = text;
  while (short.length > 1 && widthOf(`${short}…`, size, true) > width) short = short.slice(0, -1);
  return `${short.trimEnd()}…`;
}

/** Words on white, so that no line under them crosses them. */
export function onWhite(at: Spot, text: string, more: Parameters<typeof words>[2] = {}): Mark[] {
  const size = more.size ?? TYPE;
  const wide = widthOf(text, size, more.strong) + 0.8;
  const left = more.align === 'middle' ? at[0] - wide / 2 : more.align === 'end' ? at[0] - wide + 0.4 : at[0] - 0.4;
  return [box(left, at[1] - size * 0.82, wide, size * 1.06, 'paper', null), words(at, text, more)];
}

/** Hatching of a shape under a line: strokes that slant, between a top line and a floor. */
export function hatch(top: readonly Spot[], floor: number, step = 2.2, slope = 0.6): Mark[] {
  const first = top[0][0];
  const last = top[top.length - 1][0];
  const yAt = (x: number): number => {
    for (let k = 1; k < top.length; k++) {
      const [x0, y0] = top[k - 1];
      const [x1, y1] = top[k];
      if (x <= x1) return x1 === x0 ? y1 : y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
    }
    return top[top.length - 1][1];
  };
  // each stroke runs down to the left; what lies over the ground is left out
  const ends: Spot[][] = [];
  const deepest = floor - Math.min(...top.map((p) => p[1]));
  for (let x = first; x <= last + deepest / slope; x += step) {
    let from: Spot | undefined;
    const inside: Spot[] = [];
    const length = deepest / slope;
    const pieces = Math.max(2, Math.ceil(length / 0.8));
    for (let k = 0; k <= pieces; k++) {
      const px = x - (length * k) / pieces;
      const py = floor - deepest + (deepest * k) / pieces;
      const under = px >= first && px <= last && py >= yAt(px) && py <= floor;
      if (under) {
        from ??= [px, py];
        inside.push([px, py]);
      } else if (from) {
        ends.push([from, inside[inside.length - 1]]);
        from = undefined;
        inside.length = 0;
      }
    }
    if (from && inside.length > 1) ends.push([from, inside[inside.length - 1]]);
  }
  const strokes = ends.filter(([a, b]) => Math.hypot(a[0] - b[0], a[1] - b[1]) > 0.5);
  return [{ kind: 'strokes', strokes, stroke: { ink: 'faint', width: 0.12 } }];
}

/** Upright strokes between two lines over the same x: water in a pipe under pressure. */
export function uprights(upper: readonly Spot[], lower: readonly Spot[], step = 1.3): Mark[] {
  const at = (points: readonly Spot[], x: number): number => {
    for (let k = 1; k < points.length; k++)
      if (x <= points[k][0]) {
        const [x0, y0] = points[k - 1];
        const [x1, y1] = points[k];
        return x1 === x0 ? y1 : y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
      }
    return points[points.length - 1][1];
  };
  const strokes: Spot[][] = [];
  for (let x = upper[0][0] + step / 2; x < upper[upper.length - 1][0]; x += step) {
    const [y0, y1] = [at(upper, x), at(lower, x)];
    if (y1 - y0 > 0.3)
      strokes.push([
        [x, y0],
        [x, y1],
      ]);
  }
  return [{ kind: 'strokes', strokes, stroke: { ink: 'water', width: 0.14 } }];
}
