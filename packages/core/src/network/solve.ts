// Steady flow in a network: full pipes by Newton; where water would come over a high point under suction, heads that
// settle; and every condition looked at before an answer is given as one.
import { law, linkLaw, NO_FLOW } from './laws.ts';
import { newton, guessFlows, type Holds } from './newton.ts';
import { LinkKind, LinkStatus, type Broken, type Network, type NetworkState, type Solution } from './network.ts';
import { walk, walked } from './passing.ts';
import { settle } from './settle.ts';
import { SUCTION, verify } from './verify.ts';

interface Attempt {
  readonly head: Float64Array;
  readonly flow: Float64Array;
  readonly holds: Holds;
  iterations: number;
  /** Undefined where every condition is kept. */
  broken?: Broken;
  /** No method came to an end. */
  unsettled: boolean;
}

/**
 * Heads and flows of a network at rest in time.
 * Trees and loops, several open waters, outlets and floats that take what the head gives and never let air or
 * water back, sources that give no more than their yield, pipes that break over high points that stand above the running
 * line, whichever way a pipe is drawn.
 * @param network compiled network, SI
 * @param state heads of open water, openings, yields; `warm` an earlier solution to start from
 * @returns heads (m) and flows (m³/s); `converged` only where every condition is kept, else where which is broken
 * @see Todini and Pilati (1988); the laws all rise with the flow, so the answer is unique
 */
export function solve(network: Network, state: NetworkState): Solution {
  return network.siphons && network.columnHead < Infinity
    ? withColumns(network, state)
    : settled(network, state, state.warm);
}

/** How often a siphon is looked for that breaks. */
const BREAKS = 100;

/**
 * Full pipes over their crests, as far as a column of water holds: a siphon that would need less than the vapour's pressure
 * does not run. The worst is shut and all is solved again, until none is left; it keeps the crest at which it breaks.
 */
function withColumns(network: Network, state: NetworkState): Solution {
  const broken = new Map<number, number>();
  const opening = state.opening.slice();
  // an earlier answer's crests are where columns broke, not where pipes are held
  const none = state.warm && {
    ...state.warm,
    heldAt: new Int32Array(network.linkCount).fill(-1),
    heldFrom: new Int8Array(network.linkCount),
  };
  for (let k = 0; ; k++) {
    const answer = settled(network, { ...state, opening }, k === 0 ? none : undefined);
    const worst = k < BREAKS && answer.converged ? thinnest(network, answer) : undefined;
    if (worst && worst.under > network.columnHead + SUCTION) {
      broken.set(worst.link, worst.point);
      opening[worst.link] = 0;
      continue;
    }
    for (const [link, point] of broken) {
      answer.heldAt[link] = point;
      answer.status[link] = LinkStatus.Held;
    }
    return answer;
  }
}

/** The high point that stands farthest over the running line, m, of a pipe that runs. */
function thinnest(n: Network, a: Solution): { link: number; point: number; under: number } | undefined {
  let worst: { link: number; point: number; under: number } | undefined;
  const over = { ...n, siphons: false };
  for (let l = 0; l < n.linkCount; l++) {
    const q = a.flow[l];
    if (n.pointStart[l] === n.pointStart[l + 1] || Math.abs(q) < STILL) continue;
    walk(over, l, q >= 0 ? 1 : -1, Math.abs(q));
    const under = walked.asks - (q >= 0 ? a.head[n.from[l]] : a.head[n.to[l]]);
    if (walked.at >= 0 && under > (worst?.under ?? 0)) worst = { link: l, point: walked.at, under };
  }
  return worst;
}

function settled(network: Network, state: NetworkState, from: Solution | undefined): Solution {
  if (from) {
    const warm = attempt(network, state, from);
    // an earlier answer may lead astray: what cannot be verified is begun anew
    if (!warm.unsettled && !warm.broken) return finish(network, state, warm);
  }
  return finish(network, state, attempt(network, state));
}

