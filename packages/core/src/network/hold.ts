// Humps: where the running line would fall below the pipe the flow is held to what keeps air pressure there.
import { law, segmentsLoss } from './laws.ts';
import { LinkKind, type Network } from './network.ts';
import type { Holds } from './newton.ts';

/** How far below a hump the running line may lie before it counts, m. */
const TOLERANCE = 1e-6;

/** Loss from the `from` end (with its entrance or exit) to the end of segment `segment`, at a flow; m. */
function lossTo(n: Network, link: number, segment: number, flow: number): number {
  segmentsLoss(n, n.segmentStart[link], n.segmentStart[link] + segment + 1, flow);
  const end = flow >= 0 ? n.endLossForward[link] - n.exitLossForward[link] : n.exitLossBackward[link];
  return law.loss + end * flow * Math.abs(flow);
}

/** Loss from the end of segment `a` to the end of segment `b` (b ≥ a), at a flow; m. */
function lossBetween(n: Network, link: number, a: number, b: number, flow: number): number {
  segmentsLoss(n, n.segmentStart[link] + a + 1, n.segmentStart[link] + b + 1, flow);
  return law.loss;
}

/** The point, among `begin` to `end`, that lies furthest above the line of a full pipe; −1 when none does. */
function worstPoint(n: Network, link: number, flow: number, headFrom: number, begin: number, end: number): number {
  let worst = -1;
  let most = TOLERANCE;
  for (let p = begin; p < end; p++) {
    const under = n.pointElevation[p] - (headFrom - lossTo(n, link, n.pointSegment[p], flow));
    if (under > most) {
      most = under;
      worst = p;
    }
  }
  return worst;
}

/** Head at point `p` of the line backed up from the far side, which is full up to head `far`; m, and by what. */
function backedUp(
  n: Network,
  link: number,
  side: number,
  flow: number,
  p: number,
  far: number,
): { head: number; by: number } {
  const lastSegment = n.segmentStart[link + 1] - n.segmentStart[link] - 1;
  const at = n.pointSegment[p];
  const size = Math.abs(flow);
  const run = (a: number, b: number): number =>
    a <= b ? lossBetween(n, link, a, b, size) : lossBetween(n, link, b, a, size);
  const exit = side > 0 ? n.exitLossForward[link] : n.exitLossBackward[link];
  let head = far + exit * size * size + (side > 0 ? run(at, lastSegment) : run(-1, at));
  let by = -1;
  for (let q = n.pointStart[link]; q < n.pointStart[link + 1]; q++) {
    const beyond = side > 0 ? n.pointSegment[q] > at : n.pointSegment[q] < at;
    if (!beyond) continue;
    const backed = n.pointElevation[q] + run(at, n.pointSegment[q]);
    if (backed > head) {
      head = backed;
      by = q;
    }
  }
  return { head, by };
}

/** False for a point at the very end of its pipe, which can be full from the `from` side only. */
const hasFarSide = (n: Network, link: number, point: number): boolean =>
  n.pointSegment[point] < n.segmentStart[link + 1] - n.segmentStart[link] - 1;

/**
 * Holds, moves and releases after a converged solve.
 * @returns true when something changed and the network must be solved again
 */
export function updateHolds(
  n: Network,
  holds: Holds,
  flow: Float64Array,
  head: Float64Array,
  changes: Uint8Array,
): boolean {
  let changed = false;
  const set = (link: number, at: number, side: number): void => {
    if (holds.at[link] === at && holds.side[link] === side) return;
    if (changes[link] >= 12) return; // a pipe that keeps changing stays as it is; the imbalance is reported
    changes[link]++;
    holds.at[link] = at;
    holds.side[link] = side;
    changed = true;
  };
  for (let l = 0; l < n.linkCount; l++) {
    if (n.kind[l] === LinkKind.Reducer && changes[l] < 12) {
      // it closes in when there would be too much behind it, and stands open when there is too little before it
      const reduced = holds.reduced[l] ? head[n.from[l]] >= n.a[l] - TOLERANCE : head[n.to[l]] > n.a[l] + TOLERANCE;
      if (reduced !== (holds.reduced[l] === 1)) {
        holds.reduced[l] = reduced ? 1 : 0;
        changes[l]++;
        changed = true;
      }
    }
    if (n.kind[l] !== LinkKind.Pipe || n.siphons) continue;
    const begin = n.pointStart[l];
    const end = n.pointStart[l + 1];
    if (begin === end) continue;
    const up = head[n.from[l]];
    const down = head[n.to[l]];
    const held = holds.at[l];
    if (held < 0) {
      const worst = worstPoint(n, l, flow[l], up, begin, end);
      if (worst >= 0) set(l, worst, down > up && hasFarSide(n, l, worst) ? -1 : 1);
      continue;
    }
    const side = holds.side[l];
    const far = side > 0 ? down : up;
    const backed = backedUp(n, l, side, flow[l], held, far);
    const z = n.pointElevation[held];
    if (backed.head > z + TOLERANCE) {
      if (backed.by >= 0) set(l, backed.by, side);
      else if (Math.abs(flow[l]) < 1e-9 && hasFarSide(n, l, held)) set(l, held, -side);
      else set(l, -1, 0);
      continue;
    }
    // a point on the full side that now lies above the line holds instead
    const before = side > 0 ? worstPoint(n, l, flow[l], up, begin, held) : worstPoint(n, l, flow[l], up, held + 1, end);
    // at the far end of its pipe there is nothing that could be full beyond it
    if (before >= 0) set(l, before, side < 0 && !hasFarSide(n, l, before) ? 1 : side);
  }
  return changed;
}
