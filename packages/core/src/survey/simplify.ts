// A track of many points to few stations: the points that matter within a stated tolerance.

export interface TrackPoint {
  /** m on the flat */ readonly x: number;
  readonly y: number;
  /** m above datum */ readonly z?: number;
}

/** Distance of a point from the straight line a–b, m; in plan and height together where heights are given. */
function offset(p: TrackPoint, a: TrackPoint, b: TrackPoint): number {
  const [dx, dy, dz] = [b.x - a.x, b.y - a.y, (b.z ?? 0) - (a.z ?? 0)];
  const [px, py, pz] = [p.x - a.x, p.y - a.y, (p.z ?? 0) - (a.z ?? 0)];
  const length2 = dx * dx + dy * dy + dz * dz;
  const t = length2 > 0 ? Math.min(1, Math.max(0, (px * dx + py * dy + pz * dz) / length2)) : 0;
  return Math.hypot(px - t * dx, py - t * dy, pz - t * dz);
}

/**
 * Points kept so that none of those left out lies further than the tolerance from the line between its neighbours.
 * @returns indices of the points kept, first and last among them
 * @see Douglas and Peucker (1973), The Canadian Cartographer 10, 112-122
 */
export function simplifyTrack(points: readonly TrackPoint[], tolerance: number): number[] {
  if (points.length < 3) return points.map((_, k) => k);
  const keep = new Uint8Array(points.length);
  for (let from = 0; from < points.length - 1; from += STRETCH)
    thin(points, from, Math.min(from + STRETCH, points.length - 1), tolerance, keep);
  const kept = [...keep.keys()].filter((k) => keep[k]);
  if (points.length <= STRETCH + 1) return kept;
  // where two stretches meet a point was kept that may not matter
  const found = [kept[0]];
  for (let k = 1; k < kept.length; k++) {
    const [from, at, to] = [found[found.length - 1], kept[k], kept[k + 1]];
    if (k === kept.length - 1 || at % STRETCH !== 0 || !straight(points, from, to, tolerance)) found.push(at);
  }
  return found;
}

/** True where all points between two lie within the tolerance of the line between them. */
function straight(points: readonly TrackPoint[], from: number, to: number, tolerance: number): boolean {
  for (let p = from + 1; p < to; p++) if (offset(points[p], points[from], points[to]) > tolerance) return false;
  return true;
}

/** Points thinned at a time: over more of them a zigzag would take the square of their number. */
const STRETCH = 1024;

/** Marks what is kept from one point to another, both of them kept. */
function thin(points: readonly TrackPoint[], first: number, last: number, tolerance: number, keep: Uint8Array): void {
  keep[first] = 1;
  keep[last] = 1;
  const stack: [number, number][] = [[first, last]];
  for (let next = stack.pop(); next; next = stack.pop()) {
    const [from, to] = next;
    let most = tolerance;
    let at = -1;
    for (let k = from + 1; k < to; k++) {
      const off = offset(points[k], points[from], points[to]);
      if (off > most) {
        most = off;
        at = k;
      }
    }
    if (at < 0) continue;
    keep[at] = 1;
    stack.push([from, at], [at, to]);
  }
}

/** Mean radius of the Earth, m (IUGG). */
const EARTH = 6_371_008.8;

/** A difference of longitudes the short way round, degrees: the date line is crossed, not the world. */
const turn = (degrees: number): number => (((degrees % 360) + 540) % 360) - 180;

/**
 * Latitudes and longitudes to metres east and north of the first point, good to 0.1 % over some 20 km.
 * Equirectangular about the first point's latitude.
 */
export function toMetres(
  points: readonly { readonly lat: number; readonly lon: number; readonly z?: number }[],
): TrackPoint[] {
  if (points.length === 0) return [];
  const [{ lat: lat0, lon: lon0 }] = points;
  const k = Math.PI / 180;
  return points.map((p) => ({
    x: EARTH * turn(p.lon - lon0) * k * Math.cos(lat0 * k),
    y: EARTH * (p.lat - lat0) * k,
    ...(p.z === undefined ? {} : { z: p.z }),
  }));
}