function attempt(n: Network, state: NetworkState, warm?: Solution): Attempt {
  const a: Attempt = {
    head: new Float64Array(n.nodeCount),
    flow: new Float64Array(n.linkCount),
    holds: {
      at: new Int32Array(n.linkCount).fill(-1),
      side: new Int8Array(n.linkCount),
      reduced: new Uint8Array(n.linkCount),
    },
    iterations: 0,
    unsettled: false,
  };
  if (warm) {
    a.head.set(warm.head);
    a.flow.set(warm.flowSolved);
    a.holds.at.set(warm.heldAt);
    a.holds.side.set(warm.heldFrom);
    a.holds.reduced.set(warm.reduced);
  } else guessFlows(n, state, a.flow);
  for (let i = 0; i < n.nodeCount; i++) if (n.fixed[i]) a.head[i] = state.fixedHead[i];

  const breaks = (!n.siphons && n.pointElevation.length > 0) || n.kind.includes(LinkKind.Reducer);
  // near enough is enough to see whether water breaks anywhere
  run(n, state, a, breaks && !warm, warm !== undefined);
  const broke = breaks && !a.unsettled && breaksAnywhere(n, a);
  if (!broke && !a.unsettled) {
    if (breaks && !warm) run(n, state, a, false, true);
    if (!a.unsettled) a.broken = verify(n, state, a.head, a.flow, true);
    if (!a.unsettled && !a.broken) return a;
  }

  // full pipes are no answer. Where water breaks at a few crests, one after the other, holding and looking again is quick
  if (!a.unsettled) {
    const quick = copy(a);
    // near enough until nothing changes, then once more on the answer
    let loose = true;
    for (let round = 0; round < LOOKS && !quick.unsettled; round++) {
      const changed = look(n, quick);
      if (!changed && !loose) break;
      loose = changed && round < LOOKS / 2;
      run(n, state, quick, loose, true);
    }
    if (!quick.unsettled && !verify(n, state, quick.head, quick.flow)) return { ...quick, broken: undefined };
    a.iterations = quick.iterations;
  }

  // heads settle, then the last digits come by Newton for the holds that were found; where
  // one comes to no end the other may go on from it
  for (let round = 0; round < ROUNDS; round++) {
    const settled = settle(n, state, a.head, a.flow, a.holds);
    a.iterations += settled.steps;
    a.unsettled = !settled.settled;
    a.broken = verify(n, state, a.head, a.flow);
    a.holds.reduced.set(reducedAt(n, a));
    const fine = copy(a);
    run(n, state, fine, false, true);
    if (!fine.unsettled) fine.broken = verify(n, state, fine.head, fine.flow);
    if (!fine.unsettled && !fine.broken) return fine;
    if (!a.unsettled && !a.broken) return a;
    if (fine.unsettled) continue;
    a.head.set(fine.head);
    a.flow.set(fine.flow);
    a.iterations = fine.iterations;
  }
  return a;
}

/** Flows this small are none, m³/s. */
const STILL = 1e-9;
/** How often crests are looked at in turn with Newton. */
const LOOKS = 24;

/** Holds and releases pipes and reducers by the flows and heads found. @returns true where something changed */
function look(n: Network, a: Attempt): boolean {
  let changed = false;
  for (let l = 0; l < n.linkCount; l++) {
    if (n.kind[l] === LinkKind.Reducer) {
      const before = a.holds.reduced[l];
      const holds = before ? a.head[n.from[l]] >= n.a[l] : a.head[n.to[l]] > n.a[l] + SUCTION / 2;
      a.holds.reduced[l] = holds ? 1 : 0;
      if (a.holds.reduced[l] !== before) changed = true;
    }
    if (n.siphons || n.kind[l] !== LinkKind.Pipe || n.pointStart[l] === n.pointStart[l + 1]) continue;
    if (Math.abs(a.flow[l]) < STILL) {
      // a crest that nothing comes over stays one, unless water stands over it from behind
      const held = a.holds.at[l];
      const behind = a.holds.side[l] > 0 ? a.head[n.to[l]] : a.head[n.from[l]];
      if (held < 0 || behind <= n.pointElevation[held] + SUCTION / 2) continue;
      a.holds.at[l] = -1;
      a.holds.side[l] = 0;
      changed = true;
      continue;
    }
    const side = a.flow[l] >= 0 ? 1 : -1;
    const [high, low] = side > 0 ? [a.head[n.from[l]], a.head[n.to[l]]] : [a.head[n.to[l]], a.head[n.from[l]]];
    walk(n, l, side, Math.abs(a.flow[l]));
    const [at, full] = [a.holds.at[l], low + walked.loss];
    let now = at;
    if (walked.asks > Math.max(high, full) + SUCTION / 2) now = walked.at;
    else if (at >= 0 && full > walked.asks + SUCTION / 2) now = -1;
    if (now === at) continue;
    a.holds.at[l] = now;
    a.holds.side[l] = now < 0 ? 0 : side;
    changed = true;
  }
  return changed;
}

