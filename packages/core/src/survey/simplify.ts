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
  keep[0] = 1;
  keep[points.length - 1] = 1;
  const stack: [number, number][] = [[0, points.length - 1]];
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
  return [...keep.keys()].filter((k) => keep[k]);
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
