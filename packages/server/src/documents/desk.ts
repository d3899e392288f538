// Where documents are read, checked and packed: worker threads beside the one that serves, so that it always answers.
import { Piscina } from 'piscina';
import { fileURLToPath } from 'node:url';
import type { PreparedCreate, PreparedGrid, PreparedSave, Refused } from './prepare.ts';

/** Longest that one document may be worked on, ms. */
const PATIENCE_MS = 30_000;
/** Memory of a thread, MB: a document that needs more is refused, and the server lives on. */
const MEMORY_MB = 768;
/** Documents that may wait, and their bytes together: many small ones are no burden, a few large ones are. */
const WAITING = 512;
const WAITING_BYTES = 100_000_000;
/** Longest that a thread takes to load, ms, and how often it is looked whether it has. */
const LOAD_MS = 10_000;
const LOOK_MS = 20;

// compiled, or straight from the source in tests
const fromSource = import.meta.url.endsWith('.ts');
const workerFile = fileURLToPath(new URL(fromSource ? './prepare.source.mjs' : './prepare.worker.js', import.meta.url));

const THREADS = fromSource ? 1 : 2;

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
    // both there from the start: one that comes up under load makes everybody wait for it
    minThreads: THREADS,
    maxThreads: THREADS,
    maxQueue: WAITING,
    resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
    ...(fromSource ? { execArgv: ['--conditions=vernal-source'] } : {}),
  });
  // each of the first threads does something small, so that it is known when it has loaded
  const loaded = Promise.allSettled(
    Array.from({ length: THREADS }, () => pool.run(new Uint8Array(), { name: 'prepareCreate' })),
  );
  /** Bytes of documents that are looked at or wait to be. */
  let waiting = 0;
  let up = 0;
  pool.on('workerCreate', () => up++);
  pool.on('workerDestroy', () => up--);
  async function close(): Promise<void> {
    // a thread that is ended while it still loads takes the whole process with it (Node 20)
    await loaded;
    for (let waited = 0; up < pool.threads.length && waited < LOAD_MS; waited += LOOK_MS)
      await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
    await pool.destroy();
  }
  async function run<T>(name: string, bytes: Uint8Array): Promise<T | Refused> {
    const size = bytes.byteLength;
    if (pool.queueSize >= WAITING || waiting + size > WAITING_BYTES) return BUSY;
    waiting += size;
    try {
      // handed over, not copied, where the bytes are alone in their memory
      const whole = bytes.byteLength === bytes.buffer.byteLength && bytes.buffer instanceof ArrayBuffer;
      const transferList = whole ? [bytes.buffer as ArrayBuffer] : [];
      return (await pool.run(bytes, { name, transferList, signal: AbortSignal.timeout(PATIENCE_MS) })) as T;
    } catch (error) {
      const { name: kind, code } = error as { name?: string; code?: string };
      if (code === 'ERR_WORKER_OUT_OF_MEMORY' || kind === 'AbortError' || kind === 'TimeoutError') return TOO_MUCH;
      throw error;
    } finally {
      waiting -= size;
    }
  }
  return {
    create: (bytes) => run<PreparedCreate>('prepareCreate', bytes),
    save: (bytes) => run<PreparedSave>('prepareSave', bytes),
    grid: (bytes) => run<PreparedGrid>('prepareGrid', bytes),
    close,
  };
}
