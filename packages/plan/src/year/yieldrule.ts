// The rule by which a plan's store yields.
import type { YieldRule } from '@vernal-slope/core/storage';
import type { Plan } from '../schema/index.ts';

/** Yield after spillage unless the plan chooses yield before spillage. */
export const yieldRuleOf = (plan: Plan): YieldRule => (plan.settings?.storageSchool === 'before' ? 'YBS' : 'YAS');
