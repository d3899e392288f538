import { mkdtempSync, readFileSync, writeFileSync, mkdirSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import type { Plan } from '@vernal-slope/plan/schema';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDatabase, type Database } from '../db/database.ts';
import { PlanStore, VERSIONS_KEPT } from '../db/plans.ts';
import { openDesk, type Desk } from '../documents/desk.ts';
import { pack } from '../documents/prepare.ts';
import { createApp } from './app.ts';

const folder = mkdtempSync(join(tmpdir(), 'vernal-server-'));
const web = join(folder, 'web');
const plan = JSON.parse(
  readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'),
) as { title: string; nodes: { groundM: unknown }[]; lines: unknown[] };
const url = `file:${join(folder, 'test.db')}`;
let database: Database;
let server: Server;
let desk: Desk;
let base = '';
let ids = 0;

beforeAll(async () => {
  mkdirSync(join(web, 'assets'), { recursive: true });
  writeFileSync(join(web, 'index.html'), '<meta nonce="__NONCE__">');
  writeFileSync(join(web, 'assets', 'a.js'), 'export {};');
  database = await openDatabase(url);
  const store = new PlanStore(database.db, () => `plan-${++ids}`);
  desk = openDesk();
  const app = createApp({ store, desk, log: pino({ level: 'silent' }), webFolder: web, version: 'test' });
  await new Promise<void>((resolve) => {
    server = app.listen(0, '127.0.0.1', () => resolve());
  });
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(async () => {
  server.close();
  await database.close();
  await desk.close();
});

interface Body {
  id: string;
  revision: number;
  title: string;
  document: { title: string; extra?: unknown };
  error: { code: string; faults?: { path: string }[] };
  current: Body;
  yours: { revision: number; document: { title: string } };
  plans: { id: string }[];
}

async function call(method: string, path: string, body?: unknown): Promise<{ status: number; body: Body }> {
  const response = await fetch(base + path, {
    method,
    headers: { 'Vernal-Write': '1', 'Content-Type': 'application/json' },
    body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
  });
  const text = await response.text();
  return { status: response.status, body: (text ? JSON.parse(text) : {}) as Body };
}
const titled = (title: string): object => ({ ...plan, title });

describe('a plan that is there already', () => {
  it('is not sent again until it was saved, and then is', async () => {
    const made = (await call('POST', '/api/plans', { document: plan })).body;
    const ask = (tag?: string): Promise<Response> =>
      fetch(`${base}/api/plans/${made.id}`, {
        headers: tag ? { 'If-None-Match': tag, 'Cache-Control': 'max-age=0' } : {},
      });
    const first = await ask();
    const tag = first.headers.get('ETag') ?? '';
    expect(tag).not.toBe('');
    expect(((await first.json()) as Body).revision).toBe(1);
    expect((await ask(tag)).status).toBe(304);
    const saved = await call('PUT', `/api/plans/${made.id}`, {
      revision: 1,
      document: { ...plan, title: 'Saved since' },
    });
    expect(saved.body).toMatchObject({ revision: 2, title: 'Saved since', document: { title: 'Saved since' } });
    const again = await ask(tag);
    expect(again.status).toBe(200);
    expect(((await again.json()) as Body).document.title).toBe('Saved since');
  });
});

describe('a plan', () => {
  it('is made, read, saved with a rising revision, and keeps unknown fields', async () => {
    const made = await call('POST', '/api/plans', { document: { ...plan, extra: { a: [1, null] } } });
    expect(made.status).toBe(201);
    expect(made.body.revision).toBe(1);
    const read = await call('GET', `/api/plans/${made.body.id}`);
    expect(read.body.document).toEqual({ ...plan, extra: { a: [1, null] } });
    const saved = await call('PUT', `/api/plans/${made.body.id}`, { revision: 1, document: titled('Second') });
    expect(saved.body).toMatchObject({ revision: 2, title: 'Second' });
  });
  it('refuses a save over a revision it was not based on, and offers both', async () => {
    const { body } = await call('POST', '/api/plans', { document: plan });
    await call('PUT', `/api/plans/${body.id}`, { revision: 1, document: titled('Theirs') });
    const stale = await call('PUT', `/api/plans/${body.id}`, { revision: 1, document: titled('Mine') });
    expect(stale.status).toBe(409);
    expect(stale.body.current).toMatchObject({ revision: 2, document: { title: 'Theirs' } });
    expect(stale.body.yours).toMatchObject({ revision: 1, document: { title: 'Mine' } });
    expect((await call('GET', `/api/plans/${body.id}`)).body.title).toBe('Theirs');
  });
  it('lets only one of many saves on one revision win', async () => {
    const { body } = await call('POST', '/api/plans', { document: plan });
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, k) =>
        call('PUT', `/api/plans/${body.id}`, { revision: 1, document: titled(`Try ${k}`) }),
      ),
    );
    expect(answers.filter((a) => a.status === 200)).toHaveLength(1);
    expect(answers.filter((a) => a.status === 409)).toHaveLength(7);
  });
  it('is deleted and brought back as it was', async () => {
    const { body } = await call('POST', '/api/plans', { document: titled('Gone') });
    const listed = async (): Promise<boolean> =>
      (await call('GET', '/api/plans')).body.plans.some((p) => p.id === body.id);
    expect((await call('DELETE', `/api/plans/${body.id}`)).status).toBe(204);
    expect(await listed()).toBe(false);
    expect((await call('GET', `/api/plans/${body.id}`)).status).toBe(404);
    expect((await call('PUT', `/api/plans/${body.id}`, { revision: 1, document: plan })).status).toBe(404);
    expect((await call('POST', `/api/plans/${body.id}/restore`)).body).toMatchObject({ title: 'Gone', revision: 1 });
    expect(await listed()).toBe(true);
    expect((await call('POST', `/api/plans/${body.id}/restore`)).status).toBe(404);
  });
  it('is there after a restart', async () => {
    const { body } = await call('POST', '/api/plans', { document: titled('Lasting') });
    const again = await openDatabase(url);
    const found = await new PlanStore(again.db, () => 'x').get(body.id);
    again.close();
    expect(found).toMatchObject({ title: 'Lasting', revision: 1 });
  });
});

