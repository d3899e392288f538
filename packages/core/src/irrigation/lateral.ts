// A line with holes in it, laid into the network piece by piece: a node where something lets water out, and from there a way
// into the air for each of them.
import { lineProfile, type LineGeometry, type LineProfile } from '../profile/index.ts';
import type { HighPoint, Network, NetworkBuilder, PipeOptions, Segment, Solution } from '../network/index.ts';
import type { EmitterLaw } from './emitter.ts';

/** Where one lets water out. */
export interface LateralEmitter {
  /** m from the line's start */ readonly at: number;
  /** m above datum */ readonly elevation: number;
  readonly law: EmitterLaw;
  /** More pipe in front of it, m: what it loses to water that passes. */ readonly equivalentLength: number;
}

export interface Lateral {
  /** Links of its pieces, in order, and where they begin and end, m from the line's start. */
  readonly pieces: readonly { readonly link: number; readonly from: number; readonly to: number }[];
  /** By emitter: its link into the air, its node on the pipe, and the link that caps it (−1 where none does). */
  readonly outlets: readonly { readonly link: number; readonly node: number; readonly cap: number }[];
}

/** Places nearer to each other than this are one, m; no piece is shorter. */
const CLOSE = 1e-3;

interface Stop {
  readonly at: number;
  readonly emitters: number[];
}

/** Places along the line, in order, each with its emitters; within the line by a millimetre at both ends. */
function stopsOf(emitters: readonly LateralEmitter[], starts: readonly number[], total: number): Stop[] {
  const at = emitters.map((e) => {
    // what stands at a leg's start stands behind its fittings
    const behind = starts.reduce((most, s) => (e.at >= s - 1e-9 ? s : most), 0) + CLOSE;
    return Math.min(total - CLOSE, Math.max(behind, e.at));
  });
  const order = emitters.map((_, k) => k).sort((a, b) => at[a] - at[b] || a - b);
  const stops: Stop[] = [];
  for (const k of order) {
    const last = stops.at(-1);
    if (last && at[k] - last.at < CLOSE) last.emitters.push(k);
    else stops.push({ at: at[k], emitters: [k] });
  }
  return stops;
}

/**
 * Lays a line of one or more segments with emitters on it.
 * @param fixedAt a node whose head is an elevation (m): the air at an emitter
 */
export function layLateral(
  builder: NetworkBuilder,
  fixedAt: (elevation: number) => number,
  from: number,
  to: number,
  segments: readonly Segment[],
  options: PipeOptions,
  emitters: readonly LateralEmitter[],
): Lateral {
  const starts = [0];
  for (const s of segments) starts.push(starts[starts.length - 1] + s.length);
  const total = starts[segments.length];
  const stops = stopsOf(emitters, starts.slice(0, -1), total);
  const pieces: { link: number; from: number; to: number }[] = [];
  const outlets = new Array<{ link: number; node: number; cap: number }>(emitters.length);
  let node = from;
  let begins = 0;
  const ends: readonly (Stop | undefined)[] = [...stops, undefined];
  ends.forEach((stop, k) => {
    const end = stop?.at ?? total;
    const own = segments.map((_, s) => s).filter((s) => starts[s] < end && starts[s + 1] > begins);
    const extra = stop ? stop.emitters.reduce((sum, e) => sum + emitters[e].equivalentLength, 0) : 0;
    const parts = own.map((s): Segment => {
      const isFirst = starts[s] >= begins;
      const length = Math.min(end, starts[s + 1]) - Math.max(begins, starts[s]);
      return {
        ...segments[s],
        length: length + (s === own[own.length - 1] ? extra : 0),
        // fittings stand at the leg's start
        k: isFirst ? segments[s].k : 0,
        opening: isFirst ? segments[s].opening : 0,
        linear: isFirst ? segments[s].linear : 0,
      };
    });
    const points = (options.points ?? []).flatMap((p): HighPoint[] => {
      if (p.segment < 0) return k === 0 ? [p] : [];
      const at = starts[p.segment + 1];
      const local = own.indexOf(p.segment);
      return local >= 0 && at > begins && at <= end ? [{ segment: local, elevation: p.elevation }] : [];
    });
    const next = stop ? builder.node() : to;
    const link = builder.pipe(node, next, parts, {
      entranceK: k === 0 ? options.entranceK : 0,
      backwardFromK: k === 0 ? options.backwardFromK : 0,
      exitK: stop ? 0 : options.exitK,
      backwardToK: stop ? 0 : options.backwardToK,
      oneWay: options.oneWay,
      points,
    });
    pieces.push({ link, from: begins, to: end });
    for (const e of stop?.emitters ?? []) {
      const { law, elevation } = emitters[e];
      const air = fixedAt(elevation);
      if (law.cap === undefined)
        outlets[e] = { link: builder.power(next, air, law.a, law.exponent), node: next, cap: -1 };
      else {
        const behind = builder.node();
        outlets[e] = {
          link: builder.power(next, behind, law.a, law.exponent),
          node: next,
          cap: builder.yieldLimit(behind, air),
        };
      }
    }
    node = next;
    begins = end;
  });
  return { pieces, outlets };
}

