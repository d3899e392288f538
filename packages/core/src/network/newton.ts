// The global gradient method: heads and flows together, Newton steps on a sparse symmetric matrix.
import { boreArea } from '../pipe/index.ts';
import { SymmetricFactor } from './factorise.ts';
import { CLOSED, heldPartLaw, law, linkLaw, NO_FLOW } from './laws.ts';
import { LinkKind, type Network, type NetworkState } from './network.ts';

const MAX_ITERATIONS = 200;
const FLOW_TOLERANCE = 1e-9; // relative change of the sum of flows; the method asks for 1e-6
const LOOSE_TOLERANCE = 0.01; // the same while it is sought which humps hold
const FLOW_FLOOR = 1e-10; // m³/s: below it a change is leak of closed ways
const HEAD_TOLERANCE = 1e-6; // m: every law must meet the heads at its ends this well
const LAST_DIGITS = 8 * Number.EPSILON;
const START_SPEED = 0.3; // m/s, flow assumed in pipes before the first step

/** Scratch of one network's shape, made once and used by every solve of it. */
export interface Workspace {
  /** Node → unknown, −1 for fixed nodes. */
  readonly unknown: Int32Array;
  readonly matrix: SymmetricFactor;
  /** Link → entry of `offDiagonal`, −1 when one end is fixed. */
  readonly edge: Int32Array;
  readonly rhs: Float64Array;
  /** Losses and slopes at the present flows, and at the end of the whole step, which is where most steps end. */
  loss: Float64Array;
  slope: Float64Array;
  lossNext: Float64Array;
  slopeNext: Float64Array;
  readonly step: Float64Array;
  /** Head differences that drive the links, by the heads of the last solve. */
  readonly drive: Float64Array;
}

const workspaces = new WeakMap<Network, Workspace>();

/** The network's workspace; made on first use. */
export function workspaceOf(n: Network): Workspace {
  const known = workspaces.get(n);
  if (known) return known;
  const unknown = new Int32Array(n.nodeCount).fill(-1);
  let count = 0;
  for (let i = 0; i < n.nodeCount; i++) if (!n.fixed[i]) unknown[i] = count++;
  const edge = new Int32Array(n.linkCount).fill(-1);
  const edgeFrom: number[] = [];
  const edgeTo: number[] = [];
  for (let l = 0; l < n.linkCount; l++) {
    const i = unknown[n.from[l]];
    const j = unknown[n.to[l]];
    if (i >= 0 && j >= 0 && i !== j) {
      edge[l] = edgeFrom.length;
      edgeFrom.push(i);
      edgeTo.push(j);
    }
  }
  const made: Workspace = {
    unknown,
    matrix: new SymmetricFactor(count, edgeFrom, edgeTo),
    edge,
    rhs: new Float64Array(count),
    loss: new Float64Array(n.linkCount),
    slope: new Float64Array(n.linkCount),
    step: new Float64Array(n.linkCount),
    drive: new Float64Array(n.linkCount),
    lossNext: new Float64Array(n.linkCount),
    slopeNext: new Float64Array(n.linkCount),
  };
  workspaces.set(n, made);
  return made;
}

/** Which pipes are held at a hump: point index or −1, and the side that is full (1 `from`, −1 `to`). */
export interface Holds {
  readonly at: Int32Array;
  readonly side: Int8Array;
  /** Reducers that hold the head behind them. */
  readonly reduced: Uint8Array;
}

/** Writes a first guess of the flows. */
export function guessFlows(n: Network, state: NetworkState, flow: Float64Array): void {
  // holes by the hundred ask for far more than their pipe brings
  let asked = 0;
  let brought = 0;
  for (let l = 0; l < n.linkCount; l++) {
    if (state.opening[l] <= 0) continue;
    if (n.kind[l] === LinkKind.Power) asked += n.a[l] * state.opening[l];
    else if (n.kind[l] === LinkKind.Pipe && (n.fixed[n.from[l]] || n.fixed[n.to[l]]))
      brought += START_SPEED * boreArea(n.segmentDiameter[n.segmentStart[l]]);
  }
  const share = brought > 0 ? Math.min(1, brought / asked) : 1;
  for (let l = 0; l < n.linkCount; l++) {
    if (state.opening[l] <= 0) flow[l] = 0;
    else if (n.kind[l] === LinkKind.Pipe) {
      const sign = !n.oneWay[l] && state.direction[l] < 0 ? -1 : 1;
      flow[l] = sign * START_SPEED * boreArea(n.segmentDiameter[n.segmentStart[l]]);
    } else if (n.kind[l] === LinkKind.Power) flow[l] = share * n.a[l] * state.opening[l];
    else flow[l] = Math.min(state.limit[l], 1e-3);
  }
}

