// Stored data that is damaged or missing, in every way that was thought of: told in a sentence, never taken for new, never
// touched.
import { createClient } from '@libsql/client';
import { createHash } from 'node:crypto';
import {
  chmodSync,
  closeSync,
  cpSync,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeAll, describe, expect, it } from 'vitest';
import { openDatabase } from '../db/database.ts';
import { PlanStore } from '../db/plans.ts';
import { pack } from '../documents/prepare.ts';
import { demo, newFolder, served } from '../http/served.testdata.ts';
import { makeCopy } from './copies.ts';
import { StorageFault } from './fault.ts';
import { placeOf, type Place } from './place.ts';
import { restore, takeAsItIs } from './restore.ts';
import { lookOver, mayUse } from './sound.ts';
import { walState } from './wal.ts';

const plan = demo('tarn-foot');
/** A folder whose log holds what was saved last, as a kill leaves it. */
let master: string;
beforeAll(async () => {
  master = newFolder();
  const place = placeOf(master, '');
  const { db } = await openDatabase(place.url);
  let n = 0;
  const store = new PlanStore(db, () => `plan-${++n}`);
  const checkpoint = createClient({ url: place.url });
  for (let k = 0; k < 6; k++) {
    await store.create(pack({ ...plan, title: `Plan ${k}` }));
    // some in the file, some in the log alone
    if (k === 2) await checkpoint.execute('PRAGMA wal_checkpoint(TRUNCATE)');
  }
  for (let k = 1; k <= 6; k++) await store.save(`plan-${k}`, 1, pack({ ...plan, title: `Plan ${k} again` }));
  // as it lies now, before a connection is let go of and writes the log into the file
  const left = newFolder();
  cpSync(master, left, { recursive: true, filter: (from) => !from.endsWith('-shm') });
  master = left;
});

const broken = (change: (file: string, place: Place) => void): Place => {
  const folder = newFolder();
  cpSync(master, folder, { recursive: true, filter: (from) => !from.endsWith('-shm') });
  const place = placeOf(folder, '');
  change(place.file as string, place);
  return place;
};
/** Every file of a folder and what is in it. */
const state = (folder: string): Record<string, string> =>
  Object.fromEntries(
    readdirSync(folder, { recursive: true, withFileTypes: true })
      // what SQLite makes to read: an index of its own, and an empty log
      .filter((entry) => entry.isFile() && !entry.name.endsWith('-shm'))
      .filter((entry) => !(entry.name.endsWith('-wal') && statSync(join(entry.parentPath, entry.name)).size === 0))
      .map((entry) => {
        const path = join(entry.parentPath, entry.name);
        return [path.slice(folder.length), createHash('sha256').update(readFileSync(path)).digest('hex')];
      }),
  );
const overwrite = (file: string, at: number, bytes: Uint8Array): void => {
  const handle = openSync(file, 'r+');
  writeSync(handle, bytes, 0, bytes.length, at);
  closeSync(handle);
};
const flip = (file: string, at: number): void => overwrite(file, at, Buffer.from([readFileSync(file)[at] ^ 0x41]));
const told = async (place: Place): Promise<string> => {
  const before = state(place.folder);
  const error: unknown = await lookOver(place).then(
    () => undefined,
    (e: unknown) => e,
  );
  if (error === undefined) return '';
  expect(state(place.folder)).toEqual(before);
  expect(error).toBeInstanceOf(StorageFault);
  return (error as StorageFault).message;
};

describe('data as a kill leaves it', () => {
  it('is sound', async () => {
    expect(await told(broken(() => undefined))).toBe('');
  });
  it('is sound with a log that breaks off in the middle of a page', async () => {
    expect(await told(broken((f) => truncateSync(`${f}-wal`, statSync(`${f}-wal`).size - 1000)))).toBe('');
  });
  it('is new where there is nothing', async () => {
    expect(await lookOver(placeOf(newFolder(), ''))).toBe('new');
  });
});