describe('history', () => {
  it('keeps every save with what changed, gives it back, and names it', async () => {
    const { body } = await call('POST', '/api/plans', { document: titled('One') });
    await call('PUT', `/api/plans/${body.id}`, { revision: 1, document: titled('Two'), summary: 'leg 2: length' });
    await call('PUT', `/api/plans/${body.id}`, { revision: 2, document: titled('Three') });
    const list = (await call('GET', `/api/plans/${body.id}/versions`)).body as unknown as {
      versions: { revision: number; title: string; summary: string; name: string | null }[];
    };
    expect(list.versions.map((v) => [v.revision, v.title, v.summary])).toEqual([
      [3, 'Three', ''],
      [2, 'Two', 'leg 2: length'],
      [1, 'One', 'begun'],
    ]);
    expect((await call('GET', `/api/plans/${body.id}/versions/1`)).body.document).toEqual(titled('One'));
    expect((await call('PUT', `/api/plans/${body.id}/versions/1`, { name: 'before the wider pipe' })).status).toBe(204);
    expect((await call('GET', `/api/plans/${body.id}/versions/1`)).body).toMatchObject({
      name: 'before the wider pipe',
    });
  });
  it('is not of a plan that is not there, and takes no nonsense', async () => {
    const { body } = await call('POST', '/api/plans', { document: plan });
    expect((await call('GET', '/api/plans/none/versions')).status).toBe(404);
    expect((await call('GET', `/api/plans/${body.id}/versions/9`)).body.error.code).toBe('no-version');
    expect((await call('GET', `/api/plans/${body.id}/versions/x`)).body.error.code).toBe('bad-id');
    expect((await call('PUT', `/api/plans/${body.id}/versions/1`, { name: '' })).body.error.code).toBe('bad-body');
    expect((await call('PUT', `/api/plans/${body.id}/versions/9`, { name: 'x' })).status).toBe(404);
  });
  it('a stale save leaves no version behind', async () => {
    const { body } = await call('POST', '/api/plans', { document: plan });
    await call('PUT', `/api/plans/${body.id}`, { revision: 7, document: titled('Stale') });
    const list = (await call('GET', `/api/plans/${body.id}/versions`)).body as unknown as { versions: unknown[] };
    expect(list.versions).toHaveLength(1);
  });
});

describe('bad requests', () => {
  it.each<[string, string, string, unknown, number, string]>([
    ['a plan with faults', 'POST', '/api/plans', { document: { ...plan, nodes: [] } }, 422, 'not-a-plan'],
    ['no document', 'POST', '/api/plans', {}, 400, 'bad-body'],
    ['an unknown field', 'POST', '/api/plans', { document: plan, owner: 'me' }, 400, 'bad-body'],
    ['no revision', 'PUT', '/api/plans/plan-1', { document: plan }, 400, 'bad-body'],
    ['a revision of text', 'PUT', '/api/plans/plan-1', { revision: '1', document: plan }, 400, 'bad-body'],
    ['no JSON', 'POST', '/api/plans', '{', 400, 'not-json'],
    ['too much', 'POST', '/api/plans', `"${'x'.repeat(11 * 1024 * 1024)}"`, 413, 'too-large'],
    ['a bad id', 'GET', '/api/plans/a%20b', undefined, 400, 'bad-id'],
    ['an id out of the folder', 'GET', '/api/plans/..%2F..%2Fetc', undefined, 400, 'bad-id'],
    ['an unknown plan', 'GET', '/api/plans/none', undefined, 404, 'no-plan'],
    ['an unknown address', 'GET', '/api/else', undefined, 404, 'not-found'],
  ])('%s', async (_, method, path, body, status, code) => {
    const answer = await call(method, path, body);
    expect(answer.status).toBe(status);
    expect(answer.body.error.code).toBe(code);
  });
  it('name each fault by its path and change nothing', async () => {
    const bad = structuredClone(plan);
    bad.nodes[1].groundM = 'high';
    const { body } = await call('POST', '/api/plans', { document: bad });
    expect(body.error.faults?.map((f) => f.path)).toEqual(['$.nodes[1].groundM']);
  });
  it('refuse deep nesting', async () => {
    const { status } = await call('POST', '/api/plans', `{"document":${'['.repeat(80)}${']'.repeat(80)}}`);
    expect(status).toBe(422);
  });
});

