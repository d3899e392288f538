// The verb `diagnose`: readings against the plan, and what would explain them.
import { diagnoseReport, readLogCsv } from '@vernal-slope/plan/diagnose';
import { fault, PlanFaults, readText, type Verb } from './verb.ts';

export const diagnose: Verb = {
  name: 'diagnose',
  options: ['readings'],
  usage: [
    'diagnose FILE [--readings FILE.csv]',
    'each reading of the log against the plan, and the single causes',
    'that would explain them, best first',
  ],
  run: (plan, { readings }) => {
    if (readings === undefined) {
      if ((plan.log ?? []).length === 0)
        throw fault('$.log', 'has no readings', 'give --readings FILE.csv, or a plan with a log');
      return diagnoseReport(plan, plan.log ?? []);
    }
    const read = readLogCsv(readText(readings), plan);
    if (read.faults.length > 0) throw new PlanFaults(read.faults);
    return diagnoseReport(plan, read.entries);
  },
};
