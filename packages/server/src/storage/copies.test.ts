import { createClient } from '@libsql/client';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { demo, newFolder, served, type Served } from '../http/served.testdata.ts';
import { backupTo, changeKeys, listCopies, restoreFrom } from './commands.ts';
import { dailyIsDue, makeCopy } from './copies.ts';
import { BEFORE_KEPT, copiesIn, copyName, newestCopy, tooOld, type Copy, type Why } from './names.ts';
import { placeOf } from './place.ts';
import { damageOf } from './sound.ts';

const plan = demo('tarn-foot');
const reading = (id: string, note = ''): object => ({
  id,
  at: '2026-07-01T06:00',
  place: plan.nodes[0].id,
  rainMm: 3,
  note,
});

describe('which copies are kept', () => {
  const copy = (day: string, why: Why = 'daily'): Copy => {
    const madeAt = new Date(`${day}T06:00:00Z`);
    return { name: copyName(madeAt, why), why, madeAt, bytes: 1 };
  };
  const newestFirst = (copies: Copy[]): Copy[] => copies.sort((a, b) => b.madeAt.getTime() - a.madeAt.getTime());
  it('is seven days and twelve months of the daily ones', () => {
    // two years, day by day
    const all: Copy[] = [];
    for (let at = Date.UTC(2025, 0, 1); at <= Date.UTC(2026, 11, 31); at += 86_400_000)
      all.push(copy(new Date(at).toISOString().slice(0, 10)));
    const gone = new Set(tooOld(newestFirst(all)));
    const kept = all.filter((c) => !gone.has(c)).map((c) => c.madeAt.toISOString().slice(0, 10));
    // the last seven days, and the last day of each of the last twelve months
    expect(kept.sort().reverse()).toEqual([
      ...['31', '30', '29', '28', '27', '26', '25'].map((d) => `2026-12-${d}`),
      '2026-11-30', '2026-10-31', '2026-09-30', '2026-08-31', '2026-07-31', '2026-06-30', '2026-05-31', '2026-04-30',
      '2026-03-31', '2026-02-28', '2026-01-31',
    ]); // prettier-ignore
  });
  it('counts days that have a copy, not days that went by', () => {
    const few = newestFirst(['2026-01-05', '2026-02-01', '2026-02-02', '2026-06-09'].map((d) => copy(d)));
    expect(tooOld(few)).toEqual([]);
  });
  it('is every one that was asked for, and the last few of what stood before', () => {
    const asked = Array.from({ length: 40 }, (_, k) =>
      copy(`2026-03-${String((k % 28) + 1).padStart(2, '0')}`, 'asked'),
    );
    const before = Array.from({ length: 9 }, (_, k) => copy(`2026-04-0${9 - k}`, 'before-restore'));
    expect(tooOld(newestFirst([...asked, ...before]))).toEqual(before.slice(BEFORE_KEPT));
  });
  it('is due once a day', () => {
    const folder = newFolder();
    const at = new Date('2026-05-04T10:00:00Z');
    expect(dailyIsDue(folder, at)).toBe(true);
    writeFileSync(join(folder, copyName(at, 'daily')), 'x');
    expect(dailyIsDue(folder, new Date('2026-05-04T23:59:59Z'))).toBe(false);
    expect(dailyIsDue(folder, new Date('2026-05-05T00:00:01Z'))).toBe(true);
  });
  it('is told by names alone: what is not one of ours is left alone', () => {
    const folder = newFolder();
    for (const name of ['vernal.db', 'vernal-2026-05-04T10-00-00-weekly.db', '../vernal.db.bak', 'notes.txt'])
      writeFileSync(join(folder, name.replaceAll('/', '_')), 'x');
    expect(copiesIn(folder)).toEqual([]);
    writeFileSync(join(folder, copyName(new Date(0), 'daily')), '');
    expect(newestCopy(folder)).toBeUndefined();
  });
});

