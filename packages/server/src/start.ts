// Starts the server: data looked over, database, demo plans, port; stops cleanly when told to.
import { mkdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { createServer, type Server } from 'node:http';
import { randomBytes } from 'node:crypto';
import { pino } from 'pino';
import { openDatabase, type Database } from './db/database.ts';
import { KeyStore } from './db/keys.ts';
import { PlanStore } from './db/plans.ts';
import { openPress } from './book/press.ts';
import { openDesk } from './documents/desk.ts';
import { readDemoPlans } from './demo.ts';
import { createApp } from './http/app.ts';
import { isLoopback, nameOf, type Doors } from './http/doors.ts';
import { stopping } from './http/stopping.ts';
import { StorageFault } from './storage/fault.ts';
import { keeperOf } from './storage/keeper.ts';
import { placeOf, type Place } from './storage/place.ts';
import { othersAt, sayRunning } from './storage/running.ts';
import { lookOver } from './storage/sound.ts';

export interface StartOptions {
  readonly port: number;
  readonly host: string;
  readonly dataFolder: string;
  readonly webFolder?: string;
  /** Demo plans put into a new database. */
  readonly demoFolder?: string;
  readonly nextPortWhenTaken?: boolean;
  /** Names besides the machine's own under which it may be asked, and addresses of pages that may write. */
  readonly names?: readonly string[];
  /** Proxies in front whose word for a client's address is taken. */
  readonly proxies?: number;
}

export interface Running {
  readonly address: string;
  readonly stop: () => Promise<void>;
}

/** Why it was not started, in a sentence for the person who starts it. */
export class StartFailed extends Error {
  constructor(why: string) {
    super(why);
    this.name = 'StartFailed';
  }
}

const VERSION = '0.1.0';
const PORTS_TRIED = 20;
/** A whole request has this long, ms; its head alone less. A body that comes too slowly is cut before. */
const REQUEST_MS = 120_000;
const HEAD_MS = 10_000;
const CHECKED_MS = 1000;
/** A start that takes longer says what it does, ms. */
const LONG_MS = 800;
/** Open connections at once. */
const CONNECTIONS = 1000;

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

/** What the system says to listening, in a sentence. */
function whyNotListening(error: unknown, port: number, host: string): string {
  const { code, message } = error as NodeJS.ErrnoException;
  switch (code) {
    case 'EADDRINUSE':
      return `Port ${port} of ${host} is taken: choose another with --port.`;
    case 'EACCES':
      return `Port ${port} may not be used by this user: choose one from 1024 up with --port.`;
    case 'EADDRNOTAVAIL':
    case 'ENOTFOUND':
    case 'EAI_AGAIN':
      return `This machine has no address ${host}: choose one of its own with --host, or 0.0.0.0 for all.`;
    default:
      return `Cannot listen at ${host}, port ${port}: ${message}.`;
  }
}

/** Listens on `port`, or on the next free one when that is wished; says so when it moves on. */
async function listenNear(server: Server, options: StartOptions): Promise<void> {
  for (let port = options.port; ; port++) {
    try {
      await listen(server, port, options.host);
      return;
    } catch (error) {
      const taken = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
      if (!taken || !options.nextPortWhenTaken || port >= options.port + PORTS_TRIED)
        throw new StartFailed(whyNotListening(error, port, options.host));
      process.stdout.write(`Port ${port} is taken, trying ${port + 1}.\n`);
    }
  }
}

/** Names and addresses under which the server is asked. @throws StartFailed on one that is none */
function doorsOf({ host, names = [] }: StartOptions): Doors {
  const open = !isLoopback(host.toLowerCase());
  const origins: string[] = [];
  const plain: string[] = [];
  for (const given of names) {
    const url = /^https?:\/\//.test(given) && URL.canParse(given) ? new URL(given) : undefined;
    const name = nameOf(url ? url.host : given);
    if (name === undefined)
      throw new StartFailed(
        `--name is "${given}": give a name such as water.example, or an address such as https://water.example`,
      );
    plain.push(name);
    if (url) origins.push(url.origin);
  }
  return { open, names: open && nameOf(host) ? [...plain, host.toLowerCase()] : plain, origins };
}

/** The folder of the data, made where it is missing. @throws StorageFault */
function folderOf(options: StartOptions): Place {
  try {
    // what is in it is nobody else's on this machine
    mkdirSync(options.dataFolder, { recursive: true, mode: 0o700 });
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    throw new StorageFault(options.dataFolder, `cannot be made a folder (${code})`, 'Choose another with --data.');
  }
  return placeOf(options.dataFolder);
}

async function openAt(place: Place): Promise<Database> {
  try {
    return await openDatabase(place.url);
  } catch (error) {
    const why = error instanceof Error ? (error.cause instanceof Error ? error.cause : error).message : String(error);
    throw new StartFailed(
      `The database at ${place.file ?? place.url} cannot be opened: ${why.split('\n', 1)[0].slice(0, 200)}`,
    );
  }
}

/** Starts serving, prints the address, and stops on Ctrl-C or a termination signal. @throws StartFailed, StorageFault */
export async function start(options: StartOptions): Promise<Running> {
  const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
  const doors = doorsOf(options);
  const place = folderOf(options);
  const others = othersAt(place);
  const long = setTimeout(() => process.stdout.write(`Looking over the data in ${place.folder} …\n`), LONG_MS);
  try {
    await lookOver(place, others.length > 0);
  } finally {
    clearTimeout(long);
  }
  const database = await openAt(place);
  const keys = new KeyStore(database.db);
  if (doors.open && !(await keys.roles()).has('writes')) {
    await database.close();
    throw new StartFailed(
      `Listening at ${options.host} lets others on the network in, and no passphrase is set. ` +
        `Set one with npm run passphrase -- --data ${JSON.stringify(options.dataFolder)}, or listen on this machine alone with --host 127.0.0.1.`,
    );
  }
  const store = new PlanStore(database.db, newId);
  const { demoFolder } = options;
  if (demoFolder) await store.seedOnce('demo', () => readDemoPlans(demoFolder));
  const desk = openDesk();
  const press = openPress();
  const keeper = keeperOf(place);
  const stop = stopping();
  const server = createServer(
    { requestTimeout: REQUEST_MS, headersTimeout: HEAD_MS, connectionsCheckingInterval: CHECKED_MS },
    createApp({
      store,
      desk,
      press,
      keys,
      keeper,
      doors,
      log,
      webFolder: options.webFolder,
      version: VERSION,
      first: stop.handler,
      proxies: options.proxies,
    }),
  );
  server.maxConnections = CONNECTIONS;
  server.setTimeout(REQUEST_MS);
  stop.watch(server);
  const letGo = async (): Promise<void> => {
    await Promise.all([keeper.close(), desk.close(), press.close()]);
    await database.close();
  };
  try {
    await listenNear(server, options);
  } catch (error) {
    await letGo();
    throw error;
  }
  const { port } = server.address() as AddressInfo;
  const shown = options.host.includes(':') ? `[${options.host}]` : options.host;
  const address = `http://${shown}:${port}/`;
  const gone = sayRunning(place, address);
  for (const other of others)
    process.stdout.write(
      `The data in ${place.folder} is shared with the server at ${other.address} (process ${other.pid}): what is saved in one is there in the other.\n`,
    );
  process.stdout.write(`Vernal Slope is at ${address}\n`);
  keeper.daily((why) => {
    process.stdout.write(`${why}\n`);
    log.error({ code: 'no-copy' }, 'no copy of the day');
  });

  let stopped: Promise<void> | undefined;
  const onSignal = (): void => {
    process.stdout.write('Stopping.\n');
    void end().then(() => process.exit(0));
  };
  const signals = ['SIGINT', 'SIGTERM'] as const;
  const end = (): Promise<void> =>
    (stopped ??= (async () => {
      signals.forEach((signal) => process.off(signal, onSignal));
      await stop.stop(server);
      await letGo();
      gone();
    })());
  signals.forEach((signal) => process.on(signal, onSignal));
  return { address, stop: end };
}
