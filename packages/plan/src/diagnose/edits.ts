// Commands on the log: a reading more, one taken out.
import { changePlan, type Command } from '../edit/index.ts';
import type { ReadingEntry } from '../fields/index.ts';

export const addReading = (entry: ReadingEntry): Command =>
  changePlan('a reading', (plan) => {
    (plan.log ??= []).push(entry);
  });

/** Takes a reading out by its place in the log. */
export const takeReading = (index: number): Command =>
  changePlan('a reading taken out', (plan) => {
    plan.log?.splice(index, 1);
  });

/** Many readings at once, as a sheet brings them. */
export const addReadings = (entries: readonly ReadingEntry[]): Command =>
  changePlan(`${entries.length} readings`, (plan) => {
    (plan.log ??= []).push(...entries);
  });
