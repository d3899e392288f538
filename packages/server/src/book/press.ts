// Where books are printed: a thread of its own, begun when the first one is asked for, so that saves and readings go on.
import { Piscina } from 'piscina';
import { fileURLToPath } from 'node:url';
import type { PrintAsked, Printed } from './print.ts';

/** Longest that one book may take, ms; and how many may wait. */
const PATIENCE_MS = 60_000;
const WAITING = 16;
const MEMORY_MB = 1024;
/** Room for what is soon let go, MB: a book is a hundred thousand small things. */
const YOUNG_MB = 256;
/** A thread that has nothing to print is let go after this, ms. */
const IDLE_MS = 10 * 60_000;
const LOOK_MS = 20;

// compiled, or straight from the source in tests
const fromSource = import.meta.url.endsWith('.ts');
const workerFile = fileURLToPath(new URL(fromSource ? './print.source.mjs' : './print.worker.js', import.meta.url));

export interface Press {
  readonly print: (asked: PrintAsked) => Promise<Printed>;
  /** Begins the thread, where none is there, and lets it load what it needs. */
  readonly ready: () => Promise<void>;
  readonly close: () => Promise<void>;
}

export function openPress(): Press {
  const pool = new Piscina({
    filename: workerFile,
    minThreads: 0,
    maxThreads: 1,
    maxQueue: WAITING,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB, maxYoungGenerationSizeMb: YOUNG_MB },
    ...(fromSource ? { execArgv: ['--conditions=vernal-source'] } : {}),
  });
  /** What is being printed: a thread that is ended while it loads takes the process with it. */
  let running = 0;
  return {
    print: async (asked) => {
      if (pool.queueSize >= WAITING)
        return {
          ok: false,
          status: 503,
          code: 'busy',
          message: 'Other books are being printed. Try again in a moment.',
        };
      running++;
      try {
        return (await pool.run(asked, { signal: AbortSignal.timeout(PATIENCE_MS) })) as Printed;
      } catch (error) {
        const { name, code } = error as { name?: string; code?: string };
        if (code === 'ERR_WORKER_OUT_OF_MEMORY' || name === 'AbortError' || name === 'TimeoutError')
          return {
            ok: false,
            status: 413,
            code: 'too-large',
            message:
              'This book takes longer than a minute and was given up. Print the short form, or a part of the plan.',
          };
        throw error;
      } finally {
        running--;
      }
    },
    ready: async () => {
      if (pool.threads.length > 0) return;
      running++;
      try {
        await pool.run(undefined, { name: 'makeReady', signal: AbortSignal.timeout(PATIENCE_MS) });
      } finally {
        running--;
      }
    },
    close: async () => {
      for (let waited = 0; running > 0 && waited < PATIENCE_MS; waited += LOOK_MS)
        await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
      await pool.destroy();
    },
  };
}
