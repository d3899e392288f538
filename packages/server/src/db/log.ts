// The log of a plan in the database: rows that are put in, written anew and taken out one by one, each only over the
// writing it is based on, so that a request sent twice, or late, changes nothing.
import { and, asc, count, eq, isNotNull, isNull, sql, type SQL } from 'drizzle-orm';
import { LIST_LIMITS } from '@vernal-slope/plan/schema';
import type { PreparedEntry } from '../documents/prepare.ts';
import type { Db } from './database.ts';
import { photos, plans, readings } from './schema.ts';
import { textOf, textOrNull } from './text.ts';

export interface LogRow {
  readonly id: string;
  readonly version: number;
  /** JSON without the id; null where it was taken out. */
  readonly entry: string | null;
  readonly changed: number;
}

/** An entry that is put in (`base` 0) or written over the writing `base`; without text it is taken out. */
export interface LogChange {
  readonly id: string;
  readonly base: number;
  /** JSON without the id. */
  readonly entry: string | null;
}

/** A plan that was not deleted. */
const isThere = (planId: string): SQL | undefined => and(eq(plans.id, planId), isNull(plans.deletedAt));

/** Rows of a log in the order in which they came in, those taken out too. */
export const logOf = (db: Db, planId: string) =>
  db
    .select({
      id: textOf(readings.id),
      version: readings.version,
      entry: textOrNull(readings.entry),
      changed: readings.changed,
    })
    .from(readings)
    .where(eq(readings.planId, planId))
    .orderBy(asc(readings.added));

/** JSON of an entry with its id; null where it was taken out. */
export const entryText = ({ id, entry }: LogRow): string | null =>
  entry === null ? null : `{"id":${JSON.stringify(id)},${entry.slice(1)}`;

/** Changes of a log so far. */
export const logRevisionOf = (log: readonly LogRow[]): number => log.reduce((most, r) => Math.max(most, r.changed), 0);

/** A document (JSON without a log) with its log put back. */
export function withLog(document: string, log: readonly LogRow[]): string {
  const entries = log.map(entryText).filter((text) => text !== null);
  return entries.length === 0 ? document : `${document.slice(0, -1)},"log":[${entries.join()}]}`;
}

/** A document of the time when its log was kept in it, without it. */
export function withoutLog(document: string): string {
  if (!document.includes('"log":[')) return document;
  const { log, ...rest } = JSON.parse(document) as { log?: unknown };
  return log ? JSON.stringify(rest) : document;
}

/** The number that the next change of a log gets. */
const next = (planId: string): SQL =>
  sql`(select coalesce(max(${readings.changed}), 0) + 1 from ${readings} where ${readings.planId} = ${planId})`;

const insert = (db: Db, planId: string, { id, entry }: Pick<LogChange, 'id' | 'entry'>, now: Date) =>
  db.run(sql`insert into ${readings} (plan_id, id, version, entry, added, changed, saved_at)
    select ${planId}, ${id}, 1, ${entry}, n, n, ${now.getTime()} from (select ${next(planId)} as n)
    where exists (select 1 from ${plans} where ${plans.id} = ${planId} and ${plans.deletedAt} is null)
    on conflict do nothing`);

/** Puts entries in that are not known yet; what is known stays as it is, and what was taken out stays out. */
export const putIn = (db: Db, planId: string, entries: readonly PreparedEntry[], now: Date) =>
  entries.map((entry) => insert(db, planId, entry, now));

/** One change: over another writing than the one that it is based on it does nothing. */
const change = (db: Db, planId: string, { id, base, entry }: LogChange, now: Date) =>
  base === 0
    ? insert(db, planId, { id, entry }, now)
    : db.run(sql`update ${readings} set version = version + 1, entry = ${entry}, changed = ${next(planId)},
        saved_at = ${now.getTime()} where plan_id = ${planId} and id = ${id} and version = ${base}`);

export type LogResult =
  { readonly kind: 'kept'; readonly log: readonly LogRow[] } | { readonly kind: 'missing' } | { readonly kind: 'full' };

/** Makes changes of a log in one transaction. @returns the log as it is then, whoever wrote it */
export async function changeLog(db: Db, planId: string, changes: readonly LogChange[], now: Date): Promise<LogResult> {
  const [[plan], [entries]] = await db.batch([
    db
      .select({ there: sql`1` })
      .from(plans)
      .where(isThere(planId)),
    db
      .select({ count: count() })
      .from(readings)
      .where(and(eq(readings.planId, planId), isNotNull(readings.entry))),
  ]);
  if (!plan) return { kind: 'missing' };
  const more = changes.filter((c) => c.base === 0).length;
  if (more > 0 && (entries?.count ?? 0) + more > LIST_LIMITS.log) return { kind: 'full' };
  const [first, ...rest] = changes.map((c) => change(db, planId, c, now));
  if (first) await db.batch([first, ...rest]);
  return { kind: 'kept', log: await logOf(db, planId) };
}

/** Most photographs of a plan. */
export const PHOTOS_KEPT = 2000;

export interface Photo {
  readonly type: string;
  readonly bytes: Buffer;
}

/** Keeps a photograph under its id; the same one sent again changes nothing. */
export async function keepPhoto(
  db: Db,
  planId: string,
  id: string,
  photo: Photo,
  now: Date,
): Promise<'kept' | 'missing' | 'full'> {
  const [plan] = await db
    .select({ there: sql`1` })
    .from(plans)
    .where(isThere(planId));
  if (!plan) return 'missing';
  const [held] = await db.select({ count: count() }).from(photos).where(eq(photos.planId, planId));
  if ((held?.count ?? 0) >= PHOTOS_KEPT) return 'full';
  await db
    .insert(photos)
    .values({ planId, id, type: photo.type, bytes: photo.bytes, savedAt: now })
    .onConflictDoNothing();
  return 'kept';
}

export async function photoOf(db: Db, planId: string, id: string): Promise<Photo | undefined> {
  const [row] = await db
    .select({ type: textOf(photos.type), bytes: photos.bytes })
    .from(photos)
    .innerJoin(plans, eq(plans.id, photos.planId))
    .where(and(isThere(planId), eq(photos.id, id)));
  return row;
}
