// The verb `steps`: the work in an order that holds, with its days; as a calendar too.
import { writeFileSync } from 'node:fs';
import { datedSteps, stepsIcs, stepsReport } from '@vernal-slope/plan/build';
import { fault, type Verb } from './verb.ts';

/** Today in the place's own calendar. */
function today(): string {
  const now = new Date();
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}

export const steps: Verb = {
  name: 'steps',
  options: ['from', 'ics'],
  usage: [
    'steps FILE [--from 2026-05-01] [--ics FILE]',
    'the work in an order that holds: what waits for what, and how long,',
    'from which day; --ics writes a calendar too',
  ],
  run: (plan, { from, ics }) => {
    const first = from ?? plan.build?.from ?? today();
    if (ics !== undefined) {
      try {
        writeFileSync(ics, stepsIcs(plan, datedSteps(plan, first), Date.now()));
      } catch (error) {
        throw fault(
          '--ics',
          `"${ics}" cannot be written (${(error as NodeJS.ErrnoException).code ?? 'unknown'})`,
          'name a file in a folder that is there',
        );
      }
    }
    return stepsReport(plan, first);
  },
};
