// Who may come in: names under which the server is asked, pages that may write, people with a passphrase.
import { request } from 'node:http';
import { hostname } from 'node:os';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { hashPassphrase, isPassphrase } from '../db/keys.ts';
import { isOurName, nameOf, type Doors } from './doors.ts';
import { LIMITS } from './limits.ts';
import { demo, served, type Served } from './served.testdata.ts';

const plan = demo('tarn-foot');

/** A request as it is, headers and all: fetch would not send some of them. */
const raw = (
  address: string,
  method: string,
  path: string,
  headers: Readonly<Record<string, string>>,
  body = '',
): Promise<{ status: number; text: string }> =>
  new Promise((resolve, reject) => {
    const { hostname: host, port } = new URL(address);
    const sent = request({ host, port, method, path, headers }, (answer) => {
      let text = '';
      answer.setEncoding('utf8').on('data', (part: string) => (text += part));
      answer.on('end', () => resolve({ status: answer.statusCode ?? 0, text }));
    });
    sent.on('error', reject);
    sent.end(body);
  });

describe('the name under which it is asked', () => {
  const here: Doors = { open: false, names: [], origins: [] };
  const open: Doors = { open: true, names: ['water.example'], origins: [] };
  it.each([
    ['localhost:4100', true, true],
    ['127.0.0.1:4100', true, true],
    ['127.9.9.9', true, true],
    ['[::1]:4100', true, true],
    ['LOCALHOST', true, true],
    ['192.168.1.20:4100', false, true],
    ['[fe80::1]:4100', false, true],
    ['water.example', false, true],
    [`${hostname()}:4100`, false, true],
    ['evil.example', false, false],
    ['localhost.evil.example', false, false],
    ['127.0.0.1.evil.example', false, false],
    ['127.1', false, false],
    ['localhost@evil.example', false, false],
    ['', false, false],
  ])('%s', (host, whenHere, whenOpen) => {
    const name = nameOf(host);
    expect([name !== undefined && isOurName(name, here), name !== undefined && isOurName(name, open)]).toEqual([
      whenHere,
      whenOpen,
    ]);
  });
});

describe('a server', () => {
  let there: Served;
  beforeAll(async () => {
    there = await served();
    await there.ask('POST', '/plans', { document: plan });
    await there.ask('DELETE', '/plans/plan-1');
  });
  afterAll(() => there.close());
  const port = (): string => new URL(there.address).port;

  it('answers nobody under a name that leads here from outside, pages and files neither', async () => {
    for (const [method, path] of [
      ['GET', '/api/plans'],
      ['POST', '/api/plans/plan-1/restore'],
      ['GET', '/'],
      ['GET', '/api/health'],
    ] as const) {
      const answer = await raw(there.address, method, path, { Host: `evil.example:${port()}`, 'Vernal-Write': '1' });
      expect([path, answer.status]).toEqual([path, 421]);
      expect(JSON.parse(answer.text)).toMatchObject({ error: { code: 'unknown-host' } });
    }
  });
  it.each<[string, Record<string, string>]>([
    ['a page of another site', { Origin: 'https://evil.example' }],
    ['a page of another port of this machine', { Origin: 'http://localhost:1' }],
    ['a sandboxed page', { Origin: 'null' }],
    ['a page of another site that sends our header', { Origin: 'https://evil.example', 'Vernal-Write': '1' }],
    ['a page whose browser says so', { 'Sec-Fetch-Site': 'cross-site' }],
    ['a sibling of our site', { 'Sec-Fetch-Site': 'same-site' }],
    ['a form, or a program that says nothing', {}],
  ])('is not written to by %s, whatever it calls its content', async (_, headers) => {
    for (const type of [
      'application/json',
      'text/plain',
      'application/x-www-form-urlencoded',
      'multipart/form-data; boundary=x',
      '',
    ]) {
      for (const [method, path] of [
        ['POST', '/api/plans/plan-1/restore'],
        ['PUT', '/api/plans/plan-1/grid'],
        ['POST', '/api/copies'],
        ['POST', '/api/sign-in'],
      ] as const) {
        const answer = await raw(
          there.address,
          method,
          path,
          { ...headers, ...(type ? { 'Content-Type': type } : {}) },
          type ? 'a=1' : '',
        );
        expect([path, type, answer.status]).toEqual([path, type, 403]);
        expect(JSON.parse(answer.text)).toMatchObject({ error: { code: 'other-origin' } });
      }
    }
    expect((await there.ask('GET', '/plans')).body.plans).toEqual([]);
  });
  it('is written to by its own page, by name and by number', async () => {
    const own: Record<string, string>[] = [
      { Origin: there.address },
      { Host: `localhost:${port()}`, Origin: `http://localhost:${port()}` },
      { 'Sec-Fetch-Site': 'same-origin' },
    ];
    for (const headers of own) {
      expect((await raw(there.address, 'POST', '/api/plans/plan-1/restore', headers)).status).toBe(200);
      expect((await raw(there.address, 'DELETE', '/api/plans/plan-1', headers)).status).toBe(204);
    }
  });
  it('is written to by the page of a proxy that it was told of', async () => {
    const behind = await served(undefined, {
      doors: { open: false, names: ['water.example'], origins: ['https://water.example'] },
    });
    await behind.ask('POST', '/plans', { document: plan });
    const headers = { Host: 'water.example', Origin: 'https://water.example' };
    expect((await raw(behind.address, 'DELETE', '/api/plans/plan-1', headers)).status).toBe(204);
    expect(
      (
        await raw(behind.address, 'POST', '/api/plans/plan-1/restore', {
          ...headers,
          Origin: 'http://water.example:81',
        })
      ).status,
    ).toBe(403);
    await behind.close();
  });
});

