// When each job is due: by date, by storm, by frost, by use; and what was done.
import { type PlanBalance } from '../budget/index.ts';
import { weatherOf } from '../year/index.ts';
import { dateOf, dayNumber, dayOfYear } from '../formats/index.ts';
import { isSource } from '../kinds/index.ts';
import type { Plan } from '../schema/index.ts';
import { jobsOf, testMonths, type Job } from './jobs.ts';

/** Rain in a day from which it is a storm, mm, and days before the frost at which its jobs are due (assumptions). */
export const STORM_MM = 25;
const BEFORE_FROST = 14;
/** A job of the frost that was done within so many days before it is due is done for that winter. */
const SEASON = 90;
const DAYS_A_MONTH = 30.4;
/** A job is coming up when it is due within so many days. */
export const COMING = 14;

export type DueBy = 'days' | 'storm' | 'frost' | 'use';

export interface JobDue {
  readonly job: Job;
  /** When it was done last, and the entry of the log that says so. */
  readonly last?: { readonly on: string; readonly note?: string; readonly entry?: number };
  /** Undefined while nobody said from when to count. */
  readonly due?: string;
  readonly by: DueBy;
  /** Days over; negative before it is due. */
  readonly over: number;
}

/** Month and day, such as 10-25, on which frost may come first, and what says so; undefined where none comes. */
export interface FrostDay {
  readonly on: string;
  readonly basis: 'entered' | 'days' | 'months' | 'typical';
}

/** Of the recorded first frosts of each winter, so many come before it. */
const EARLY = 0.1;
/** Nights come so much colder than the mean of the month's nights (assumption), K. */
const COLDER = 4;
const MID_MONTH_DAY = 15;

/** First nights at or below 0 °C of the recorded winters, as days after midsummer. */
function recordedFrosts(plan: Plan, south: boolean): number[] {
  const daily = plan.climate?.daily;
  if (!daily?.tMinC) return [];
  const start = dayNumber(daily.start);
  const midsummer = south ? '-01-01' : '-07-01';
  const found: number[] = [];
  const last = start + daily.tMinC.length;
  for (let year = Number(daily.start.slice(0, 4)); ; year++) {
    const from = dayNumber(`${year}${midsummer}`);
    if (from + 300 > last) return found;
    if (from < start) continue;
    const k = daily.tMinC.slice(from - start, from - start + 300).findIndex((t) => t !== null && t <= 0);
    if (k >= 0) found.push(k);
  }
}

/**
 * Day of the first frost: as entered; else the day before which one recorded winter in ten had it; else where the mean
 * minimum of the months, taken to fall evenly from one month's middle to the next, comes down to 4 °C.
 */
export function frostDay(plan: Plan): FrostDay | undefined {
  if (plan.upkeep?.frostOn) return { on: plan.upkeep.frostOn, basis: 'entered' };
  const south = (plan.site?.latitudeDeg ?? 0) < 0;
  const summer = south ? 0 : 6;
  const recorded = recordedFrosts(plan, south).sort((a, b) => a - b);
  if (recorded.length > 2) {
    const k = recorded[Math.floor(EARLY * recorded.length)];
    return { on: dateOf(dayNumber(`2001-${south ? '01' : '07'}-01`) + k).slice(5), basis: 'days' };
  }
  const { tMinC, assumed } = weatherOf(plan);
  for (let m = 0; m < 8; m++) {
    const [a, b] = [tMinC[(summer + m) % 12], tMinC[(summer + m + 1) % 12]];
    if (a <= COLDER || b > COLDER) continue;
    const month = ((summer + m) % 12) + 1;
    const middle = dayNumber(`2001-${String(month).padStart(2, '0')}-${MID_MONTH_DAY}`);
    const day = middle + Math.round((DAYS_A_MONTH * (a - COLDER)) / (a - b));
    return { on: dateOf(day).slice(5), basis: assumed ? 'typical' : 'months' };
  }
  return undefined;
}

