// Where documents are read, checked and packed: worker threads beside the one that serves, so that it always answers.
import { Piscina } from 'piscina';
import { fileURLToPath } from 'node:url';
import type { PreparedCreate, PreparedGrid, PreparedSave, Refused } from './prepare.ts';

/** Longest that one document may be worked on, ms. */
const PATIENCE_MS = 30_000;
/** Memory of a thread, MB: a document that needs more is refused, and the server lives on. */
const MEMORY_MB = 768;
const THREADS = 2;
const WAITING = 64;

// compiled, or straight from the source in tests
const fromSource = import.meta.url.endsWith('.ts');
const workerFile = fileURLToPath(new URL(fromSource ? './prepare.source.mjs' : './prepare.worker.js', import.meta.url));

const TOO_MUCH: Refused = {
  ok: false,
  status: 413,
  code: 'too-large',
  message: 'The document is too large to be checked. Nothing was saved.',
};
const BUSY: Refused = {
  ok: false,
  status: 503,
  code: 'busy',
  message: 'The server is busy. Nothing was saved; try again in a moment.',
};

export interface Desk {
  readonly create: (bytes: Uint8Array) => Promise<PreparedCreate>;
  readonly save: (bytes: Uint8Array) => Promise<PreparedSave>;
  readonly grid: (bytes: Uint8Array) => Promise<PreparedGrid>;
  readonly close: () => Promise<void>;
}

export function openDesk(): Desk {
  const pool = new Piscina({
    filename: workerFile,
    minThreads: 1,
    maxThreads: THREADS,
    maxQueue: WAITING,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
    ...(fromSource ? { execArgv: ['--conditions=vernal-source'] } : {}),
  });
  async function run<T>(name: string, bytes: Uint8Array): Promise<T | Refused> {
    if (pool.queueSize >= WAITING) return BUSY;
    try {
      return (await pool.run(bytes, { name, signal: AbortSignal.timeout(PATIENCE_MS) })) as T;
    } catch (error) {
      const { name: kind, code } = error as { name?: string; code?: string };
      if (code === 'ERR_WORKER_OUT_OF_MEMORY' || kind === 'AbortError' || kind === 'TimeoutError') return TOO_MUCH;
      throw error;
    }
  }
  return {
    create: (bytes) => run<PreparedCreate>('prepareCreate', bytes),
    save: (bytes) => run<PreparedSave>('prepareSave', bytes),
    grid: (bytes) => run<PreparedGrid>('prepareGrid', bytes),
    close: () => pool.destroy(),
  };
}
