// What runs at once: named situations, who is short in each, the worst of all, and who takes whose water.
import type { Compiled, StateOptions } from '../compile/index.ts';
import type { Situation } from '../schema/index.ts';

import { solvePlan, type PlanResult } from './solve.ts';
import { isOutlet, isTap, fallsFree, wantsOf } from '../kinds/index.ts';
import { gardenPlaces, servedPlaces } from '../topology/index.ts';

/** All at once, where a plan names no situation (assumption). */
export const ALL_AT_ONCE = 'all at once';

/** The plan's situations; all at once where it names none. */
export function situationsOf(c: Compiled): Situation[] {
  if (c.plan.situations?.length) return c.plan.situations;
  const places = servedPlaces(c);
  // rows that run a barrel down give nothing when it is low: where there is nothing else, as it stands
  return [
    places.length > 0
      ? { name: ALL_AT_ONCE, open: places, level: 'low' }
      : { name: ALL_AT_ONCE, open: gardenPlaces(c).plots, level: 'start' },
  ];
}

/** What a solve of a situation is: its outlets open, its troughs filling, the others shut. */
export function optionsOf(c: Compiled, open: readonly string[], level: Situation['level'] = 'low'): StateOptions {
  const all = servedPlaces(c);
  const { plots, buckets } = gardenPlaces(c);
  const opened = (id: string): boolean => isTap(c.nodes.get(id)?.plan);
  return {
    level,
    open: [...all.filter(opened), ...plots].filter((id) => open.includes(id)),
    shut: [...all.filter((id) => !opened(id)), ...buckets].filter((id) => !open.includes(id)),
  };
}

export interface Served {
  readonly id: string;
  /** m³/s and Pa */ readonly flow: number;
  readonly pressure: number;
  readonly wantedFlow?: number;
  readonly wantedPressure?: number;
  readonly enough: boolean;
  /** Nothing comes, or less than a tenth of what it wants. */
  readonly starved: boolean;
}

/** Flows this close to what is wanted count as enough. */
const CLOSE = 1e-6;

/** How each place of a situation is served. */
export function servedIn(c: Compiled, result: PlanResult, open: readonly string[]): Served[] {
  return open.flatMap((id): Served[] => {
    const node = c.nodes.get(id)?.plan;
    const at = result.nodes.get(id);
    if (!at || !isOutlet(node)) return [];
    const wants = wantsOf(node);
    // water that falls free into a trough has no pressure to speak of
    const free = fallsFree(node);
    // what is not settled is no good news
    const enough =
      result.converged &&
      at.flow > 0 &&
      (wants.flow === undefined || at.flow >= wants.flow * (1 - CLOSE)) &&
      (free || wants.pressure === undefined || at.pressure >= wants.pressure * (1 - CLOSE));
    return [
      {
        id,
        flow: at.flow,
        pressure: at.pressure,
        ...(wants.flow === undefined ? {} : { wantedFlow: wants.flow }),
        ...(wants.pressure === undefined ? {} : { wantedPressure: wants.pressure }),
        enough,
        starved: at.flow <= 0.1 * (wants.flow ?? 0) || at.flow <= 0,
      },
    ];
  });
}

/** What plots and buckets of beds get in a situation: a plot is served where each of its holes gives water. */
export function gardenIn(c: Compiled, result: PlanResult, open: readonly string[]): Served[] {
  const { plots, buckets } = gardenPlaces(c);
  const served = (id: string, flow: number, pressure: number, all: boolean): Served => ({
    id,
    flow,
    pressure,
    enough: result.converged && flow > 0 && all,
    starved: flow <= 0,
  });
  return open.flatMap((id): Served[] => {
    const plot = plots.includes(id) ? c.plan.plots?.find((p) => p.id === id) : undefined;
    if (plot) {
      const holes = plot.lines.flatMap((line) => {
        const lateral = c.lines.get(line)?.lateral;
        return (lateral?.outlets ?? [])
          .filter((_, k) => !lateral?.emitters[k].shut)
          .map((o) => result.solution.flow[o.link]);
      });
      const flow = holes.reduce((sum, q) => sum + q, 0);
      return [
        served(
          id,
          flow,
          NaN,
          holes.every((q) => q > 0),
        ),
      ];
    }
    if (!buckets.includes(id)) return [];
    const flow = c.plan.lines
      .filter((l) => l.to === id)
      .reduce((sum, l) => sum + (result.lines.get(l.id)?.flow ?? 0), 0);
    return [served(id, flow, result.nodes.get(id)?.pressure ?? NaN, true)];
  });
}

