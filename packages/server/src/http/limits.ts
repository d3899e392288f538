// How much a client may ask for in a minute, by route; and how slowly it may send.
import { rateLimit, type RateLimitRequestHandler } from 'express-rate-limit';
import type { Request, RequestHandler, Response } from 'express';
import { refuse } from './answers.ts';

const MINUTE_MS = 60_000;

/** Requests of one client: how many in how long, ms. */
export const LIMITS = {
  /** Tries to sign in. */
  'sign-in': { most: 10, ms: 15 * MINUTE_MS },
  /** New plans. */
  create: { most: 120, ms: MINUTE_MS },
  /** Copies made, fetched or brought back. */
  copies: { most: 20, ms: MINUTE_MS },
  /** Books printed: each is seconds of work. */
  book: { most: 30, ms: MINUTE_MS },
  /** Saves, readings, photographs, grids, names. */
  write: { most: 600, ms: MINUTE_MS },
  /** Everything else, pages and their files too. */
  read: { most: 6000, ms: MINUTE_MS },
} as const;
export type Limited = keyof typeof LIMITS;

/** A counter of its own for each limit. @param factor of every limit but that of signing in */
export function limiter(kind: Limited, factor = 1): RateLimitRequestHandler {
  const { most, ms } = LIMITS[kind];
  return rateLimit({
    windowMs: ms,
    limit: kind === 'sign-in' ? most : Math.max(1, Math.round(most * factor)),
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    // who signed in rightly is not counted
    skipSuccessfulRequests: kind === 'sign-in',
    validate: { trustProxy: false, xForwardedForHeader: false },
    handler: (_req: Request, res: Response) => {
      const wait = Number(res.getHeader('Retry-After') ?? 60);
      refuse(
        res,
        429,
        'too-many',
        kind === 'sign-in'
          ? `Too many tries. Try again in ${Math.ceil(wait / 60)} minutes.`
          : `Too many requests at once. Try again in ${wait} seconds; nothing was changed.`,
      );
    },
  });
}

/** Grace before a body's speed counts, ms, and the least speed then, bytes a second: far below any telephone line. */
const GRACE_MS = 8000;
const LEAST_BPS = 1000;
const LOOK_MS = 1000;

/** Cuts off who sends a body so slowly that it only holds a connection. */
export function paced(): RequestHandler {
  const coming = new Map<Request, { readonly res: Response; readonly begun: number; readonly from: number }>();
  setInterval(() => {
    const now = performance.now();
    for (const [req, { res, begun, from }] of coming) {
      const ms = now - begun;
      const bytes = req.socket.bytesRead - from;
      if (ms < GRACE_MS || bytes / (ms / 1000) >= LEAST_BPS) continue;
      coming.delete(req);
      if (res.headersSent) req.destroy();
      else {
        res.once('finish', () => req.socket.destroySoon());
        refuse(res.set('Connection', 'close'), 408, 'too-slow', 'The request came too slowly. Nothing was changed.');
      }
    }
  }, LOOK_MS).unref();
  return (req, res, next) => {
    const length = req.headers['content-length'];
    if (req.headers['transfer-encoding'] !== undefined || (length !== undefined && length !== '0')) {
      coming.set(req, { res, begun: performance.now(), from: req.socket.bytesRead });
      const done = (): void => void coming.delete(req);
      req.once('end', done);
      req.once('close', done);
    }
    next();
  };
}
