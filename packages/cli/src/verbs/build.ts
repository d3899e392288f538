// The verbs `steps` and `upkeep`: work with its days; as a calendar too.
import { writeFileSync } from 'node:fs';
import { datedSteps, stepsIcs, stepsReport } from '@vernal-slope/plan/build';
import { upkeepIcs, upkeepOf, upkeepReport } from '@vernal-slope/plan/upkeep';
import { dayNumber } from '@vernal-slope/plan/formats';
import { todayText } from '@vernal-slope/display/dates';
import { fault, type Verb } from './verb.ts';

/** @throws where the file cannot be written */
function writeCalendar(file: string, text: string): void {
  try {
    writeFileSync(file, text);
  } catch (error) {
    throw fault(
      '--ics',
      `"${file}" cannot be written (${(error as NodeJS.ErrnoException).code ?? 'unknown'})`,
      'name a file in a folder that is there',
    );
  }
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
    const first = from ?? plan.build?.from ?? todayText();
    if (ics !== undefined) writeCalendar(ics, stepsIcs(plan, datedSteps(plan, first), Date.now()));
    return stepsReport(plan, first);
  },
};

export const upkeep: Verb = {
  name: 'upkeep',
  options: ['from', 'ics'],
  usage: [
    'upkeep FILE [--from 2026-05-01] [--ics FILE]',
    'what is kept up and when it is due, as of a day (today); how many days',
    'the water lasts from then; --ics writes a calendar too',
  ],
  run: (plan, { from, ics }) => {
    const day = from ?? todayText();
    if (ics !== undefined) writeCalendar(ics, upkeepIcs(plan, upkeepOf(plan, dayNumber(day)), day, Date.now()));
    return upkeepReport(plan, day);
  },
};
