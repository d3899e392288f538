// All that the book says of a plan, worked out once: by the same functions as the screens, for the same day and month.
import { balanceFindings, planBalance, type PlanBalance } from '@vernal-slope/plan/budget';
import { datedSteps, type DatedStep } from '@vernal-slope/plan/build';
import { compilePlan, type Compiled } from '@vernal-slope/plan/compile';
import { worstFirst, type Finding } from '@vernal-slope/plan/findings';
import { dayNumber } from '@vernal-slope/plan/formats';
import { billOf, type Bill } from '@vernal-slope/plan/parts';
import type { Plan } from '@vernal-slope/plan/schema';
import { pictureOf, runWorkings, simulatePlan, type RunPicture, type RunWorkings } from '@vernal-slope/plan/simulate';
import { heightFor, judgePlan, solvePlan, type PlanHeight, type PlanResult } from '@vernal-slope/plan/solve';
import { upkeepOf, type JobDue } from '@vernal-slope/plan/upkeep';
import { planMonth } from '@vernal-slope/plan/year';
import type { UnitSystem } from '@vernal-slope/display/quantities';

export interface Known {
  readonly plan: Plan;
  readonly units: UnitSystem;
  /** The day of printing, such as 2026-09-18. */
  readonly today: string;
  /** 1 to 12: the month that flows and benches go by. */
  readonly month: number;
  readonly compiled: Compiled;
  readonly result: PlanResult;
  readonly findings: readonly Finding[];
  readonly balance: PlanBalance;
  readonly budgetFindings: readonly Finding[];
  readonly height: (id: string) => PlanHeight | undefined;
  readonly bill: Bill;
  readonly steps: readonly DatedStep[];
  readonly dues: readonly JobDue[];
  /** A day run in time; undefined where there is nothing to run. */
  readonly day: (RunPicture & { readonly sums: RunWorkings }) | undefined;
}

const DAY = 86_400;

/**
 * @param today the day of printing, YYYY-MM-DD; nothing here asks a clock
 * @param told share that is done, 0 to 1
 */
export function knowPlan(
  plan: Plan,
  units: UnitSystem,
  today: string,
  told: (share: number) => void = () => {},
): Known {
  const number = dayNumber(today);
  const compiled = compilePlan(plan);
  const result = solvePlan(compiled);
  const findings = worstFirst(judgePlan(compiled, result, { today: number }));
  const balance = planBalance(plan);
  told(0.1);
  const month = planMonth(plan);
  const runs = plan.nodes.some((n) => n.kind !== 'junction') && plan.lines.length > 0;
  const run = runs
    ? simulatePlan(
        plan,
        { duration: DAY, start: 0, month, seed: 1 },
        {
          progress: (t) => {
            told(0.1 + (0.7 * t) / DAY);
            return false;
          },
        },
      )
    : undefined;
  const day = run && { ...pictureOf(run), sums: runWorkings(run) };
  const bill = billOf(plan, units);
  told(0.9);
  const heights = new Map<string, PlanHeight | undefined>();
  return {
    plan,
    units,
    today,
    month,
    compiled,
    result,
    findings,
    balance,
    budgetFindings: balanceFindings(balance, number),
    height: (id) => {
      if (!heights.has(id)) heights.set(id, heightFor(compiled, id));
      return heights.get(id);
    },
    bill,
    steps: datedSteps(plan, plan.build?.from ?? today, today),
    dues: upkeepOf(plan, number, balance),
    day,
  };
}
