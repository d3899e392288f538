// Heads where water breaks over humps, one well-posed problem: at every node what comes in goes out, and each way lets
// through what its two heads say (`passing`). No way lets more through for less head, so the answer is one, and heads
// that drift by what is too much at each node come to rest at it; Newton steps are taken as far as they shorten what is
// too much, and shortened towards that drift where they do not.
import { LEAK, passed, passing } from './passing.ts';
import { LinkKind, type Network, type NetworkState } from './network.ts';
import { GeneralFactor } from './factorise.ts';
import { workspaceOf, type Holds } from './newton.ts';

const MAX_STEPS = 150;
/** Of the sum of flows, what may be too much or too little over all nodes. */
const NEAR = 1e-9;
/** m³/s: below it what is too much is leak. */
const FLOOR = 1e-10;
/** Most that a head moves in a step, m. */
const STRIDE = 50;

export interface Settled {
  readonly settled: boolean;
  readonly steps: number;
}

const matrices = new WeakMap<Network, GeneralFactor>();
/** The network's matrix of heads; made on first use. */
function matrixOf(n: Network): GeneralFactor {
  const known = matrices.get(n);
  if (known) return known;
  const { unknown, edge, matrix } = workspaceOf(n);
  const from: number[] = [];
  const to: number[] = [];
  for (let l = 0; l < n.linkCount; l++) {
    if (edge[l] < 0) continue;
    from[edge[l]] = unknown[n.from[l]];
    to[edge[l]] = unknown[n.to[l]];
  }
  const made = new GeneralFactor(matrix.count, from, to);
  matrices.set(n, made);
  return made;
}

/** Steps in a row that shorten little before single nodes are balanced; and what is little. */
const PATIENCE = 10;
const LITTLE = 0.7;
/** Halvings of a bracket: to the last digit of a head. */
const HALVINGS = 90;

/** Links at each node, made once a network. */
function linksAt(n: Network): { readonly start: Int32Array; readonly link: Int32Array } {
  const start = new Int32Array(n.nodeCount + 1);
  for (let l = 0; l < n.linkCount; l++) {
    start[n.from[l] + 1]++;
    start[n.to[l] + 1]++;
  }
  for (let i = 0; i < n.nodeCount; i++) start[i + 1] += start[i];
  const link = new Int32Array(2 * n.linkCount);
  const at = start.slice();
  for (let l = 0; l < n.linkCount; l++) {
    link[at[n.from[l]]++] = l;
    link[at[n.to[l]]++] = l;
  }
  return { start, link };
}

/**
 * Balances each node alone, the others held: what is too much there goes on to its neighbours, never back, so the sum
 * does not grow. Slow, but no kink of a law stops it.
 */
function balanceNodes(
  n: Network,
  state: NetworkState,
  head: Float64Array,
  flow: Float64Array,
  surplus: Float64Array,
): void {
  const { start, link } = linksAt(n);
  const surplusWith = (i: number, h: number): number => {
    let sum = -n.demand[i];
    for (let k = start[i]; k < start[i + 1]; k++) {
      const l = link[k];
      const [from, to] = [n.from[l] === i ? h : head[n.from[l]], n.to[l] === i ? h : head[n.to[l]]];
      passing(n, state, l, from, to, flow[l]);
      const before = n.kind[l] === LinkKind.Reducer ? Math.min(from, n.a[l]) : from;
      const through = passed.flow + (state.opening[l] > 0 ? LEAK * (before - to) : 0);
      sum += n.to[l] === i ? through : -through;
    }
    return sum;
  };
  for (let i = 0; i < n.nodeCount; i++) {
    if (n.fixed[i] || Math.abs(surplus[i]) <= FLOOR / 10) continue;
    let [low, high] = [head[i], head[i]];
    for (let by = 1e-3; by < 1e6 && surplusWith(i, low) < 0; by *= 4) low -= by;
    for (let by = 1e-3; by < 1e6 && surplusWith(i, high) > 0; by *= 4) high += by;
    for (let k = 0; k < HALVINGS && high - low > Number.EPSILON * Math.abs(high); k++) {
      const middle = (low + high) / 2;
      if (surplusWith(i, middle) > 0) low = middle;
      else high = middle;
    }
    head[i] = (low + high) / 2;
  }
}