/** Share of what it wants that a place gets; 1 and more is enough. */
const share = (s: Served): number =>
  Math.min(
    s.wantedFlow ? s.flow / s.wantedFlow : s.flow > 0 ? 1 : 0,
    s.wantedPressure ? Math.max(0, s.pressure) / s.wantedPressure : 1,
  );

export interface WorstSituation {
  readonly open: readonly string[];
  /** Who is worst off in it. */ readonly victim: Served;
  /** Every combination was tried; else only pairs, all but one, and all. */
  readonly complete: boolean;
  readonly tried: number;
  /** Combinations for which no answer was found: nothing is known of them. */ readonly unsettled: number;
}

/** Most places of which every combination is tried. */
const COMPLETE_UP_TO = 8;

/** Combinations to try: all of few places; of many the pairs, all but one, and all. */
function combinations(ids: readonly string[]): string[][] {
  if (ids.length <= COMPLETE_UP_TO)
    return Array.from({ length: 2 ** ids.length - 1 }, (_, k) => ids.filter((_id, j) => ((k + 1) >> j) & 1));
  const list = ids.flatMap((a, i) => [[a], ...ids.slice(i + 1).map((b) => [a, b])]);
  for (const a of ids) list.push(ids.filter((b) => b !== a));
  list.push([...ids]);
  return list;
}

/**
 * The combination of open places that leaves somebody worst off; among equals the smallest.
 * @param onProgress told the share done; false stops
 */
export function worstSituation(
  c: Compiled,
  level: Situation['level'] = 'low',
  onProgress: (share: number) => boolean = () => true,
): WorstSituation | undefined {
  const ids = servedPlaces(c);
  const list = combinations(ids).sort((a, b) => a.length - b.length);
  let worst: { open: string[]; victim: Served } | undefined;
  let unsettled = 0;
  for (let k = 0; k < list.length; k++) {
    if (!onProgress(k / list.length)) return undefined;
    const result = solvePlan(c, optionsOf(c, list[k], level));
    if (!result.converged) {
      unsettled++;
      continue;
    }
    for (const s of servedIn(c, result, list[k]))
      if (!worst || share(s) < share(worst.victim) - 1e-3) worst = { open: list[k], victim: s };
  }
  return worst && { ...worst, complete: ids.length <= COMPLETE_UP_TO, tried: list.length, unsettled };
}

export interface Interactions {
  readonly ids: readonly string[];
  /** m³/s of each with nothing else open: what a pipe of its own from the same water would give at the least. */
  readonly alone: readonly number[];
  /** m³/s of row i while column j is open too; the diagonal is alone. */
  readonly together: readonly (readonly number[])[];
  /** Share of what row i gets alone that it loses while column j is open. */
  readonly lost: readonly (readonly number[])[];
  /** False where one of the solves found no answer: then none of it is to be shown. */ readonly settled: boolean;
}

/** How much each place loses when each other one opens. */
export function interactions(c: Compiled, ids = servedPlaces(c), level: Situation['level'] = 'low'): Interactions {
  let settled = true;
  const flowOf = (open: readonly string[]): PlanResult => {
    const result = solvePlan(c, optionsOf(c, open, level));
    settled &&= result.converged;
    return result;
  };
  const alone = ids.map((id) => flowOf([id]).nodes.get(id)?.flow ?? 0);
  const together = ids.map((_, i) => ids.map((_id, j) => (i === j ? alone[i] : NaN)));
  for (let i = 0; i < ids.length; i++)
    for (let j = i + 1; j < ids.length; j++) {
      const both = flowOf([ids[i], ids[j]]);
      together[i][j] = both.nodes.get(ids[i])?.flow ?? 0;
      together[j][i] = both.nodes.get(ids[j])?.flow ?? 0;
    }
  const lost = together.map((row, i) => row.map((flow) => (alone[i] > 0 ? 1 - flow / alone[i] : 0)));
  return { ids, alone, together, lost, settled };
}

/** Results of every named situation of a plan. */
export function situationResults(c: Compiled): { situation: Situation; served: Served[]; converged: boolean }[] {
  return situationsOf(c).map((situation) => {
    const result = solvePlan(c, optionsOf(c, situation.open, situation.level));
    return {
      situation,
      served: [...servedIn(c, result, situation.open), ...gardenIn(c, result, situation.open)],
      converged: result.converged,
    };
  });
}