describe('an elevation grid', () => {
  const ascii = 'ncols 2\nnrows 2\nxllcenter 0\nyllcenter 0\ncellsize 5\nNODATA_value -9999\n4 3\n2 -9999\n';
  const put = (id: string, body: string): Promise<Response> =>
    fetch(`${base}/api/plans/${id}/grid`, {
      method: 'PUT',
      headers: { 'Vernal-Write': '1', 'Content-Type': 'text/plain' },
      body,
    });
  it('is kept with its plan, given back as it was, and dropped', async () => {
    const made = await call('POST', '/api/plans', { document: plan });
    const { id } = made.body as unknown as { id: string };
    expect((await fetch(`${base}/api/plans/${id}/grid`)).status).toBe(204);
    expect((await put(id, ascii)).status).toBe(204);
    expect((await put(id, ascii.replace('4 3', '5 3'))).status).toBe(204);
    expect(await (await fetch(`${base}/api/plans/${id}/grid`)).text()).toBe(ascii.replace('4 3', '5 3'));
    expect(
      (await fetch(`${base}/api/plans/${id}/grid`, { method: 'DELETE', headers: { 'Vernal-Write': '1' } })).status,
    ).toBe(204);
    expect((await fetch(`${base}/api/plans/${id}/grid`)).status).toBe(204);
  });
  it('that is none is refused with the reason, and of no plan is missing', async () => {
    const made = await call('POST', '/api/plans', { document: plan });
    const { id } = made.body as unknown as { id: string };
    const bad = await put(id, ascii.replace('4 3', '4'));
    expect(bad.status).toBe(422);
    expect(await bad.text()).toContain('3 heights against 2 columns of 2 rows');
    expect((await put('nobody', ascii)).status).toBe(404);
    expect((await put(id, ' '.repeat(11 * 1024 * 1024))).status).toBe(413);
  });
});

describe('the web app', () => {
  it('is served under a policy that lets in only its own scripts, and styles with the page’s nonce', async () => {
    const response = await fetch(`${base}/plan/some/walk`);
    const policy = response.headers.get('content-security-policy') ?? '';
    const nonce = /'nonce-([^']+)'/.exec(policy)?.[1];
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self'");
    expect(policy).not.toContain('unsafe');
    expect(await response.text()).toContain(`nonce="${nonce}"`);
  });
  it('has another nonce every time', async () => {
    const nonces = await Promise.all([0, 1].map(async () => (await fetch(base)).text()));
    expect(nonces[0]).not.toBe(nonces[1]);
  });
  it('serves assets to be kept and nothing outside them', async () => {
    expect((await fetch(`${base}/assets/a.js`)).headers.get('cache-control')).toContain('immutable');
    expect((await fetch(`${base}/assets/none.js`)).status).toBe(404);
    expect((await fetch(`${base}/assets/..%2f..%2ftest.db`)).status).toBeGreaterThanOrEqual(400);
  });
  it('says that it is well', async () => {
    expect(await (await fetch(`${base}/api/health`)).json()).toEqual({ ok: true, version: 'test' });
  });
});

it('only the newest unnamed versions are kept, and all that have a name', async () => {
  const db = await openDatabase(`file:${join(folder, 'versions.db')}`);
  const store = new PlanStore(db.db, () => 'p');
  const document = pack(plan as unknown as Plan);
  await store.create(document);
  await store.nameVersion('p', 1, 'first');
  for (let r = 1; r <= VERSIONS_KEPT + 4; r++) await store.save('p', r, document, `edit ${r}`);
  const kept = (await store.versions('p')) ?? [];
  expect(kept).toHaveLength(VERSIONS_KEPT + 1);
  expect(kept.at(-1)?.name).toBe('first');
  expect(kept.at(-2)?.revision).toBe(6);
  await db.close();
});

it('demo plans are put in once for the life of a database', async () => {
  const db = await openDatabase(`file:${join(folder, 'seed.db')}`);
  const store = new PlanStore(db.db, () => 'x');
  const demo = [['ousel-bank', pack(plan as unknown as Plan)]] as const;
  await store.seedOnce('demo', () => demo);
  await store.remove('ousel-bank');
  await store.seedOnce('demo', () => demo);
  expect(await store.list()).toEqual([]);
  await db.close();
});