/**
 * Running line and losses of a line with emitters: the parts of its pieces put together at the line's own stations.
 * Losses are along all of it; velocity is the largest; `heldStation` is the first station that holds.
 * @see lineProfile
 */
export function lateralProfile(
  network: Network,
  solution: Solution,
  { pieces }: Lateral,
  geometry: LineGeometry,
  density: number,
): LineProfile {
  const { chainage, ground, pipe } = geometry;
  const legs = chainage.length - 1;
  const heightAt = (list: readonly number[], x: number): number => {
    let k = 1;
    while (k < legs && chainage[k] < x) k++;
    const share = (x - chainage[k - 1]) / (chainage[k] - chainage[k - 1] || 1);
    return list[k - 1] + Math.min(1, Math.max(0, share)) * (list[k] - list[k - 1]);
  };
  const grade = new Array<number>(legs + 1).fill(NaN);
  const pressure = new Array<number>(legs + 1).fill(NaN);
  const segmentLoss = new Array<number>(legs).fill(0);
  const segmentSpeed = new Array<number>(legs).fill(0);
  let [frictionLoss, minorLoss, exitLoss, velocity, heldStation] = [0, 0, 0, 0, -1];
  for (const piece of pieces) {
    const own: number[] = [];
    for (let s = 0; s < legs; s++) if (chainage[s] < piece.to && chainage[s + 1] > piece.from) own.push(s);
    const stations = own.map((s) => Math.min(piece.to, chainage[s + 1]));
    const at = [piece.from, ...stations];
    const found = lineProfile(
      network,
      solution,
      piece.link,
      { chainage: at, ground: at.map((x) => heightAt(ground, x)), pipe: at.map((x) => heightAt(pipe, x)) },
      density,
    );
    frictionLoss += found.frictionLoss;
    minorLoss += found.minorLoss;
    exitLoss += found.exitLoss;
    velocity = Math.max(velocity, found.velocity);
    own.forEach((s, k) => {
      segmentLoss[s] += found.segmentLoss[k];
      segmentSpeed[s] = Math.max(segmentSpeed[s], found.segmentSpeed[k]);
      if (chainage[s + 1] <= piece.to) {
        grade[s + 1] = found.grade[k + 1];
        pressure[s + 1] = found.pressure[k + 1];
      }
      if (found.heldStation === k + 1 && heldStation < 0) heldStation = s + 1;
    });
    if (piece.from === 0) {
      grade[0] = found.grade[0];
      pressure[0] = found.pressure[0];
      if (found.heldStation === 0) heldStation = 0;
    }
  }
  return { grade, pressure, frictionLoss, minorLoss, exitLoss, segmentLoss, segmentSpeed, velocity, heldStation };
}
