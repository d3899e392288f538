// Which month a plan is worked out for: the one it chooses, else the one that has the least to spare.
import { DEFAULT_MONTH, isSource } from '../kinds/index.ts';
import type { Plan } from '../schema/index.ts';
import { planNeeds } from './needs.ts';
import { sourceYields } from './yields.ts';

/** m³ a day: months this close have as much to spare. */
const ALIKE = 1e-9;

/** True where what a source gives is stated by month and is not the same in all: then a solve depends on its month. */
export const yieldsVary = (plan: Plan): boolean =>
  plan.nodes.some((n) => isSource(n) && n.yieldByMonthLpm?.some((v) => v !== n.yieldByMonthLpm?.[0]));

const tightest = new WeakMap<Plan, number>();

/**
 * The month with the least to spare, 1 to 12, by what the sources give and the places need, before any line is looked
 * at; the usual one where all are alike.
 */
export function tightestMonth(plan: Plan): number {
  const before = tightest.get(plan);
  if (before !== undefined) return before;
  const { perDay: needed } = planNeeds(plan).totals;
  const yields = sourceYields(plan);
  const spare = needed.map((need, m) => yields.reduce((sum, y) => sum + y.perDay[m], -need));
  const least = Math.min(...spare);
  const month = spare[DEFAULT_MONTH - 1] <= least + ALIKE ? DEFAULT_MONTH : spare.indexOf(least) + 1;
  tightest.set(plan, month);
  return month;
}

/** The plan, worked out for one month: of a part of it, that of the whole. */
export const inMonth = (plan: Plan, month = planMonth(plan)): Plan => ({
  ...plan,
  settings: { ...plan.settings, month },
});

/** The month, 1 to 12, that a plan is worked out for where none is named. */
export const planMonth = (plan: Plan): number => plan.settings?.month ?? tightestMonth(plan);
