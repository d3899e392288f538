// A grid on the Earth: which coordinates it counts in, heights at the plan's metres, and a square grid of its own.
import proj4 from 'proj4';
import { sampleGrid, type Grid } from './grid.ts';

/** Where a plan's eastings and northings count from. */
export interface Origin {
  readonly latitudeDeg: number;
  readonly longitudeDeg: number;
}

/** What a grid's coordinates are: metres of the plan, degrees, or metres of a UTM zone. */
export type Frame =
  | { readonly kind: 'plan' }
  | { readonly kind: 'degrees' }
  | { readonly kind: 'utm'; readonly zone: number; readonly south: boolean };

export interface Terrain {
  readonly grid: Grid;
  readonly frame: Frame;
}

/** UTM zone of a longitude (the usual six-degree zones, without the exceptions of Norway and Svalbard). */
export const utmZone = (longitudeDeg: number): number =>
  Math.floor(((((longitudeDeg + 180) % 360) + 360) % 360) / 6) + 1;

/** What a grid's coordinates look like; a guess, which a person can overrule. */
export function guessFrame(g: Grid, origin?: Origin): Frame {
  const [x1, y1] = [g.x0 + g.cellX * (g.columns - 1), g.y0 + g.cellY * (g.rows - 1)];
  if (Math.abs(g.x0) <= 360 && Math.abs(x1) <= 360 && Math.abs(g.y0) <= 90 && Math.abs(y1) <= 90 && g.cellX < 0.05)
    return { kind: 'degrees' };
  if (origin && g.x0 > 90_000 && x1 < 910_000 && y1 > 10_000)
    return { kind: 'utm', zone: utmZone(origin.longitudeDeg), south: origin.latitudeDeg < 0 };
  return { kind: 'plan' };
}

export const frameName = (f: Frame): string =>
  f.kind === 'plan'
    ? 'metres east and north of the plan’s origin'
    : f.kind === 'degrees'
      ? 'degrees of longitude and latitude (WGS 84)'
      : `metres of UTM zone ${f.zone} ${f.south ? 'south' : 'north'} (WGS 84)`;

/** Degrees a metre on the Earth's mean sphere, as positions of tracks are counted. */
export const DEGREES = 180 / (Math.PI * 6_371_008.8);

/** Longitude and latitude of a place at metres east and north of the origin, degrees. */
export const lonLat = (origin: Origin, east: number, north: number): [lon: number, lat: number] => [
  origin.longitudeDeg + (east * DEGREES) / Math.cos((origin.latitudeDeg * Math.PI) / 180),
  origin.latitudeDeg + north * DEGREES,
];

/** From the plan's metres to the grid's own coordinates; undefined when that needs an origin the plan does not have. */
export function toFrame(
  frame: Frame,
  origin?: Origin,
): ((east: number, north: number) => [number, number]) | undefined {
  if (frame.kind === 'plan') return (east, north) => [east, north];
  if (!origin) return undefined;
  if (frame.kind === 'degrees') return (east, north) => lonLat(origin, east, north);
  const utm = proj4('WGS84', `+proj=utm +zone=${frame.zone} ${frame.south ? '+south ' : ''}+datum=WGS84 +units=m`);
  return (east, north) => utm.forward(lonLat(origin, east, north));
}

/** Heights of a terrain at the plan's metres; NaN where it has none. m above datum */
export function heightsOf(terrain: Terrain, origin?: Origin): (east: number, north: number) => number {
  const to = toFrame(terrain.frame, origin);
  return (east, north) => {
    if (!to) return NaN;
    const [x, y] = to(east, north);
    return sampleGrid(terrain.grid, x, y);
  };
}

export interface Box {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}

/** Where the grid lies, in the plan's metres; undefined when that needs an origin. */
export function boxOf(terrain: Terrain, origin?: Origin): Box | undefined {
  const { grid: g, frame } = terrain;
  const [x1, y1] = [g.x0 + g.cellX * (g.columns - 1), g.y0 + g.cellY * (g.rows - 1)];
  if (frame.kind === 'plan') return { x0: g.x0, y0: g.y0, x1, y1 };
  if (!origin) return undefined;
  const corners = [
    [g.x0, g.y0],
    [x1, g.y0],
    [g.x0, y1],
    [x1, y1],
  ].map(([x, y]) => {
    const [lon, lat] =
      frame.kind === 'degrees'
        ? [x, y]
        : proj4(`+proj=utm +zone=${frame.zone} ${frame.south ? '+south ' : ''}+datum=WGS84 +units=m`, 'WGS84', [x, y]);
    return [
      ((lon - origin.longitudeDeg) / DEGREES) * Math.cos((origin.latitudeDeg * Math.PI) / 180),
      (lat - origin.latitudeDeg) / DEGREES,
    ];
  });
  const [xs, ys] = [corners.map((c) => c[0]), corners.map((c) => c[1])];
  return { x0: Math.min(...xs), y0: Math.min(...ys), x1: Math.max(...xs), y1: Math.max(...ys) };
}

/** Most cells of the grid that is kept with a plan. */
export const KEPT_CELLS = 400_000;

/**
 * A square grid in the plan's metres over a box, from a terrain: cells as wide as the terrain's own, wider where there
 * would be too many. Undefined when the box and the terrain do not meet.
 */
export function planGrid(terrain: Terrain, box: Box, origin?: Origin, most = KEPT_CELLS): Grid | undefined {
  const own = boxOf(terrain, origin);
  if (!own) return undefined;
  const [x0, y0] = [Math.max(box.x0, own.x0), Math.max(box.y0, own.y0)];
  const [x1, y1] = [Math.min(box.x1, own.x1), Math.min(box.y1, own.y1)];
  if (!(x1 > x0 && y1 > y0)) return undefined;
  const native = (own.x1 - own.x0) / (terrain.grid.columns - 1);
  const fitting = Math.sqrt(((x1 - x0) * (y1 - y0)) / most);
  const cell = Math.max(0.1, Math.ceil(Math.max(native, fitting) * 100 - 1e-6) / 100);
  const [columns, rows] = [Math.floor((x1 - x0) / cell + 1e-9) + 1, Math.floor((y1 - y0) / cell + 1e-9) + 1];
  if (columns < 2 || rows < 2) return undefined;
  const at = heightsOf(terrain, origin);
  const heights = new Float32Array(columns * rows);
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) heights[r * columns + c] = at(x0 + c * cell, y0 + (rows - 1 - r) * cell);
  return { columns, rows, x0, y0, cellX: cell, cellY: cell, heights };
}
