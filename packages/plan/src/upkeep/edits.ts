// Commands on upkeep: what was done goes into the log, how often and what else into the plan.
import { addReading } from '../diagnose/index.ts';
import { changePlan, type Command } from '../edit/index.ts';
import type { UpkeepEntry } from '../fields/index.ts';
import type { Job } from './jobs.ts';

export const changeUpkeep = (label: string, change: (upkeep: UpkeepEntry) => void): Command =>
  changePlan(label, (plan) => {
    const upkeep: UpkeepEntry = plan.upkeep ?? {};
    change(upkeep);
    plan.upkeep = upkeep;
  });

/** A job was done. @param id names the entry for good @param at a local moment */
export const markDone = (job: Pick<Job, 'id' | 'at'>, id: string, at: string, place: string, note?: string): Command =>
  addReading({ id, at, place: job.at === '' ? place : job.at, upkeep: job.id, ...(note ? { note } : {}) });

/** How often a job comes; undefined takes the table's again. */
export const setEvery = (job: string, everyDays: number | undefined): Command =>
  changeUpkeep('how often it comes', (upkeep) => {
    const own = upkeep.own?.find((o) => `own:${o.id}` === job);
    if (own && everyDays !== undefined) {
      own.everyDays = everyDays;
      return;
    }
    const rest = (upkeep.every ?? []).filter((e) => e.job !== job);
    upkeep.every = everyDays === undefined ? rest : [...rest, { job, everyDays }];
  });

/** A job that this place does not do, or does after all; one of its own is taken out. */
export const leaveOut = (job: string, out: boolean): Command =>
  changeUpkeep(out ? 'a job left out' : 'a job taken up', (upkeep) => {
    if (out && upkeep.own?.some((o) => `own:${o.id}` === job)) {
      upkeep.own = upkeep.own.filter((o) => `own:${o.id}` !== job);
      return;
    }
    const rest = (upkeep.leftOut ?? []).filter((j) => j !== job);
    upkeep.leftOut = out ? [...rest, job] : rest;
  });

export const addOwn = (id: string, title: string, everyDays: number, place?: string): Command =>
  changeUpkeep('a job of our own', (upkeep) => {
    (upkeep.own ??= []).push({ id, title, everyDays, ...(place ? { place } : {}) });
  });
