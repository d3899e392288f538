// Grade lines along a pipe: where the water would stand, station by station, and the pressure on the pipe.
import { law, LinkStatus, segmentsLoss, type Network, type Solution } from '../network/index.ts';
import { pressureOfHead } from '../water/index.ts';
import { boreArea } from '../pipe/index.ts';

/** Where a pipe lies: one entry a station, the start first, then the end of each segment. */
export interface LineGeometry {
  /** m along the line */ readonly chainage: readonly number[];
  /** m above datum */ readonly ground: readonly number[];
  /** m above datum */ readonly pipe: readonly number[];
}

export interface LineProfile {
  /** Head, m above datum, at each station. */
  readonly grade: number[];
  /** Gauge pressure on the pipe's axis, Pa. */
  readonly pressure: number[];
  /** m, signed with the flow. */
  readonly frictionLoss: number;
  /** Entrance and fittings, m, signed with the flow. */
  readonly minorLoss: number;
  /** Velocity head lost on leaving the pipe, m, signed with the flow. */
  readonly exitLoss: number;
  /** Loss of each segment (friction and fittings, the entrance with the first), m, signed with the flow. */
  readonly segmentLoss: number[];
  /** Speed in each segment, m/s. */
  readonly segmentSpeed: number[];
  /** Largest speed along the line, m/s. */
  readonly velocity: number;
  /** Station at which a hump holds the flow; −1 where none does. */
  readonly heldStation: number;
}

/**
 * Running line and losses of one pipe of a solved network.
 * Past a hump that holds the flow, the pipe runs part-full: the line follows the pipe down until it meets the
 * water that backs up from the far end.
 * @param network compiled network
 * @param solution its solution
 * @param link the pipe
 * @param geometry its stations
 * @param density kg/m³
 */
export function lineProfile(
  network: Network,
  solution: Solution,
  link: number,
  geometry: LineGeometry,
  density: number,
): LineProfile {
  const n = network;
  const q = solution.flow[link];
  const size = Math.abs(q);
  const begin = n.segmentStart[link];
  const count = n.segmentStart[link + 1] - begin;
  const segmentLoss: number[] = [];
  let friction = 0;
  let minor = 0;
  const segmentSpeed: number[] = [];
  for (let s = 0; s < count; s++) {
    segmentsLoss(n, begin + s, begin + s + 1, q);
    const fittings = n.segmentMinor[begin + s] * size * q;
    friction += law.loss - fittings;
    minor += fittings;
    segmentLoss.push(law.loss);
    segmentSpeed.push(size / boreArea(n.segmentDiameter[begin + s]));
  }
  const exit = q >= 0 ? n.exitLossForward[link] : n.exitLossBackward[link];
  const entrance = (q >= 0 ? n.endLossForward[link] : n.endLossBackward[link]) - exit;
  const entranceLoss = entrance * size * q;
  const exitLoss = exit * size * q;
  minor += entranceLoss;
  if (count > 0) segmentLoss[q >= 0 ? 0 : count - 1] += entranceLoss;

  const headFrom = solution.head[n.from[link]];
  const headTo = solution.head[n.to[link]];
  const grade = new Array<number>(count + 1);
  const held = solution.heldAt[link];
  const heldStation = held >= 0 ? n.pointSegment[held] + 1 : -1;
  const side = solution.heldFrom[link];
  const standing = solution.status[link] !== LinkStatus.Flowing && heldStation < 0;
  if (heldStation < 0) {
    // at rest the water stands as high as the side it can come from
    grade[0] = standing ? headFrom : q >= 0 ? headFrom : headFrom - exitLoss;
    for (let s = 0; s < count; s++) grade[s + 1] = grade[s] - segmentLoss[s];
    // a source held to its yield leaves the upper pipe part-full: the line lies on the pipe there
    for (let s = 0; s <= count && !n.siphons && q > 0 && grade[s] < geometry.pipe[s]; s++) grade[s] = geometry.pipe[s];
  } else if (side > 0) {
    grade[0] = headFrom;
    for (let s = 0; s < heldStation; s++) grade[s + 1] = grade[s] - segmentLoss[s];
    grade[count] = Math.max(headTo + exitLoss, heldStation === count ? geometry.pipe[count] : -Infinity);
    for (let s = count - 1; s > heldStation; s--) grade[s] = Math.max(geometry.pipe[s], grade[s + 1] + segmentLoss[s]);
  } else {
    grade[count] = headTo;
    for (let s = count - 1; s >= heldStation; s--) grade[s] = grade[s + 1] + segmentLoss[s];
    grade[0] = headFrom - exitLoss;
    for (let s = 1; s < heldStation; s++) grade[s] = Math.max(geometry.pipe[s], grade[s - 1] - segmentLoss[s - 1]);
  }
  const pressure = grade.map((h, k) => pressureOfHead(h - geometry.pipe[k], density));
  return {
    grade,
    pressure,
    frictionLoss: friction,
    minorLoss: minor,
    exitLoss,
    segmentLoss,
    segmentSpeed,
    velocity: Math.max(0, ...segmentSpeed),
    heldStation,
  };
}