/** How often heads and flows take turns before it is said that nothing was found. */
const ROUNDS = 4;

const copy = (a: Attempt): Attempt => ({
  ...a,
  head: a.head.slice(),
  flow: a.flow.slice(),
  holds: { at: a.holds.at.slice(), side: a.holds.side.slice(), reduced: a.holds.reduced.slice() },
});

/** Newton for given holds. */
function run(n: Network, state: NetworkState, a: Attempt, loose: boolean, balanced: boolean): void {
  const result = newton(n, state, a.holds, a.flow, a.head, balanced, loose);
  a.iterations += result.iterations;
  a.unsettled = !result.converged;
}

/** True where a full pipe would come over a high point under suction, or a reducer would let too much head through. */
function breaksAnywhere(n: Network, a: Attempt): boolean {
  for (let l = 0; l < n.linkCount; l++) {
    if (n.kind[l] === LinkKind.Reducer && a.head[n.to[l]] > n.a[l] + SUCTION / 2) return true;
    if (n.siphons || n.pointStart[l] === n.pointStart[l + 1]) continue;
    const q = a.flow[l];
    // where nothing runs nothing breaks
    if (Math.abs(q) < STILL) continue;
    walk(n, l, q >= 0 ? 1 : -1, Math.abs(q));
    if (walked.asks > (q >= 0 ? a.head[n.from[l]] : a.head[n.to[l]]) + SUCTION / 2) return true;
  }
  return false;
}

/** Reducers that hold the head behind them: there is more before them. */
const reducedAt = (n: Network, a: Attempt): Uint8Array =>
  Uint8Array.from(n.kind, (kind, l) => (kind === LinkKind.Reducer && a.head[n.from[l]] > n.a[l] ? 1 : 0));

function finish(n: Network, state: NetworkState, a: Attempt): Solution {
  const { head, flow, holds } = a;
  const status = new Uint8Array(n.linkCount);
  const flowSolved = flow.slice();
  let link = -1;
  let imbalance = 0;
  for (let l = 0; l < n.linkCount; l++) {
    if (state.opening[l] <= 0) status[l] = LinkStatus.Shut;
    else if (Math.abs(flow[l]) < NO_FLOW) status[l] = LinkStatus.Starved;
    else if (holds.at[l] >= 0) status[l] = LinkStatus.Held;
    else if (n.kind[l] === LinkKind.Limit && flow[l] >= state.limit[l]) status[l] = LinkStatus.Held;
    else if (holds.reduced[l]) status[l] = LinkStatus.Held;
    if (Math.abs(flow[l]) < NO_FLOW) flow[l] = 0;
    // where a condition is not kept, the law that is met worst says where to look
    if ((a.unsettled || a.broken) && status[l] === LinkStatus.Flowing) {
      linkLaw(n, state, l, flow[l]);
      const off = Math.abs(law.loss - (head[n.from[l]] - head[n.to[l]]));
      if (off > imbalance) {
        imbalance = off;
        link = l;
      }
    }
  }
  return {
    converged: !a.unsettled && !a.broken,
    iterations: a.iterations,
    head,
    flow,
    flowSolved,
    status,
    heldAt: holds.at,
    reduced: holds.reduced,
    heldFrom: holds.side,
    ...(a.broken ? { broken: a.broken } : {}),
    worst: { link, imbalance },
  };
}
