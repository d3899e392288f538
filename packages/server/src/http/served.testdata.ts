// A server for tests: the whole application on a folder of its own.
import { mkdtempSync, readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino, type Logger } from 'pino';
import { afterAll } from 'vitest';
import type { Plan } from '@vernal-slope/plan/schema';
import { openDatabase } from '../db/database.ts';
import { KeyStore } from '../db/keys.ts';
import { PlanStore } from '../db/plans.ts';
import { openDesk, type Desk } from '../documents/desk.ts';
import { keeperOf, type Keeper } from '../storage/keeper.ts';
import { placeOf, type Place } from '../storage/place.ts';
import { createApp, type AppOptions } from './app.ts';
import { stopping, type Stopping } from './stopping.ts';

export const demo = (id: string): Plan =>
  JSON.parse(readFileSync(new URL(`../../../../demo/plans/${id}.vernal.json`, import.meta.url), 'utf8')) as Plan;

export const newFolder = (): string => mkdtempSync(join(tmpdir(), 'vernal-test-'));

export interface Answered {
  readonly status: number;
  readonly headers: Headers;
  readonly text: string;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- bodies of many shapes, each looked at by its own test
  readonly body: any;
}

export interface Served {
  readonly address: string;
  readonly place: Place;
  readonly server: Server;
  readonly stopping: Stopping;
  readonly keys: KeyStore;
  readonly keeper: Keeper;
  readonly store: PlanStore;
  readonly ask: (
    method: string,
    path: string,
    body?: unknown,
    headers?: Readonly<Record<string, string>>,
  ) => Promise<Answered>;
  readonly close: () => Promise<void>;
}

/** One for all servers of a file of tests: its threads take their time to come up. */
let desk: Desk | undefined;
afterAll(() => desk?.close());

/** Serves a folder; the database in it is made where there is none. */
export async function served(
  folder = newFolder(),
  more: Partial<AppOptions> = {},
  log: Logger = pino({ level: 'silent' }),
): Promise<Served> {
  const place = placeOf(folder, '');
  const database = await openDatabase(place.url);
  let ids = 0;
  const store = new PlanStore(database.db, () => `plan-${++ids}`);
  const keys = new KeyStore(database.db);
  const keeper = keeperOf(place);
  desk ??= openDesk();
  const stop = stopping();
  const app = createApp({ store, desk, keys, keeper, log, version: 'test', first: stop.handler, ...more });
  const server = createServer({ connectionsCheckingInterval: 200 }, app);
  stop.watch(server);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', () => resolve()));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    address,
    place,
    server,
    stopping: stop,
    keys,
    keeper,
    store,
    ask: async (method, path, body, headers = {}) => {
      const response = await fetch(`${address}/api${path}`, {
        method,
        headers: {
          'Vernal-Write': '1',
          ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
          ...headers,
        },
        body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
      });
      const text = await response.text();
      let parsed: unknown;
      try {
        parsed = JSON.parse(text);
      } catch {
        parsed = undefined;
      }
      return { status: response.status, headers: response.headers, text, body: parsed };
    },
    close: async () => {
      server.closeAllConnections();
      await new Promise<void>((resolve) => server.close(() => resolve()));
      await keeper.close();
      await database.close();
    },
  };
}