/** A high point of the pipe and how it stands to the running line. */
export interface Hump {
  readonly station: number;
  /** Height of the running line above the pipe there, m; negative where the pipe stands above it. */
  readonly clearance: number;
}

/** Stations where the pipe stops rising and begins to fall (ends excluded). */
export function humpStations(pipe: readonly number[]): number[] {
  const found: number[] = [];
  for (let k = 1; k < pipe.length - 1; k++) {
    let after = k + 1;
    while (after < pipe.length - 1 && pipe[after] === pipe[k]) after++;
    if (pipe[k] > pipe[k - 1] && pipe[k] > pipe[after]) found.push(k);
  }
  return found;
}

/** Humps of a line with their clearance under a grade line. */
export const humps = (geometry: LineGeometry, grade: readonly number[]): Hump[] =>
  humpStations(geometry.pipe).map((station) => ({ station, clearance: grade[station] - geometry.pipe[station] }));

/**
 * Air shut in when a line is first filled. After each high point the water falls to the next low point and
 * leaves air in the leg between; worst case, not compressed, each such leg takes its height from the head.
 * @param pipe pipe elevations along the line in the direction of flow, the end last, m
 * @param source level of the water that feeds the line, m
 * @returns level the source must have for water to come, the head missing (0 when it is enough), and the
 *   stations where a vent would let the air out
 * @see Jordan (1980), Handbook of Gravity-Flow Water Systems; Corcos (1989), Air in Water Pipes (from memory)
 */
export function trappedAir(
  pipe: readonly number[],
  source: number,
): { needed: number; missing: number; vents: number[] } {
  const vents = humpStations(pipe);
  if (vents.length === 0)
    return { needed: pipe[pipe.length - 1], missing: Math.max(0, pipe[pipe.length - 1] - source), vents };
  let needed = pipe[vents[0]];
  vents.forEach((high, i) => {
    const until = vents[i + 1] ?? pipe.length - 1;
    const low = Math.min(...pipe.slice(high, until + 1));
    needed += pipe[until] - low;
  });
  needed = Math.max(needed, ...vents.map((k) => pipe[k]));
  return { needed, missing: Math.max(0, needed - source), vents };
}

export interface GradePoint {
  readonly chainage: number;
  readonly pipe: number;
  readonly grade: number;
}

/**
 * Points for drawing a running line: every station and `samples` points within each leg, with the drop at a hump
 * that holds the flow and the part-full stretch behind it, where the line lies on the pipe.
 */
export function gradePoints(geometry: LineGeometry, profile: LineProfile, flow: number, samples = 8): GradePoint[] {
  const points: GradePoint[] = [];
  const back = flow < 0;
  for (let s = 0; s < profile.segmentLoss.length; s++) {
    const loss = profile.segmentLoss[s];
    for (let k = s === 0 || profile.heldStation === s ? 0 : 1; k <= samples; k++) {
      const t = k / samples;
      const pipe = geometry.pipe[s] + t * (geometry.pipe[s + 1] - geometry.pipe[s]);
      const line = back ? profile.grade[s] - t * loss : profile.grade[s + 1] + (1 - t) * loss;
      const partFull = profile.heldStation >= 0 || profile.pressure[s] === 0;
      points.push({
        chainage: geometry.chainage[s] + t * (geometry.chainage[s + 1] - geometry.chainage[s]),
        pipe,
        grade: partFull ? Math.max(pipe, line) : line,
      });
    }
  }
  return points;
}
