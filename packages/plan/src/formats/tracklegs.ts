// A track as legs of a walk: simplified to a stated tolerance, heights flagged by where they come from.
import { simplifyTrack, slopeOf, toMetres, type TrackPoint } from '@vernal-slope/core/survey';
import type { Survey } from '../schema/index.ts';
import { heightsOf, type Origin, type Terrain } from './terrain.ts';
import type { Track } from './tracks.ts';

export interface TrackLeg {
  /** Along the slope, m. */ readonly lengthM: number;
  readonly endGroundM: number;
  readonly eastingM: number;
  readonly northingM: number;
  readonly survey: Survey;
}

export interface TrackLegs {
  readonly startGroundM: number;
  readonly origin: Origin;
  readonly start: { readonly eastingM: number; readonly northingM: number };
  readonly legs: readonly TrackLeg[];
  /** Points of the track, and how many were kept. */
  readonly points: number;
  readonly faults: readonly string[];
}

/** Tolerance taken when none is named, m. */
export const TRACK_TOLERANCE = 2;
const tidy = (v: number): number => Math.round(v * 1e3) / 1e3;

const high = (p: TrackPoint): p is Required<TrackPoint> => p.z !== undefined && !Number.isNaN(p.z);

/**
 * Points with heights: one without, between two that have, lies on the straight line between them, so that no corner of
 * the way is cut. What lies before the first height and behind the last is left out.
 */
function filled(points: readonly TrackPoint[]): Required<TrackPoint>[] {
  const found: Required<TrackPoint>[] = [];
  let last = -1;
  points.forEach((p, k) => {
    if (!high(p)) return;
    const before = found.at(-1);
    if (before && k - last > 1) {
      const way = [0];
      for (let j = last + 1; j <= k; j++)
        way.push(way[way.length - 1] + Math.hypot(points[j].x - points[j - 1].x, points[j].y - points[j - 1].y));
      const whole = way[way.length - 1];
      for (let j = last + 1; j < k; j++) {
        const share = whole > 0 ? way[j - last] / whole : 0;
        found.push({ ...points[j], z: before.z + share * (p.z - before.z) });
      }
    }
    found.push(p);
    last = k;
  });
  return found;
}

/**
 * Legs of a track.
 * @param tolerance how far a point left out may lie from the line, m
 * @param terrain heights in place of the track's own
 * @param origin where east and north count from; the track's first point when left out
 */
export function trackLegs(track: Track, tolerance: number, terrain?: Terrain, origin?: Origin): TrackLegs {
  const first = track.points[0];
  const from = origin ?? { latitudeDeg: first.lat, longitudeDeg: first.lon };
  const [, ...metres] = toMetres([{ lat: from.latitudeDeg, lon: from.longitudeDeg }, ...track.points]);
  const ground = terrain && heightsOf(terrain, from);
  const placed: TrackPoint[] = metres.map((p) => (ground ? { ...p, z: ground(p.x, p.y) } : p));
  const faults: string[] = [];
  const without = placed.filter((p) => p.z === undefined || Number.isNaN(p.z)).length;
  if (without > 0)
    faults.push(
      terrain
        ? `${without} of ${placed.length} points lie outside the grid or in its holes`
        : `${without} of ${placed.length} points have no height; taken as straight between those that have; bring in an elevation grid, or walk the line with a level`,
    );
  const sound = filled(placed);
  const base = { origin: from, points: placed.length, faults };
  if (sound.length < 2) return { ...base, startGroundM: 0, start: { eastingM: 0, northingM: 0 }, legs: [] };
  const kept = simplifyTrack(sound, tolerance).map((k) => sound[k]);
  const legs: TrackLeg[] = [];
  for (let k = 1; k < kept.length; k++) {
    const [a, b] = [kept[k - 1], kept[k]];
    const length = slopeOf(Math.hypot(b.x - a.x, b.y - a.y), b.z - a.z);
    if (length < 0.01) continue;
    legs.push({
      lengthM: tidy(Math.max(length, Math.abs(b.z - a.z))),
      endGroundM: tidy(b.z),
      eastingM: tidy(b.x),
      northingM: tidy(b.y),
      survey: { method: terrain ? 'grid' : 'gps' },
    });
  }
  return {
    ...base,
    startGroundM: tidy(kept[0].z),
    start: { eastingM: tidy(kept[0].x), northingM: tidy(kept[0].y) },
    legs,
  };
}
