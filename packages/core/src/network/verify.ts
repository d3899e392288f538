// Whether an answer keeps every condition: water balances, every way lets through what its heads say, none comes over a
// high point under suction, nothing runs the wrong way or past its limit. What is not verified is not settled.
import { passed, passing, walk, walked } from './passing.ts';
import { law, linkLaw, NO_FLOW } from './laws.ts';
import { LinkKind, type Broken, type Condition, type Network, type NetworkState } from './network.ts';

/** m: no suction beyond a millimetre; heads of a law are met better. */
export const SUCTION = 1e-3;
const ENERGY = 1e-4;
/** Of the largest flow, and at least, m³/s. */
const BALANCE = 1e-6;
const LEAST = 1e-9;

/** Head (m) by which a pipe that runs misses its law, and by which a high point of it stands under suction. */
function pipeOff(n: Network, l: number, flow: number, from: number, to: number): { energy: number; suction: number } {
  const side = flow > 0 ? 1 : -1;
  const [high, low] = side > 0 ? [from, to] : [to, from];
  walk(n, l, side, Math.abs(flow));
  const needed = Math.max(low + walked.loss, walked.asks);
  // in the digits that the heads have
  const crumb = 64 * Number.EPSILON * (Math.abs(high) + Math.abs(low) + Math.abs(flow) * walked.slope);
  return { energy: Math.max(0, Math.abs(high - needed) - crumb), suction: Math.max(0, walked.asks - high) };
}

/**
 * The worst condition that is not kept; undefined where all are.
 * @param met full pipes meet their heads, as Newton saw: those without high points are not gone along again
 */
export function verify(
  n: Network,
  state: NetworkState,
  head: Float64Array,
  flow: Float64Array,
  met = false,
): Broken | undefined {
  let worst: (Broken & { share: number }) | undefined;
  const tell = (condition: Condition, node: number, link: number, by: number, allowed: number): void => {
    const share = by / allowed;
    if (!(share <= 1) && (!worst || !(share <= worst.share))) worst = { condition, node, link, by, share };
  };
  let most = 0;
  const surplus = new Float64Array(n.nodeCount);
  for (let i = 0; i < n.nodeCount; i++) {
    surplus[i] = -n.demand[i];
    if (!Number.isFinite(head[i])) tell('number', i, -1, Infinity, 1);
  }
  for (let l = 0; l < n.linkCount; l++) {
    if (!Number.isFinite(flow[l])) tell('number', -1, l, Infinity, 1);
    surplus[n.from[l]] -= flow[l];
    surplus[n.to[l]] += flow[l];
    most = Math.max(most, Math.abs(flow[l]));
  }
  const allowed = BALANCE * most + LEAST;
  for (let i = 0; i < n.nodeCount; i++) if (!n.fixed[i]) tell('balance', i, -1, Math.abs(surplus[i]), allowed);
  for (let l = 0; l < n.linkCount; l++) {
    const q = flow[l];
    const [from, to] = [head[n.from[l]], head[n.to[l]]];
    const shut = state.opening[l] <= 0;
    const forward = !shut && state.direction[l] >= 0;
    const backward = !shut && !n.oneWay[l] && state.direction[l] <= 0;
    if (q > LEAST && !forward) tell('direction', -1, l, q, allowed);
    if (q < -LEAST && !backward) tell('direction', -1, l, -q, allowed);
    if (shut) continue;
    const runs = Math.abs(q) > Math.max(LEAST, NO_FLOW);
    if (n.kind[l] === LinkKind.Pipe && runs) {
      if (met && (n.siphons || n.pointStart[l] === n.pointStart[l + 1])) continue;
      const off = pipeOff(n, l, q, from, to);
      tell('suction', -1, l, off.suction, SUCTION);
      tell('energy', -1, l, off.energy, ENERGY);
      continue;
    }
    // at rest, or a way with a law of its own: what its heads would let through
    passing(n, state, l, from, to, q);
    const off = Math.abs(passed.flow - q);
    if (off <= allowed) continue;
    if (n.kind[l] === LinkKind.Limit && q > state.limit[l]) {
      tell('limit', -1, l, q - state.limit[l], allowed);
      continue;
    }
    // where it is steep a little head makes much flow: the head is what counts
    const by = Math.max(passed.byFrom, passed.byTo);
    if (n.kind[l] === LinkKind.Power && runs) {
      linkLaw(n, state, l, q);
      tell('energy', -1, l, Math.abs(law.loss - (from - to)), ENERGY);
    } else tell('energy', -1, l, by > 0 ? off / by : off / allowed, ENERGY);
  }
  if (!worst) return undefined;
  const { condition, node, link, by } = worst;
  return { condition, node, link, by };
}
