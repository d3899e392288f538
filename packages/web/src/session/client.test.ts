// The API as the browser sees it: answers pass a schema, every failure is a value that says what can be done.
import { readFileSync } from 'node:fs';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Plan } from '@vernal-slope/plan/schema';
import { asks, readsOnly, role, signInNeeded, tellAccess } from './access.ts';
import { api, newKey } from './client.ts';

const HERE = import.meta.url;
const plan = JSON.parse(readFileSync(new URL('../../../../demo/plans/tarn-foot.vernal.json', HERE), 'utf8')) as Plan;
const summary = { id: 'p', title: 'Tarn Foot', revision: 3, createdAt: '2026-05-01', updatedAt: '2026-05-02' };
const stored = { ...summary, document: plan };

interface Sent {
  readonly path: string;
  readonly method: string;
  readonly headers: Headers;
  readonly body: unknown;
}
function server(answer: () => Response | Promise<Response>): Sent[] {
  const sent: Sent[] = [];
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    sent.push({
      path,
      method: init.method ?? 'GET',
      headers: new Headers(init.headers),
      body: typeof init.body === 'string' && init.body.startsWith('{') ? JSON.parse(init.body) : init.body,
    });
    return answer();
  });
  return sent;
}
const json = (body: unknown, status = 200): Response => Response.json(body, { status });
const error = (code: string, message: string, faults?: unknown): object => ({ error: { code, message, faults } });
afterEach(() => vi.unstubAllGlobals());

describe('answers', () => {
  it('a list is a list of summaries', async () => {
    server(() => json({ plans: [summary] }));
    expect(await api.list()).toEqual({ ok: true, value: [summary] });
  });
  it('a plan is read as any file is: an id is part of a path, never more', async () => {
    const sent = server(() => json(stored));
    const answer = await api.get('../x?y');
    expect(answer.ok && answer.value.document.title).toBe(plan.title);
    expect(sent[0].path).toBe('/api/plans/..%2Fx%3Fy');
  });
  it('a plan that is none is refused with what is wrong in it, not shown', async () => {
    server(() => json({ ...summary, document: { ...plan, nodes: [{ id: 'a', kind: 'well' }] } }));
    const answer = await api.get('p');
    expect(answer).toMatchObject({ ok: false, failure: { kind: 'refused' } });
    expect(JSON.stringify(answer)).toContain('The plan cannot be read here.');
    expect(JSON.stringify(answer)).toContain('$.nodes[0]');
  });
  it('a plan of a newer program is refused with a sentence', async () => {
    server(() => json({ ...summary, document: { ...plan, version: 99 } }));
    expect(JSON.stringify(await api.get('p'))).toMatch(/cannot be read here.*version/);
  });
  it('something else altogether is not taken for an answer', async () => {
    server(() => json({ hello: 'there' }));
    for (const answer of [await api.list(), await api.get('p'), await api.versions('p')])
      expect(answer).toMatchObject({ ok: false, failure: { kind: 'refused' } });
  });
  it('versions, one of them whole, and a name for it', async () => {
    const version = { revision: 2, title: 'Tarn Foot', summary: 'pipe', name: null, savedAt: '2026-05-02' };
    const sent = server(() =>
      sent.length === 1
        ? json({ versions: [version] })
        : sent.length === 2
          ? json({ ...version, document: plan })
          : new Response(null, { status: 204 }),
    );
    expect(await api.versions('p')).toEqual({ ok: true, value: [version] });
    expect(await api.version('p', 2)).toMatchObject({ ok: true, value: { revision: 2 } });
    expect(await api.nameVersion('p', 2, 'before the frost')).toEqual({ ok: true, value: null });
    expect(sent[2]).toMatchObject({
      method: 'PUT',
      path: '/api/plans/p/versions/2',
      body: { name: 'before the frost' },
    });
  });
});

describe('saves', () => {
  it('carry their revision, their words and a key of their own', async () => {
    const sent = server(() => json(summary));
    await api.save('p', 2, plan, 'pipe of leg 1', 'key-1');
    expect(sent[0]).toMatchObject({ method: 'PUT', path: '/api/plans/p' });
    expect(sent[0].body).toMatchObject({ revision: 2, summary: 'pipe of leg 1', document: { title: plan.title } });
    expect(sent[0].headers.get('Idempotency-Key')).toBe('key-1');
    await api.create(plan);
    await api.create(plan);
    const keys = sent.slice(1).map((s) => s.headers.get('Idempotency-Key'));
    expect(keys[0]).not.toBe(keys[1]);
    expect(newKey()).not.toBe(newKey());
  });
  it('what is only asked for has no key', async () => {
    const sent = server(() => json({ plans: [] }));
    await api.list();
    expect(sent[0].headers.has('Idempotency-Key')).toBe(false);
    expect(sent[0].headers.has('Content-Type')).toBe(false);
  });
});

