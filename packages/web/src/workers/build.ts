// The work with its days, what each piece takes and what is found of it: off the main thread.
import {
  buildFindings,
  datedSteps,
  stepParts,
  stepPipe,
  stepStand,
  type DatedStep,
  type Taken,
  type TakenPipe,
} from '@vernal-slope/plan/build';
import type { Finding } from '@vernal-slope/plan/findings';
import { billOf, type Units } from '@vernal-slope/plan/parts';
import type { Plan } from '@vernal-slope/plan/schema';

export interface BuildAnswer {
  readonly plan: Plan;
  readonly today: string;
  readonly steps: readonly DatedStep[];
  /** Parts, and pipe by the metre, by step; steps without any are left out. */
  readonly takes: Readonly<Record<string, readonly Taken[]>>;
  readonly pipes: Readonly<Record<string, readonly TakenPipe[]>>;
  readonly findings: readonly Finding[];
}

export interface BuildApi {
  build: (plan: Plan, today: string, units: Units) => BuildAnswer;
}

export const buildApi: BuildApi = {
  build: (plan, today, units) => {
    const steps = datedSteps(plan, plan.build?.from ?? today, today);
    const bill = billOf(plan, units);
    const byStep = <T>(of: (s: DatedStep) => readonly T[]): Record<string, readonly T[]> =>
      Object.fromEntries(steps.map((s) => [s.id, of(s)] as const).filter(([, list]) => list.length > 0));
    const takes = byStep((s) => [...stepParts(bill, s), ...stepStand(bill, s, units)]);
    const pipes = byStep((s) => stepPipe(bill, s));
    return { plan, today, steps, takes, pipes, findings: buildFindings(plan, steps) };
  },
};
