// What a client may not do to the others: ask without end, send without end, hold what it does not use.
import { createClient } from '@libsql/client';
import { connect, type Socket } from 'node:net';
import { Writable } from 'node:stream';
import { pino } from 'pino';
import { afterEach, describe, expect, it } from 'vitest';
import { demo, served, type Served } from './served.testdata.ts';

const plan = demo('tarn-foot');
let there: Served | undefined;
afterEach(async () => {
  await there?.close();
  there = undefined;
});
const open = (address: string): Socket => {
  const { hostname, port } = new URL(address);
  return connect(Number(port), hostname);
};
/** What comes over a connection until it ends. */
const heard = (socket: Socket): Promise<string> =>
  new Promise((resolve) => {
    let text = '';
    socket.setEncoding('utf8').on('data', (part: string) => (text += part));
    socket.on('error', () => undefined).on('close', () => resolve(text));
  });

describe('too many requests', () => {
  it('are refused for a while, by kind of request, and say for how long', async () => {
    // a fiftieth of the limits
    there = await served(undefined, { limits: 0.02 });
    const statuses: number[] = [];
    for (let k = 0; k < 14; k++)
      statuses.push((await there.ask('PUT', '/plans/none', { revision: 1, document: plan })).status);
    expect(statuses).toEqual([...new Array<number>(12).fill(404), 429, 429]);
    const refused = await there.ask('DELETE', '/plans/none');
    expect([refused.status, refused.body.error.code]).toEqual([429, 'too-many']);
    expect(Number(refused.headers.get('Retry-After'))).toBeGreaterThan(0);
    // who only reads is not held up by it
    expect((await there.ask('GET', '/plans')).status).toBe(200);
  });
  it('of one client are none of another’s', async () => {
    there = await served(undefined, { limits: 0.02, proxies: 1 });
    const from = (client: string): Promise<number> =>
      (there as Served).ask('DELETE', '/plans/none', undefined, { 'X-Forwarded-For': client }).then((a) => a.status);
    for (let k = 0; k < 12; k++) await from('192.0.2.1');
    expect([await from('192.0.2.1'), await from('192.0.2.2')]).toEqual([429, 404]);
  });
  it('are not told apart by what a client says of itself where no proxy stands in front', async () => {
    there = await served(undefined, { limits: 0.02 });
    const statuses: number[] = [];
    for (let k = 0; k < 13; k++)
      statuses.push(
        (await there.ask('DELETE', '/plans/none', undefined, { 'X-Forwarded-For': `192.0.2.${k}` })).status,
      );
    expect(statuses.at(-1)).toBe(429);
  });
});

describe('a body that does not come', () => {
  it('is cut off in seconds, and one that comes slowly but steadily is not', async () => {
    there = await served();
    const text = JSON.stringify({ document: plan });
    const head = (length: number): string =>
      `POST /api/plans HTTP/1.1\r\nHost: localhost\r\nVernal-Write: 1\r\nContent-Type: application/json\r\nContent-Length: ${length}\r\n\r\n`;
    const begun = performance.now();
    const slow = Array.from({ length: 20 }, () => {
      const socket = open((there as Served).address);
      const answer = heard(socket);
      socket.write(head(1_000_000) + '{"document":');
      // a byte now and then
      const dripping = setInterval(() => socket.write(' '), 500);
      socket.on('close', () => clearInterval(dripping));
      return answer;
    });
    const steady = open(there.address);
    const answer = heard(steady);
    steady.write(head(Buffer.byteLength(text)));
    const bytes = Buffer.from(text);
    const parts = 10;
    for (let k = 0; k < parts; k++) {
      steady.write(
        bytes.subarray(Math.floor((k * bytes.length) / parts), Math.floor(((k + 1) * bytes.length) / parts)),
      );
      await new Promise((resolve) => setTimeout(resolve, 400));
      expect((await there.ask('GET', '/health')).status).toBe(200);
    }
    steady.end();
    expect(await answer).toContain('201 Created');
    for (const said of await Promise.all(slow)) {
      expect(said).toContain('408 Request Timeout');
      expect(said).toContain('too-slow');
    }
    expect(performance.now() - begun).toBeLessThan(15_000);
  }, 40_000);
});

