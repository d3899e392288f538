// Opens the database and brings it to the newest form.
import { createClient, type Client } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { fileURLToPath } from 'node:url';
import * as schema from './schema.ts';

export type Db = LibSQLDatabase<typeof schema>;

export interface Database {
  readonly db: Db;
  readonly close: () => void;
}

const migrations = fileURLToPath(new URL('../../migrations', import.meta.url));

/** How often, and for how long apart (ms), a start is tried while another server brings the same database up. */
const TRIES = 40;
const WAIT_MS = 150;

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** What two servers that start on one new database do to each other: it passes. */
const passes = (error: unknown): boolean => {
  for (let cause = error; cause instanceof Error; cause = cause.cause)
    if (/SQLITE_BUSY|database is locked|already exists|duplicate column|UNIQUE constraint/i.test(cause.message))
      return true;
  return false;
};

/** Opens `url` (file:… or a libSQL server), with write-ahead log and foreign keys on, and runs migrations. */
export async function openDatabase(url: string): Promise<Database> {
  // every connection of the client waits for another's lock
  const client: Client = createClient({ url, ...(url.startsWith('file:') ? { timeout: 5000 } : {}) });
  for (let tried = 1; ; tried++) {
    try {
      if (url.startsWith('file:')) await client.execute('PRAGMA journal_mode = WAL');
      await client.execute('PRAGMA foreign_keys = ON');
      const db = drizzle(client, { schema });
      await migrate(db, { migrationsFolder: migrations });
      return { db, close: () => client.close() };
    } catch (error) {
      if (tried >= TRIES || !passes(error)) throw error;
      await wait(WAIT_MS * (0.5 + Math.random()));
    }
  }
}
