// The HTTP application: who may come in, API, built web app, headers, errors.
import compression from 'compression';
import express, { type ErrorRequestHandler, type Express, type Request, type RequestHandler } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { DatabaseHeld } from '../db/patient.ts';
import type { KeyStore } from '../db/keys.ts';
import type { PlanStore } from '../db/plans.ts';
import { DamagedText } from '../db/text.ts';
import type { Press } from '../book/press.ts';
import type { Desk } from '../documents/desk.ts';
import type { Keeper } from '../storage/keeper.ts';
import { refuse } from './answers.ts';
import { bookRouter } from './book.ts';
import { copiesRouter } from './copies.ts';
import { ourName, ourOrigin, type Doors } from './doors.ts';
import { limiter, paced } from './limits.ts';
import { plansRouter } from './plans.ts';
import { mayWrite, signedIn, signingRouter } from './signing.ts';
import { webApp } from './web.ts';

export interface AppOptions {
  readonly store: PlanStore;
  readonly desk: Desk;
  /** Prints books; none are printed where it is left out. */
  readonly press?: Press;
  readonly log: Logger;
  /** Passphrases and who is signed in; nobody is asked where it is left out. */
  readonly keys?: KeyStore;
  /** Copies of the database; none where it is left out. */
  readonly keeper?: Keeper;
  /** Under which names it may be asked; of this machine alone where it is left out. */
  readonly doors?: Doors;
  /** Folder of the built web app; the API alone when left out. */
  readonly webFolder?: string;
  readonly version: string;
  /** What comes before all else: refusing while the server stops. */
  readonly first?: RequestHandler;
  /** Proxies in front whose word for a client's address is taken. */
  readonly proxies?: number;
  /** Factor of the limits a minute. */
  readonly limits?: number;
}

/** Names of routes as they are logged: ids and codes, never what people call their plans. */
const logged =
  (log: Logger): RequestHandler =>
  (req, res, next) => {
    const begun = performance.now();
    res.on('finish', () => {
      const level = res.statusCode >= 500 ? 'error' : 'info';
      log[level](
        {
          method: req.method,
          path: req.originalUrl.split('?', 1)[0].slice(0, 200),
          status: res.statusCode,
          ms: Math.round(performance.now() - begun),
        },
        'request',
      );
    });
    next();
  };

interface Thrown {
  readonly type?: string;
  readonly status?: number;
  readonly code?: string;
  readonly name?: string;
  readonly message?: string;
  readonly stack?: string;
  readonly cause?: unknown;
}

/** The innermost cause of an error: what the driver itself said. */
function innermost(error: Thrown): Thrown {
  let inner = error;
  for (let k = 0; k < 8 && inner.cause instanceof Error; k++) inner = inner.cause as Thrown;
  return inner;
}

/**
 * An error as it is logged: its code and where it came from. The words of a failed query hold the whole of what was to be
 * stored, so only those of the innermost cause are taken, and few of them.
 */
function loggedError(error: Thrown): object {
  const inner = innermost(error);
  return {
    name: error.name,
    code: inner.code,
    message: /failed query/i.test(inner.message ?? '') ? undefined : inner.message?.split('\n', 1)[0].slice(0, 160),
    at: (error.stack ?? '')
      .split('\n')
      .filter((line) => /^\s+at /.test(line))
      .slice(0, 6)
      .map((line) => line.trim()),
  };
}

