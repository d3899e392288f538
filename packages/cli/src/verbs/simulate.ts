// The verb `simulate`: a plan run in time.
import { judgeRun, simulatePlan, simulateReport } from '@vernal-slope/plan/simulate';
import { minutesOf } from '@vernal-slope/plan/compile';
import type { Verb } from './verb.ts';

const HOUR = 3600;

export const simulate: Verb = {
  name: 'simulate',
  options: ['hours', 'every', 'start', 'month', 'seed'],
  usage: [
    'simulate FILE [--hours 24] [--every 60] [--start 00:00] [--month 1..12] [--seed 1]',
    'levels and flows in time, who is short, what runs over',
  ],
  run: (plan, options) => {
    const found = simulatePlan(
      plan,
      {
        duration: (options.hours ?? 24) * HOUR,
        start: options.start === undefined ? 0 : minutesOf(options.start) * 60,
        month: options.month,
        seed: options.seed,
      },
      { every: options.every ?? 60, exact: true },
    );
    return simulateReport(found, judgeRun(found));
  },
};
