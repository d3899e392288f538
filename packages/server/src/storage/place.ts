// Where the data lies: the folder, the file of the database in it, the copies beside it.
import { closeSync, fsyncSync, openSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

export interface Place {
  readonly folder: string;
  /** As the driver takes it: file:… or the address of a libSQL server. */
  readonly url: string;
  /** File of the database; undefined where it lies on a libSQL server. */
  readonly file: string | undefined;
  readonly copies: string;
  /** A file a running server. */
  readonly running: string;
}

/** A file name as an address: one with %, #, ? or spaces too. */
export const urlOf = (file: string): string => pathToFileURL(file).href;

/** A relative `file:data/vernal.db` is one of this folder, percent signs and all. */
function fileOf(url: string): string {
  return url.startsWith('file://') ? fileURLToPath(url) : resolve(url.slice('file:'.length));
}

/** Where the data of a server lies. @param databaseUrl DATABASE_URL, where it is given */
export function placeOf(folder: string, databaseUrl = process.env.DATABASE_URL): Place {
  const file = !databaseUrl
    ? join(folder, 'vernal.db')
    : databaseUrl.startsWith('file:')
      ? fileOf(databaseUrl)
      : undefined;
  return {
    folder,
    url: file === undefined ? (databaseUrl as string) : urlOf(file),
    file,
    copies: join(folder, 'copies'),
    running: join(folder, 'running'),
  };
}

/** Makes what was written to a file, and its name in its folder, outlast a power cut. */
export function settle(file: string): void {
  for (const path of [file, dirname(file)]) {
    const handle = openSync(path, 'r');
    try {
      fsyncSync(handle);
    } finally {
      closeSync(handle);
    }
  }
}
