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

/** Opens `url` (file:… or a libSQL server), with write-ahead log and foreign keys on, and runs migrations. */
export async function openDatabase(url: string): Promise<Database> {
  const client: Client = createClient({ url });
  if (url.startsWith('file:')) {
    await client.execute('PRAGMA journal_mode = WAL');
    await client.execute('PRAGMA busy_timeout = 5000');
  }
  await client.execute('PRAGMA foreign_keys = ON');
  const db = drizzle(client, { schema });
  await migrate(db, { migrationsFolder: migrations });
  return { db, close: () => client.close() };
}
