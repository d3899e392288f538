// Grade lines along a pipe: where the water would stand, station by station, and the pressure on the pipe.
import { law, LinkStatus, segmentsLoss, type Network, type Solution } from '../network/index.ts';
import { pressureOfHead } from '../water/index.ts';
import { boreArea } from '../pipe/index.ts';
import { GRAVITY } from '../units/index.ts';

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
    const opens = q > 0 ? n.segmentOpening[begin + s] : 0;
    const fittings = n.segmentMinor[begin + s] * size * q + n.segmentLinear[begin + s] * q + opens;
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
  if (n.siphons && heldStation >= 0) {
    // a column that broke at its crest: each part stands with the water on its own side
    for (let s = 0; s <= count; s++) grade[s] = s <= heldStation ? headFrom : headTo;
  } else if (heldStation < 0) {
    // at rest the water stands as high as the side it can come from
    grade[0] = standing ? headFrom : q >= 0 ? headFrom : headFrom - exitLoss;
    for (let s = 0; s < count; s++) grade[s + 1] = grade[s] - segmentLoss[s];
  } else if (side > 0) {
    grade[0] = headFrom;
    for (let s = 0; s < heldStation; s++) grade[s + 1] = grade[s] - segmentLoss[s];
    grade[count] = Math.max(headTo + exitLoss, heldStation === count ? geometry.pipe[count] : -Infinity);
    for (let s = count - 1; s > heldStation; s--) grade[s] = Math.max(geometry.pipe[s], grade[s + 1] + segmentLoss[s]);
  } else {
    grade[count] = headTo;
    for (let s = count - 1; s >= heldStation; s--) grade[s] = grade[s + 1] + segmentLoss[s];
    if (heldStation > 0) grade[0] = headFrom - exitLoss;
    for (let s = 1; s < heldStation; s++) grade[s] = Math.max(geometry.pipe[s], grade[s - 1] - segmentLoss[s - 1]);
  }
  // behind a source held to its yield, or a crest where water breaks, the pipe begins part-full: the line lies on it
  const partFull = (s: number): boolean => grade[s] < geometry.pipe[s];
  if (!n.siphons && q > 0) for (let s = 0; s <= count && partFull(s); s++) grade[s] = geometry.pipe[s];
  if (!n.siphons && q < 0) for (let s = count; s >= 0 && partFull(s); s--) grade[s] = geometry.pipe[s];
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

/** Stations where the pipe stops falling and begins to rise (ends excluded): where a line is drained. */
export const lowStations = (pipe: readonly number[]): number[] => humpStations(pipe.map((z) => -z));

export interface TrappedAir {
  /** Level that the source must have for water to come, worst case: air not compressed. m above datum */
  readonly needed: number;
  /** Head missing for that, m; 0 where it is enough. */
  readonly missing: number;
  /** The same with the air pressed together by the water on it. */
  readonly neededCompressed: number;
  readonly missingCompressed: number;
  /** Stations where a vent would let the air out. */
  readonly vents: readonly number[];
}

/**
 * Air shut in when a line is first filled. After each high point the water falls to the next low point and
 * leaves air in the leg between; worst case, not compressed, each such leg takes its height from the head.
 * Compressed (Boyle), a pocket of height h under p metres of water more than the air's own keeps h · pa/(pa + p), counted
 * from its top in a leg of even slope and bore; the last pocket's back-pressure adds to the one before it.
 * @param pipe pipe elevations along the line in the direction of flow, the end last, m
 * @param source level of the water that feeds the line, m
 * @param airHead air pressure of the place as metres of water
 * @see Jordan (1980), Handbook of Gravity-Flow Water Systems; Corcos (1989), Air in Water Pipes (from memory)
 */
export function trappedAir(pipe: readonly number[], source: number, airHead = 10.33): TrappedAir {
  const vents = humpStations(pipe);
  const end = pipe[pipe.length - 1];
  const least = Math.max(end, ...vents.map((k) => pipe[k]));
  let needed = least;
  let compressed = least;
  if (vents.length > 0) {
    let sum = pipe[vents[0]];
    let pressed = 0;
    for (let i = vents.length - 1; i >= 0; i--) {
      const until = vents[i + 1] ?? pipe.length - 1;
      const high = pipe[vents[i]];
      const low = Math.min(...pipe.slice(vents[i], until + 1));
      sum += pipe[until] - low;
      pressed = pocketPressure(pipe[until] - high + pressed, high - low, airHead);
    }
    needed = Math.max(needed, sum);
    compressed = Math.max(compressed, pipe[vents[0]] + pressed);
  }
  return {
    needed,
    missing: Math.max(0, needed - source),
    neededCompressed: compressed,
    missingCompressed: Math.max(0, compressed - source),
    vents,
  };
}

/**
 * Pressure p (m of water over the air's own) of a pocket `height` high when whole, that must push water `rise` above
 * its top: p = rise + height · pa/(pa + p), not below nothing. By bisection: the right side falls as p grows.
 */
function pocketPressure(rise: number, height: number, airHead: number): number {
  const over = (p: number): number => rise + (height * airHead) / (airHead + p) - p;
  if (over(0) <= 0) return 0;
  let [low, high] = [0, Math.max(1, rise + height)];
  for (let k = 0; k < 60; k++) {
    const middle = (low + high) / 2;
    if (over(middle) > 0) low = middle;
    else high = middle;
  }
  return high;
}

/**
 * Least speed at which flowing water carries air pockets down a falling pipe: v = (0.25 √sin θ + 0.825) √(g D).
 * @param bore m @param slope sine of the fall, 0 to 1
 * @returns m/s
 * @see Wisner, Mohsen and Kouwen (1975), J. Hydraulics Div. ASCE 101, 243-257 (from memory)
 */
export const clearingSpeed = (bore: number, slope: number): number =>
  (0.25 * Math.sqrt(Math.max(0, slope)) + 0.825) * Math.sqrt(GRAVITY * bore);

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
