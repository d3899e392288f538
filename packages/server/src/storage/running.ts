// Which servers have a folder of data open: a file each, named by its process, so that a second one can say so.
import { mkdirSync, readdirSync, readFileSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { z } from 'zod';
import type { Place } from './place.ts';

const entrySchema = z.object({
  pid: z.number().int().min(1),
  host: z.string(),
  address: z.string(),
  since: z.string(),
});
export type RunningServer = z.infer<typeof entrySchema>;

/** A server says this often that it is there, and is taken for gone after so long without, ms. */
const SAYS_MS = 20_000;
const GONE_MS = 90_000;

const lives = (pid: number): boolean => {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
};

const read = (file: string): RunningServer | undefined => {
  try {
    return entrySchema.parse(JSON.parse(readFileSync(file, 'utf8')));
  } catch {
    return undefined;
  }
};

/** Servers that have this folder open, but for this process. Entries of servers that are gone are cleared. */
export function othersAt(place: Pick<Place, 'running'>): RunningServer[] {
  let names: string[];
  try {
    names = readdirSync(place.running);
  } catch {
    return [];
  }
  return names.flatMap((name) => {
    const file = join(place.running, name);
    const entry = read(file);
    if (entry?.pid === process.pid && entry.host === hostname()) return [];
    // of another machine on a shared disk only its file tells
    const said = Date.now() - (statSync(file, { throwIfNoEntry: false })?.mtimeMs ?? 0) < GONE_MS;
    if (entry && said && (entry.host !== hostname() || lives(entry.pid))) return [entry];
    rmSync(file, { force: true });
    return [];
  });
}

/** Says that this process serves the folder. @returns what takes it back */
export function sayRunning(place: Pick<Place, 'running'>, address: string, now = new Date()): () => void {
  mkdirSync(place.running, { recursive: true });
  const file = join(place.running, `${hostname()}-${process.pid}.json`);
  const entry: RunningServer = { pid: process.pid, host: hostname(), address, since: now.toISOString() };
  writeFileSync(file, JSON.stringify(entry));
  const saying = setInterval(() => {
    try {
      utimesSync(file, new Date(), new Date());
    } catch {
      // the folder is gone or full: the others are not told, and nothing else depends on it
    }
  }, SAYS_MS);
  saying.unref();
  return () => {
    clearInterval(saying);
    rmSync(file, { force: true });
  };
}
