import { createClient } from '@libsql/client';
import { copyFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { connect } from 'node:net';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { demo, newFolder, served } from './served.testdata.ts';

const plan = demo('ousel-bank');

it('coming to a stop, every request on the way is answered, what is new is refused, and the file alone is whole', async () => {
  const there = await served();
  const { hostname, port } = new URL(there.address);
  const body = (title: string, revision?: number): string =>
    JSON.stringify({ ...(revision ? { revision } : {}), document: { ...plan, title } });
  const answers: { status?: number; cut?: string; closes: boolean; saved?: string }[] = [];
  let over = false;
  /** A client that saves without a pause over one connection until it is told to leave off. */
  async function client(k: number): Promise<void> {
    const agent = new Agent({ keepAlive: true, maxSockets: 1 });
    const send = (method: string, path: string, text: string): Promise<(typeof answers)[number] & { id?: string }> =>
      new Promise((resolve) => {
        const sent = request(
          {
            agent,
            host: hostname,
            port,
            method,
            path,
            headers: {
              'Vernal-Write': '1',
              'Content-Type': 'application/json',
              'Content-Length': Buffer.byteLength(text),
            },
          },
          (answer) => {
            let got = '';
            answer.on('data', (part: Buffer) => (got += part.toString()));
            answer.on('end', () =>
              resolve({
                status: answer.statusCode,
                closes: answer.headers.connection === 'close',
                id: /"id":"([^"]+)"/.exec(got)?.[1],
              }),
            );
            answer.on('error', (e: NodeJS.ErrnoException) => resolve({ cut: e.code, closes: true }));
          },
        );
        sent.on('error', (e: NodeJS.ErrnoException) => resolve({ cut: e.code, closes: true }));
        sent.end(text);
      });
    const made = await send('POST', '/api/plans', body(`c${k}`));
    for (let revision = 1; !over; revision++) {
      const title = `c${k} r${revision}`;
      const answer = await send('PUT', `/api/plans/${made.id}`, body(title, revision));
      answers.push({ ...answer, saved: answer.status === 200 ? `${made.id} ${title}` : undefined });
      if (answer.status !== 200) break;
    }
    agent.destroy();
  }
  const clients = Array.from({ length: 12 }, (_, k) => client(k));
  while (answers.length < 30) await new Promise((resolve) => setTimeout(resolve, 20));
  // one that holds a connection and asks for nothing does not hold the stop up
  const idle = connect(Number(port), hostname);
  const idleEnded = new Promise((resolve) => idle.on('close', resolve));
  await new Promise((resolve) => idle.once('connect', resolve));
  const begun = performance.now();
  await there.stopping.stop(there.server);
  const took = performance.now() - begun;
  over = true;
  await Promise.all(clients);
  await idleEnded;
  expect(took).toBeLessThan(3000);
  // nobody is cut off: refused by a closed door, or in words
  expect(answers.filter((a) => a.cut !== undefined && a.cut !== 'ECONNREFUSED')).toEqual([]);
  expect(answers.filter((a) => a.status !== undefined && a.status !== 200 && a.status !== 503)).toEqual([]);
  await there.close();

  const alone = join(newFolder(), 'vernal.db');
  copyFileSync(there.place.file as string, alone);
  const client2 = createClient({ url: `file:${alone}` });
  const { rows } = await client2.execute('select plan_id, title from versions');
  const kept = new Set(rows.map((row) => `${String(row.plan_id)} ${String(row.title)}`));
  const saved = answers.flatMap((a) => (a.saved ? [a.saved] : []));
  expect(saved.length).toBeGreaterThan(20);
  expect(saved.filter((s) => !kept.has(s))).toEqual([]);
}, 60_000);

it('a request that comes over an open connection just after the word to stop is refused in words, not cut off', async () => {
  const there = await served();
  const { hostname, port } = new URL(there.address);
  const socket = connect(Number(port), hostname);
  await new Promise((resolve) => socket.once('connect', resolve));
  let said = '';
  socket.setEncoding('utf8').on('data', (part: string) => (said += part));
  const ended = new Promise((resolve) => socket.on('close', resolve));
  const ask = (): boolean => socket.write('GET /api/health HTTP/1.1\r\nHost: localhost\r\n\r\n');
  ask();
  while (!said.includes('"ok":true')) await new Promise((resolve) => setTimeout(resolve, 5));
  const stopped = there.stopping.stop(there.server);
  await new Promise((resolve) => setTimeout(resolve, 60));
  ask();
  await Promise.all([stopped, ended]);
  expect(said).toContain('HTTP/1.1 503');
  expect(said).toContain('"code":"stopping"');
  expect(said).toContain('Connection: close');
  await there.close();
});