const utf8 = Buffer.from('Plan 1 again');
describe('damaged or missing data', () => {
  it.each<[string, (file: string) => void, RegExp]>([
    [
      'an empty file beside its log',
      (f) => truncateSync(f),
      /vernal\.db is empty, and .*vernal\.db-wal beside it holds \d+ kB of saves\./,
    ],
    ['a missing file beside its log', (f) => rmSync(f), /vernal\.db is missing, and .*-wal beside it holds/],
    [
      'a log with a flipped byte in a page',
      (f) => flip(`${f}-wal`, 32 + 24 + 300),
      /vernal\.db-wal has a damaged part, 0 of \d+ of its pages in: what was saved after it would be lost/,
    ],
    [
      'a log with a flipped byte in the middle',
      (f) => flip(`${f}-wal`, Math.floor(statSync(`${f}-wal`).size / 2)),
      /-wal has a damaged part/,
    ],
    [
      'a log with a flipped byte in its last page',
      (f) => flip(`${f}-wal`, statSync(`${f}-wal`).size - 10),
      /-wal has a damaged part/,
    ],
    ['a log with a flipped byte in the salt of a page', (f) => flip(`${f}-wal`, 32 + 8), /-wal has a damaged part/],
    [
      'a log with a flipped byte in the salt of its last page',
      (f) => flip(`${f}-wal`, statSync(`${f}-wal`).size - 4096 - 24 + 9),
      /-wal has a damaged part/,
    ],
    ['a log with a damaged head', (f) => flip(`${f}-wal`, 17), /-wal has a damaged beginning/],
    [
      'a text that is no UTF-8',
      (f) => overwrite(f, readFileSync(f).indexOf('Plan 1'), Buffer.from([0xff])),
      /has a text with bytes that are no UTF-8/,
    ],
    [
      'a document whose digit flipped',
      (f) => overwrite(f, readFileSync(f).lastIndexOf('"lengthM":') + 10, Buffer.from('7')),
      /has a plan that is not what was saved \(plan-\d\)/,
    ],
    [
      'a document that is no JSON any more',
      (f) => overwrite(f, readFileSync(f).lastIndexOf('"lengthM":'), Buffer.from('}')),
      /has a plan that cannot be read/,
    ],
    ['a page that is garbage', (f) => overwrite(f, 4096, Buffer.alloc(4096, 0xa5)), /is damaged \(/],
    [
      'a text file',
      (f) => writeFileSync(f, 'my plans, by hand'.repeat(400)),
      /is no database, or its beginning is damaged/,
    ],
    ['a file that is cut short', (f) => truncateSync(f, 4096 * 3), /is damaged \(/],
    ['a folder in its place', (f) => (rmSync(f), mkdirSync(f)), /vernal\.db is a folder/],
  ])('%s is told in a sentence and left as it is', async (name, change, words) => {
    expect(utf8.length).toBeGreaterThan(0);
    // what is in the file, not in the log, where the file itself is damaged
    const place = broken((f) => {
      if (!/log/.test(name)) rmSync(`${f}-wal`, { force: true });
      change(f);
    });
    const said = await told(place);
    expect(said).toMatch(words);
    expect(said).toContain('Nothing was moved or changed.');
    expect(said).not.toMatch(/\n| at .*\.ts/);
    expect(said).toMatch(/npm run restore -- --data|--data/);
  });
  it('a database of another program, and of a newer version, are not touched', async () => {
    const place = placeOf(newFolder(), '');
    const client = createClient({ url: place.url });
    await client.execute('create table birds (name text)');
    expect(await told(place)).toContain('is a database of another program');
    const newer = broken(() => undefined);
    const its = createClient({ url: newer.url });
    await its.execute("insert into __drizzle_migrations (hash, created_at) values ('x', 9999999999999)");
    expect(await told(newer)).toContain('was written by a newer version');
  });
  it('names the newest copy where there is one, and begins nothing anew beside it', async () => {
    const place = broken(() => undefined);
    const copy = await makeCopy(place, 'daily');
    rmSync(place.file as string);
    // whoever let go of it last may have taken it along
    rmSync(`${place.file}-wal`, { force: true });
    const said = await told(place);
    expect(said).toContain('vernal.db is missing, and there are copies of it');
    expect(said).toContain(copy.name);
    expect(said).toContain('To begin anew, move');
  });
  it('may not be read or written: whose it is', () => {
    const place = broken(() => undefined);
    if (process.getuid?.() === 0) {
      // root may do anything: a folder that is a file shows the same way
      expect(() => mayUse({ ...place, folder: place.file as string })).toThrow(
        /cannot be used|file where a folder|may not be used/,
      );
      return;
    }
    chmodSync(place.file as string, 0o444);
    expect(() => mayUse(place)).toThrow(/may not be used by the user this runs as/);
  });
});

describe('what can be done about it', () => {
  it('a damaged file is set aside as it is, and the copy takes its place', async () => {
    // the copy was made of the same elsewhere: whoever made it here may yet write the log into the file
    const whole = broken(() => undefined);
    const copy = await makeCopy(whole, 'daily');
    const place = broken((file, { copies }) => {
      cpSync(whole.copies, copies, { recursive: true });
      rmSync(`${file}-wal`, { force: true });
      overwrite(file, 4096, Buffer.alloc(4096, 0xa5));
    });
    const bytes = readFileSync(place.file as string);
    const done = await restore(place, join(place.copies, copy.name));
    expect(done).toMatchObject({ plans: 6, before: undefined });
    expect(readFileSync(join(done.aside as string, 'vernal.db'))).toEqual(bytes);
    expect(await told(place)).toBe('');
    const there = await served(place.folder);
    expect((await there.ask('GET', '/plans')).body.plans).toHaveLength(6);
    await there.close();
  });
  it('a log that was torn is taken as far as it is sound, when that is asked for', async () => {
    const place = broken((f) => flip(`${f}-wal`, statSync(`${f}-wal`).size - 10));
    expect(await told(place)).toContain('--as-is');
    const wal = readFileSync(`${place.file}-wal`);
    const done = await takeAsItIs(place);
    expect(readFileSync(join(done.aside as string, 'vernal.db-wal'))).toEqual(wal);
    const there = await served(place.folder);
    const titles = ((await there.ask('GET', '/plans')).body.plans as { title: string }[]).map((p) => p.title);
    // all but the last save
    expect(titles.filter((t) => t.endsWith('again'))).toHaveLength(5);
    expect(titles).toHaveLength(6);
    await there.close();
  });
});

describe('a byte that goes bad while the server runs', () => {
  let stop: (() => Promise<void>) | undefined;
  afterEach(async () => stop?.());
  it('is told for the plan that has it, and everything else is served', async () => {
    const there = await served();
    stop = there.close;
    for (const title of ['One', 'Two']) await there.ask('POST', '/plans', { document: { ...plan, title } });
    const client = createClient({ url: there.place.url });
    await client.execute(
      "update plans set document = cast(cast(substr(document, 1, 40) as blob) || x'ff' || cast(substr(document, 42) as blob) as text) where id = 'plan-1'",
    );
    const bad = await there.ask('GET', '/plans/plan-1');
    expect([bad.status, bad.body.error.code]).toEqual([500, 'damaged']);
    expect(bad.body.error.message).toContain('which copy can be brought back');
    expect((await there.ask('GET', '/plans/plan-2')).status).toBe(200);
    // a copy of what is damaged is not kept, and throws no older one out
    const copy = await there.ask('POST', '/copies');
    expect([copy.status, copy.body.error.message]).toEqual([507, expect.stringContaining('it was not kept')]);
    expect((await there.ask('GET', '/copies')).body.copies).toEqual([]);
  });
});

it('the sum of a log is SQLite’s own: a log that SQLite wrote is sound to its last page', () => {
  const file = `${placeOf(master, '').file}-wal`;
  expect(existsSync(file)).toBe(true);
  const frames = (statSync(file).size - 32) / (4096 + 24);
  expect(walState(file)).toEqual({ sound: frames });
});
