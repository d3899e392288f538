// Keeps copies of the database: one a day by itself, others on being asked, in a thread of its own.
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import { CopyFailed, dailyIsDue } from './copies.ts';
import { copiesIn, type Copy, type Why } from './names.ts';
import { RestoreFailed, type Restored } from './restore.ts';
import type { Told } from './copying.worker.ts';
import type { Place } from './place.ts';

/** How often it is looked whether the day's copy is due, ms. */
const LOOK_MS = 900_000;
/** Wait after a start before the first copy is looked for: the first pages come first, ms. */
const FIRST_MS = 5000;

const fromSource = import.meta.url.endsWith('.ts');
const workerFile = fileURLToPath(new URL(fromSource ? './copying.source.mjs' : './copying.worker.js', import.meta.url));

export interface Keeper {
  readonly folder: string;
  /** Copies can be made here: the data is a file. */
  readonly possible: boolean;
  /** Why the last copy that should have been made by itself was not; null where it was. */
  readonly failed: string | null;
  /** Copies, newest first. */
  readonly list: () => Copy[];
  /** @throws CopyFailed */
  readonly copy: (why: Why) => Promise<Copy>;
  /** Brings a copy back while the data is in use. @throws RestoreFailed */
  readonly restore: (name: string) => Promise<Restored>;
  /** Begins to make a copy a day. @param tell is told when one could not be made */
  readonly daily: (tell: (why: string) => void) => void;
  readonly close: () => Promise<void>;
}

export function keeperOf(place: Place, now: () => Date = () => new Date()): Keeper {
  const pool = new Piscina({
    filename: workerFile,
    minThreads: 0,
    // one after the other: a copy while another is brought back would be of neither
    maxThreads: 1,
    idleTimeout: 2000,
    ...(fromSource ? { execArgv: ['--conditions=vernal-source'] } : {}),
  });
  const timers: NodeJS.Timeout[] = [];
  let failed: string | null = null;
  const copy = async (why: Why): Promise<Copy> => {
    const told = (await pool.run({ place, why }, { name: 'copyTask' })) as Told<Copy>;
    if (told.ok) return told.value;
    throw new CopyFailed(told.why);
  };
  async function look(tell: (why: string) => void): Promise<void> {
    if (!dailyIsDue(place.copies, now())) return;
    try {
      await copy('daily');
      failed = null;
    } catch (error) {
      failed = error instanceof CopyFailed ? error.message : 'The copy of the day could not be made.';
      tell(failed);
    }
  }
  return {
    folder: place.copies,
    possible: place.file !== undefined,
    get failed() {
      return failed;
    },
    list: () => copiesIn(place.copies),
    copy,
    restore: async (name) => {
      const told = (await pool.run({ place, name }, { name: 'restoreTask' })) as Told<Restored>;
      if (told.ok) return told.value;
      throw new RestoreFailed(told.why.replace(/ Nothing was changed\.$/, ''));
    },
    daily: (tell) => {
      if (place.file === undefined) return;
      timers.push(
        setTimeout(() => void look(tell), FIRST_MS),
        setInterval(() => void look(tell), LOOK_MS),
      );
      timers.forEach((t) => t.unref());
    },
    close: async () => {
      timers.forEach((t) => clearTimeout(t));
      // a copy on the way is finished: it is not left behind half written
      await pool.close();
    },
  };
}
