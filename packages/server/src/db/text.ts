// Texts of the database, read as bytes: the driver ends the whole process on a byte that is no UTF-8.
import { sql, type SQL } from 'drizzle-orm';
import type { AnySQLiteColumn } from 'drizzle-orm/sqlite-core';

const strict = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true });

/** A text of the database has bytes that are no UTF-8: the file is damaged. */
export class DamagedText extends Error {
  constructor() {
    super('A text in the database is damaged.');
    this.name = 'DamagedText';
  }
}

/** @throws DamagedText on bytes that are no UTF-8 */
export function decodeText(bytes: unknown): string {
  if (typeof bytes === 'string') return bytes;
  try {
    return strict.decode(bytes as ArrayBuffer);
  } catch {
    throw new DamagedText();
  }
}

/** A text column as it is selected: by its bytes. */
export const textOf = (column: AnySQLiteColumn): SQL<string> => sql`cast(${column} as blob)`.mapWith(decodeText);

/** The same of a column that may be empty. */
export const textOrNull = (column: AnySQLiteColumn): SQL<string | null> =>
  sql<string | null>`cast(${column} as blob)`.mapWith(decodeText as (bytes: unknown) => string | null);
