// The work as the command line prints it, and as a calendar takes it.
import { hoursOf } from '../fields/index.ts';
import type { Finding } from '../findings/index.ts';
import type { Plan } from '../schema/index.ts';
import { calendarOf } from './calendar.ts';
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

/** The work as a calendar: one entry a step. @param stamp when the file is made, ms since 1970 */
export const stepsIcs = (plan: Plan, steps: readonly DatedStep[], stamp: number): string =>
  calendarOf(
    plan.title,
    steps.map((s) => ({
      id: s.id,
      title: s.title,
      words: [
        WORK[s.work].why,
        ...WORK[s.work].slips,
        ...s.cautions.map((c) => CAUTION_WORDS[c]),
        ...s.signs.map((x) => SIGN_WORDS[x]),
      ],
      first: s.first,
      last: s.last,
      done: s.done !== undefined,
    })),
    stamp,
  );