/** Loss and slope of link `l` at `flow`, whole or up to its hump; a held flow counts from its full side. */
function evaluate(n: Network, state: NetworkState, holds: Holds, l: number, flow: number): void {
  const at = holds.at[l];
  if (at < 0) linkLaw(n, state, l, flow);
  else {
    heldPartLaw(n, state, l, n.pointSegment[at], holds.side[l], holds.side[l] * flow);
    law.loss *= holds.side[l];
  }
}

/** Head difference that drives link `l`: between its nodes, or between its full side and its hump. */
function drive(n: Network, holds: Holds, head: Float64Array, l: number): number {
  const at = holds.at[l];
  if (holds.reduced[l]) return n.a[l] - head[n.to[l]];
  if (at < 0) return head[n.from[l]] - head[n.to[l]];
  return holds.side[l] > 0 ? head[n.from[l]] - n.pointElevation[at] : n.pointElevation[at] - head[n.to[l]];
}

function assembleAndSolve(n: Network, holds: Holds, w: Workspace, flow: Float64Array, head: Float64Array): boolean {
  const { matrix, rhs, unknown } = w;
  matrix.diagonal.fill(0);
  matrix.offDiagonal.fill(0);
  for (let i = 0; i < n.nodeCount; i++) if (unknown[i] >= 0) rhs[unknown[i]] = -n.demand[i];
  for (let l = 0; l < n.linkCount; l++) {
    const g = 1 / w.slope[l];
    // flow of this link in the next step = base + g × drive
    const base = flow[l] - g * w.loss[l];
    const i = unknown[n.from[l]];
    const j = unknown[n.to[l]];
    const at = holds.at[l];
    if (holds.reduced[l]) {
      // what is behind sees a water at the reducer's head; what is before gives what last went through
      if (j >= 0) {
        matrix.diagonal[j] += g;
        rhs[j] += base + g * n.a[l];
      }
      if (i >= 0) rhs[i] -= Math.abs(flow[l]) > NO_FLOW ? flow[l] : 0;
      continue;
    }
    if (at >= 0) {
      // full side sees a free end at the hump; the far side receives what last came over it
      const full = holds.side[l] > 0 ? i : j;
      const far = holds.side[l] > 0 ? j : i;
      const over = Math.abs(flow[l]) > NO_FLOW ? holds.side[l] * flow[l] : 0;
      if (full >= 0) {
        matrix.diagonal[full] += g;
        rhs[full] += g * n.pointElevation[at] - holds.side[l] * base;
      }
      if (far >= 0) rhs[far] += over;
      continue;
    }
    if (i >= 0) {
      matrix.diagonal[i] += g;
      rhs[i] -= base;
      if (j < 0) rhs[i] += g * head[n.to[l]];
    }
    if (j >= 0) {
      matrix.diagonal[j] += g;
      rhs[j] += base;
      if (i < 0) rhs[j] += g * head[n.from[l]];
    }
    if (w.edge[l] >= 0) matrix.offDiagonal[w.edge[l]] -= g;
  }
  // a node that only held or closed ways reach keeps a finite head
  for (let k = 0; k < matrix.count; k++) matrix.diagonal[k] += 1e-6 / CLOSED;
  if (!matrix.factor()) return false;
  matrix.solve(rhs);
  for (let i = 0; i < n.nodeCount; i++) if (unknown[i] >= 0) head[i] = rhs[unknown[i]];
  return true;
}

/** Slope of the energy function along the step at share `t`; at or below zero the step still goes downhill. */
function downhill(n: Network, state: NetworkState, holds: Holds, w: Workspace, flow: Float64Array, t: number): number {
  let sum = 0;
  for (let l = 0; l < n.linkCount; l++) {
    if (w.step[l] === 0) continue;
    evaluate(n, state, holds, l, flow[l] + t * w.step[l]);
    sum += w.step[l] * (law.loss - w.drive[l]);
  }
  return sum;
}

/** Bracket this narrow counts as a kink: a way that shuts there. */
const KINK = 1e-3;

/**
 * Share of the Newton step to take: 1, or where the energy is least along it. Where the least lies at a kink (a
 * one-way link that shuts), a point just past it, so that the next step sees the shut way.
 */
