// Steady flow in a network: Newton for given holds, then holds for the flows found, until neither changes.
import { updateHolds } from './hold.ts';
import { law, linkLaw, NO_FLOW } from './laws.ts';
import { guessFlows, newton, type Holds } from './newton.ts';
import { LinkKind, LinkStatus, type Network, type NetworkState, type Solution } from './network.ts';

const MAX_ROUNDS = 60;

/**
 * Heads and flows of a network at rest in time.
 * Trees and loops, several open waters, outlets and floats that take what the head gives and never let air or
 * water back, sources that give no more than their yield, pipes held by humps that stand above the running line.
 * @param network compiled network, SI
 * @param state heads of open water, openings, yields; `warm` an earlier solution to start from
 * @returns heads (m) and flows (m³/s); `converged` false where no answer was found, and then where
 * @see Todini and Pilati (1988); the laws all rise with the flow, so the answer is unique and the damped
 * Newton step cannot cycle
 */
export function solve(network: Network, state: NetworkState): Solution {
  const n = network;
  const head = new Float64Array(n.nodeCount);
  const flow = new Float64Array(n.linkCount);
  const holds: Holds = {
    at: new Int32Array(n.linkCount).fill(-1),
    side: new Int8Array(n.linkCount),
    reduced: new Uint8Array(n.linkCount),
  };
  const reducers = n.kind.includes(LinkKind.Reducer);
  if (state.warm) {
    head.set(state.warm.head);
    flow.set(state.warm.flowSolved);
    holds.at.set(state.warm.heldAt);
    holds.side.set(state.warm.heldFrom);
    holds.reduced.set(state.warm.reduced);
  } else guessFlows(n, state, flow);
  for (let i = 0; i < n.nodeCount; i++) if (n.fixed[i]) head[i] = state.fixedHead[i];

  const changes = new Uint8Array(n.linkCount);
  let iterations = 0;
  let converged = false;
  // humps are sought on flows that are near enough, then once more on the answer
  const fixedForm = n.siphons && !reducers;
  let loose = !fixedForm && (reducers || n.pointElevation.length > 0);
  for (let round = 0; round < MAX_ROUNDS; round++) {
    const result = newton(n, state, holds, flow, head, state.warm !== undefined || round > 0, loose);
    iterations += result.iterations;
    converged = result.converged;
    if (!converged || fixedForm) break;
    const changed = updateHolds(n, holds, flow, head, changes);
    if (!changed && !loose) break;
    loose = changed && round < MAX_ROUNDS / 2;
  }
  return finish(n, state, holds, flow, head, converged, iterations);
}

function finish(
  n: Network,
  state: NetworkState,
  holds: Holds,
  flow: Float64Array,
  head: Float64Array,
  converged: boolean,
  iterations: number,
): Solution {
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
    if (status[l] === LinkStatus.Flowing) {
      linkLaw(n, state, l, flow[l]);
      const off = Math.abs(law.loss - (head[n.from[l]] - head[n.to[l]]));
      if (off > imbalance) {
        imbalance = off;
        link = l;
      }
    }
  }
  return {
    converged,
    iterations,
    head,
    flow,
    flowSolved,
    status,
    heldAt: holds.at,
    reduced: holds.reduced,
    heldFrom: holds.side,
    worst: { link, imbalance },
  };
}