/** What a person is told where the database failed: status, code and sentence. */
function ofDatabase(error: Thrown): readonly [number, string, string] | undefined {
  const inner = innermost(error);
  if (error instanceof DatabaseHeld || inner instanceof DatabaseHeld)
    return [503, 'held', 'The database is held by another program. Nothing was changed; try again in a moment.'];
  const code = inner.code ?? '';
  const damaged =
    inner instanceof DamagedText || /^SQLITE_(?:CORRUPT|NOTADB)/.test(code) || /^Z_(?:DATA|BUF)_ERROR/.test(code);
  if (damaged)
    return [
      500,
      'damaged',
      'What is stored of this plan is damaged. Nothing was changed. Stop the server and start it again: it says what it found, and which copy can be brought back.',
    ];
  if (code.startsWith('SQLITE_FULL')) return [507, 'disk-full', 'The disk of the server is full. Nothing was changed.'];
  if (/^SQLITE_(?:READONLY|CANTOPEN|IOERR)/.test(code))
    return [507, 'disk-failed', 'The disk of the server could not be written. Nothing was changed.'];
  // on the way to a libSQL server, or to one that is letting go
  if (error !== inner && /^(?:E[A-Z]{4,}|UND_ERR|SERVER_ERROR|HRANA_|CLIENT_CLOSED)/.test(code))
    return [503, 'database-away', 'The database cannot be reached. Whether this was kept is not known: send it again.'];
  return undefined;
}

/** Errors as JSON with a code and a sentence; details of faults of our own stay in the log. */
const errors =
  (log: Logger): ErrorRequestHandler =>
  (error: Thrown, req, res, next) => {
    if (res.headersSent) {
      if (req.destroyed || res.writableEnded) return;
      next(error);
      return;
    }
    if (error.type === 'entity.too.large') refuse(res, 413, 'too-large', 'The plan is larger than 10 MB.');
    else if (error.type === 'entity.parse.failed') refuse(res, 400, 'not-json', 'The request is not JSON.');
    else if (error.status !== undefined && error.status >= 400 && error.status < 500)
      refuse(res, error.status, 'bad-request', 'The request cannot be read.');
    else {
      const known = ofDatabase(error);
      if (known?.[0] === 503) log.warn({ code: known[1] }, 'request failed');
      else log.error({ error: loggedError(error) }, 'request failed');
      const [status, code, message] = known ?? [
        500,
        'failed',
        'Something went wrong on the server. Nothing was changed.',
      ];
      if (status === 503) res.set('Retry-After', '1');
      refuse(res, status, code, message);
    }
  };

const HERE: Doors = { open: false, names: [], origins: [] };

export function createApp(options: AppOptions): Express {
  const app = express();
  const doors = options.doors ?? HERE;
  const limit = (kind: Parameters<typeof limiter>[0]): RequestHandler => limiter(kind, options.limits);
  const reads = (req: Request): boolean => req.method === 'GET' || req.method === 'HEAD';
  app.disable('x-powered-by');
  if (options.proxies) app.set('trust proxy', options.proxies);
  app.use(logged(options.log));
  if (options.first) app.use(options.first);
  app.use(ourName(doors));
  // whoever watches over the server may ask as often as it likes
  app.get('/api/health', (_req, res) => {
    res.json({ ok: true, version: options.version });
  });
  app.use(limit('read'), compression());
  const api = express.Router();
  api.use(helmet(), paced(), ourOrigin(doors));
  const writing = limit('write');
  api.use((req, res, next) => (reads(req) ? next() : writing(req, res, next)));
  api.post('/plans', limit('create'));
  api.use('/copies', limit('copies'));
  if (options.keys) {
    api.post('/sign-in', limit('sign-in'));
    api.use(signingRouter(options.keys, (req) => req.secure || doors.origins.some((o) => o.startsWith('https:'))));
    api.use(signedIn(options.keys));
    api.use('/copies', mayWrite(options.keys));
  }
  if (options.keeper) api.use('/copies', copiesRouter(options.keeper));
  if (options.press) {
    api.get(['/plans/:id/book.:format', '/book/ready'], limit('book'));
    api.use(bookRouter(options.store, options.press));
  }
  api.use(plansRouter(options.store, options.desk));
  const nothing: RequestHandler = (_req, res) => refuse(res, 404, 'not-found', 'There is nothing at this address.');
  app.use('/api', api, nothing);
  if (options.webFolder) app.use(webApp(options.webFolder));
  app.use(nothing);
  app.use(errors(options.log));
  return app;
}