describe('a copy', () => {
  let there: Served;
  const ask = (...args: Parameters<Served['ask']>): ReturnType<Served['ask']> => there.ask(...args);
  beforeEach(async () => {
    there = await served();
  });
  afterEach(() => there.close());
  const titles = async (): Promise<string[]> =>
    ((await ask('GET', '/plans')).body.plans as { title: string }[]).map((p) => p.title).sort();

  it('is made by one press while saves go on, alone holds everything, and is sound', async () => {
    const { id } = (await ask('POST', '/plans', { document: { ...plan, title: 'Rill' } })).body;
    await ask('POST', `/plans/${id}/log`, { put: [{ base: 0, entry: reading('first-one') }], gone: [] });
    let revision = 1;
    let over = false;
    const saving = (async () => {
      while (!over)
        revision = (await ask('PUT', `/plans/${id}`, { revision, document: { ...plan, title: 'Rill' } })).body.revision;
    })();
    const made = await ask('POST', '/copies');
    over = true;
    await saving;
    expect(made.status).toBe(201);
    expect(made.body).toMatchObject({ why: 'asked' });
    const listed = (await ask('GET', '/copies')).body;
    expect(listed).toMatchObject({ possible: true, failed: null, copies: [{ name: made.body.name }] });
    // fetched, and served by itself elsewhere
    const file = Buffer.from(await (await fetch(`${there.address}/api/copies/${made.body.name}`)).arrayBuffer());
    expect(file.length).toBe(made.body.bytes);
    const elsewhere = newFolder();
    writeFileSync(join(elsewhere, 'vernal.db'), file);
    expect(await damageOf(join(elsewhere, 'vernal.db'))).toBeUndefined();
    const second = await served(elsewhere);
    const copied = (await second.ask('GET', `/plans/${id}`)).body;
    expect(copied.document.log).toEqual([reading('first-one')]);
    expect(copied.revision).toBeGreaterThanOrEqual(1);
    expect(copied.revision).toBeLessThanOrEqual(revision);
    await second.close();
  });

  it('is brought back while the server runs, keeps what was there, and is undone', async () => {
    for (const title of ['Kept', 'Changed', 'Deleted later'])
      await ask('POST', '/plans', { document: { ...plan, title } });
    const [kept, changed, deleted] = ['plan-1', 'plan-2', 'plan-3'];
    await ask('POST', `/plans/${changed}/log`, { put: [{ base: 0, entry: reading('of-before') }], gone: [] });
    const { name } = (await ask('POST', '/copies')).body;
    for (const [r, title] of [
      [1, 'Changed once'],
      [2, 'Changed twice'],
    ] as const)
      await ask('PUT', `/plans/${changed}`, { revision: r, document: { ...plan, title } });
    await ask('POST', `/plans/${changed}/log`, {
      put: [
        { base: 0, entry: reading('since-then') },
        { base: 1, entry: reading('of-before', 'mended') },
      ],
      gone: [],
    });
    await ask('DELETE', `/plans/${deleted}`);
    await ask('POST', '/plans', { document: { ...plan, title: 'New since' } });
    const before = await titles();

    const back = await ask('POST', `/copies/${name}/restore`);
    expect(back.body).toMatchObject({ plans: 3, before: { why: 'before-restore' } });
    expect(await titles()).toEqual(['Changed', 'Deleted later', 'Kept']);
    // what is the same has its number; what was brought back has one that nobody has seen
    expect((await ask('GET', `/plans/${kept}`)).body.revision).toBe(1);
    const now = (await ask('GET', `/plans/${changed}`)).body;
    expect([now.revision, now.document.title]).toEqual([4, 'Changed']);
    // a window that has the plan open at revision 3 saves over nothing unseen
    const stale = await ask('PUT', `/plans/${changed}`, { revision: 3, document: { ...plan, title: 'Mine' } });
    expect(stale.status).toBe(409);
    const history = (await ask('GET', `/plans/${changed}/versions`)).body.versions as {
      revision: number;
      summary: string;
    }[];
    expect(history.map((v) => v.revision)).toEqual([4, 1]);
    expect(history[0].summary).toContain(name);
    // readings of since then are out, and what sent them late does not bring them back
    expect(now.document.log).toEqual([reading('of-before')]);
    expect(now.readings).toEqual({ 'of-before': 3, 'since-then': 2 });
    await ask('POST', `/plans/${changed}/log`, { put: [{ base: 0, entry: reading('since-then') }], gone: [] });
    expect((await ask('GET', `/plans/${changed}`)).body.document.log).toEqual([reading('of-before')]);

    const undone = await ask('POST', `/copies/${back.body.before.name}/restore`);
    expect(undone.status).toBe(200);
    expect(await titles()).toEqual(before);
    const again = (await ask('GET', `/plans/${changed}`)).body;
    expect(again.revision).toBe(5);
    expect(again.document.title).toBe('Changed twice');
    expect((again.document.log as { id: string }[]).map((e) => e.id).sort()).toEqual(['of-before', 'since-then']);
  });

  it('by name, of no other file', async () => {
    writeFileSync(join(there.place.folder, 'secret.txt'), 'mine');
    for (const name of [
      '..%2fvernal.db',
      '..%2f..%2fetc%2fpasswd',
      'secret.txt',
      'vernal-2026-05-04T10-00-00-asked.db',
    ])
      for (const [method, path] of [
        ['GET', `/copies/${name}`],
        ['POST', `/copies/${name}/restore`],
      ] as const)
        expect((await ask(method, path)).status).toBeGreaterThanOrEqual(400);
  });

  it('that is damaged, empty, or no database is not brought back, and nothing is changed', async () => {
    await ask('POST', '/plans', { document: { ...plan, title: 'Stays' } });
    const { name } = (await ask('POST', '/copies')).body;
    const file = join(there.place.copies, name);
    const bytes = readFileSync(file);
    bytes.fill(0xa5, 4096, 8192);
    for (const content of [bytes, Buffer.alloc(0), Buffer.from('no database at all '.repeat(500))]) {
      writeFileSync(file, content);
      const answer = await ask('POST', `/copies/${name}/restore`);
      expect([answer.status, answer.body.error.code]).toEqual([422, 'no-restore']);
      expect(answer.body.error.message).toContain('Nothing was changed.');
    }
    expect(await titles()).toEqual(['Stays']);
    // nothing half done lies about
    expect(copiesIn(there.place.copies).map((c) => c.why)).toEqual(['asked']);
    expect(readdirSync(join(there.place.copies, 'work'))).toEqual([]);
  });

  it('of the day is made by itself, once', async () => {
    const copy = await makeCopy(there.place, 'daily');
    expect(existsSync(join(there.place.copies, copy.name))).toBe(true);
    expect(dailyIsDue(there.place.copies, new Date())).toBe(false);
  });

  it('holds no session of anybody once it takes a place of its own, and passphrases stay as they are now', async () => {
    await changeKeys(there.place.folder, { kind: 'set', role: 'writes', passphrase: 'the old larch gate' });
    const { name } = await makeCopy(there.place, 'asked');
    await changeKeys(there.place.folder, { kind: 'set', role: 'writes', passphrase: 'the new larch gate' });
    await restoreFrom(there.place.folder, { kind: 'copy', file: name });
    expect(await there.keys.signIn('the old larch gate')).toBeUndefined();
    const signed = await there.keys.signIn('the new larch gate');
    expect(signed).toMatchObject({ role: 'writes' });
    // a copy that takes an empty place lets nobody in who was signed in when it was made
    const later = await makeCopy(there.place, 'asked');
    const empty = newFolder();
    await restoreFrom(empty, { kind: 'copy', file: join(there.place.copies, later.name) });
    const second = await served(empty);
    expect(await second.keys.roleOf(signed?.token)).toBeUndefined();
    expect(await there.keys.roleOf(signed?.token)).toBe('writes');
    await second.close();
  });
});

