// What a gutter carries: water joins it all along, so it stands highest where least runs.
import { GRAVITY } from '../units/index.ts';

/** Manning's n of a gutter in fair order. */
const ROUGHNESS = 0.012;
/** Length taken where none is known, m (assumption). */
export const GUTTER_LENGTH = 10;
/** Steps of the march along a gutter. */
const STEPS = 400;
/** Nearer to critical than this the slope of the water runs away: it is held there. */
const NEAREST = 1e-3;

export interface Gutter {
  /** m */ readonly width: number;
  /** m; of a half-round half its width at most counts */ readonly depth: number;
  /** m/m */ readonly fall: number;
  /** m from its upper end to its outlet */ readonly length: number;
  readonly round: boolean;
  /** Bore of the hole into the downpipe, m; undefined: not known, and not counted. */
  readonly hole?: number;
}

/** Area, width of the surface and wetted rim of water so deep, m², m, m. */
function section({ width, depth, round }: Gutter, y: number): { area: number; top: number; wetted: number } {
  if (!round) return { area: width * y, top: width, wetted: width + 2 * y };
  const r = width / 2;
  const angle = 2 * Math.acos(1 - Math.min(y, depth) / r);
  return { area: ((r * r) / 2) * (angle - Math.sin(angle)), top: 2 * r * Math.sin(angle / 2), wetted: r * angle };
}

/** Depth at which a flow is critical, m; the rim where it stands higher. */
function critical(g: Gutter, flow: number): number {
  let low = 0;
  let high = g.depth;
  for (let k = 0; k < 40; k++) {
    const mid = (low + high) / 2;
    const { area, top } = section(g, mid);
    if (GRAVITY * area ** 3 > flow * flow * top) high = mid;
    else low = mid;
  }
  return high;
}

/** True while a flow at the outlet, joined evenly along the gutter, stands under its rim everywhere. */
function holds(g: Gutter, flow: number): boolean {
  const joins = flow / g.length;
  // how much the bed gives more than friction and what joins take, m/m
  const gain = (x: number, y: number): number => {
    const { area, wetted } = section(g, y);
    const friction = ((ROUGHNESS * joins * x) / (area * (area / wetted) ** (2 / 3))) ** 2;
    return g.fall - friction - (2 * joins * joins * x) / (GRAVITY * area * area);
  };
  const atCritical = (x: number): number => gain(x, critical(g, joins * x));
  if (critical(g, flow) >= g.depth * (1 - 1e-6)) return false;
  // where it falls steeply, the flow is critical on the way and shoots from there on
  let control = g.length;
  if (atCritical(g.length) > 0) {
    let low = 1e-6;
    let high = g.length;
    for (let k = 0; k < 40; k++) {
      const mid = (low + high) / 2;
      if (atCritical(mid) > 0) high = mid;
      else low = mid;
    }
    control = low;
  }
  const slope = (x: number, y: number): number => {
    const { area, top } = section(g, y);
    return gain(x, y) / Math.max(1 - ((joins * x) ** 2 * top) / (GRAVITY * area ** 3), NEAREST);
  };
  // steps grow with the square of their number: the water falls away steeply where it is critical
  let y = 1.002 * critical(g, joins * control);
  let x = control;
  for (let k = 1; k < STEPS && y < g.depth; k++) {
    const next = control * (1 - (k / STEPS) ** 2);
    const half = y - ((x - next) / 2) * slope(x, y);
    if (half >= g.depth) return false;
    y -= (x - next) * slope((x + next) / 2, half);
    x = next;
  }
  return y < g.depth;
}

/**
 * Flow that the hole into a downpipe takes with water so deep over it.
 * @param bore m @param depth m @returns m³/s, the lesser of weir and orifice
 * @see EN 12056-3:2000, table 7 (from memory): Q = D h^1.5 / 7500 and D² h^0.5 / 15000 in L/s and mm
 */
export function holeCarries(bore: number, depth: number): number {
  const [d, h] = [1000 * bore, 1000 * depth];
  return Math.min((d * h ** 1.5) / 7500, (d * d * Math.sqrt(h)) / 15000) / 1000;
}

/**
 * Flow that a gutter carries at its outlet before it runs over anywhere, its hole counted where it is known.
 * @returns m³/s
 * @see Chow (1959), Open-Channel Hydraulics, ch. 12: spatially varied flow with increasing discharge, Manning's n 0.012,
 *   marched up from where the flow is critical
 * @example a half-round of 100 mm that falls 10 mm/m, 6 to 15 m long: 1.88 to 2.21 L/s
 */
export function gutterCapacity(gutter: Gutter): number {
  // half a pipe is as deep as half its width
  const g = { ...gutter, depth: gutter.round ? Math.min(gutter.depth, gutter.width / 2) : gutter.depth };
  let low = 0;
  // no gutter carries more than critical flow at its rim
  const { area, top } = section(g, g.depth);
  let high = Math.sqrt((GRAVITY * area ** 3) / top);
  for (let k = 0; k < 30; k++) {
    const mid = (low + high) / 2;
    if (holds(g, mid)) low = mid;
    else high = mid;
  }
  return g.hole === undefined ? low : Math.min(low, holeCarries(g.hole, g.depth));
}
