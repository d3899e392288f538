// A grid as a picture: contour lines at a round interval, and shading as from a low sun in the north-west.
import { contours } from 'd3-contour';
import { planGrid, type Box, type Grid } from '@vernal-slope/plan/formats';

export interface ContourLine {
  /** m above datum */ readonly z: number;
  /** Every fifth is drawn heavier and carries its height. */
  readonly index: boolean;
  /** Path in metres east and south of the origin. */
  readonly d: string;
  /** Where its height may be written, m east and north. */
  readonly label?: { readonly x: number; readonly y: number };
}

export interface TerrainPicture {
  readonly box: Box;
  readonly columns: number;
  readonly rows: number;
  /** m between contours */ readonly interval: number;
  readonly lines: readonly ContourLine[];
  /** How dark each cell lies, 0 to 255, the northern row first. */
  readonly shade: Uint8ClampedArray;
}

/** Cells of a picture at most: finer detail is not seen. */
const CELLS = 60_000;
const STEPS = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500];
const MOST_LINES = 24;

/** Interval of contours that gives a map one can read, m. */
export const intervalFor = (range: number): number =>
  STEPS.find((step) => range / step <= MOST_LINES) ?? STEPS[STEPS.length - 1];

/**
 * Shading of a grid by the angle between ground and sun, Horn's slopes over the eight neighbours.
 * @returns how dark, 0 (full sun) to 255, a cell each
 * @see Horn (1981), Proceedings of the IEEE 69, 14-47; sun at 315°, 45° high, as maps are shaded by custom
 */
export function hillshade(g: Grid): Uint8ClampedArray {
  const { columns, rows, heights } = g;
  const out = new Uint8ClampedArray(columns * rows);
  const sun = Math.SQRT1_2;
  const at = (c: number, r: number): number =>
    heights[Math.min(rows - 1, Math.max(0, r)) * columns + Math.min(columns - 1, Math.max(0, c))];
  // heights stand out three times as high as they are, or gentle ground would show nothing
  const times = 3;
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      const east =
        (at(c + 1, r - 1) +
          2 * at(c + 1, r) +
          at(c + 1, r + 1) -
          at(c - 1, r - 1) -
          2 * at(c - 1, r) -
          at(c - 1, r + 1)) *
        (times / (8 * g.cellX));
      const north =
        (at(c - 1, r - 1) +
          2 * at(c, r - 1) +
          at(c + 1, r - 1) -
          at(c - 1, r + 1) -
          2 * at(c, r + 1) -
          at(c + 1, r + 1)) *
        (times / (8 * g.cellY));
      // the normal (-east, -north, 1) against the sun (-1/2, 1/2, √½)
      const light = (0.5 * east - 0.5 * north + sun) / Math.hypot(east, north, 1);
      out[r * columns + c] = Number.isNaN(light) ? 0 : 255 * Math.min(1, Math.max(0, 1 - light));
    }
  return out;
}

/** Draws the part of a grid (in the plan's metres) that lies in a box. */
export function pictureOf(grid: Grid, box: Box): TerrainPicture | undefined {
  const g = planGrid({ grid, frame: { kind: 'plan' } }, box, undefined, CELLS);
  if (!g) return undefined;
  let [low, high] = [Infinity, -Infinity];
  for (const z of g.heights) {
    if (z < low) low = z;
    if (z > high) high = z;
  }
  if (!(high >= low)) return undefined;
  const interval = intervalFor(high - low);
  const first = Math.ceil(low / interval);
  const count = Math.max(0, Math.floor(high / interval) - first + 1);
  const levels = Array.from({ length: count }, (_, k) => (first + k) * interval);
  // a contour stands on centres of cells, half a cell in from its corner
  const x = (c: number): number => Math.round((g.x0 + (c - 0.5) * g.cellX) * 100) / 100;
  const y = (r: number): number => Math.round((g.y0 + (g.rows - 1 - (r - 0.5)) * g.cellY) * 100) / 100;
  const edge = (c: number, r: number): boolean => c <= 0.5 || r <= 0.5 || c >= g.columns - 0.5 || r >= g.rows - 0.5;
  const make = contours().size([g.columns, g.rows]);
  const lines = levels.map((z, k): ContourLine => {
    let d = '';
    let longest: [number, number][] = [];
    for (const polygon of make.contour([...g.heights], z).coordinates)
      for (const ring of polygon) {
        let open = false;
        let run: [number, number][] = [];
        for (const [c, r] of ring) {
          // along the edge of the grid there is no contour, only where the grid ends
          if (edge(c, r)) {
            open = false;
            run = [];
            continue;
          }
          d += `${open ? 'L' : 'M'}${x(c)} ${-y(r)}`;
          open = true;
          run.push([c, r]);
          if (run.length > longest.length) longest = run;
        }
      }
    const index = Math.round(z / interval) % 5 === 0;
    const middle = longest.length > 8 ? longest[Math.floor(longest.length / 2)] : undefined;
    return {
      z: levels[k],
      index,
      d,
      ...(index && middle ? { label: { x: x(middle[0]), y: y(middle[1]) } } : {}),
    };
  });
  const shown = { x0: g.x0, y0: g.y0, x1: g.x0 + (g.columns - 1) * g.cellX, y1: g.y0 + (g.rows - 1) * g.cellY };
  return { box: shown, columns: g.columns, rows: g.rows, interval, lines, shade: hillshade(g) };
}
