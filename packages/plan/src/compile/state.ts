// State of a compiled plan for one solve: levels, what is open, yields of the month.
import { openState, type NetworkState } from '@vernal-slope/core/network';
import type { Source, Tank, Trough } from '../schema/index.ts';
import { floorOf, type Compiled } from './compile.ts';
import { flowFromLpm } from './convert.ts';

export type LevelChoice = 'full' | 'low' | 'start';

/** How far above its outlet a tank's low water stands, m (plan format). */
export const LOW_WATER = 0.1;
/** Month used when none is named (ruling 14). */
export const DEFAULT_MONTH = 7;

export interface StateOptions {
  readonly level?: LevelChoice;
  /** Outlets that are open; all when left out (ruling 2). */
  readonly open?: readonly string[];
  /** Floats that are shut. */
  readonly shut?: readonly string[];
  /** 1 to 12 */
  readonly month?: number;
  /** Day number (days since 1970), for what falls due; nothing does without it. */
  readonly today?: number;
  /** Levels that override `level`, m above the floor, by node id. */
  readonly levels?: Readonly<Record<string, number>>;
  /** Openings of floats by node id, 0 to 1. */
  readonly floatOpening?: Readonly<Record<string, number>>;
}

/** Level of a tank or trough for a choice, m above its floor. */
export function levelFor(node: Tank | Trough, choice: LevelChoice): number {
  if (choice === 'full') return node.overflowM;
  if (choice === 'low') return Math.min(node.overflowM, (node.outletM ?? 0) + LOW_WATER);
  return node.startLevelM ?? node.overflowM;
}

/** Yield of a source in a month, m³/s; Infinity where none is stated. */
export function yieldOf(source: Source, month = DEFAULT_MONTH): number {
  const lpm = source.yieldByMonthLpm?.[month - 1] ?? source.yieldLpm;
  return lpm === undefined ? Infinity : flowFromLpm(lpm);
}

/** State for a solve as the plan runs. */
export function stateFor(c: Compiled, options: StateOptions = {}): NetworkState {
  const state = openState(c.network);
  for (const [node, elevation] of c.fixedElevation) state.fixedHead[node] = elevation;
  for (const [id, map] of c.nodes) {
    const node = map.plan;
    if (node.kind === 'tank' || node.kind === 'trough') {
      const level = options.levels?.[id] ?? levelFor(node, options.level ?? 'start');
      const outlet = node.outletM ?? 0;
      // at or below its outlet a tank takes water back but gives none
      state.fixedHead[map.surface] = floorOf(node) + level;
      if (level <= outlet) {
        for (const { link } of map.leaving) state.direction[link] = -1;
      }
      const opening = options.shut?.includes(id) ? 0 : (options.floatOpening?.[id] ?? 1);
      for (const link of map.lawLinks) state.opening[link] = opening;
    } else if (node.kind === 'outlet') {
      const open = !options.open || options.open.includes(id);
      for (const link of map.lawLinks) state.opening[link] = open ? 1 : 0;
    } else if (node.kind === 'source' && map.limitLink >= 0) {
      state.limit[map.limitLink] = yieldOf(node, options.month);
    }
  }
  return state;
}

/** State with every outlet, float and open end shut: the water stands (ruling 6). */
export function standingState(c: Compiled, options: StateOptions = {}): NetworkState {
  const state = stateFor(c, options);
  for (const map of c.nodes.values()) for (const link of map.lawLinks) state.opening[link] = 0;
  for (const line of c.lines.values()) if (line.freeInlet) state.opening[line.link] = 0;
  return state;
}