function stepLength(n: Network, state: NetworkState, holds: Holds, w: Workspace, flow: Float64Array): number {
  // the laws are known at both ends of the step: here they stand in `loss`, there they are wanted next anyway
  let start = 0;
  let full = 0;
  const { loss, lossNext, slopeNext, step, drive: drives } = w;
  for (let l = 0; l < n.linkCount; l++) {
    const s = step[l];
    evaluate(n, state, holds, l, flow[l] + s);
    lossNext[l] = law.loss;
    slopeNext[l] = law.slope;
    const d = drives[l];
    start += s * (loss[l] - d);
    full += s * (law.loss - d);
  }
  if (!(start < 0) || full <= 0.5 * -start) return 1;
  let low = 0;
  let high = 1;
  let atLow = start;
  let atHigh = full;
  for (let i = 0; i < 80 && high - low > KINK * high; i++) {
    // false position (Illinois) by turns with a bisection of the scale, which may span many powers of ten
    const middle = low > 0 ? Math.sqrt(low * high) : 0.01 * high;
    const t = i % 2 === 0 && atHigh > atLow ? (low * atHigh - high * atLow) / (atHigh - atLow) : middle;
    const here = downhill(n, state, holds, w, flow, t);
    if (Math.abs(here) <= 0.1 * -start) return t;
    if (here > 0) {
      high = t;
      atHigh = here;
      atLow /= 2;
    } else {
      low = t;
      atLow = here;
      atHigh /= 2;
    }
  }
  return high;
}

export interface NewtonResult {
  readonly converged: boolean;
  readonly iterations: number;
}

/**
 * Solves heads and flows for given holds, in place. `head` carries the fixed heads; `flow` the start,
 * which `flowsBalance` says to balance at every node already. `loose`: near enough is enough for now.
 * @see Todini and Pilati (1988), A gradient algorithm for the analysis of pipe networks
 */
export function newton(
  n: Network,
  state: NetworkState,
  holds: Holds,
  flow: Float64Array,
  head: Float64Array,
  flowsBalance: boolean,
  loose = false,
): NewtonResult {
  const w = workspaceOf(n);
  const tolerance = loose ? LOOSE_TOLERANCE : FLOW_TOLERANCE;
  let balanced = flowsBalance;
  let settled = false;
  /** The laws at the present flows are known from the step before. */
  let known = false;
  for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
    if (known) {
      [w.loss, w.lossNext] = [w.lossNext, w.loss];
      [w.slope, w.slopeNext] = [w.slopeNext, w.slope];
    } else
      for (let l = 0; l < n.linkCount; l++) {
        evaluate(n, state, holds, l, flow[l]);
        w.loss[l] = law.loss;
        w.slope[l] = law.slope;
      }
    for (let l = 0; settled && l < n.linkCount; l++) {
      // a very steep law cannot be met better than the flow's own last digit allows
      const allowed = Math.max(HEAD_TOLERANCE, LAST_DIGITS * Math.abs(flow[l]) * w.slope[l]);
      if (Math.abs(w.drive[l] - w.loss[l]) > allowed) settled = false;
    }
    if (settled) return { converged: true, iterations: iteration - 1 };
    if (!assembleAndSolve(n, holds, w, flow, head)) return { converged: false, iterations: iteration };
    const { loss, slope, step, drive: drives } = w;
    for (let l = 0; l < n.linkCount; l++) {
      const d = drive(n, holds, head, l);
      drives[l] = d;
      step[l] = (d - loss[l]) / slope[l];
    }
    // the energy argument holds once the flows balance at every node, that is after the first whole step
    const t = balanced ? stepLength(n, state, holds, w, flow) : 1;
    known = balanced && t === 1;
    balanced = true;
    let change = 0;
    let sum = 0;
    for (let l = 0; l < n.linkCount; l++) {
      flow[l] += t * step[l];
      // what the last digits of the heads at its ends drive through a short wide pipe is no change
      const digits = (LAST_DIGITS * (Math.abs(head[n.from[l]]) + Math.abs(head[n.to[l]]))) / slope[l];
      change += Math.max(0, Math.abs(step[l]) - digits);
      sum += Math.abs(flow[l]);
    }
    settled = change <= tolerance * sum + FLOW_FLOOR;
    // near enough to see which humps hold; a step cut short says nothing yet
    if (loose && settled && t === 1) return { converged: true, iterations: iteration };
  }
  return { converged: false, iterations: MAX_ITERATIONS };
}
