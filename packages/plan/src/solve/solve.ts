// A plan solved: heads, flows and grade lines by the plan's own ids, SI.
import type { Condition, LinkStatus } from '@vernal-slope/core/network';
import { solve, type Solution } from '@vernal-slope/core/network';
import { lateralProfile } from '@vernal-slope/core/irrigation';
import { lineProfile, type LineProfile } from '@vernal-slope/core/profile';
import { pressureOfHead } from '@vernal-slope/core/water';
import { isBareJoint } from '../kinds/index.ts';
import type { Plot } from '../schema/index.ts';
import {
  standingState,
  stateFor,
  type Compiled,
  type LineMap,
  type NodeMap,
  type StateOptions,
} from '../compile/index.ts';

export interface NodeResult {
  /** m above datum */ readonly head: number;
  /** Pa, gauge, at the node's own elevation */ readonly pressure: number;
  /** Pa, with everything shut */ readonly staticPressure: number;
  /** Head with everything shut, m. */
  readonly staticHead: number;
  /** m³/s, leaving the system positive */ readonly flow: number;
}

export interface LineResult extends LineProfile {
  /** m³/s from `from` to `to` */ readonly flow: number;
  /** Head with everything shut, m, at each station. */
  readonly staticGrade: readonly number[];
  readonly status: LinkStatus;
}

export interface PlanResult {
  readonly converged: boolean;
  readonly iterations: number;
  readonly nodes: ReadonlyMap<string, NodeResult>;
  readonly lines: ReadonlyMap<string, LineResult>;
  readonly solution: Solution;
  readonly standing: Solution;
  /** Where a condition is not kept, and which, when no answer was found: a line or a place. */
  readonly worstAt?: string;
  readonly broken?: Condition;
}

/** Water that leaves the system at a node, m³/s. */
export function nodeFlow(map: NodeMap, flow: Float64Array): number {
  const sum = (ends: readonly { link: number }[]): number => ends.reduce((total, end) => total + flow[end.link], 0);
  switch (map.plan.kind) {
    case 'junction':
      return 0;
    case 'outlet':
      return map.lawLinks.reduce((total, link) => total + flow[link], 0);
    default:
      return sum(map.entering) - sum(map.leaving);
  }
}

/**
 * Height (m) of the crest where water breaks at a joint: it stands at air pressure there, and what lies behind begins
 * with none. −Infinity where none breaks.
 */
function brokenAt(c: Compiled, map: NodeMap, { heldAt, heldFrom }: Solution): number {
  if (!isBareJoint(map.plan)) return -Infinity;
  const { pointSegment, pointElevation, segmentStart } = c.network;
  const crest = (link: number, side: number): number => {
    const p = heldAt[link];
    const segment = side > 0 ? segmentStart[link + 1] - segmentStart[link] - 1 : -1;
    return p >= 0 && heldFrom[link] === side && pointSegment[p] === segment ? pointElevation[p] : -Infinity;
  };
  return Math.max(
    -Infinity,
    ...map.entering.map((e) => crest(e.link, 1)),
    ...map.leaving.map((e) => crest(e.link, -1)),
  );
}

/** Line or place where an answer breaks a condition; undefined where it cannot be said. */
function placeOf(c: Compiled, { broken, worst }: Solution): string | undefined {
  const link = broken && broken.link >= 0 ? broken.link : worst.link;
  const node = broken?.node ?? -1;
  for (const [id, map] of c.nodes) if (map.node === node || map.lawLinks.includes(link)) return id;
  for (const [id, map] of c.lines)
    if (
      map.links.includes(link) ||
      c.reducers.get(id) === link ||
      map.lateral?.outlets.some((o) => o.link === link || o.cap === link)
    )
      return id;
  return undefined;
}

/** An earlier answer of a network of the same shape, to begin from. */
export interface Warm extends Pick<PlanResult, 'solution' | 'standing'> {
  /** Its standing heads hold still: no tank and no source has moved since. */ readonly stillStands?: boolean;
}

/** What the emitters of a plot give together, m³/s. */
export const plotFlow = (c: Compiled, { solution }: Pick<PlanResult, 'solution'>, plot: Plot): number =>
  plot.lines
    .flatMap((id) => c.lines.get(id)?.lateral?.outlets ?? [])
    .reduce((sum, o) => sum + solution.flow[o.link], 0);

/** Running line of a line, of one piece or of a lateral's many. */
export const profileOf = (c: Compiled, solution: Solution, map: LineMap): LineProfile =>
  map.lateral
    ? lateralProfile(c.network, solution, map.lateral, map.geometry, c.water.density)
    : lineProfile(c.network, solution, map.link, map.geometry, c.water.density);

/** Heads with everything shut, m above datum, at each station of each line: no more than that is solved. */
export function standingGrades(c: Compiled, options: StateOptions): ReadonlyMap<string, readonly number[]> {
  const still = solve(c.standingNetwork, standingState(c, options));
  return new Map([...c.lines].map(([id, map]) => [id, profileOf(c, still, map).grade]));
}

/** Solves a compiled plan for one situation, from an earlier answer where there is one. */
export function solvePlan(c: Compiled, options: StateOptions = {}, warm?: Warm): PlanResult {
  const solution = solve(c.network, { ...stateFor(c, options), warm: warm?.solution });
  const standing = warm?.stillStands
    ? warm.standing
    : solve(c.standingNetwork, { ...standingState(c, options), warm: warm?.standing });
  const density = c.water.density;
  const nodes = new Map<string, NodeResult>();
  for (const [id, map] of c.nodes) {
    const staticHead = standing.head[map.node];
    const head = Math.max(solution.head[map.node], brokenAt(c, map, solution));
    nodes.set(id, {
      head,
      pressure: pressureOfHead(head - map.elevation, density),
      staticHead,
      staticPressure: pressureOfHead(staticHead - map.elevation, density),
      flow: nodeFlow(map, solution.flow),
    });
  }
  const lines = new Map<string, LineResult>();
  for (const [id, map] of c.lines) {
    const profile = profileOf(c, solution, map);
    const still = profileOf(c, standing, map);
    lines.set(id, {
      ...profile,
      flow: solution.flow[map.link],
      staticGrade: still.grade,
      status: solution.status[map.link] as LinkStatus,
    });
  }
  const converged = solution.converged && standing.converged;
  const failed = converged ? undefined : solution.converged ? standing : solution;
  return {
    converged,
    iterations: solution.iterations,
    nodes,
    lines,
    solution,
    standing,
    worstAt: failed && placeOf(c, failed),
    broken: failed?.broken?.condition,
  };
}
