import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createServer } from 'node:net';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { newFolder } from './http/served.testdata.ts';
import { changeKeys } from './storage/commands.ts';
import { othersAt, sayRunning } from './storage/running.ts';
import { placeOf } from './storage/place.ts';
import { start, type Running, type StartOptions } from './start.ts';

const running: Running[] = [];
let said = '';
beforeEach(() => {
  said = '';
  vi.spyOn(process.stdout, 'write').mockImplementation((text) => {
    said += String(text);
    return true;
  });
});
afterEach(async () => {
  await Promise.all(running.splice(0).map((r) => r.stop()));
  vi.restoreAllMocks();
});
const starting = async (dataFolder: string, more: Partial<StartOptions> = {}): Promise<Running> => {
  const it = await start({ port: 0, host: '127.0.0.1', dataFolder, ...more });
  running.push(it);
  return it;
};

describe('a start', () => {
  it.each(['100% & "so" it’s', 'a%20b', 'what#if? ü\u0301'])(
    'keeps its data in the folder that was named: %s',
    async (name) => {
      const folder = join(newFolder(), name);
      const server = await starting(folder);
      const made = await fetch(`${server.address}api/plans`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', Origin: server.address.slice(0, -1) },
        body: JSON.stringify({
          document: { format: 'vernal-slope/plan', version: 1, title: 'Kept here', nodes: [], lines: [] },
        }),
      });
      expect(made.status).toBe(201);
      await running.pop()?.stop();
      expect(existsSync(join(folder, 'vernal.db'))).toBe(true);
      expect(readdirSync(join(folder, '..'))).toEqual([name]);
      const again = await starting(folder);
      expect(await (await fetch(`${again.address}api/plans`)).text()).toContain('Kept here');
    },
  );
  it('beside another on the same folder says that they share it', async () => {
    const folder = newFolder();
    const place = placeOf(folder, '');
    mkdirSync(place.running, { recursive: true });
    // another process: the one that runs this one lives as long as it does
    const other = {
      pid: process.ppid,
      host: (await import('node:os')).hostname(),
      address: 'http://127.0.0.1:4100/',
      since: 'now',
    };
    writeFileSync(join(place.running, 'other.json'), JSON.stringify(other));
    // one that is gone, and nonsense
    writeFileSync(join(place.running, 'gone.json'), JSON.stringify({ ...other, pid: 2 ** 22 - 3 }));
    writeFileSync(join(place.running, 'odd.json'), '{');
    await starting(folder);
    expect(said).toContain(`is shared with the server at http://127.0.0.1:4100/ (process ${process.ppid})`);
    expect(said.match(/is shared/g)).toHaveLength(1);
    expect(othersAt(place)).toEqual([other]);
    // of itself it says so to others, and takes it back
    const gone = sayRunning(place, 'http://127.0.0.1:1/');
    expect(readdirSync(place.running).length).toBeGreaterThan(1);
    gone();
  });
  it('beyond this machine wants a passphrase first, and says how', async () => {
    const folder = newFolder();
    for (const host of ['0.0.0.0', '::'])
      await expect(starting(folder, { host })).rejects.toThrow(
        /no passphrase is set\. Set one with npm run passphrase -- --data ".*", or listen on this machine alone/,
      );
    expect(await changeKeys(folder, { kind: 'set', role: 'writes', passphrase: 'rowan and larch' })).toContain(
      'is set',
    );
    const server = await starting(folder, { host: '0.0.0.0' });
    expect((await fetch(`http://127.0.0.1:${new URL(server.address).port}/api/plans`)).status).toBe(401);
  });
  it.each<[string, Partial<StartOptions>, RegExp]>([
    ['an address of another machine', { host: '192.0.2.7' }, /no passphrase is set/],
    ['a name that is none', { names: ['http//x y'] }, /--name is "http\/\/x y": give a name such as/],
  ])('with %s ends in a sentence', async (_, more, words) => {
    await expect(starting(newFolder(), more)).rejects.toThrow(words);
  });
  it('on a port that is taken says so, and how to choose another', async () => {
    const taken = createServer();
    await new Promise<void>((resolve) => taken.listen(0, '127.0.0.1', () => resolve()));
    const { port } = taken.address() as { port: number };
    await expect(starting(newFolder(), { port })).rejects.toThrow(
      new RegExp(`^Port ${port} of 127\\.0\\.0\\.1 is taken: choose another with --port\\.$`),
    );
    taken.close();
  });
  it('in a place that is no folder says which', async () => {
    const file = join(newFolder(), 'file');
    writeFileSync(file, 'x');
    await expect(starting(join(file, 'data'))).rejects.toThrow(
      /data cannot be made a folder \(ENOTDIR\)\. Nothing was moved or changed\. Choose another with --data\./,
    );
  });
});

describe('a passphrase by the command', () => {
  it('is long enough, the one that reads comes second, and goes with the first', async () => {
    const folder = newFolder();
    await expect(changeKeys(folder, { kind: 'set', role: 'writes', passphrase: 'short' })).rejects.toThrow(
      /at least 10 characters/,
    );
    await expect(changeKeys(folder, { kind: 'set', role: 'reads', passphrase: 'only a glance' })).rejects.toThrow(
      /reads and writes first/,
    );
    await changeKeys(folder, { kind: 'set', role: 'writes', passphrase: 'rowan and larch' });
    await changeKeys(folder, { kind: 'set', role: 'reads', passphrase: 'only a glance' });
    expect(await changeKeys(folder, { kind: 'sign-out' })).toBe('Everybody was signed out.');
    expect(await changeKeys(folder, { kind: 'remove', role: 'writes' })).toContain(
      'No passphrase is asked for any more',
    );
    const server = await starting(folder);
    expect(await (await fetch(`${server.address}api/me`)).json()).toEqual({ asks: false, role: 'writes' });
  });
});
