// The slope of the work: which steps are drawn, where on the days they lie.
import { scaleLinear } from 'd3-scale';
import { dayNumber } from '@vernal-slope/plan/formats';
import { countOf } from '../../judgement/stepjudgement.ts';
import { waitDays, type DatedStep } from '@vernal-slope/plan/build';

/** A wait in whole days. */
export const waitText = (wait: number): string => countOf(waitDays(wait), 'day');

export interface Tread {
  readonly step: DatedStep;
  /** Shares of the width, 0 to 1. */
  readonly from: number;
  readonly to: number;
  /** Where its wait ends; undefined of steps without one. */
  readonly waits?: number;
}

/** From where a wait is over down to the step that it holds up. */
export interface Plumb {
  readonly id: string;
  /** Share of the width. */
  readonly at: number;
  /** Rows: of the step that is waited for, and of the one that waits. */
  readonly from: number;
  readonly to: number;
}

export interface Slope {
  readonly treads: readonly Tread[];
  readonly plumbs: readonly Plumb[];
  readonly ticks: readonly { readonly day: number; readonly at: number }[];
  /** Where today is; undefined where it lies outside. */
  readonly today?: number;
}

/** Room that the word today takes, and that a date takes at the edge, of the width. */
const ROOM = 0.09;
const EDGE = 0.03;
/** A step that begins so many days after a wait is over was held by something else, or by a feast. */
const HELD_DAYS = 3;
/** Days that a drawing has at the least, so that one short step is no wall. */
const LEAST_DAYS = 7;

/**
 * The steps that are drawn: those done last, then the next open ones.
 * @param steps by their days
 */
export function slopeOf(steps: readonly DatedStep[], today: string, before: number, ahead: number): Slope {
  const done = steps.filter((s) => s.done);
  const shown = [
    ...done.slice(Math.max(0, done.length - before)),
    ...steps.filter((s) => !s.done).slice(0, ahead),
  ].sort((a, b) => a.day - b.day);
  if (shown.length === 0) return { treads: [], plumbs: [], ticks: [] };
  const first = shown[0].day;
  const end = (s: DatedStep): number => dayNumber(s.last) + 1;
  const last = Math.max(first + LEAST_DAYS, ...shown.map((s) => end(s)));
  const x = scaleLinear([first, last], [0, 1]).clamp(true);
  const now = dayNumber(today);
  const row = new Map(shown.map((s, k) => [s.id, k]));
  const plumbs = shown.flatMap((s, to) =>
    s.holds.flatMap((h): Plumb[] => {
      const from = row.get(h.of);
      if (h.wait <= 0 || from === undefined || from >= to) return [];
      const over = end(shown[from]) + waitDays(h.wait);
      // concrete is looked for however late its step comes
      const held = s.day <= over + HELD_DAYS || shown[from].sets === 'concrete';
      return held && s.day >= over && over < last ? [{ id: `${h.of} ${s.id}`, at: x(over), from, to }] : [];
    }),
  );
  return {
    plumbs,
    treads: shown.map((step): Tread => ({
      step,
      from: x(step.day),
      to: x(end(step)),
      ...(step.wait > 0 ? { waits: x(end(step) + waitDays(step.wait)) } : {}),
    })),
    ticks: x
      .ticks(6)
      .map((day) => ({ day, at: x(day) }))
      .filter(
        (t) =>
          Number.isInteger(t.day) &&
          t.at > EDGE &&
          t.at < 1 - EDGE &&
          !(now === t.day || Math.abs(x(now + 0.5) - t.at) < ROOM),
      ),
    ...(now >= first && now <= last ? { today: x(now + 0.5) } : {}),
  };
}
