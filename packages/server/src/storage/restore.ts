// Brings a copy back. What was there is copied first, so that it can be undone; what is damaged is set aside as it is.
import { existsSync, mkdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import type { Client, InStatement } from '@libsql/client';
import { openClient, openDatabase } from '../db/database.ts';
import { untilFree } from '../db/patient.ts';
import { copyDatabase, makeCopy, working } from './copies.ts';
import { StorageFault } from './fault.ts';
import { copiesIn, newestCopy, type Copy } from './names.ts';
import { settle, urlOf, type Place } from './place.ts';
import { othersAt } from './running.ts';
import { damageOf, lookAtFiles } from './sound.ts';

/** Why nothing was brought back. */
export class RestoreFailed extends Error {
  constructor(why: string) {
    super(`${why} Nothing was changed.`);
    this.name = 'RestoreFailed';
  }
}

export interface Restored {
  /** File that was brought back. */
  readonly from: string;
  /** Copy of what was there; undefined where nothing was, or it was damaged. */
  readonly before: Copy | undefined;
  /** Folder where damaged files were set aside. */
  readonly aside: string | undefined;
  readonly plans: number;
}

/** How long a database that another holds is asked again, ms. */
const PATIENCE_MS = 30_000;

/** The file that is meant: a copy by its name, `newest`, or any file. @throws RestoreFailed */
export function fileToRestore(place: Place, wanted: string): string {
  if (wanted === 'newest') {
    const copy = newestCopy(place.copies);
    if (!copy) throw new RestoreFailed(`There is no copy in ${place.copies}.`);
    return join(place.copies, copy.name);
  }
  for (const file of [resolve(wanted), join(place.copies, basename(wanted))]) if (existsSync(file)) return file;
  throw new RestoreFailed(`There is no file ${wanted}.`);
}

/** What stood before the last copy was brought back. @throws RestoreFailed */
export function fileToUndo(place: Place): string {
  const copy = copiesIn(place.copies).find((c) => c.why === 'before-restore');
  if (!copy) throw new RestoreFailed('No copy was brought back yet: there is nothing to undo.');
  return join(place.copies, copy.name);
}

/** Moves the files of a database into a folder of their own, as they are. @returns the folder */
function setAside(place: Place, now: Date): string | undefined {
  const file = place.file as string;
  const there = [file, `${file}-wal`, `${file}-shm`].filter((f) => existsSync(f));
  if (there.length === 0) return undefined;
  const folder = join(place.copies, `set-aside-${now.toISOString().slice(0, 19).replaceAll(':', '-')}`);
  mkdirSync(folder, { recursive: true });
  for (const f of there) renameSync(f, join(folder, basename(f)));
  return folder;
}

/**
 * Puts the plans of the open database `kept` in place of those of `main`, in one transaction. A plan that differs goes
 * on from the higher of both revisions, and so do its readings: a window that has the plan open sees that it was changed,
 * and never saves over it unseen.
 */
const replacing = (from: string, now: number): InStatement[] => [
  'drop table if exists temp.was',
  'drop table if exists temp.was_log',
  `create temp table was as select p.id, p.revision,
     p.revision = k.revision and p.document = k.document and p.title = k.title and p.deleted_at is k.deleted_at as same
   from main.plans p left join kept.plans k on k.id = p.id`,
  'create temp table was_log as select plan_id, id, version, entry, added, changed from main.readings',
  ...['readings', 'photos', 'grids', 'versions', 'plans'].map((t) => `delete from main.${t}`),
  ...['plans', 'versions', 'grids', 'photos'].map((t) => `insert into main.${t} select * from kept.${t}`),
  // history of what was brought back: a version of its own, over both
  {
    sql: `insert into main.versions (plan_id, revision, title, summary, name, saved_at, document, save_key)
      select v.plan_id, max(w.revision, k.revision) + 1, v.title, ?, null, ?, v.document, null
      from kept.plans k join temp.was w on w.id = k.id and not w.same
      join kept.versions v on v.plan_id = k.id and v.revision = k.revision`,
    args: [`brought back from the copy ${from}`.slice(0, 200), now],
  },
  {
    sql: `update main.plans set updated_at = ?, revision = max(revision, (select w.revision from temp.was w where w.id = plans.id)) + 1
      where exists (select 1 from temp.was w where w.id = plans.id and not w.same)`,
    args: [now],
  },
  // readings: those that differ count on from what is known of them, those that are not in the copy are taken out
  {
    sql: `insert into main.readings (plan_id, id, version, entry, added, changed, saved_at)
      select k.plan_id, k.id,
        case when w.id is null or (w.version = k.version and w.entry is k.entry) then k.version else max(w.version, k.version) + 1 end,
        k.entry, k.added,
        k.changed + coalesce((select max(x.changed) from temp.was_log x where x.plan_id = k.plan_id), 0), k.saved_at
      from kept.readings k left join temp.was_log w on w.plan_id = k.plan_id and w.id = k.id`,
    args: [],
  },
  {
    sql: `insert into main.readings (plan_id, id, version, entry, added, changed, saved_at)
      select w.plan_id, w.id, w.version + 1, null, w.added + coalesce((select max(k.added) from kept.readings k where k.plan_id = w.plan_id), 0),
        w.changed + 1 + 2 * coalesce((select max(k.changed) from kept.readings k where k.plan_id = w.plan_id), 0), ?
      from temp.was_log w join main.plans p on p.id = w.plan_id
      where not exists (select 1 from kept.readings k where k.plan_id = w.plan_id and k.id = w.id)`,
    args: [now],
  },
  'insert or replace into main.marks select * from kept.marks',
  'drop table temp.was',
  'drop table temp.was_log',
];

/** Puts the rows of the database `from` in place of those of `place`, while it may be in use. */
async function replaceRows(client: Client, from: string, label: string, now: Date): Promise<void> {
  const statements = replacing(label, now.getTime());
  const replace = async (): Promise<void> => {
    // a connection that met a lock is replaced, and what was attached to it is gone with it
    const { rows } = await client.execute("select 1 from pragma_database_list where name = 'kept'");
    if (rows.length === 0) await client.execute({ sql: 'ATTACH ? AS kept', args: [from] });
    await client.batch(statements, 'write');
  };
  await untilFree(client, replace, { writing: true, until: performance.now() + PATIENCE_MS });
  await client.execute('DETACH kept');
}

/**
 * Brings `file` back. A sound database is copied first and its rows are replaced, whether a server has it open or not; one
 * that is damaged or missing is set aside and the copy takes its place. @throws RestoreFailed
 */
export async function restore(
  place: Place,
  file: string,
  /** `inUse`: by this very process, whose database is never moved from under it. */
  { inUse = false, now = new Date() }: { readonly inUse?: boolean; readonly now?: Date } = {},
): Promise<Restored> {
  if (place.file === undefined)
    throw new RestoreFailed('The data lies on a libSQL server: copies are brought back there.');
  if (!statSync(file, { throwIfNoEntry: false })?.isFile()) throw new RestoreFailed(`There is no file ${file}.`);
  if (resolve(file) === resolve(place.file)) throw new RestoreFailed('This is the database itself.');
  // brought to the newest form on a copy of its own: the file that was named stays as it is
  const work = working(file, join(place.copies, 'work'));
  try {
    const damage = statSync(work).size === 0 ? 'is empty' : await damageOf(work);
    if (damage) throw new RestoreFailed(`${file} ${damage}.`);
    const form = await openDatabase(urlOf(work));
    await form.close();
    const probe = openClient(urlOf(work));
    const { rows } = await probe.execute('select count(*) as n from plans where deleted_at is null');
    probe.close();
    const plans = Number(rows[0]?.n);

    let sound: boolean;
    try {
      sound =
        (await lookAtFiles(place, inUse || othersAt(place).length > 0)) === 'there' && !(await damageOf(place.file));
    } catch (error) {
      if (!(error instanceof StorageFault)) throw error;
      sound = false;
    }
    if (sound) {
      const current = await openDatabase(place.url);
      await current.close();
      const before = await makeCopy(place, 'before-restore', now);
      const client = openClient(place.url);
      try {
        await replaceRows(client, work, basename(file), now);
      } finally {
        client.close();
      }
      return { from: file, before, aside: undefined, plans };
    }
    if (inUse)
      throw new RestoreFailed(
        'The database is damaged: stop the server, then bring the copy back with npm run restore.',
      );
    const others = othersAt(place);
    if (others.length > 0)
      throw new RestoreFailed(
        `The server at ${others[0].address} has this data open: stop it first (process ${others[0].pid}).`,
      );
    const client = openClient(urlOf(work));
    // where there was no sound one nobody is signed in
    await client.execute('delete from sessions');
    client.close();
    const aside = await takePlace(place, work, now);
    return { from: file, before: undefined, aside, plans };
  } finally {
    for (const name of [work, `${work}-wal`, `${work}-shm`, `${work}-journal`]) rmSync(name, { force: true });
  }
}

/** A sound database in place of one that is not, which is set aside once the other is there. @returns where to */
async function takePlace(place: Place, work: string, now: Date): Promise<string | undefined> {
  const file = place.file as string;
  const fresh = `${file}.restored`;
  rmSync(fresh, { force: true });
  await copyDatabase(work, fresh);
  const aside = setAside(place, now);
  renameSync(fresh, file);
  settle(file);
  return aside;
}

/**
 * Takes a damaged database as far as it can be read: the files are set aside as they are, and what SQLite finds in them
 * that is sound takes their place. @throws RestoreFailed where it is not sound then either
 */
export async function takeAsItIs(place: Place, now = new Date()): Promise<Restored> {
  if (place.file === undefined) throw new RestoreFailed('The data lies on a libSQL server.');
  const others = othersAt(place);
  if (others.length > 0)
    throw new RestoreFailed(`The server at ${others[0].address} has this data open: stop it first.`);
  if (!existsSync(place.file)) throw new RestoreFailed(`${place.file} is missing: there is nothing that can be read.`);
  const work = working(place.file, join(place.copies, 'work'));
  const names = [work, `${work}-wal`, `${work}-shm`, `${work}-journal`];
  try {
    if (existsSync(`${place.file}-wal`)) {
      const wal = working(`${place.file}-wal`, join(place.copies, 'work'));
      renameSync(wal, `${work}-wal`);
    }
    const damage = statSync(work).size === 0 ? 'is empty' : await damageOf(work);
    if (damage) throw new RestoreFailed(`${place.file} ${damage}, as it is too.`);
    const client = openClient(urlOf(work));
    const { rows } = await client.execute('select count(*) as n from plans where deleted_at is null');
    client.close();
    const aside = await takePlace(place, work, now);
    return { from: place.file, before: undefined, aside, plans: Number(rows[0]?.n) };
  } finally {
    for (const name of names) rmSync(name, { force: true });
  }
}