describe('a database held by another program', () => {
  it('is told within a second, reads go on, and what is saved then is saved', async () => {
    there = await served();
    await there.ask('POST', '/plans', { document: plan });
    const other = createClient({ url: there.place.url });
    const held = await other.transaction('write');
    const begun = performance.now();
    const save = there.ask('PUT', '/plans/plan-1', { revision: 1, document: plan });
    const reads: number[] = [];
    for (let k = 0; k < 20; k++) {
      const from = performance.now();
      expect((await there.ask('GET', '/plans/plan-1')).status).toBe(200);
      reads.push(performance.now() - from);
    }
    const refused = await save;
    expect([refused.status, refused.body.error.code]).toEqual([503, 'held']);
    expect(refused.headers.get('Retry-After')).toBe('1');
    expect(performance.now() - begun).toBeLessThan(1500);
    expect(Math.max(...reads)).toBeLessThan(400);
    await held.rollback();
    expect((await there.ask('PUT', '/plans/plan-1', { revision: 1, document: plan })).body.revision).toBe(2);
  });
});

describe('the log', () => {
  it('of failures has codes and ids, never what was to be stored', async () => {
    let written = '';
    const sink = new Writable({
      write(part: Buffer, _encoding, done) {
        written += part.toString();
        done();
      },
    });
    there = await served(undefined, {}, pino({ level: 'info' }, sink));
    await there.ask('POST', '/plans', { document: { ...plan, title: 'The secret spring' } });
    const other = createClient({ url: there.place.url });
    await other.execute(
      "CREATE TRIGGER broken BEFORE INSERT ON versions BEGIN SELECT RAISE(ABORT, 'the disk is full'); END",
    );
    for (let k = 0; k < 5; k++)
      expect(
        (
          await there.ask('PUT', '/plans/plan-1', {
            revision: 1,
            document: { ...plan, title: 'The secret spring', notes: 'x'.repeat(50_000) },
          })
        ).status,
      ).toBe(500);
    await other.execute('DROP TRIGGER broken');
    // a single statement fails with all of its values in its words
    await other.execute(
      "CREATE TRIGGER broken BEFORE UPDATE ON versions BEGIN SELECT RAISE(ABORT, 'the disk is full'); END",
    );
    expect((await there.ask('PUT', '/plans/plan-1/versions/1', { name: 'The secret spring' })).status).toBe(500);
    await other.execute('DROP TRIGGER broken');
    expect(written.match(/the disk is full/g)).toHaveLength(6);
    expect(written).toContain('/api/plans/plan-1');
    expect(written).not.toMatch(/secret spring|xxxx|nodes|Failed query/);
    expect(written.length).toBeLessThan(12_000);
  });
});

describe('texts that are none', () => {
  it.each([
    ['a NUL', 'Tarn\u0000Foot'],
    ['half of a pair', 'Tarn \ud83d Foot'],
  ])('%s in a title, a summary or a version’s name is refused', async (_, bad) => {
    there = await served();
    const made = await there.ask('POST', '/plans', { document: { ...plan, title: bad } });
    expect(made.status).toBe(422);
    expect(made.body.error.faults).toEqual([
      expect.objectContaining({ path: '$.title', advice: 'take out what is no character: a NUL, or half of a pair' }),
    ]);
    const node = await there.ask('POST', '/plans', {
      document: { ...plan, nodes: plan.nodes.map((n) => ({ ...n, name: bad })) },
    });
    expect(node.status).toBe(422);
    await there.ask('POST', '/plans', { document: { ...plan, title: 'Tarn 😀 Foot' } });
    expect((await there.ask('GET', '/plans/plan-1')).body.title).toBe('Tarn 😀 Foot');
    const save = await there.ask('PUT', '/plans/plan-1', { revision: 1, document: plan, summary: bad });
    expect(save.status).toBe(400);
    expect((await there.ask('PUT', '/plans/plan-1/versions/1', { name: bad })).status).toBe(400);
  });
});