/** The day from which what was never done counts: as entered, else the first entry of the log or the last step built. */
export function runsFrom(plan: Plan): string | undefined {
  if (plan.upkeep?.from) return plan.upkeep.from;
  const logged = (plan.log ?? []).map((e) => e.at.slice(0, 10)).sort()[0] as string | undefined;
  const built = (plan.build?.done ?? [])
    .map((d) => d.on)
    .sort()
    .at(-1);
  return logged ?? built;
}

/** Days with a storm, sorted: rain of the log, and of the plan's daily series. */
function storms(plan: Plan): number[] {
  const from = plan.upkeep?.stormMm ?? STORM_MM;
  const daily = plan.climate?.daily;
  const first = daily ? dayNumber(daily.start) : 0;
  return [
    ...(plan.log ?? []).flatMap((e) => ((e.rainMm ?? 0) >= from ? [dayNumber(e.at.slice(0, 10))] : [])),
    ...(daily?.rainMm ?? []).flatMap((mm, k) => ((mm ?? 0) >= from ? [first + k] : [])),
  ].sort((a, b) => a - b);
}

/** When each job was done last, by its id: the log's entries, for a test of water the test itself. */
function doneBy(plan: Plan): Map<string, NonNullable<JobDue['last']>> {
  const last = new Map<string, NonNullable<JobDue['last']>>();
  (plan.log ?? []).forEach((e, entry) => {
    const on = e.at.slice(0, 10);
    if (e.upkeep === undefined || (last.get(e.upkeep)?.on ?? '') > on) return;
    last.set(e.upkeep, { on, entry, ...(e.note ? { note: e.note } : {}) });
  });
  for (const n of plan.nodes)
    if (isSource(n) && n.quality?.length)
      last.set(`water-test:${n.id}`, {
        on:
          n.quality
            .map((q) => q.date)
            .sort()
            .at(-1) ?? '',
      });
  return last;
}

/** Next day, after a base day, at which the jobs of the frost are due. */
function frostDue(frost: FrostDay, base: number, done: boolean): number {
  const after = done ? base + SEASON : base;
  for (let year = Number(dateOf(base).slice(0, 4)) - 1; ; year++) {
    const due = dayOfYear(year, frost.on) - BEFORE_FROST;
    if (due > after) return due;
  }
}

/** All jobs with when they are due, the most overdue first, those without a day last. @param today a day number */
export function upkeepOf(plan: Plan, today: number, balance?: PlanBalance): JobDue[] {
  const done = doneBy(plan);
  const start = runsFrom(plan);
  const frost = frostDay(plan);
  const wet = storms(plan).filter((d) => d <= today);
  const dues = jobsOf(plan, balance).map((job): JobDue => {
    const last = done.get(job.id);
    const base = last?.on ?? start;
    if (base === undefined) return { job, by: 'days', over: -Infinity };
    const from = dayNumber(base);
    const { words } = job;
    const every = job.kind === 'water-test' ? monthsFor(plan, job.at, last !== undefined) : job.everyDays;
    const limit = words.everyM3 ?? words.everyHours;
    const storm = words.storm && wet.find((d) => d > from);
    const ways: [number, DueBy][] = [
      ...(every === undefined ? [] : [[from + every, 'days'] as [number, DueBy]]),
      ...(storm ? [[storm, 'storm'] as [number, DueBy]] : []),
      ...(words.frost && frost ? [[frostDue(frost, from, last !== undefined), 'frost'] as [number, DueBy]] : []),
      ...(limit && job.usePerDay ? [[from + Math.floor(limit / job.usePerDay), 'use'] as [number, DueBy]] : []),
    ];
    const first = ways.sort((a, b) => a[0] - b[0])[0] as [number, DueBy] | undefined;
    const kept = last ? { last } : {};
    return first
      ? { job, ...kept, due: dateOf(first[0]), by: first[1], over: today - first[0] }
      : { job, ...kept, by: 'frost', over: -Infinity };
  });
  return dues.sort((a, b) => (a.due ?? '9999').localeCompare(b.due ?? '9999') || a.job.id.localeCompare(b.job.id));
}

/** A source that was never tested is tested at once. */
function monthsFor(plan: Plan, at: string, tested: boolean): number {
  const source = plan.nodes.find((n) => n.id === at);
  return tested && isSource(source) ? Math.round(testMonths(source) * DAYS_A_MONTH) : 0;
}
