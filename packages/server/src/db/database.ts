// Opens the database and brings it to the newest form.
import { createClient, type Client } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { setTimeout as wait } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { isBusy, patientClient } from './patient.ts';
import * as schema from './schema.ts';

export type Db = LibSQLDatabase<typeof schema>;

export interface Database {
  readonly db: Db;
  /** Writes what the log of the database holds into its file, so that the file alone is whole, and lets go of it. */
  readonly close: () => Promise<void>;
}

export const migrationsFolder = fileURLToPath(new URL('../../migrations', import.meta.url));

/** How often, and for how long apart (ms), a start is tried while another server brings the same database up. */
const TRIES = 40;
const WAIT_MS = 150;

/** What two servers that start on one new database do to each other: it passes. */
const passes = (error: unknown): boolean => {
  if (isBusy(error)) return true;
  for (let cause = error; cause instanceof Error; cause = cause.cause)
    if (/already exists|duplicate column|UNIQUE constraint/i.test(cause.message)) return true;
  return false;
};

const isFile = (url: string): boolean => url.startsWith('file:');

/**
 * The driver on a database. On a file it has one connection, whose settings hold for all that is asked, and which waits
 * for no lock itself: it would stand still and everybody with it.
 */
export const openClient = (url: string, authToken = process.env.DATABASE_AUTH_TOKEN): Client =>
  createClient(isFile(url) ? { url, concurrency: 1, timeout: 0 } : { url, ...(authToken ? { authToken } : {}) });

/** Opens `url` (file:… or a libSQL server), with write-ahead log and foreign keys on, and runs migrations. */
export async function openDatabase(url: string): Promise<Database> {
  const client = openClient(url);
  for (let tried = 1; ; tried++) {
    try {
      if (isFile(url)) await client.execute('PRAGMA journal_mode = WAL');
      await client.execute('PRAGMA foreign_keys = ON');
      await migrate(drizzle(client, { schema }), { migrationsFolder });
      const db = drizzle(patientClient(client), { schema });
      return { db, close: () => closeWhole(client, isFile(url)) };
    } catch (error) {
      if (tried >= TRIES || !passes(error)) throw error;
      // what met a lock stays half open in the driver: a connection of its own for every try
      if (isFile(url)) client.reconnect();
      await wait(WAIT_MS * (0.5 + Math.random()));
    }
  }
}

/** The driver leaves the log beside the file when it lets go of it: it is written into the file first. */
async function closeWhole(client: Client, file: boolean): Promise<void> {
  for (let tried = 1; file && tried <= TRIES; tried++) {
    try {
      const { rows } = await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
      // another that reads or writes holds it: what is in the log stays there, for it and for the next start
      if (Number(rows[0]?.busy) === 0) break;
    } catch (error) {
      if (!isBusy(error)) break;
    }
    await wait(AGAIN_MS);
  }
  client.close();
}
/** How long apart a log that others hold is tried to be written into the file, ms. */
const AGAIN_MS = 25;
