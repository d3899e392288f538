// What is due, and how long the water lasts: off the main thread.
import { aheadFindings, waterAhead, type WaterAhead } from '@vernal-slope/plan/ahead';
import type { Finding } from '@vernal-slope/plan/findings';
import { dayNumber } from '@vernal-slope/plan/formats';
import { planBalance } from '@vernal-slope/plan/budget';
import { frostDay, runsFrom, upkeepFindings, upkeepOf, type FrostDay, type JobDue } from '@vernal-slope/plan/upkeep';
import type { Plan } from '@vernal-slope/plan/schema';

export interface UpkeepAnswer {
  readonly plan: Plan;
  readonly today: string;
  readonly dues: readonly JobDue[];
  readonly ahead: WaterAhead;
  readonly frost?: FrostDay;
  /** Day from which what was never done counts. */
  readonly from?: string;
  readonly findings: readonly Finding[];
}

export interface UpkeepApi {
  upkeep: (plan: Plan, today: string) => Omit<UpkeepAnswer, 'plan'>;
}

export const upkeepApi: UpkeepApi = {
  upkeep: (plan, today) => {
    const day = dayNumber(today);
    const balance = planBalance(plan);
    const dues = upkeepOf(plan, day, balance);
    const ahead = waterAhead(plan, day, balance);
    const frost = frostDay(plan);
    const from = runsFrom(plan);
    return {
      today,
      dues,
      ahead,
      ...(frost ? { frost } : {}),
      ...(from ? { from } : {}),
      findings: [...upkeepFindings(dues, plan), ...aheadFindings(ahead)],
    };
  },
};
