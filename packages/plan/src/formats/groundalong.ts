// Heights from a grid along a line that has positions: each leg parted where the ground between bends.
import { simplifyTrack, slopeOf } from '@vernal-slope/core/survey';
import { stationsOf } from '../positions/index.ts';
import type { Line, Plan } from '../schema/index.ts';
import { DEGREES, heightsOf, type Origin, type Terrain } from './terrain.ts';

/** One stretch of ground between two stations or bends. */
export interface GroundPart {
  /** Leg of the line, as it was, that it is a part of. */ readonly leg: number;
  /** Along the slope, m. */ readonly lengthM: number;
  readonly endGroundM: number;
  readonly eastingM: number;
  readonly northingM: number;
}

export type GroundAlong =
  | {
      readonly ok: true;
      readonly startGroundM: number;
      readonly parts: readonly GroundPart[];
      /** How many stations were put in where the ground bends. */ readonly added: number;
    }
  | { readonly ok: false; readonly fault: string };

const tidy = (v: number): number => Math.round(v * 1e3) / 1e3;

/**
 * Heights of a terrain along a line, sampled about once a cell.
 * @param tolerance how far the ground may lie from a straight leg before a station is put in, m
 */
export function groundAlong(plan: Plan, line: Line, terrain: Terrain, tolerance: number, origin?: Origin): GroundAlong {
  const stations = stationsOf(plan, line);
  const without = stations.filter((s) => s.east === undefined || s.north === undefined).length;
  if (without > 0)
    return {
      ok: false,
      fault: `${without} of ${stations.length} stations have no position; bring in a track, or place them on the view from above`,
    };
  const ground = heightsOf(terrain, origin);
  const at = (k: number): { x: number; y: number } => ({ x: stations[k].east ?? 0, y: stations[k].north ?? 0 });
  const cell = terrain.frame.kind === 'degrees' ? terrain.grid.cellY / DEGREES : terrain.grid.cellY;
  const parts: GroundPart[] = [];
  let added = 0;
  const start = ground(at(0).x, at(0).y);
  if (Number.isNaN(start)) return { ok: false, fault: 'the line starts outside the grid or in one of its holes' };
  for (let leg = 0; leg + 1 < stations.length; leg++) {
    const [a, b] = [at(leg), at(leg + 1)];
    const run = Math.hypot(b.x - a.x, b.y - a.y);
    const steps = Math.max(1, Math.min(2000, Math.round(run / cell)));
    const points = Array.from({ length: steps + 1 }, (_, k) => {
      const [x, y] = [a.x + ((b.x - a.x) * k) / steps, a.y + ((b.y - a.y) * k) / steps];
      return { x, y, z: ground(x, y) };
    });
    if (points.some((p) => Number.isNaN(p.z)))
      return { ok: false, fault: `leg ${leg + 1} runs outside the grid or over one of its holes` };
    const kept = simplifyTrack(points, tolerance).map((k) => points[k]);
    added += kept.length - 2;
    for (let k = 1; k < kept.length; k++) {
      const [p, q] = [kept[k - 1], kept[k]];
      parts.push({
        leg,
        lengthM: Math.max(0.01, tidy(slopeOf(Math.hypot(q.x - p.x, q.y - p.y), q.z - p.z))),
        endGroundM: tidy(q.z),
        eastingM: tidy(q.x),
        northingM: tidy(q.y),
      });
    }
  }
  return { ok: true, startGroundM: tidy(start), parts, added };
}
