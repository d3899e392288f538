// The log of a plan over HTTP: rows that are put in, changed and taken out, from several devices, twice and late.
import { mkdtempSync, readFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { createClient } from '@libsql/client';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDatabase, type Database } from '../db/database.ts';
import { PlanStore } from '../db/plans.ts';
import { openDesk, type Desk } from '../documents/desk.ts';
import { createApp } from './app.ts';
import { PHOTO_BYTES } from './log.ts';

const folder = mkdtempSync(join(tmpdir(), 'vernal-log-'));
const plan = JSON.parse(
  readFileSync(new URL('../../../../demo/plans/tarn-foot.vernal.json', import.meta.url), 'utf8'),
) as Record<string, unknown> & { nodes: { id: string }[] };
let database: Database;
let server: Server;
let desk: Desk;
let base = '';
let ids = 0;

beforeAll(async () => {
  database = await openDatabase(`file:${join(folder, 'test.db')}`);
  desk = openDesk();
  const store = new PlanStore(database.db, () => `plan-${++ids}`);
  const app = createApp({ store, desk, log: pino({ level: 'silent' }), version: 'test' });
  await new Promise<void>((resolve) => {
    server = app.listen(0, '127.0.0.1', () => resolve());
  });
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/plans`;
});
afterAll(async () => {
  server.close();
  await database.close();
  await desk.close();
});

interface Entry {
  id?: string;
  at: string;
  place: string;
  levelM?: number;
  note?: string;
}
interface Row {
  id: string;
  version: number;
  entry: Entry | null;
}
interface Body {
  id: string;
  revision: number;
  logRevision: number;
  readings: Row[];
  document: { title: string; log?: Entry[] };
  current: { document: { log?: Entry[] } };
  error: { code: string; message: string; faults?: { path: string; message: string }[] };
}
async function call(method: string, path: string, body?: unknown): Promise<{ status: number; body: Body }> {
  const response = await fetch(base + path, {
    method,
    headers: { 'Vernal-Write': '1', 'Content-Type': 'application/json' },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  const text = await response.text();
  return { status: response.status, body: (text ? JSON.parse(text) : {}) as Body };
}
const [{ id: place }] = plan.nodes;
const entry = (id: string, levelM: number): Entry & { id: string } => ({ id, at: '2026-08-14T07:40', place, levelM });
const put = (id: string, levelM: number, from = 0): object => ({ put: [{ base: from, entry: entry(id, levelM) }] });
const made = async (log?: Entry[]): Promise<string> =>
  (await call('POST', '', { document: log ? { ...plan, log } : plan })).body.id;
const logOf = async (id: string): Promise<Entry[]> => (await call('GET', `/${id}`)).body.document.log ?? [];

describe('readings of a plan', () => {
  it('come with the plan, in the order in which they came in', async () => {
    const id = await made([entry('b', 1), entry('a', 2)]);
    await call('POST', `/${id}/log`, put('c', 3));
    expect((await logOf(id)).map((e) => [e.id, e.levelM])).toEqual([
      ['b', 1],
      ['a', 2],
      ['c', 3],
    ]);
  });
  it('count once however often they are sent, with or without an id', async () => {
    const bare = { at: '2026-08-14T07:40', place, levelM: 1 };
    const id = await made([bare, bare]);
    expect(await logOf(id)).toHaveLength(2);
    for (let k = 0; k < 3; k++) await call('POST', `/${id}/log`, put('c', 3));
    await call('PUT', `/${id}`, { revision: 1, document: { ...plan, log: [bare, bare, entry('c', 9)] } });
    const log = await logOf(id);
    expect(log).toHaveLength(3);
    expect(log[2]).toMatchObject({ id: 'c', levelM: 3 });
  });
  it('stay out once they are taken out, even when they are sent late', async () => {
    const id = await made();
    await call('POST', `/${id}/log`, put('a', 1));
    await call('POST', `/${id}/log`, { gone: [{ id: 'a', base: 1 }] });
    const late = await call('POST', `/${id}/log`, put('a', 1));
    expect(late.body.readings).toEqual([{ id: 'a', version: 2, entry: null }]);
    await call('PUT', `/${id}`, { revision: 1, document: { ...plan, log: [entry('a', 1)] } });
    expect(await logOf(id)).toEqual([]);
    // brought back by who knows that it was taken out
    expect((await call('POST', `/${id}/log`, put('a', 1, 2))).body.readings[0]).toMatchObject({ version: 3 });
    expect(await logOf(id)).toHaveLength(1);
  });
  it('are changed only over the writing that the change is based on', async () => {
    const id = await made([entry('a', 1)]);
    expect((await call('POST', `/${id}/log`, put('a', 2, 1))).body.readings[0]).toMatchObject({ version: 2 });
    const other = await call('POST', `/${id}/log`, put('a', 5, 1));
    expect(other.body.readings[0]).toMatchObject({ version: 2, entry: { levelM: 2 } });
  });
  it('of many devices at once are all kept', async () => {
    const id = await made();
    await Promise.all(Array.from({ length: 20 }, (_, k) => call('POST', `/${id}/log`, put(`r${k}`, k))));
    expect(new Set((await logOf(id)).map((e) => e.id)).size).toBe(20);
    expect((await call('GET', `/${id}`)).body.logRevision).toBe(20);
  });
  it('are kept though the document is stale, and are in older versions and copies that were brought back', async () => {
    const id = await made();
    await call('PUT', `/${id}`, { revision: 1, document: { ...plan, title: 'Two' } });
    const stale = await call('PUT', `/${id}`, { revision: 1, document: { ...plan, log: [entry('a', 1)] } });
    expect(stale.status).toBe(409);
    expect(stale.body.current.document.log).toHaveLength(1);
    expect((await call('GET', `/${id}/versions/1`)).body.document.log).toHaveLength(1);
    await call('DELETE', `/${id}`);
    expect((await call('POST', `/${id}/log`, put('b', 1))).status).toBe(404);
    expect((await call('POST', `/${id}/restore`)).body.document.log).toHaveLength(1);
  });
  it('with faults are refused in sentences and nothing of the request is kept', async () => {
    const id = await made();
    const bad = await call('POST', `/${id}/log`, {
      put: [
        { base: 0, entry: entry('good', 1) },
        { base: 0, entry: { ...entry('bad', 1), levelM: 'deep' } },
      ],
    });
    expect(bad.status).toBe(422);
    expect(bad.body.error.faults?.[0].path).toBe('$.put.1.entry.levelM');
    expect(
      (await call('POST', `/${id}/log`, { put: [{ base: 0, entry: { ...entry('x', 1), id: '../x' } }] })).status,
    ).toBe(422);
    expect((await call('POST', '/none/log', put('a', 1))).status).toBe(404);
    expect(await logOf(id)).toEqual([]);
  });
  it('make the plan new for who had it before', async () => {
    const id = await made();
    const tag = (await fetch(`${base}/${id}`)).headers.get('ETag') ?? '';
    await call('POST', `/${id}/log`, put('a', 1));
    const again = await fetch(`${base}/${id}`, { headers: { 'If-None-Match': tag, 'Cache-Control': 'max-age=0' } });
    expect(again.status).toBe(200);
  });
});

describe('a database of before', () => {
  it('has its logs moved into rows, and its older versions are read', async () => {
    const url = `file:${join(folder, 'old.db')}`;
    const before = await openDatabase(url);
    const document = { ...plan, log: [entry('kept', 1.25), { ...entry('x', 2), note: 'a "quote", ü' }] };
    // as a document of that time was written: its log within it, and no rows
    const client = createClient({ url });
    await client.batch([
      // of the keys of saves, the last change of form then
      'delete from __drizzle_migrations where created_at > 1795652843065',
      ...['readings', 'photos', 'passphrases', 'sessions'].map((table) => `drop table ${table}`),
      {
        sql: "insert into plans (id, title, revision, document, created_at, updated_at) values ('old', 't', 1, ?, 1, 1)",
        args: [JSON.stringify(document)],
      },
      {
        sql: "insert into versions (plan_id, revision, title, summary, saved_at, document) values ('old', 1, 't', '', 1, ?)",
        args: [gzipSync(JSON.stringify({ ...document, title: 'of before', log: [entry('long ago', 9)] }))],
      },
    ]);
    client.close();
    await before.close();
    const after = await openDatabase(url);
    const read = await new PlanStore(after.db, () => 'n').get('old');
    const log = (JSON.parse(read?.document ?? '{}') as { log?: Entry[] }).log;
    expect(log).toEqual([{ ...entry('old-0', 1.25) }, { ...entry('old-1', 2), note: 'a "quote", ü' }]);
    const rows = await after.db.all<{ document: string }>("select document from plans where id = 'old'");
    expect(rows[0].document).not.toContain('"log"');
    // an older version has the log of today, not its own
    const version = await new PlanStore(after.db, () => 'n').version('old', 1);
    expect(JSON.parse(version?.document ?? '{}')).toMatchObject({ title: 'of before', log });
    await after.close();
  });
});

describe('photographs', () => {
  const jpeg = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(2000, 7)]);
  const send = (path: string, body: Uint8Array, type = 'image/jpeg'): Promise<Response> =>
    fetch(`${base}${path}`, {
      method: 'PUT',
      headers: { 'Vernal-Write': '1', 'Content-Type': type },
      body: Buffer.from(body),
    });

  it('are kept under their id and come back as they were, once', async () => {
    const id = await made();
    expect((await send(`/${id}/photos/p1`, jpeg)).status).toBe(204);
    expect((await send(`/${id}/photos/p1`, Buffer.concat([jpeg, jpeg]))).status).toBe(204);
    const back = await fetch(`${base}/${id}/photos/p1`);
    expect(back.headers.get('Content-Type')).toBe('image/jpeg');
    expect(back.headers.get('X-Content-Type-Options')).toBe('nosniff');
    expect(Buffer.from(await back.arrayBuffer()).equals(jpeg)).toBe(true);
    expect((await fetch(`${base}/${id}/photos/p2`)).status).toBe(404);
  });
  it('of 20 MB, and files that are none, are refused in a sentence', async () => {
    const id = await made();
    const large = await send(`/${id}/photos/p`, Buffer.concat([jpeg, Buffer.alloc(20_000_000)]));
    expect(large.status).toBe(413);
    expect(((await large.json()) as Body).error.message).toContain(`${PHOTO_BYTES / 1000} kB`);
    const page = await send(`/${id}/photos/p`, Buffer.from('<svg onload="x()"/>'), 'image/jpeg');
    expect(((await page.json()) as Body).error.code).toBe('not-a-photo');
    expect((await send(`/none/photos/p`, jpeg)).status).toBe(404);
    expect((await fetch(`${base}/${id}/photos/p`)).status).toBe(404);
  });
});