/** Flows of all links at the heads, and what is too much at each node; sums of what is too much and of flows. */
function look(
  n: Network,
  state: NetworkState,
  head: Float64Array,
  flow: Float64Array,
  holds: Holds,
  byFrom: Float64Array,
  byTo: Float64Array,
  surplus: Float64Array,
): { off: number; sum: number } {
  let sum = 0;
  for (let i = 0; i < n.nodeCount; i++) surplus[i] = -n.demand[i];
  for (let l = 0; l < n.linkCount; l++) {
    const [from, to] = [head[n.from[l]], head[n.to[l]]];
    passing(n, state, l, from, to, flow[l]);
    const leak = state.opening[l] > 0 ? LEAK : 0;
    // a reducer holds back still water too
    const before = n.kind[l] === LinkKind.Reducer ? Math.min(from, n.a[l]) : from;
    flow[l] = passed.flow;
    byFrom[l] = passed.byFrom + (before < from ? 0 : leak);
    byTo[l] = passed.byTo + leak;
    holds.at[l] = passed.at;
    holds.side[l] = passed.side;
    const through = passed.flow + leak * (before - to);
    surplus[n.from[l]] -= through;
    surplus[n.to[l]] += through;
    sum += Math.abs(passed.flow);
  }
  let off = 0;
  for (let i = 0; i < n.nodeCount; i++) if (!n.fixed[i]) off += Math.abs(surplus[i]);
  return { off, sum };
}

/**
 * Finds heads and flows from given heads, in place; writes which pipes are held and where. Fixed heads stand in `head`.
 * @see Rheinboldt (1970), On M-functions and their application to nonlinear Gauss-Seidel iterations and to network
 * flows; Kelley and Keyes (1998), Convergence analysis of pseudo-transient continuation (both from memory)
 */
export function settle(n: Network, state: NetworkState, head: Float64Array, flow: Float64Array, holds: Holds): Settled {
  const { unknown, edge } = workspaceOf(n);
  const matrix = matrixOf(n);
  const links = (): Float64Array => new Float64Array(n.linkCount);
  const [byFrom, byTo] = [links(), links()];
  const surplus = new Float64Array(n.nodeCount);
  const next = { head: head.slice(), flow: flow.slice(), byFrom: links(), byTo: links(), surplus: surplus.slice() };
  const step = new Float64Array(matrix.count);
  let { off, sum } = look(n, state, head, flow, holds, byFrom, byTo, surplus);
  let stiff = 0;
  let vain = 0;
  for (let k = 1; k <= MAX_STEPS; k++) {
    // a first step is always taken: heads where nothing runs are told by leaks that are too small to count
    if (k > 1 && off <= NEAR * sum + FLOOR) return { settled: true, steps: k - 1 };
    matrix.diagonal.fill(stiff + LEAK);
    matrix.offDiagonal.fill(0);
    matrix.offDiagonalBack.fill(0);
    for (let l = 0; l < n.linkCount; l++) {
      const [i, j] = [unknown[n.from[l]], unknown[n.to[l]]];
      if (i >= 0) matrix.diagonal[i] += byFrom[l];
      if (j >= 0) matrix.diagonal[j] += byTo[l];
      // what falls over a crest is not called back by what lies behind it: the two entries differ there
      if (edge[l] >= 0) {
        matrix.offDiagonal[edge[l]] -= byTo[l];
        matrix.offDiagonalBack[edge[l]] -= byFrom[l];
      }
    }
    if (!matrix.factor()) return { settled: false, steps: k };
    for (let i = 0; i < n.nodeCount; i++) if (unknown[i] >= 0) step[unknown[i]] = surplus[i];
    matrix.solve(step);
    for (let i = 0; i < n.nodeCount; i++) {
      const by = unknown[i] < 0 ? 0 : step[unknown[i]];
      next.head[i] = head[i] + Math.max(-STRIDE, Math.min(STRIDE, by));
    }
    next.flow.set(flow);
    const there = look(n, state, next.head, next.flow, holds, next.byFrom, next.byTo, next.surplus);
    vain = there.off < LITTLE * off ? 0 : vain + 1;
    if (there.off < off || there.off <= FLOOR) {
      head.set(next.head);
      flow.set(next.flow);
      byFrom.set(next.byFrom);
      byTo.set(next.byTo);
      surplus.set(next.surplus);
      ({ off, sum } = there);
      stiff = stiff < 1e-9 ? 0 : stiff / 10;
    } else stiff = Math.max(1e-8, 10 * stiff);
    if (vain < PATIENCE) continue;
    balanceNodes(n, state, head, flow, surplus);
    ({ off, sum } = look(n, state, head, flow, holds, byFrom, byTo, surplus));
    stiff = 0;
    vain = 0;
  }
  look(n, state, head, flow, holds, byFrom, byTo, surplus);
  return { settled: false, steps: MAX_STEPS };
}
