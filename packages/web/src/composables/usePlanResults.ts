// The fast answers of the open plan: compiled, solved, judged, on every edit.
import { computed, type ComputedRef, type Ref } from 'vue';
import type { Finding } from '@vernal-slope/core/judge';
import { compilePlan, type Compiled } from '@vernal-slope/plan/compile';
import { heightFor, judgePlan, solvePlan, takers, type PlanHeight, type PlanResult } from '@vernal-slope/plan/solve';
import { todayNumber } from './useBudget.ts';
import type { Plan } from '@vernal-slope/plan/schema';

export interface PlanResults {
  readonly compiled: Compiled;
  readonly result: PlanResult;
  readonly findings: readonly Finding[];
  readonly takers: readonly string[];
  readonly height: (id: string) => PlanHeight | undefined;
}

export function resultsOf(plan: Plan): PlanResults {
  const compiled = compilePlan(plan);
  const result = solvePlan(compiled);
  return {
    compiled,
    result,
    findings: judgePlan(compiled, result, { today: todayNumber() }),
    takers: takers(compiled),
    height: (id) => heightFor(compiled, id),
  };
}

export const usePlanResults = (plan: Readonly<Ref<Plan | null>>): ComputedRef<PlanResults | null> =>
  computed(() => (plan.value ? resultsOf(plan.value) : null));
