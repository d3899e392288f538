// Upkeep as the command line prints it, and as a calendar takes it; what is found of it.
import { aheadFindings, aheadReport, waterAhead } from '../ahead/index.ts';
import { calendarOf, CAUTION_WORDS } from '../build/index.ts';
import { dateOf, dayNumber } from '../formats/index.ts';
import { finding, worstFirst, type Finding } from '../findings/index.ts';
import type { Plan } from '../schema/index.ts';
import { COMING, frostDay, upkeepOf, type JobDue } from './due.ts';

export interface UpkeepReport {
  readonly jobs: readonly unknown[];
  readonly frost: unknown;
  readonly ahead: unknown;
  readonly findings: readonly Finding[];
}

export function upkeepFindings(dues: readonly JobDue[], plan: Plan): Finding[] {
  const over = dues.filter((d) => d.over >= 0);
  const coming = dues.filter((d) => d.over < 0 && d.over >= -COMING);
  const found: Finding[] = [];
  for (const d of over.slice(0, 3))
    found.push(finding(`upkeep-${d.by}`, d.job.at, { job: d.job.title, on: d.due ?? '' }));
  if (over.length > 3) found.push(finding('upkeep-more', '', { jobs: over.length - 3 }));
  const [next] = coming;
  if (next) found.push(finding('upkeep-coming', next.job.at, { job: next.job.title, on: next.due ?? '' }));
  else if (over.length === 0 && dues.some((d) => d.due)) found.push(finding('upkeep-good', '', {}));
  if (dues.length > 0 && dues.every((d) => d.due === undefined)) found.push(finding('upkeep-begin', '', {}));
  if (frostDay(plan)?.basis === 'typical' && dues.some((d) => d.by === 'frost' && d.due))
    found.push(finding('upkeep-frost-assumed', '', {}));
  return worstFirst(found);
}

/** @param from the day it is asked for, such as 2026-05-01 */
export function upkeepReport(plan: Plan, from: string): UpkeepReport {
  const today = dayNumber(from);
  const dues = upkeepOf(plan, today);
  const ahead = waterAhead(plan, today);
  return {
    jobs: dues.map((d) => ({
      id: d.job.id,
      title: d.job.title,
      at: d.job.at === '' ? null : d.job.at,
      due: d.due ?? null,
      by: d.due === undefined ? null : d.by,
      overDays: Number.isFinite(d.over) ? Math.max(0, d.over) : 0,
      everyDays: d.job.everyDays ?? null,
      last: d.last?.on ?? null,
    })),
    frost: frostDay(plan) ?? null,
    ahead: aheadReport(ahead),
    findings: worstFirst([...upkeepFindings(dues, plan), ...aheadFindings(ahead)]),
  };
}

/** What is due as a calendar; what is over is put on the day that it is asked for. @param stamp ms since 1970 */
export const upkeepIcs = (plan: Plan, dues: readonly JobDue[], from: string, stamp: number): string =>
  calendarOf(
    plan.title,
    dues.flatMap((d) => {
      if (d.due === undefined) return [];
      const on = dateOf(Math.max(dayNumber(d.due), dayNumber(from)));
      const { why, how, cautions } = d.job.words;
      return [
        {
          id: `upkeep ${d.job.id}`,
          title: d.job.title,
          words: [why, ...how, ...cautions.map((c) => CAUTION_WORDS[c])].filter((w) => w !== ''),
          first: on,
          last: on,
          done: false,
        },
      ];
    }),
    stamp,
  );
