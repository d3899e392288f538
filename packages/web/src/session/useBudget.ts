// Water, need and store of the open plan: worked out on every edit of it.
import { computed, type ComputedRef, type Ref } from 'vue';
import type { Finding } from '@vernal-slope/plan/findings';
import { balanceFindings, broughtBy, planBalance, type PlanBalance } from '@vernal-slope/plan/budget';
import { plantsIn } from '@vernal-slope/plan/year';
import type { Plan } from '@vernal-slope/plan/schema';

export interface Budget {
  /** The plan it was worked out for. */
  readonly plan: Plan;
  readonly balance: PlanBalance;
  readonly findings: readonly Finding[];
}

const DAY_MS = 86_400_000;
/** Today as a day number. */
export const todayNumber = (): number => Math.floor(Date.now() / DAY_MS);
export { todayText } from '@vernal-slope/display/dates';

/** What is joined to what. */
const joints = (plan: Plan): string => plan.lines.map((l) => `${l.from}>${l.to}`).join();

/** How many plants each plot waters. */
const plants = (plan: Plan): string => (plan.plots ?? []).map((p) => plantsIn(plan, p)).join();

/** The budget of each plan that was asked for: a page asks for the same one in several places. */
const budgets = new WeakMap<Plan, Budget>();
/** The last one made, with what of the plan bore on it. */
let last: { key: readonly unknown[]; budget: Budget } | undefined;

export const useBudget = (plan: Readonly<Ref<Plan | null>>): ComputedRef<Budget | null> => {
  // only what bears on water is looked at, and of the lines what they bring: most edits of a leg cost no more than a solve
  const parts = computed(() => {
    const p = plan.value;
    return (
      p &&
      ([
        p.nodes,
        p.needs,
        p.plots,
        p.climate,
        p.site,
        p.settings,
        joints(p),
        plants(p),
        [...broughtBy(p)].join(),
      ] as const)
    );
  });
  return computed(() => {
    const p = plan.value;
    const known = p && budgets.get(p);
    if (known) return known;
    const key = parts.value;
    if (!p || !key) return null;
    if (last && key.every((part, k) => part === last?.key[k])) {
      budgets.set(p, last.budget);
      return last.budget;
    }
    const balance = planBalance(p);
    const budget = { plan: p, balance, findings: balanceFindings(balance, todayNumber()) };
    last = { key, budget };
    budgets.set(p, budget);
    return budget;
  });
};
