// The fast answers of the open plan: compiled, solved, judged, on every edit.
import { computed, type ComputedRef, type Ref } from 'vue';
import type { Finding } from '@vernal-slope/plan/findings';
import type { Network } from '@vernal-slope/core/network';
import { compilePlan, type Compiled } from '@vernal-slope/plan/compile';
import { heightFor, judgePlan, solvePlan, type PlanHeight, type PlanResult } from '@vernal-slope/plan/solve';
import { isOutlet } from '@vernal-slope/plan/kinds';
import { consumers } from '@vernal-slope/plan/topology';
import { todayNumber } from './useBudget.ts';
import type { Plan } from '@vernal-slope/plan/schema';

export interface PlanResults {
  readonly compiled: Compiled;
  readonly result: PlanResult;
  /** Judged when they are asked for first: figures need not wait for them. */
  readonly findings: readonly Finding[];
  readonly consumers: readonly string[];
  readonly height: (id: string) => PlanHeight | undefined;
  /** Figures while something is dragged: nothing is judged yet. */
  readonly passing?: boolean;
}

export function resultsOf(plan: Plan): PlanResults {
  const compiled = compilePlan(plan);
  const result = solvePlan(compiled);
  let judged: readonly Finding[] | undefined;
  return {
    compiled,
    result,
    get findings() {
      return (judged ??= judgePlan(compiled, result, { today: todayNumber() }));
    },
    consumers: consumers(compiled),
    height: (id) => heightFor(compiled, id),
  };
}

const sameShape = (a: Network, b: Network): boolean =>
  a.nodeCount === b.nodeCount &&
  a.linkCount === b.linkCount &&
  a.pointStart.every((start, k) => start === b.pointStart[k]);

/**
 * Heads and flows alone, from the answer before where the network is of the same shape: quick enough for every frame
 * of a drag of the place `moved`. The findings are those of before.
 */
export function passingResults(plan: Plan, before: PlanResults, moved: string): PlanResults {
  const compiled = compilePlan(plan);
  const { solution, standing } = before.result;
  const warm = sameShape(compiled.network, before.compiled.network)
    ? // with all shut, water stands as high as its tank, wherever a tap is slid
      { solution, standing, stillStands: isOutlet(compiled.nodes.get(moved)?.plan) }
    : undefined;
  const result = solvePlan(compiled, {}, warm);
  return {
    compiled,
    result,
    get findings() {
      return before.findings;
    },
    consumers: before.consumers,
    height: () => undefined,
    passing: true,
  };
}

export const usePlanResults = (plan: Readonly<Ref<Plan | null>>): ComputedRef<PlanResults | null> =>
  computed(() => (plan.value ? resultsOf(plan.value) : null));
