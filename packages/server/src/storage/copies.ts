// Copies of the whole database, made while it is in use by SQLite's own means (VACUUM INTO), and looked over before
// they count.
import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { openClient } from '../db/database.ts';
import { untilFree } from '../db/patient.ts';
import { copiesIn, copyName, tooOld, type Copy, type Why } from './names.ts';
import { settle, urlOf, type Place } from './place.ts';
import { damageOf } from './sound.ts';

/** How long a database that another holds is asked again for a copy, ms. */
const PATIENCE_MS = 30_000;
const PART = '.part';
/** A part older than this was left behind by a copy that never came to its end, ms. */
const LEFT_BEHIND_MS = 3_600_000;

/** The copy is not sound, or could not be made. */
export class CopyFailed extends Error {
  constructor(why: string) {
    super(why);
    this.name = 'CopyFailed';
  }
}

/** Writes a copy of the database `file` to `target`, whole and looked over, or nothing. @throws CopyFailed */
export async function copyDatabase(file: string, target: string): Promise<void> {
  if (!existsSync(file)) throw new CopyFailed(`${file} is not there: there is nothing to copy.`);
  mkdirSync(dirname(target), { recursive: true });
  const part = `${target}.${process.pid}${PART}`;
  rmSync(part, { force: true });
  const client = openClient(urlOf(file));
  try {
    const vacuum = async (): Promise<unknown> => {
      rmSync(part, { force: true });
      return client.execute({ sql: 'VACUUM INTO ?', args: [part] });
    };
    await untilFree(client, vacuum, { writing: false, until: performance.now() + PATIENCE_MS });
    const damage = await damageOf(part);
    if (damage) throw new CopyFailed(`The copy ${damage}; it was not kept. The database itself may be damaged.`);
    settle(part);
    renameSync(part, target);
    settle(target);
  } catch (error) {
    throw error instanceof CopyFailed ? error : new CopyFailed(`The copy could not be made: ${plain(error)}.`);
  } finally {
    client.close();
    for (const name of [part, `${part}-wal`, `${part}-shm`, `${part}-journal`]) rmSync(name, { force: true });
  }
}

const plain = (error: unknown): string => {
  const { code, message } = error as NodeJS.ErrnoException;
  if (code === 'ENOSPC' || /SQLITE_FULL|disk is full/i.test(message)) return 'the disk is full';
  if (code === 'EACCES' || code === 'EROFS' || /SQLITE_CANTOPEN|SQLITE_READONLY/.test(message))
    return 'the folder of the copies may not be written';
  return message.replace(/^SQLITE_\w+: /, '').slice(0, 200);
};

/** Makes a copy in the folder of the copies and lets go of those that are too old. @throws CopyFailed */
export async function makeCopy(place: Pick<Place, 'file' | 'copies'>, why: Why, now = new Date()): Promise<Copy> {
  if (place.file === undefined)
    throw new CopyFailed('The data lies on a libSQL server: copies are made there, not here.');
  let nth = 0;
  while (existsSync(join(place.copies, copyName(now, why, nth)))) nth++;
  const name = copyName(now, why, nth);
  await copyDatabase(place.file, join(place.copies, name));
  // the new one is there and sound: only now may an old one go
  clearOut(place.copies, name);
  const made = copiesIn(place.copies).find((c) => c.name === name);
  if (!made) throw new CopyFailed(`The copy ${name} is gone from ${place.copies}.`);
  return made;
}

/** Lets go of copies that are too old and of parts that were left behind. */
function clearOut(folder: string, made: string): void {
  for (const copy of tooOld(copiesIn(folder))) if (copy.name !== made) rmSync(join(folder, copy.name), { force: true });
  for (const name of readdirSync(folder)) {
    if (!name.includes(PART)) continue;
    const path = join(folder, name);
    const age = Date.now() - (statSync(path, { throwIfNoEntry: false })?.mtimeMs ?? Date.now());
    if (age > LEFT_BEHIND_MS) rmSync(path, { force: true });
  }
}

/** True where the newest copy of the day's kind is of an earlier day than `now`. */
export function dailyIsDue(folder: string, now: Date): boolean {
  const newest = copiesIn(folder).find((c) => c.why === 'daily');
  return !newest || newest.madeAt.toISOString().slice(0, 10) < now.toISOString().slice(0, 10);
}

/** A copy of a file that may be worked on: `file` stays as it is. */
export function working(file: string, folder: string): string {
  mkdirSync(folder, { recursive: true });
  const target = join(folder, `${basename(file)}.${process.pid}${PART}`);
  copyFileSync(file, target);
  return target;
}