describe('a passphrase', () => {
  it('is kept as a salted hash that takes its time', async () => {
    const [a, b] = await Promise.all([hashPassphrase('rowan and larch'), hashPassphrase('rowan and larch')]);
    expect(a).not.toBe(b);
    expect(a).toMatch(/^\$scrypt\$ln=17,r=8,p=1\$/);
    expect(a).not.toContain('rowan');
    expect(await isPassphrase('rowan and larch', a)).toBe(true);
    // the same letters, typed on another keyboard
    expect(await isPassphrase('rôwan', await hashPassphrase('ro\u0302wan'))).toBe(true);
    expect(await isPassphrase('rowan and larcH', a)).toBe(false);
    expect(await isPassphrase('rowan and larch', 'nonsense')).toBe(false);
  });

  describe('that was set', () => {
    let there: Served;
    beforeAll(async () => {
      there = await served();
      await there.ask('POST', '/plans', { document: plan });
      await there.keys.set('writes', 'rowan and larch');
      await there.keys.set('reads', 'only a glance');
    });
    afterAll(() => there.close());
    const signIn = async (passphrase: string): Promise<{ status: number; cookie: string; held: string }> => {
      const answer = await there.ask('POST', '/sign-in', { passphrase });
      const held = answer.headers.get('set-cookie') ?? '';
      return { status: answer.status, cookie: held.split(';')[0], held };
    };
    const as = (cookie: string, method: string, path: string, body?: unknown): ReturnType<Served['ask']> =>
      there.ask(method, path, body, cookie ? { Cookie: cookie } : {});

    it('lets nobody in without it: no plan, no copy, no photograph, nothing to write', async () => {
      for (const [method, path] of [
        ['GET', '/plans'],
        ['GET', '/plans/plan-1'],
        ['GET', '/plans/plan-1/versions'],
        ['GET', '/plans/plan-1/log'],
        ['GET', '/plans/plan-1/photos/abc'],
        ['GET', '/plans/plan-1/grid'],
        ['GET', '/copies'],
        ['POST', '/copies'],
        ['PUT', '/plans/plan-1'],
        ['DELETE', '/plans/plan-1'],
        ['GET', '/nothing'],
      ] as const) {
        const answer = await there.ask(method, path);
        expect([path, answer.status, answer.body.error.code]).toEqual([path, 401, 'sign-in']);
      }
      expect((await there.ask('GET', '/me')).body).toEqual({ asks: true, role: null });
      expect((await there.ask('GET', '/health')).status).toBe(200);
      for (const cookie of [
        'vernal-slope=',
        'vernal-slope=x',
        `vernal-slope=${'A'.repeat(43)}`,
        `vernal-slope=${'A'.repeat(5000)}`,
      ])
        expect((await as(cookie, 'GET', '/plans')).status).toBe(401);
    });
    it('lets in who has it, with a cookie that no script reads and no other site sends', async () => {
      const { status, cookie, held } = await signIn('rowan and larch');
      expect(status).toBe(200);
      expect(held).toMatch(/HttpOnly/);
      expect(held).toMatch(/SameSite=Strict/);
      expect(held).toMatch(/Path=\//);
      expect((await as(cookie, 'GET', '/me')).body).toEqual({ asks: true, role: 'writes' });
      expect((await as(cookie, 'PUT', '/plans/plan-1', { revision: 1, document: plan })).status).toBe(200);
      expect((await as(cookie, 'GET', '/copies')).status).toBe(200);
      // what the browser holds is in no table
      const rows = JSON.stringify(await there.store.list()) + JSON.stringify(await there.keys.roles());
      expect(rows).not.toContain(cookie.split('=')[1]);
    });
    it('that only reads lets nobody write, nor fetch copies of everything', async () => {
      const { cookie } = await signIn('only a glance');
      expect((await as(cookie, 'GET', '/me')).body).toEqual({ asks: true, role: 'reads' });
      expect((await as(cookie, 'GET', '/plans/plan-1')).status).toBe(200);
      for (const [method, path, body] of [
        ['PUT', '/plans/plan-1', { revision: 2, document: plan }],
        ['POST', '/plans', { document: plan }],
        ['DELETE', '/plans/plan-1', undefined],
        ['POST', '/plans/plan-1/log', { put: [], gone: [] }],
        ['POST', '/copies', undefined],
        ['GET', '/copies', undefined],
        ['POST', '/sign-out', { everywhere: true }],
      ] as const) {
        const answer = await as(cookie, method, path, body);
        expect([path, answer.status, answer.body.error.code]).toEqual([path, 403, 'read-only']);
      }
    });
    it('is signed out here, or everywhere at once', async () => {
      const [one, two, three] = [
        await signIn('rowan and larch'),
        await signIn('rowan and larch'),
        await signIn('only a glance'),
      ];
      expect((await as(one.cookie, 'POST', '/sign-out')).status).toBe(204);
      expect((await as(one.cookie, 'GET', '/plans')).status).toBe(401);
      expect((await as(two.cookie, 'GET', '/plans')).status).toBe(200);
      expect((await as(two.cookie, 'POST', '/sign-out', { everywhere: true })).status).toBe(204);
      for (const { cookie } of [two, three]) expect((await as(cookie, 'GET', '/plans')).status).toBe(401);
    });
    it('that is changed signs out who came in with the one before', async () => {
      const [writer, reader] = [await signIn('rowan and larch'), await signIn('only a glance')];
      await there.keys.set('reads', 'only a glimpse');
      expect((await as(reader.cookie, 'GET', '/plans')).status).toBe(401);
      expect((await as(writer.cookie, 'GET', '/plans')).status).toBe(200);
      expect((await signIn('only a glance')).status).toBe(401);
    });
    it('is not guessed: tries are counted, and the right one does not count', async () => {
      // with one passphrase: each try is hashed once for each
      const other = await served();
      await other.keys.set('writes', 'rowan and larch');
      const tries: number[] = [];
      for (let k = 0; k <= LIMITS['sign-in'].most; k++)
        tries.push((await other.ask('POST', '/sign-in', { passphrase: `guess ${k} of many` })).status);
      expect(tries).toEqual([...new Array<number>(LIMITS['sign-in'].most).fill(401), 429]);
      const last = await other.ask('POST', '/sign-in', { passphrase: 'rowan and larch' });
      expect([last.status, last.body.error.message]).toEqual([
        429,
        expect.stringMatching(/Too many tries\. Try again in 15 minutes\./),
      ]);
      expect(Number(last.headers.get('Retry-After'))).toBeGreaterThan(600);
      await other.close();
    }, 60_000);
  });
});
