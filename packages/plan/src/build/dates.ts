// Days of the work: from when it begins, with the week that is worked, days off and what is done.
import { schedule } from '@vernal-slope/core/schedule';
import { secondsOfHours } from '../fields/index.ts';
import { dateOf, dayNumber } from '../formats/index.ts';
import type { Plan } from '../schema/index.ts';
import { buildSteps, type BuildStep } from './steps.ts';

/** Where nobody said: six hours of work a day, Monday to Saturday (assumptions). */
export const BUILD_DEFAULTS = { hoursPerDay: 6, workDays: [1, 2, 3, 4, 5, 6] } as const;

export interface DatedStep extends BuildStep {
  /** Dates such as 2026-05-01, of the place's own calendar. */
  readonly first: string;
  readonly last: string;
  /** Day number of `first`. */
  readonly day: number;
  /** Ticked off: when, and what was written there. */
  readonly done?: { readonly on: string; readonly note?: string };
  /** It was done before what it waits for was over, or had stood: which, and from when it might have been. */
  readonly early?: { readonly of: string; readonly from: string };
}

/** Monday 1 to Sunday 7: 1 January 1970 was a Thursday. */
export const weekday = (day: number): number => ((((day + 3) % 7) + 7) % 7) + 1;

const DAY = 86_400;
/** Whole days that a wait takes, s. */
export const waitDays = (wait: number): number => Math.ceil(wait / DAY - 1e-9);

/**
 * Every step with its days, in an order that holds.
 * @param today a date such as 2026-05-01: what is open is not planned before it; of the command line none
 * @throws RangeError where no day of work comes within ten years
 */
export function datedSteps(plan: Plan, from: string, today?: string): DatedStep[] {
  const steps = buildSteps(plan);
  const build = plan.build ?? {};
  const week = new Set<number>(build.workDays ?? BUILD_DEFAULTS.workDays);
  const off = new Set((build.off ?? []).map(dayNumber));
  const ticked = new Map((build.done ?? []).map((d) => [d.step, d]));
  const done = new Map(
    steps.flatMap((s): [string, number][] => {
      const tick = ticked.get(s.id);
      return tick ? [[s.id, dayNumber(tick.on)]] : [];
    }),
  );
  const first = dayNumber(from);
  const slots = schedule(
    steps,
    {
      from: first,
      perDay: secondsOfHours(build.hoursPerDay ?? BUILD_DEFAULTS.hoursPerDay),
      working: (day) => week.has(weekday(day)) && !off.has(day),
    },
    done,
    today === undefined ? first : Math.max(first, dayNumber(today)),
  );
  return steps.map((s): DatedStep => {
    const slot = slots.get(s.id) ?? { first, last: first };
    const tick = ticked.get(s.id);
    const early = tick && earlyOf(s, done, dayNumber(tick.on));
    return {
      ...s,
      day: slot.first,
      first: dateOf(slot.first),
      last: dateOf(slot.last),
      ...(tick ? { done: { on: tick.on, ...(tick.note ? { note: tick.note } : {}) } } : {}),
      ...(early ? { early } : {}),
    };
  });
}

/** What a step that is done should have waited for: undone still, or not yet stood long enough on that day. */
function earlyOf(
  step: BuildStep,
  done: ReadonlyMap<string, number>,
  on: number,
): { of: string; from: string } | undefined {
  for (const h of step.holds) {
    const before = done.get(h.of);
    // what has not been ticked may have been forgotten; only a wait that is known to be short is told
    if (before === undefined) continue;
    const may = before + waitDays(h.wait);
    if (on < may) return { of: h.of, from: dateOf(may) };
  }
  return undefined;
}