describe('failures', () => {
  it.each([
    ['no connection', () => Promise.reject(new TypeError('failed to fetch'))],
    [
      'an answer that breaks off',
      () => new Response('{"plans": [', { headers: { 'Content-Type': 'application/json' } }),
    ],
    ['a gateway', () => json({}, 502)],
    ['a server that goes down', () => json({}, 503)],
  ])('%s: the server cannot be reached', async (_, answer) => {
    server(answer);
    expect(await api.list()).toEqual({ ok: false, failure: { kind: 'unreachable' } });
  });
  it('a conflict carries the plan as it is now', async () => {
    server(() => json({ ...error('stale', 'stale'), current: stored }, 409));
    const answer = await api.save('p', 1, plan, '', 'k');
    expect(answer).toMatchObject({ ok: false, failure: { kind: 'stale', current: { revision: 3 } } });
  });
  it('a conflict without a plan is a refusal, not a choice', async () => {
    server(() => json(error('stale', 'Somebody saved meanwhile.'), 409));
    expect(await api.save('p', 1, plan, '', 'k')).toEqual({
      ok: false,
      failure: { kind: 'refused', message: 'Somebody saved meanwhile.', faults: [] },
    });
  });
  it('what is gone is missing', async () => {
    server(() => json(error('missing', 'no such plan'), 404));
    expect(await api.get('p')).toEqual({ ok: false, failure: { kind: 'missing' } });
    expect(await api.remove('p')).toEqual({ ok: false, failure: { kind: 'missing' } });
  });
  it('a refusal brings its faults to the person', async () => {
    const faults = [{ path: '$.nodes', message: 'is missing', advice: 'give it' }];
    server(() => json(error('invalid', 'The plan has faults.', faults), 422));
    expect(await api.create(plan)).toEqual({
      ok: false,
      failure: { kind: 'refused', message: 'The plan has faults.', faults },
    });
  });
  it('an error without a body still says something', async () => {
    server(() => json(['?'], 500));
    expect(await api.list()).toEqual({
      ok: false,
      failure: { kind: 'refused', message: 'The server refused.', faults: [] },
    });
  });
});

describe('the grid of a plan', () => {
  const ascii = 'ncols 2\nnrows 2\n';
  it('comes as text, or not at all', async () => {
    server(() => new Response(ascii));
    expect(await api.grid('p')).toEqual({ ok: true, value: ascii });
    server(() => json(error('missing', 'no grid'), 404));
    expect(await api.grid('p')).toEqual({ ok: true, value: null });
  });
  it('goes as text', async () => {
    const sent = server(() => new Response(null, { status: 204 }));
    expect(await api.keepGrid('p', ascii)).toEqual({ ok: true, value: null });
    expect(sent[0]).toMatchObject({ method: 'PUT', path: '/api/plans/p/grid', body: ascii });
    expect(sent[0].headers.get('Content-Type')).toBe('text/plain');
    await api.dropGrid('p');
    expect(sent[1].method).toBe('DELETE');
  });
  it('too large is said in the server’s words', async () => {
    server(() => json(error('too-large', 'The grid is larger than 64 MB.'), 413));
    expect(await api.keepGrid('p', ascii)).toMatchObject({
      ok: false,
      failure: { kind: 'refused', message: 'The grid is larger than 64 MB.' },
    });
    server(() => new Response('oops', { status: 500 }));
    expect(await api.keepGrid('p', ascii)).toMatchObject({ ok: false, failure: { kind: 'unreachable' } });
  });
});

describe('a server that asks who is there', () => {
  afterEach(() => tellAccess({ asks: false, role: 'writes' }));
  it('is signed in to, and what was asked before waits until then', async () => {
    server(() => json({ asks: true, role: null }));
    await api.me();
    expect([asks.value, role.value, signInNeeded.value]).toEqual([true, null, true]);
    const sent = server(() => json({ role: 'reads' }));
    expect(await api.signIn('only a glance')).toBeUndefined();
    expect(sent[0]).toMatchObject({ method: 'POST', path: '/api/sign-in', body: { passphrase: 'only a glance' } });
    expect([signInNeeded.value, readsOnly()]).toEqual([false, true]);
    // the time is over, or a passphrase was set meanwhile: nothing is lost, it is asked for
    server(() => json(error('sign-in', 'Sign in first.'), 401));
    for (const answer of [await api.list(), await api.grid('p')])
      expect(answer).toEqual({ ok: false, failure: { kind: 'unreachable' } });
    expect(signInNeeded.value).toBe(true);
  });
  it('says why not, in its own words', async () => {
    server(() => json(error('wrong-passphrase', 'This is not the passphrase.'), 401));
    expect(await api.signIn('guess')).toBe('This is not the passphrase.');
    server(() => {
      throw new TypeError('no connection');
    });
    expect(await api.signIn('guess')).toBe('The server cannot be reached. Try again in a moment.');
  });
  it('signs out, everywhere where that is wished', async () => {
    const sent = server(() => new Response(null, { status: 204 }));
    expect(await api.signOut(true)).toBe(true);
    expect(sent[0].body).toEqual({ everywhere: true });
    expect(signInNeeded.value).toBe(true);
  });
});

describe('a server that is asked too much, or held, or full', () => {
  it.each([429, 502, 503])('is asked again later: %i', async (status) => {
    server(() => json(error('busy', 'Later.'), status));
    expect(await api.list()).toEqual({ ok: false, failure: { kind: 'unreachable' } });
    expect(await api.grid('p')).toEqual({ ok: false, failure: { kind: 'unreachable' } });
  });
  it('says why no copy could be made', async () => {
    const words = 'The copy could not be made: the disk is full.';
    server(() => json(error('no-copy', words), 507));
    expect(await api.makeCopy()).toMatchObject({ ok: false, failure: { kind: 'refused', message: words } });
  });
});
