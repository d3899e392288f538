import { createClient } from '@libsql/client';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { DatabaseHeld, patientClient } from './patient.ts';

const url = `file:${join(mkdtempSync(join(tmpdir(), 'vernal-patient-')), 'x.db')}`;
const inner = createClient({ url, concurrency: 1, timeout: 0 });
const client = patientClient(inner);
const other = createClient({ url, concurrency: 1, timeout: 0 });
const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
const add = (value: number | null) => client.batch([{ sql: 'insert into t values (?)', args: [value] }]);
const all = async (): Promise<unknown[]> =>
  (await other.execute('select a from t order by a')).rows.map((row) => Number(row.a));

beforeAll(async () => {
  await inner.execute('PRAGMA journal_mode = WAL');
  await inner.execute('create table t (a integer not null)');
});
beforeEach(async () => void (await client.execute('delete from t')));
afterAll(() => {
  inner.close();
  other.close();
});

describe('writes that wait at once', () => {
  it('are committed together, each answered with its own rows', async () => {
    const batch = vi.spyOn(inner, 'batch');
    const answers = await Promise.all(
      [1, 2, 3, 4, 5].map((n) =>
        client.batch([
          { sql: 'insert into t values (?) returning a * 10 as ten', args: [n] },
          'select count(*) as n from t',
        ]),
      ),
    );
    expect(answers.map(([made]) => made.rows[0].ten)).toEqual([10, 20, 30, 40, 50]);
    expect(answers.map(([, count]) => count.rows[0].n)).toEqual([1, 2, 3, 4, 5]);
    expect(await all()).toEqual([1, 2, 3, 4, 5]);
    expect(batch.mock.calls.length).toBeLessThan(5);
    batch.mockRestore();
  });
  it('fail each for itself', async () => {
    const answers = await Promise.allSettled([
      add(1),
      add(null),
      add(3),
      client.batch(['insert into t values (4)', 'insert into t values (null)']),
    ]);
    expect(answers.map((a) => a.status)).toEqual(['fulfilled', 'rejected', 'fulfilled', 'rejected']);
    // of the last one nothing is kept
    expect(await all()).toEqual([1, 3]);
  });
});

describe('a database that another holds', () => {
  it('is asked again until it is free', async () => {
    const held = await other.transaction('write');
    const asked = [add(1), add(2)];
    await wait(150);
    await held.commit();
    await Promise.all(asked);
    expect(await all()).toEqual([1, 2]);
  });
  it('is told within a second, and nothing stands still meanwhile', async () => {
    const held = await other.transaction('write');
    let ticks = 0;
    const ticking = setInterval(() => ticks++, 10);
    const begun = performance.now();
    await expect(add(1)).rejects.toBeInstanceOf(DatabaseHeld);
    expect(performance.now() - begun).toBeLessThan(1000);
    clearInterval(ticking);
    expect(ticks).toBeGreaterThan(20);
    // who only reads is not held up at all
    const reading = performance.now();
    expect((await client.execute('select count(*) as n from t')).rows[0].n).toBe(0);
    expect(performance.now() - reading).toBeLessThan(200);
    await held.rollback();
    expect(await all()).toEqual([]);
  });
});
