// Names of copies: when one was made, and why.
import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';

/** Why a copy was made: by itself, on being asked for, before another was brought back. */
export const WHYS = ['daily', 'asked', 'before-restore'] as const;
export type Why = (typeof WHYS)[number];

export interface Copy {
  readonly name: string;
  readonly why: Why;
  /** When it was made, as its name says, to the second. */
  readonly madeAt: Date;
  readonly bytes: number;
}

const NAME = /^vernal-(\d{4})-(\d\d)-(\d\d)T(\d\d)-(\d\d)-(\d\d)(?:-(\d+))?-(daily|asked|before-restore)\.db$/;

export const copyNameSchema = z.string().regex(NAME);

/** Name of a copy made at `at`: in universal time, so that names stand in the order in which they were made. */
export const copyName = (at: Date, why: Why, nth = 0): string =>
  `vernal-${at.toISOString().slice(0, 19).replaceAll(':', '-')}${nth > 0 ? `-${nth}` : ''}-${why}.db`;

/** Copies in a folder, newest first; none where there is no folder. */
export function copiesIn(folder: string): Copy[] {
  let names: string[];
  try {
    names = readdirSync(folder);
  } catch {
    return [];
  }
  return names
    .flatMap((name): Copy[] => {
      const found = NAME.exec(name);
      const size = found && statSync(join(folder, name), { throwIfNoEntry: false })?.size;
      if (!found || size === undefined || size === null) return [];
      const [, year, month, day, hour, minute, second, , why] = found;
      const madeAt = new Date(`${year}-${month}-${day}T${hour}:${minute}:${second}Z`);
      return [{ name, why: why as Why, madeAt, bytes: size }];
    })
    .sort((a, b) => b.madeAt.getTime() - a.madeAt.getTime() || (a.name < b.name ? 1 : -1));
}

/** The newest copy that has something in it, whyever it was made, but for what stood before a copy was brought back. */
export const newestCopy = (folder: string): Copy | undefined =>
  copiesIn(folder).find((copy) => copy.bytes > 0 && copy.why !== 'before-restore');

/** Daily copies kept: the newest of each of the last days, and the newest of each of the last months. */
export const DAYS_KEPT = 7;
export const MONTHS_KEPT = 12;
/** Copies kept of what stood before others were brought back. */
export const BEFORE_KEPT = 5;

/** Copies that are not kept any longer. Those that were asked for stay until somebody takes them away. */
export function tooOld(copies: readonly Copy[]): Copy[] {
  const daily = copies.filter((c) => c.why === 'daily');
  const newestOf = (length: number, most: number): Copy[] => {
    const first = new Map<string, Copy>();
    for (const copy of daily) {
      const span = copy.madeAt.toISOString().slice(0, length);
      if (!first.has(span)) first.set(span, copy);
    }
    return [...first.values()].slice(0, most);
  };
  const kept = new Set([...newestOf(10, DAYS_KEPT), ...newestOf(7, MONTHS_KEPT)]);
  return [...daily.filter((c) => !kept.has(c)), ...copies.filter((c) => c.why === 'before-restore').slice(BEFORE_KEPT)];
}
