// State of a compiled plan for one solve: levels, what is open, yields of the month.
import { openState, type NetworkState } from '@vernal-slope/core/network';
import { kindOf, type StateOptions } from '../kinds/index.ts';
import type { Compiled } from './compile.ts';

/** State for a solve as the plan runs. */
export function stateFor(c: Compiled, options: StateOptions = {}): NetworkState {
  const state = openState(c.network);
  for (const [node, elevation] of c.fixedElevation) state.fixedHead[node] = elevation;
  for (const map of c.nodes.values()) kindOf(map.plan).set?.(map, options, state, c.network);
  return state;
}

/** State with every outlet, float and open end shut: the water stands. */
export function standingState(c: Compiled, options: StateOptions = {}): NetworkState {
  const state = stateFor(c, options);
  for (const map of c.nodes.values()) for (const link of map.lawLinks) state.opening[link] = 0;
  for (const line of c.lines.values()) if (line.freeInlet) state.opening[line.link] = 0;
  return state;
}
