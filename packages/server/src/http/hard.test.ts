// What a server must stand: requests meant to hurt it, requests sent twice, failures half way, starts side by side.
import { createClient } from '@libsql/client';
import { mkdtempSync, readFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { LIST_LIMITS } from '@vernal-slope/plan/schema';
import type { Plan } from '@vernal-slope/plan/schema';
import { openDatabase, type Database } from '../db/database.ts';
import { PlanStore } from '../db/plans.ts';
import { openDesk, type Desk } from '../documents/desk.ts';
import { pack } from '../documents/prepare.ts';
import { createApp } from './app.ts';

const folder = mkdtempSync(join(tmpdir(), 'vernal-hard-'));
const plan = JSON.parse(
  readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'),
) as Plan;
const url = `file:${join(folder, 'hard.db')}`;
let database: Database;
let desk: Desk;
let server: Server;
let base = '';
let ids = 0;

beforeAll(async () => {
  database = await openDatabase(url);
  desk = openDesk();
  const store = new PlanStore(database.db, () => `plan-${++ids}`);
  const app = createApp({ store, desk, log: pino({ level: 'silent' }), version: 'test' });
  await new Promise<void>((resolve) => {
    server = app.listen(0, '127.0.0.1', () => resolve());
  });
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
});
afterAll(async () => {
  server.close();
  await database.close();
  await desk.close();
});

interface Body {
  id: string;
  title: string;
  revision: number;
  updatedAt: string;
  versions: { revision: number }[];
  plans: { id: string }[];
  error: { code: string; message: string; faults?: { path: string; message: string }[] };
}
async function call(
  method: string,
  path: string,
  body?: unknown,
  key?: string,
): Promise<{ status: number; text: string; body: Body }> {
  const response = await fetch(base + path, {
    method,
    headers: { 'Vernal-Write': '1', 'Content-Type': 'application/json', ...(key ? { 'Idempotency-Key': key } : {}) },
    body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
  });
  const text = await response.text();
  return { status: response.status, text, body: (text ? JSON.parse(text) : {}) as Body };
}
const titled = (title: string): Plan => ({ ...plan, title });
const withLegs = (legs: string): string =>
  JSON.stringify({ document: { ...plan, lines: [{ ...plan.lines[0], legs: '@' }] } }).replace('"@"', legs);

describe('a request meant to hurt', () => {
  it.each<[string, () => string, RegExp]>([
    ['3 MB of empty legs', () => withLegs(`[${'{},'.repeat(1_000_000)}{}]`), /has 1000001 entries/],
    ['9.9 MB of empty legs in many lines', () => manyLines(), /more faults or more/],
    [
      'a list of ten thousand noughts for legs',
      () => withLegs(`[${'0,'.repeat(LIST_LIMITS.legs - 1)}0]`),
      /and 4,950 more faults/,
    ],
    [
      'a level table of a million rows',
      () =>
        JSON.stringify({
          document: {
            ...plan,
            nodes: [{ ...plan.nodes[1], shape: { type: 'table', levelsM: '@', volumesL: '@' } }],
            lines: [],
          },
        }).replaceAll('"@"', `[${'1,'.repeat(1_000_000)}1]`),
      /levelsM.*has 1000001 entries/,
    ],
    [
      'five thousand levels of nesting',
      () => `{"document":${'['.repeat(5000)}${']'.repeat(5000)}}`,
      /nested deeper than 64/,
    ],
    [
      'a hundred thousand levels of nesting',
      () => `{"document":${'{"a":'.repeat(100_000)}1${'}'.repeat(100_000)}}`,
      /nested deeper than 64/,
    ],
  ])(
    '%s is refused in a few words',
    async (_, make, words) => {
      const answer = await call('POST', '/plans', make());
      expect(answer.status).toBe(422);
      const said = (answer.body.error.faults ?? []).map((f) => `${f.path}: ${f.message}`);
      expect(said.join('\n')).toMatch(words);
      expect(said.length).toBeLessThanOrEqual(51);
      expect(answer.text.length).toBeLessThan(20_000);
      expect((await call('GET', '/health')).status).toBe(200);
    },
    60_000,
  );
  it('lets the server answer others while it is looked at', async () => {
    let done = false;
    const large = call('POST', '/plans', manyLines()).finally(() => (done = true));
    let answered = 0;
    while (!done) {
      expect((await call('GET', '/health')).status).toBe(200);
      answered++;
    }
    await large;
    // each of them came while the large one was still being checked
    expect(answered).toBeGreaterThan(3);
  }, 60_000);
});
/** Lines within every limit of length, and with nothing in their legs: near 10 MB. */
function manyLines(): string {
  const legs = `[${'{},'.repeat(1999)}{}]`;
  const lines = Array.from({ length: 1600 }, (_, k) => `{"id":"l${k}","from":"a","to":"b","legs":${legs}}`);
  return `{"document":{"format":"vernal-slope/plan","version":1,"title":"t","nodes":[],"lines":[${lines.join(',')}]}}`;
}

describe('a request sent twice', () => {
  it('is answered as the first was, however much was saved since', async () => {
    const { id } = (await call('POST', '/plans', { document: plan })).body;
    const put = (revision: number, title: string, key: string): ReturnType<typeof call> =>
      call('PUT', `/plans/${id}`, { revision, document: titled(title) }, key);
    const first = await put(1, 'Second', 'save-key-1');
    // its answer was lost: the same again
    const again = await put(1, 'Second', 'save-key-1');
    expect([again.status, again.body.revision, again.body.updatedAt]).toEqual([200, 2, first.body.updatedAt]);
    expect((await put(2, 'Third', 'save-key-2')).body.revision).toBe(3);
    const late = await put(1, 'Second', 'save-key-1');
    expect([late.status, late.body.revision, late.body.title]).toEqual([200, 2, 'Second']);
    // it counted once
    expect((await call('GET', `/plans/${id}/versions`)).body.versions.map((v) => v.revision)).toEqual([3, 2, 1]);
    // another request over the old revision is still a conflict
    expect((await put(1, 'Else', 'save-key-3')).status).toBe(409);
  });
  it('makes one plan', async () => {
    const make = (): ReturnType<typeof call> => call('POST', '/plans', { document: titled('Once') }, 'make-key-1');
    const [a, b] = [await make(), await make()];
    expect([a.status, b.status, b.body.id, b.body.revision]).toEqual([201, 201, a.body.id, 1]);
    const listed = (await call('GET', '/plans')).body.plans.filter((p) => p.id === a.body.id);
    expect(listed).toHaveLength(1);
  });
  it('needs a key that is one', async () => {
    expect((await call('POST', '/plans', { document: plan }, 'a b')).body.error.code).toBe('bad-key');
  });
});

describe('a failure half way', () => {
  const breaking = async (table: string, when: string, work: () => Promise<void>): Promise<void> => {
    const client = createClient({ url });
    await client.execute(
      `CREATE TRIGGER broken BEFORE ${when} ON ${table} BEGIN SELECT RAISE(ABORT, 'the disk is full'); END`,
    );
    try {
      await work();
    } finally {
      await client.execute('DROP TRIGGER broken');
      client.close();
    }
  };
  it.each([
    ['versions', 'INSERT'],
    ['plans', 'UPDATE'],
    ['versions', 'DELETE'],
  ])('of a save, at %s %s, changes nothing', async (table, when) => {
    const { id } = (await call('POST', '/plans', { document: titled('Before') })).body;
    const now = async (): Promise<unknown> => [
      (await call('GET', `/plans/${id}`)).text,
      (await call('GET', `/plans/${id}/versions`)).body.versions.map((v) => v.revision),
    ];
    // deleting old versions fires only where there is one
    const many = when === 'DELETE' ? 401 : 0;
    const store = new PlanStore(database.db, () => 'x');
    for (let r = 1; r <= many; r++) await store.save(id, r, pack(titled('Before')));
    const before = await now();
    await breaking(table, when, async () => {
      const answer = await call('PUT', `/plans/${id}`, { revision: many + 1, document: titled('After') });
      expect([answer.status, answer.body.error.code]).toEqual([500, 'failed']);
      expect(answer.body.error.message).toContain('Nothing was changed');
    });
    expect(await now()).toEqual(before);
    expect((await call('PUT', `/plans/${id}`, { revision: many + 1, document: titled('After') })).status).toBe(200);
  });
  it('of a new plan leaves none behind', async () => {
    const count = async (): Promise<number> => (await call('GET', '/plans')).body.plans.length;
    const before = await count();
    await breaking('versions', 'INSERT', async () => {
      expect((await call('POST', '/plans', { document: titled('Half') })).status).toBe(500);
    });
    expect(await count()).toBe(before);
  });
});

describe('a first start', () => {
  const seeds = [
    ['one', pack(titled('One')), new Uint8Array([1])],
    ['two', pack(titled('Two'))],
  ] as const;
  it('that broke off half way is made good by the next', async () => {
    const at = `file:${join(folder, 'broken-seed.db')}`;
    const db = await openDatabase(at);
    const store = new PlanStore(db.db, () => 'x');
    const client = createClient({ url: at });
    await client.execute("CREATE TRIGGER broken BEFORE INSERT ON grids BEGIN SELECT RAISE(ABORT, 'killed'); END");
    await expect(store.seedOnce('demo', () => seeds)).rejects.toThrow();
    expect(await store.list()).toEqual([]);
    await client.execute('DROP TRIGGER broken');
    await store.seedOnce('demo', () => seeds);
    expect((await store.list()).map((p) => p.id).sort()).toEqual(['one', 'two']);
    client.close();
    await db.close();
  });
  it('of several servers at once on one new database puts the plans in once', async () => {
    const at = `file:${join(folder, 'side-by-side.db')}`;
    const opened = await Promise.all(Array.from({ length: 5 }, () => openDatabase(at)));
    const stores = opened.map((d) => new PlanStore(d.db, () => 'x'));
    await Promise.all(stores.map((s) => s.seedOnce('demo', () => seeds)));
    expect((await stores[4].list()).map((p) => p.id).sort()).toEqual(['one', 'two']);
    expect((await stores[0].versions('one'))?.map((v) => v.revision)).toEqual([1]);
    await Promise.all(opened.map((d) => d.close()));
  });
});