describe('the commands', () => {
  it('copy to a file, list, bring back and undo, each saying what it did', async () => {
    const there = await served();
    await there.ask('POST', '/plans', { document: { ...plan, title: 'One' } });
    const data = there.place.folder;
    expect(listCopies(data)).toMatch(/^There is no copy in /);
    const target = join(newFolder(), 'on a stick %20#.db');
    expect(await backupTo(data, target)).toContain(target);
    await expect(backupTo(data, target)).rejects.toThrow(/is there already/);
    expect(await backupTo(data)).toMatch(/A copy was made and looked over: .*-asked\.db \(\d+ kB\)\./);
    expect(listCopies(data)).toMatch(/-asked\.db {2}\d{4}-\d\d-\d\d \d\d:\d\d UTC {2}\d+ kB {2}asked for$/);
    await there.ask('DELETE', '/plans/plan-1');
    await expect(restoreFrom(data, { kind: 'undo' })).rejects.toThrow(/nothing to undo/);
    expect(await restoreFrom(data, { kind: 'copy', file: target })).toMatch(
      /Brought back .*: 1 plan\. What was there is kept as vernal-.*-before-restore\.db; npm run restore -- --undo brings it back\./,
    );
    expect((await there.ask('GET', '/plans/plan-1')).status).toBe(200);
    await restoreFrom(data, { kind: 'undo' });
    expect((await there.ask('GET', '/plans/plan-1')).status).toBe(404);
    await expect(restoreFrom(data, { kind: 'copy', file: 'nowhere.db' })).rejects.toThrow(
      /There is no file nowhere\.db\. Nothing was changed\./,
    );
    await there.close();
  });
  it('bring back into an empty folder', async () => {
    const there = await served();
    await there.ask('POST', '/plans', { document: { ...plan, title: 'One' } });
    const target = join(newFolder(), 'copy.db');
    await backupTo(there.place.folder, target);
    await there.close();
    const empty = join(newFolder(), 'not there yet');
    expect(await restoreFrom(empty, { kind: 'copy', file: target })).toContain('1 plan.');
    const second = await served(empty);
    expect((await second.ask('GET', '/plans')).body.plans).toHaveLength(1);
    await second.close();
  });
  it('bring back an older form of the database, and leave the file that was named as it was', async () => {
    const there = await served();
    await there.ask('POST', '/plans', { document: { ...plan, title: 'Of before' } });
    const target = join(newFolder(), 'old.db');
    await backupTo(there.place.folder, target);
    const old = createClient({ url: placeOf('/', `file:${target}`).url });
    await old.batch([
      'drop table sessions',
      'drop table passphrases',
      'delete from __drizzle_migrations where created_at = (select max(created_at) from __drizzle_migrations)',
    ]);
    old.close();
    const bytes = readFileSync(target);
    await there.ask('DELETE', '/plans/plan-1');
    await restoreFrom(there.place.folder, { kind: 'copy', file: target });
    expect((await there.ask('GET', '/plans/plan-1')).body.title).toBe('Of before');
    expect(readFileSync(target)).toEqual(bytes);
    await there.close();
  });
});
