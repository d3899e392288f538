// The work with its days, what each piece takes and what is found of it: off the main thread.
import { buildFindings, datedSteps, stepParts, type DatedStep, type Taken } from '@vernal-slope/plan/build';
import type { Finding } from '@vernal-slope/plan/findings';
import { billOf, type Units } from '@vernal-slope/plan/parts';
import type { Plan } from '@vernal-slope/plan/schema';

export interface BuildAnswer {
  readonly plan: Plan;
  readonly today: string;
  readonly steps: readonly DatedStep[];
  /** Parts by step; steps without any are left out. */
  readonly takes: Readonly<Record<string, readonly Taken[]>>;
  readonly findings: readonly Finding[];
}

export interface BuildApi {
  build: (plan: Plan, today: string, units: Units) => BuildAnswer;
}

export const buildApi: BuildApi = {
  build: (plan, today, units) => {
    const steps = datedSteps(plan, plan.build?.from ?? today, today);
    const bill = billOf(plan, units);
    const takes = Object.fromEntries(
      steps.map((s) => [s.id, stepParts(bill, s)] as const).filter(([, parts]) => parts.length > 0),
    );
    return { plan, today, steps, takes, findings: buildFindings(plan, steps) };
  },
};
