// The work as the command line prints it, and as a calendar takes it.
import { createEvents, type DateArray, type EventAttributes } from 'ics';
import { hoursOf } from '../fields/index.ts';
import { dateOf, dayNumber } from '../formats/index.ts';
import type { Finding } from '../findings/index.ts';
import type { Plan } from '../schema/index.ts';
import { datedSteps, type DatedStep } from './dates.ts';
import { buildFindings } from './judge.ts';
import { CAUTION_WORDS, SIGN_WORDS, WORK } from './words.ts';

const tidy = (v: number): number => Number(v.toFixed(2));

export interface StepsReport {
  readonly steps: readonly unknown[];
  readonly findings: readonly Finding[];
}

/** @param from first day of work, such as 2026-05-01 */
export function stepsReport(plan: Plan, from: string): StepsReport {
  const steps = datedSteps(plan, from);
  return {
    steps: steps.map((s) => ({
      id: s.id,
      title: s.title,
      does: s.does,
      of: [...s.of],
      why: WORK[s.work].why,
      after: s.holds.map((h) => h.of),
      waitH: tidy(hoursOf(s.wait)),
      holds: s.holds.filter((h) => h.wait > 0).map((h) => ({ of: h.of, waitH: tidy(hoursOf(h.wait)) })),
      hours: tidy(hoursOf(s.time)),
      at: s.at ?? null,
      start: s.first,
      end: s.last,
      done: s.done?.on ?? null,
      cautions: s.cautions.map((c) => CAUTION_WORDS[c]),
      signs: s.signs.map((x) => SIGN_WORDS[x]),
    })),
    findings: buildFindings(plan, steps),
  };
}

const dateArray = (day: number): DateArray => {
  const [y, m, d] = dateOf(day).split('-').map(Number);
  return [y, m, d];
};

/**
 * The work as a calendar (RFC 5545): one entry a step, whole days of the place's own calendar, so that no change of clocks
 * moves it. The same step has the same name each time: a calendar that is brought in again moves it.
 * @param stamp when the file is made, ms since 1970
 */
export function stepsIcs(plan: Plan, steps: readonly DatedStep[], stamp: number): string {
  const made = new Date(stamp);
  const at: DateArray = [
    made.getUTCFullYear(),
    made.getUTCMonth() + 1,
    made.getUTCDate(),
    made.getUTCHours(),
    made.getUTCMinutes(),
  ];
  const place = slug(plan.title);
  const { error, value } = createEvents(
    steps.map((s): EventAttributes => ({
      uid: `${slug(s.id)}@${place}.vernal-slope`,
      productId: 'vernal-slope/build',
      title: s.title,
      description: [
        WORK[s.work].why,
        ...WORK[s.work].slips,
        ...s.cautions.map((c) => CAUTION_WORDS[c]),
        ...s.signs.map((x) => SIGN_WORDS[x]),
      ].join('\n'),
      start: dateArray(dayNumber(s.first)),
      // the day after the last: an end is not of the entry
      end: dateArray(dayNumber(s.last) + 1),
      created: at,
      lastModified: at,
      calName: plan.title,
      ...(s.done ? { status: 'CONFIRMED' as const } : { status: 'TENTATIVE' as const }),
    })),
  );
  if (error) throw error;
  return value ?? '';
}
const slug = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]+/g, '-');
