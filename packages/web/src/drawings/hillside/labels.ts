// Where names go on a drawing so that they do not lie over each other: in full, as a glyph alone, or not at all.
export interface Wanted {
  readonly id: string;
  /** px */ readonly x: number;
  readonly y: number;
  readonly width: number;
}

export interface PlacedLabel {
  readonly id: string;
  readonly left: number;
  readonly top: number;
  /** Only its glyph has room. */
  readonly small: boolean;
}

const HEIGHT = 24;
const GLYPH = 28;
/** Half of a mark that must stay free to be seen and taken hold of. */
const MARK = 8;
const TRIES = [0, -1, 1, -2, 2, 3];
/** Where marks are in the way too, it is looked further. */
const FURTHER = [...TRIES, -3, 4, -4, 5];

/**
 * Places labels one after the other, each at the first of a few heights where it overlaps no other and no mark; shrunk
 * to its glyph where it does not fit, left out where even that does not.
 */
export function placeLabels(
  wanted: readonly Wanted[],
  bounds: { width: number; height: number },
  marks: readonly { readonly x: number; readonly y: number }[] = [],
): PlacedLabel[] {
  const taken: { x0: number; x1: number; y0: number; y1: number }[] = marks.map((m) => ({
    x0: m.x - MARK,
    x1: m.x + MARK,
    y0: m.y - MARK,
    y1: m.y + MARK,
  }));
  const free = (x0: number, x1: number, y0: number, y1: number): boolean =>
    taken.every((t) => x1 <= t.x0 || x0 >= t.x1 || y1 <= t.y0 || y0 >= t.y1);
  const tries = marks.length > 0 ? FURTHER : TRIES;
  const out: PlacedLabel[] = [];
  for (const w of wanted) {
    for (const small of [false, true]) {
      const half = (small ? GLYPH : w.width) / 2;
      const left = Math.min(Math.max(half + 4, w.x), bounds.width - half - 4);
      const step = tries.find((t) => {
        const top = w.y + t * (HEIGHT + 2);
        return top >= 0 && top + HEIGHT <= bounds.height && free(left - half, left + half, top, top + HEIGHT);
      });
      if (step === undefined) continue;
      const top = w.y + step * (HEIGHT + 2);
      taken.push({ x0: left - half, x1: left + half, y0: top, y1: top + HEIGHT });
      out.push({ id: w.id, left, top, small });
      break;
    }
  }
  return out;
}
