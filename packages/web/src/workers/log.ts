// Readings against the plan, causes that would explain them, and what a reading should be: off the main thread.
import {
  diagnose,
  readingCount,
  diagnoseFindings,
  Predictor,
  readingsOf,
  type Diagnosis,
} from '@vernal-slope/plan/diagnose';
import type { Finding } from '@vernal-slope/plan/findings';
import type { Plan, ReadingEntry } from '@vernal-slope/plan/schema';

export interface LogAnswer {
  readonly plan: Plan;
  readonly diagnosis: Diagnosis;
  readonly findings: readonly Finding[];
}

export interface LogApi {
  log: (plan: Plan, tell?: (share: number) => void) => LogAnswer;
  /** What a reading would be as the plan stands, in SI; undefined where it cannot say. */
  planned: (plan: Plan, entry: ReadingEntry) => { value: number | undefined };
}

export const logApi: LogApi = {
  log: (plan, tell) => {
    const diagnosis = diagnose(plan, readingsOf(plan, plan.log ?? []), tell);
    const entries = readingCount(plan.log ?? []);
    return { plan, diagnosis, findings: entries > 0 ? diagnoseFindings(diagnosis, entries) : [] };
  },
  planned: (plan, entry) => {
    const [read] = readingsOf(plan, [entry]);
    return { value: read && new Predictor(plan, { kind: 'none', at: '', size: 0 }).read(read) };
  },
};
