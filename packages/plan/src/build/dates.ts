// Days of the work: from when it begins, with the week that is worked, days off and what is done.
import { schedule, type Slot } from '@vernal-slope/core/schedule';
import { monthlyClimate } from '../year/index.ts';
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
  /** It waits for warmer weather than there is when its turn comes: from when on it is warm enough. */
  readonly warmFrom?: string;
  readonly early?: { readonly of: string; readonly from: string };
}

/** Concrete and cement are not worked in months with a colder mean, °C (ACI 306 for concrete, from memory). */
export const COLD = 5;
const monthOf = (day: number): number => Number(dateOf(day).slice(5, 7)) - 1;

/** Mean temperature of the months, °C; undefined where it is not known, or the plan says how warm it is while it is built. */
function monthsWarm(plan: Plan): readonly number[] | undefined {
  const climate = plan.build?.temperatureC === undefined ? monthlyClimate(plan) : undefined;
  return climate?.tMaxC.map((t, m) => (t + climate.tMinC[m]) / 2);
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
  const warm = monthsWarm(plan);
  const rough = buildSteps(plan);
  const build = plan.build ?? {};
  const week = new Set<number>(build.workDays ?? BUILD_DEFAULTS.workDays);
  const off = new Set((build.off ?? []).map(dayNumber));
  const ticked = new Map((build.done ?? []).map((d) => [d.step, d]));
  const done = new Map(
    rough.flatMap((s): [string, number][] => {
      const tick = ticked.get(s.id);
      return tick ? [[s.id, dayNumber(tick.on)]] : [];
    }),
  );
  const first = dayNumber(from);
  const mayBegin = today === undefined ? first : Math.max(first, dayNumber(today));
  const daysFor = (steps: readonly BuildStep[], weather: boolean): ReadonlyMap<string, Slot> => {
    const wet = new Set(steps.filter((s) => s.sets === 'concrete' || s.sets === 'cement').map((s) => s.id));
    return schedule(
      steps,
      {
        from: first,
        perDay: secondsOfHours(build.hoursPerDay ?? BUILD_DEFAULTS.hoursPerDay),
        working: (day) => week.has(weekday(day)) && !off.has(day),
        ...(weather && warm ? { fits: (id, day) => !wet.has(id) || warm[monthOf(day)] >= COLD } : {}),
      },
      done,
      mayBegin,
    );
  };
  const waits = warm !== undefined && warm.some((t) => t >= COLD);
  let steps = rough;
  let slots = daysFor(steps, waits);
  if (warm && rough.some((s) => s.sets === 'cement')) {
    // how long cement stands hangs on the month in which it comes
    const then = slots;
    steps = buildSteps(plan, (id) => warm[monthOf(then.get(id)?.first ?? first)]);
    slots = daysFor(steps, waits);
  }
  const anyhow = waits ? daysFor(steps, false) : slots;
  return steps.map((s): DatedStep => {
    const slot = slots.get(s.id) ?? { first, last: first };
    const sooner = anyhow.get(s.id)?.first ?? slot.first;
    const cold = (s.sets === 'concrete' || s.sets === 'cement') && slot.first > sooner && !done.has(s.id);
    const tick = ticked.get(s.id);
    const early = tick && earlyOf(s, done, dayNumber(tick.on));
    return {
      ...s,
      day: slot.first,
      first: dateOf(slot.first),
      last: dateOf(slot.last),
      ...(tick ? { done: { on: tick.on, ...(tick.note ? { note: tick.note } : {}) } } : {}),
      ...(early ? { early } : {}),
      ...(cold ? { warmFrom: dateOf(slot.first) } : {}),
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
