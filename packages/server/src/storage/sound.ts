// Looks stored data over before it is served. What is damaged or missing is told, never taken for a new beginning, and
// never touched.
import type { Client, Row } from '@libsql/client';
import { accessSync, closeSync, constants, openSync, readFileSync, readSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { migrationsFolder, openClient } from '../db/database.ts';
import { DatabaseHeld, untilFree } from '../db/patient.ts';
import { DamagedText, decodeText } from '../db/text.ts';
import { withoutLog } from '../db/log.ts';
import { newestCopy } from './names.ts';
import { StorageFault } from './fault.ts';
import { urlOf, type Place } from './place.ts';
import { walState } from './wal.ts';

const unpack = promisify(gunzip);
const MAGIC = 'SQLite format 3\0';
/** A server that writes while we read makes the log look torn for a moment: it is read again, as often and so far apart (ms). */
const READINGS = 5;
const APART_MS = 120;

/** How long a database that another holds is asked again at a start, ms. */
const HELD_MS = 3000;

const kB = (bytes: number): string => `${Math.max(1, Math.round(bytes / 1000)).toLocaleString('en')} kB`;
const sizeOf = (file: string): number | undefined => statSync(file, { throwIfNoEntry: false })?.size;

/** What may be done about it: the newest copy, or what can still be read. */
export function adviceFor(place: Place): string {
  const copy = newestCopy(place.copies);
  const folder = JSON.stringify(place.folder);
  return copy
    ? `The newest copy is ${join(place.copies, copy.name)}: npm run restore -- --data ${folder} newest brings it back and keeps what is there beside it.`
    : `There is no copy of it in ${place.copies}. What can still be read: npm run restore -- --data ${folder} --as-is`;
}

/** What the system says of a file that may not be read or written. */
function refusedBy(error: unknown): string {
  const { code } = error as NodeJS.ErrnoException;
  switch (code) {
    case 'ENOENT':
      return 'is not there';
    case 'EACCES':
    case 'EPERM':
      return 'may not be used by the user this runs as';
    case 'EROFS':
      return 'is on a disk that is read-only';
    case 'ENOSPC':
      return 'cannot be written: the disk is full';
    case 'EISDIR':
      return 'is a folder';
    case 'ENOTDIR':
      return 'is a file where a folder is wanted';
    default:
      return `cannot be used (${code ?? String(error)})`;
  }
}

/** @throws StorageFault where the folder of the data is missing, or may not be read or written */
export function mayUse(place: Place): void {
  const rights = constants.R_OK | constants.W_OK;
  const check = (path: string, more = 0): void => {
    try {
      accessSync(path, rights | more);
    } catch (error) {
      throw new StorageFault(
        path,
        refusedBy(error),
        'Give the right to read and write it, or choose another folder with --data.',
      );
    }
  };
  check(place.folder, constants.X_OK);
  if (place.file === undefined) return;
  for (const file of [place.file, `${place.file}-wal`]) {
    const info = statSync(file, { throwIfNoEntry: false });
    if (info?.isDirectory())
      throw new StorageFault(file, 'is a folder', 'Move it away, or choose another folder with --data.');
    if (info) check(file);
  }
}

/**
 * Looks at the files as they lie, before any driver touches them.
 * @param shared another server has them open: the end of the log is in its hands
 * @returns whether there is nothing yet @throws StorageFault
 */
export async function lookAtFiles(place: Place, shared = false): Promise<'new' | 'there'> {
  const file = place.file as string;
  const size = sizeOf(file);
  const wal = sizeOf(`${file}-wal`) ?? 0;
  if (!size) {
    const how = size === undefined ? 'is missing' : 'is empty';
    if (wal > 0)
      throw new StorageFault(file, `${how}, and ${file}-wal beside it holds ${kB(wal)} of saves`, adviceFor(place));
    if (newestCopy(place.copies))
      throw new StorageFault(
        file,
        `${how}, and there are copies of it`,
        `${adviceFor(place)} To begin anew, move ${place.copies} away.`,
      );
    return 'new';
  }
  const head = Buffer.alloc(16);
  const handle = openSync(file, 'r');
  readSync(handle, head, 0, 16, 0);
  closeSync(handle);
  if (head.toString('latin1') !== MAGIC)
    throw new StorageFault(file, 'is no database, or its beginning is damaged', adviceFor(place));
  if (wal > 0 && !shared) {
    let state = walState(`${file}-wal`);
    for (let k = 1; state.damage && k < READINGS; k++) {
      await wait(APART_MS);
      state = walState(`${file}-wal`);
    }
    if (state.damage)
      throw new StorageFault(
        `${file}-wal`,
        `${state.damage}: what was saved after it would be lost without a word`,
        `${adviceFor(place)} If the power failed while it was written, npm run restore -- --data ${JSON.stringify(place.folder)} --as-is takes all that was saved before.`,
      );
  }
  return 'there';
}

/** Tables and their columns of text, as they are looked through. */
const TEXTS: readonly (readonly [table: string, columns: readonly string[]])[] = [
  ['plans', ['id', 'title', 'document']],
  ['versions', ['plan_id', 'title', 'summary', 'name', 'save_key']],
  ['readings', ['plan_id', 'id', 'entry']],
  ['photos', ['plan_id', 'id', 'type']],
  ['marks', ['name', 'value']],
];

/** Columns a table has; none where there is no such table. */
async function columnsOf(client: Client, table: string): Promise<Set<string>> {
  const { rows } = await client.execute({
    sql: 'select cast(name as blob) as name from pragma_table_info(?)',
    args: [table],
  });
  return new Set(rows.map((row) => decodeText(row.name)));
}

const isJson = (text: string): boolean => {
  try {
    JSON.parse(text);
    return true;
  } catch {
    return false;
  }
};
const asJson = (text: string): string => JSON.stringify(JSON.parse(text));

/** Rows of a query that goes on after a rowid (its one parameter, and its column `at`), a part in memory at a time. */
async function* inParts(client: Client, sql: string): AsyncGenerator<Row> {
  for (let after = -(2 ** 53 - 1); ;) {
    const { rows } = await client.execute({ sql, args: [after] });
    yield* rows;
    if (rows.length === 0) return;
    after = Number(rows[rows.length - 1].at);
  }
}

/** Every stored plan against its own newest version, which was stored with it: a digit that flipped shows there. */
async function plansAreWhole(client: Client): Promise<string | undefined> {
  const whole = `select p.rowid as at, cast(p.id as blob) as id, cast(p.document as blob) as document, v.document as packed
    from plans p left join versions v on v.plan_id = p.id and v.revision = p.revision where p.rowid > ? order by p.rowid limit 50`;
  for await (const row of inParts(client, whole)) {
    const id = decodeText(row.id);
    const text = decodeText(row.document);
    if (!isJson(text)) return `has a plan that cannot be read (${id})`;
    if (!(row.packed instanceof ArrayBuffer)) continue;
    try {
      const kept = withoutLog((await unpack(Buffer.from(row.packed))).toString('utf8'));
      if (kept !== text && asJson(kept) !== asJson(withoutLog(text)))
        return `has a plan that is not what was saved (${id})`;
    } catch {
      return `has a version of a plan that cannot be unpacked (${id})`;
    }
  }
  return undefined;
}

/** What is wrong in an open database, as the rest of a sentence; undefined where it is sound. */
async function damageIn(client: Client): Promise<string | undefined> {
  const { rows } = await client.execute('PRAGMA quick_check(1)');
  const said = rows[0] ? String(Object.values(rows[0])[0]) : 'nothing';
  if (said !== 'ok') return `is damaged (${said.replaceAll(/\s+/g, ' ').slice(0, 120)})`;
  const tables = (
    await client.execute("select cast(name as blob) as name from sqlite_master where type = 'table'")
  ).rows.map((row) => decodeText(row.name));
  if (tables.length > 0 && !tables.includes('__drizzle_migrations')) return 'is a database of another program';
  const newest = newestMigration();
  if (tables.length > 0) {
    const { rows: done } = await client.execute('select max(created_at) as newest from __drizzle_migrations');
    if (Number(done[0]?.newest ?? 0) > newest) return 'was written by a newer version of Vernal Slope';
  }
  for (const [table, columns] of TEXTS) {
    const there = await columnsOf(client, table);
    const asked = columns.filter((c) => there.has(c));
    if (asked.length === 0) continue;
    const texts = `select rowid as at, ${asked.map((c) => `cast("${c}" as blob)`).join()} from "${table}"
      where rowid > ? order by rowid limit 500`;
    for await (const row of inParts(client, texts))
      for (let k = 1; k <= asked.length; k++) if (row[k] !== null) decodeText(row[k]);
  }
  return tables.includes('plans') && tables.includes('versions') ? plansAreWhole(client) : undefined;
}

interface Journal {
  readonly entries: readonly { readonly when: number }[];
}
/** When the newest change of form that this version knows was made, ms. */
function newestMigration(): number {
  const journal = JSON.parse(readFileSync(join(migrationsFolder, 'meta/_journal.json'), 'utf8')) as Journal;
  return Math.max(...journal.entries.map((e) => e.when));
}

/** Connections that must not be let go of: letting go of one may write the log into a file that is damaged. */
const leftAlone: Client[] = [];

/** What is wrong with a database file, as the rest of a sentence; undefined where it is sound. Nothing is written. */
export async function damageOf(file: string): Promise<string | undefined> {
  let client: Client | undefined;
  try {
    const opened = (client = openClient(urlOf(file)));
    const until = performance.now() + HELD_MS;
    const damage = await untilFree(opened, () => damageIn(opened), { writing: false, until });
    if (damage) leftAlone.push(opened);
    else opened.close();
    return damage;
  } catch (error) {
    if (client) leftAlone.push(client);
    if (error instanceof DatabaseHeld) return 'is held by another program';
    if (error instanceof DamagedText) return 'has a text with bytes that are no UTF-8: it is damaged';
    return `is damaged (${(error as Error).message.replace(/^SQLITE_\w+: /, '').slice(0, 120)})`;
  }
}

/** Looks all that is stored over. @throws StorageFault */
export async function lookOver(place: Place, shared = false): Promise<'new' | 'there'> {
  mayUse(place);
  if (place.file === undefined) return 'there';
  const state = await lookAtFiles(place, shared);
  if (state === 'there') {
    const damage = await damageOf(place.file);
    if (damage) throw new StorageFault(place.file, damage, adviceFor(place));
  }
  return state;
}
