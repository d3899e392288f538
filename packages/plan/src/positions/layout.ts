// Where everything lies seen from above: known positions as they are, the rest sketched from lengths.
import { isSource, isStore } from '../kinds/index.ts';
import type { Line, Plan, PlanNode } from '../schema/index.ts';
import { lineLength, runAlong, stationsOf, type Station } from './stations.ts';

export interface Spot {
  /** m east and north of the plan's origin, or of the sketch's first place */
  readonly x: number;
  readonly y: number;
  /** Laid out from lengths: nobody measured where it is. */
  readonly sketched: boolean;
}

export interface Layout {
  readonly nodes: ReadonlyMap<string, Spot>;
  /** Spots of each line's stations, its start first. */
  readonly lines: ReadonlyMap<string, readonly Spot[]>;
  /** How many places have a known position. */
  readonly known: number;
  /** How many lines are sketched, in whole or in part. */
  readonly sketchedLines: number;
}

interface Direction {
  readonly angle: number;
}

/** Angles, against the way one came, in which lines leave a place that has no positions, rad. */
const FAN = [0, -0.7, 0.7, -1.4, 1.4, -0.35, 0.35, -1.05, 1.05, 2.1, -2.1];

const known = (s: Station): s is Station & { east: number; north: number } =>
  s.east !== undefined && s.north !== undefined;

/** Stations between two spots, shared out by chainage. */
function between(a: Spot, b: Spot, share: number): Spot {
  return { x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y), sketched: true };
}

/** Spots of one line whose start has a spot; its end may have one, or is laid out in the direction given. */
function lineSpots(stations: readonly Station[], start: Spot, end: Spot | undefined, heading: Direction): Spot[] {
  const spots: (Spot | undefined)[] = stations.map((s) =>
    known(s) ? { x: s.east, y: s.north, sketched: false } : undefined,
  );
  spots[0] = start;
  if (end) spots[spots.length - 1] = end;
  for (let k = 1; k < spots.length; k++) {
    if (spots[k]) continue;
    const before = spots[k - 1] as Spot;
    const next = spots.findIndex((s, j) => j > k && s !== undefined);
    if (next > 0) {
      const share =
        (stations[k].chainage - stations[k - 1].chainage) / (stations[next].chainage - stations[k - 1].chainage);
      spots[k] = between(before, spots[next] as Spot, share);
    } else {
      const run = runAlong(
        stations[k].chainage - stations[k - 1].chainage,
        stations[k].ground - stations[k - 1].ground,
      );
      spots[k] = {
        x: before.x + run * Math.cos(heading.angle),
        y: before.y + run * Math.sin(heading.angle),
        sketched: true,
      };
    }
  }
  return spots as Spot[];
}

/** Lays a plan out from above. Deterministic: the same plan gives the same sketch. */
export function layoutOf(plan: Plan): Layout {
  const nodes = new Map<string, Spot>();
  for (const n of plan.nodes)
    if (n.eastingM !== undefined && n.northingM !== undefined)
      nodes.set(n.id, { x: n.eastingM, y: n.northingM, sketched: false });
  const countKnown = nodes.size;
  const lines = new Map<string, Spot[]>();
  const angles = new Map<string, number>();
  const left = new Map<string, number>();
  const put = (line: Line): void => {
    const reversed = !nodes.has(line.from);
    const here = reversed ? line.to : line.from;
    const there = reversed ? line.from : line.to;
    const start = nodes.get(here) as Spot;
    const stations = stationsOf(plan, line);
    const total = stations[stations.length - 1].chainage;
    const ordered = reversed ? stations.map((s) => ({ ...s, chainage: total - s.chainage })).reverse() : [...stations];
    const turn = left.get(here) ?? 0;
    const end = nodes.get(there);
    if (!end) left.set(here, turn + 1);
    const angle = (angles.get(here) ?? 0) + FAN[turn % FAN.length];
    const spots = lineSpots(ordered, start, end, { angle });
    if (!end) {
      const [a, b] = [spots[spots.length - 2], spots[spots.length - 1]];
      nodes.set(there, b);
      angles.set(there, Math.atan2(b.y - a.y, b.x - a.x));
    }
    lines.set(line.id, reversed ? spots.reverse() : spots);
  };
  // sources first, then tanks: the sketch runs the way the water does
  const roots = [...plan.nodes].sort((a, b) => rank(a) - rank(b) || b.groundM - a.groundM);
  let base = 0;
  for (;;) {
    // the longest line from a place goes straight on, the others fan out
    const next = plan.lines
      .filter((l) => !lines.has(l.id) && (nodes.has(l.from) || nodes.has(l.to)))
      .sort((a, b) => lineLength(b) - lineLength(a))[0] as Line | undefined;
    if (next) {
      put(next);
      continue;
    }
    const root = roots.find((n) => !nodes.has(n.id));
    if (!root) break;
    // what hangs together with nothing so far starts a sketch of its own, below
    nodes.set(root.id, { x: 0, y: base, sketched: true });
    base -= 60;
  }
  const sketchedLines = [...lines.values()].filter((spots) => spots.some((s) => s.sketched)).length;
  return { nodes, lines, known: countKnown, sketchedLines };
}

const rank = (node: PlanNode): number => (isSource(node) ? 0 : isStore(node) ? 1 : 2);
