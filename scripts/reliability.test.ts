// Thirty rounds of each run against the built server: kills and stops, requests and files that nobody would send, many
// clients at once, two servers on one database. The long runs and their figures are in docs/reliability.md.
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';

interface Said {
  readonly [name: string]: unknown;
  readonly statuses?: Readonly<Record<string, number>>;
}
/** Runs a script and reads the object that it prints. */
async function run(name: string, ...args: string[]): Promise<{ code: number | null; said: Said; text: string }> {
  const child = spawn(process.execPath, [fileURLToPath(new URL(`./${name}.mjs`, import.meta.url)), ...args], {
    stdio: ['ignore', 'pipe', 'inherit'],
    // what a run of tests sets for itself is none of the server's
    env: { ...process.env, NODE_OPTIONS: '', VITEST: '', DATABASE_URL: '' },
  });
  let text = '';
  child.stdout.on('data', (part: Buffer) => (text += part.toString()));
  const code = await new Promise<number | null>((resolve) => child.on('close', resolve));
  const object = /^\{[\s\S]*?\}$/m.exec(text)?.[0] ?? '{}';
  return { code, said: JSON.parse(object) as Said, text };
}

it('killed at any moment, nothing that was acknowledged is lost or doubled; stopped, nobody is cut off', async () => {
  const { code, said, text } = await run('crash', '--rounds', '30', '--stops', '6', '--seed', '20');
  expect(text).toMatch(/"wrong": 0/);
  expect(code).toBe(0);
  expect(said).toMatchObject({ kills: 30, stops: 6, lost: 0, doubled: 0, readingsLost: 0, resentRefused: 0, notStarted: 0, cutAtStop: 0, unansweredAtStop: 0, notWholeAfterStop: 0 }); // prettier-ignore
  // it did save, send again and read meanwhile
  for (const name of ['acknowledged', 'resent', 'readings', 'killsInStart'])
    expect(Number(said[name]), name).toBeGreaterThan(0);
}, 400_000);

it('whatever is sent is answered in a sentence, and no reader of files throws', async () => {
  const { code, said, text } = await run('fuzz', '--requests', '600', '--files', '0', '--seed', '20');
  expect(text).toMatch(/"wrong": 0/);
  expect(code).toBe(0);
  expect(Number(said.requests)).toBe(600);
}, 120_000);

it('many clients that save at once are all answered, and what they were told is kept', async () => {
  const { code, said } = await run('load', '--clients', '30', '--seconds', '2', '--warm', '0', '--plan', 'tarn-foot');
  expect(code).toBe(0);
  expect(said).toMatchObject({ clients: 30, cuts: 0, lost: 0 });
  expect(Object.keys(said.statuses ?? {})).toEqual(['200']);
}, 120_000);

it('two servers share one libSQL server', async () => {
  const { code, said, text } = await run('outgrown', '--seconds', '2');
  expect(code, text).toBe(0);
  // a machine for which the registry has no such server says so
  if (said.skipped === undefined) expect(Number(said.saves)).toBeGreaterThan(5);
}, 120_000);
