// Starts the server: database, demo plans, port; stops cleanly when told to.
import { mkdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import { randomBytes } from 'node:crypto';
import { pino } from 'pino';
import { openDatabase } from './db/database.ts';
import { PlanStore } from './db/plans.ts';
import { openDesk } from './documents/desk.ts';
import { readDemoPlans } from './demo.ts';
import { createApp } from './http/app.ts';

export interface StartOptions {
  readonly port: number;
  readonly host: string;
  readonly dataFolder: string;
  readonly webFolder?: string;
  /** Demo plans put into a new database. */
  readonly demoFolder?: string;
  readonly nextPortWhenTaken?: boolean;
}

export interface Running {
  readonly address: string;
  readonly stop: () => Promise<void>;
}

const VERSION = '0.1.0';
const PORTS_TRIED = 20;

const newId = (): string => randomBytes(9).toString('base64url');

function listen(server: Server, port: number, host: string): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => {
      server.off('error', reject);
      resolve();
    });
  });
}

/** Listens on `port`, or on the next free one when that is wished; says so when it moves on. */
async function listenNear(server: Server, options: StartOptions): Promise<void> {
  for (let port = options.port; ; port++) {
    try {
      await listen(server, port, options.host);
      return;
    } catch (error) {
      const taken = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
      if (!taken || !options.nextPortWhenTaken || port >= options.port + PORTS_TRIED) throw error;
      process.stdout.write(`Port ${port} is taken, trying ${port + 1}.\n`);
    }
  }
}

/** Starts serving, prints the address, and stops on Ctrl-C or a termination signal. */
export async function start(options: StartOptions): Promise<Running> {
  const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
  mkdirSync(options.dataFolder, { recursive: true });
  const database = await openDatabase(process.env.DATABASE_URL ?? `file:${join(options.dataFolder, 'vernal.db')}`);
  const store = new PlanStore(database.db, newId);
  if (options.demoFolder) await store.seedOnce('demo', readDemoPlans(options.demoFolder));
  const desk = openDesk();
  const server = createServer(createApp({ store, desk, log, webFolder: options.webFolder, version: VERSION }));
  await listenNear(server, options);
  const { port } = server.address() as AddressInfo;
  const shown = options.host.includes(':') ? `[${options.host}]` : options.host;
  const address = `http://${shown}:${port}/`;
  process.stdout.write(`Vernal Slope is at ${address}\n`);

  let stopping: Promise<void> | undefined;
  const stop = (): Promise<void> =>
    (stopping ??= new Promise((resolve) => {
      server.close(() => {
        database.close();
        void desk.close().then(() => resolve());
      });
      server.closeIdleConnections();
      setTimeout(() => server.closeAllConnections(), 2000).unref();
    }));
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => {
      process.stdout.write('Stopping.\n');
      void stop().then(() => process.exit(0));
    });
  }
  return { address, stop };
}
