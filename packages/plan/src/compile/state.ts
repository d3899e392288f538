// State of a compiled plan for one solve: levels, what is open, yields of the month.
import { openState, type NetworkState } from '@vernal-slope/core/network';
import { kindOf, type StateOptions } from '../kinds/index.ts';
import { planMonth, yieldsVary } from '../year/index.ts';
import type { Compiled } from './compile.ts';

/** Lines whose emitters no plot names: they are always open. */
export function openPlots(c: Compiled, open: readonly string[] | undefined): (line: string) => boolean {
  const plots = c.plan.plots ?? [];
  const named = new Set(plots.flatMap((p) => p.lines));
  const on = new Set(plots.filter((p) => !open || open.includes(p.id)).flatMap((p) => p.lines));
  return (line) => on.has(line) || !named.has(line);
}

/** What compensating emitters give at most. */
export function limitEmitters(c: Compiled, state: NetworkState): void {
  for (const { lateral } of c.lines.values())
    lateral?.outlets.forEach(({ cap }, k) => {
      if (cap >= 0) state.limit[cap] = lateral.emitters[k].law.cap ?? Infinity;
    });
}

/** Opens and shuts emitters, line by line; holes taped over stay shut. */
export function setEmitters(c: Compiled, state: NetworkState, runs: (line: string) => boolean): void {
  for (const [id, { lateral }] of c.lines) {
    if (!lateral) continue;
    const on = runs(id);
    lateral.outlets.forEach(({ link }, k) => (state.opening[link] = on && !lateral.emitters[k].shut ? 1 : 0));
  }
}

/** State for a solve as the plan runs. */
export function stateFor(c: Compiled, options: StateOptions = {}): NetworkState {
  const state = openState(c.network);
  for (const [node, elevation] of c.fixedElevation) state.fixedHead[node] = elevation;
  // the plan's month counts where what sources give depends on it
  const month = options.month ?? (yieldsVary(c.plan) ? planMonth(c.plan) : undefined);
  for (const map of c.nodes.values()) kindOf(map.plan).set?.(map, { ...options, month }, state, c.network);
  limitEmitters(c, state);
  setEmitters(c, state, openPlots(c, options.open));
  return state;
}

/** State with every outlet, emitter, float and open end shut: the water stands. */
export function standingState(c: Compiled, options: StateOptions = {}): NetworkState {
  const state = stateFor(c, options);
  for (const map of c.nodes.values()) for (const link of map.lawLinks) state.opening[link] = 0;
  setEmitters(c, state, () => false);
  for (const line of c.lines.values()) if (line.freeInlet) state.opening[line.last] = 0;
  return state;
}
