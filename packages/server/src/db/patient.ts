// The driver made fit for a server: writes that wait are committed together, a database that another holds is asked
// again for a while without anything standing still, and then it is said that it is held.
import { setTimeout as wait } from 'node:timers/promises';
import type { Client, InArgs, InStatement, ResultSet, TransactionMode } from '@libsql/client';

/** How long a database that another holds is asked again before a request is refused, ms. */
const PATIENCE_MS = 800;
/** Wait between two tries, ms; half as long and half as long again by chance, so that two servers do not meet again. */
const AGAIN_MS = 12;
/** Most statements that are committed together: what waits behind them waits no longer than a few milliseconds. */
const TOGETHER = 96;

/** The database is held by another program for longer than a request may wait. */
export class DatabaseHeld extends Error {
  constructor() {
    super('The database is held by another program.');
    this.name = 'DatabaseHeld';
  }
}

/** True of what another's lock does: it passes. */
export const isBusy = (error: unknown): boolean => {
  for (let cause = error; cause instanceof Error; cause = cause.cause)
    if (/SQLITE_BUSY|database (?:table )?is locked/i.test(cause.message)) return true;
  return false;
};

/** True where the database itself refused, so that nothing of the transaction is kept. */
const ofSqlite = (error: unknown): boolean =>
  error instanceof Error && 'code' in error && typeof error.code === 'string' && error.code.startsWith('SQLITE_');

/** What takes the lock of writing and gives it back, in one call of which nothing stays behind when it fails. */
const IS_FREE = 'BEGIN IMMEDIATE; COMMIT';

/**
 * Does something until it is not held up by another. The driver leaves a statement half open that met a lock, and with it
 * a view of the database as it was then, over which nothing can be written any more: so the lock is tried first, and a
 * connection that met one all the same is replaced.
 * @param until when it is given up, by performance.now() @throws DatabaseHeld
 */
export async function untilFree<T>(
  client: Client,
  work: () => Promise<T>,
  { writing, until = performance.now() + PATIENCE_MS }: { readonly writing: boolean; readonly until?: number },
): Promise<T> {
  const file = client.protocol === 'file';
  for (;;) {
    let tried = false;
    try {
      if (writing && file) await client.executeMultiple(IS_FREE);
      tried = true;
      return await work();
    } catch (error) {
      if (!isBusy(error)) throw error;
      if (tried && file) client.reconnect();
      if (performance.now() >= until) throw new DatabaseHeld();
      await wait(AGAIN_MS * (0.5 + Math.random()));
    }
  }
}

type Statement = InStatement | [string, InArgs?];
const textOf = (statement: Statement): string =>
  typeof statement === 'string' ? statement : Array.isArray(statement) ? statement[0] : statement.sql;
const writes = (statement: Statement): boolean => /^\s*(?:insert|update|delete|replace)\b/i.test(textOf(statement));

interface Job {
  readonly statements: readonly Statement[];
  readonly until: number;
  readonly done: (results: ResultSet[]) => void;
  readonly failed: (error: unknown) => void;
}

/**
 * A client whose writes are transactions of their own, committed together with others that wait at the moment: the disk
 * is asked once for many. One that fails takes none of the others with it. Reads are as they were.
 * @param client with one connection that does not wait for locks itself
 */
export function patientClient(client: Client): Client {
  const queue: Job[] = [];
  let running = false;

  async function commit(jobs: readonly Job[]): Promise<void> {
    const until = Math.min(...jobs.map((j) => j.until));
    try {
      const statements = jobs.flatMap((j) => [...j.statements]);
      const results = await untilFree(client, () => client.batch(statements, 'write'), { writing: true, until });
      let from = 0;
      for (const job of jobs) job.done(results.slice(from, (from += job.statements.length)));
    } catch (error) {
      // one of them is wrong, and which is not known: each by itself. What broke off on the way may be kept or not
      if (jobs.length > 1 && ofSqlite(error)) for (const job of jobs) await commit([job]);
      else jobs.forEach((j) => j.failed(error));
    }
  }

  async function work(): Promise<void> {
    running = true;
    while (queue.length > 0) {
      let count = 0;
      const jobs: Job[] = [];
      for (
        let next = queue[0];
        next && (jobs.length === 0 || count + next.statements.length <= TOGETHER);
        next = queue[0]
      ) {
        jobs.push(next);
        count += next.statements.length;
        queue.shift();
      }
      await commit(jobs);
      // what came in meanwhile is read before the next commit, so that others are answered and more can join
      await new Promise((resolve) => setImmediate(resolve));
    }
    running = false;
  }

  const write = (statements: readonly Statement[]): Promise<ResultSet[]> =>
    new Promise((done, failed) => {
      queue.push({ statements, until: performance.now() + PATIENCE_MS, done, failed });
      if (!running) void work();
    });

  const read = <T>(work: () => Promise<T>): Promise<T> => untilFree(client, work, { writing: false });

  async function execute(statement: InStatement): Promise<ResultSet>;
  async function execute(sql: string, args?: InArgs): Promise<ResultSet>;
  async function execute(statement: InStatement | string, args?: InArgs): Promise<ResultSet> {
    const one: InStatement = typeof statement === 'string' ? { sql: statement, args: args ?? [] } : statement;
    return writes(one) ? (await write([one]))[0] : read(() => client.execute(one));
  }

  return {
    get closed() {
      return client.closed;
    },
    get protocol() {
      return client.protocol;
    },
    execute,
    batch: (statements: Statement[], mode?: TransactionMode) =>
      statements.some(writes) ? write(statements) : read(() => client.batch(statements, mode ?? 'read')),
    migrate: (statements) => client.migrate(statements),
    transaction: (mode?: TransactionMode) => client.transaction(mode ?? 'write'),
    executeMultiple: (sql) => client.executeMultiple(sql),
    sync: () => client.sync(),
    reconnect: () => client.reconnect(),
    close: () => client.close(),
  };
}
