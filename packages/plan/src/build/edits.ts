// Commands on the work: when it begins, its week, days off, what is done.
import { changePlan, type Command } from '../edit/index.ts';
import type { BuildEntry } from '../fields/index.ts';

export const changeBuild = (label: string, change: (build: BuildEntry) => void): Command =>
  changePlan(label, (plan) => {
    const build: BuildEntry = plan.build ?? {};
    change(build);
    plan.build = build;
  });

/** Ticks a step off on a day, with a note; without a day it is open again. */
export const tickStep = (step: string, on: string | undefined, note?: string): Command =>
  changeBuild(on === undefined ? 'not done yet' : 'done', (build) => {
    const rest = (build.done ?? []).filter((d) => d.step !== step);
    build.done = on === undefined ? rest : [...rest, { step, on, ...(note ? { note } : {}) }];
  });

/** A day on which nothing is done, or is worked again. */
export const setOff = (date: string, off: boolean): Command =>
  changeBuild(off ? 'a day off' : 'a day of work', (build) => {
    const rest = (build.off ?? []).filter((d) => d !== date);
    build.off = off ? [...rest, date].sort() : rest;
  });
