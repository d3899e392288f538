// Signing in with a passphrase, and what somebody who is signed in may do.
import { json, Router, type Request, type RequestHandler, type Response } from 'express';
import { z } from 'zod';
import { SESSION_MS, TooManyTries, type KeyStore, type Role } from '../db/keys.ts';
import { refuse } from './answers.ts';

const COOKIE = 'vernal-slope';
const signInSchema = z.strictObject({ passphrase: z.string().min(1).max(1000) });
const signOutSchema = z.strictObject({ everywhere: z.boolean().default(false) });

/** What the browser holds; undefined where it holds nothing. */
export function tokenOf(req: Request): string | undefined {
  for (const part of (req.headers.cookie ?? '').split(';')) {
    const [name, value] = part.trim().split('=');
    if (name === COOKIE && value && /^[\w-]{20,100}$/.test(value)) return value;
  }
  return undefined;
}

/** No script reads it, no other site's page sends it; over https it is never sent without. */
function hold(res: Response, token: string | null, secure: boolean): void {
  res.cookie(COOKIE, token ?? '', {
    httpOnly: true,
    sameSite: 'strict',
    path: '/',
    secure,
    maxAge: token === null ? 0 : SESSION_MS,
  });
}

/** What a request may do; everything where no passphrase was set. */
export async function roleIn(keys: KeyStore, req: Request): Promise<Role | undefined> {
  return (await keys.asks()) ? keys.roleOf(tokenOf(req)) : 'writes';
}

/** Lets nobody past who is not signed in, and nobody write who may only read. */
export const signedIn =
  (keys: KeyStore): RequestHandler =>
  async (req, res, next) => {
    const role = await roleIn(keys, req);
    if (role === undefined) return refuse(res, 401, 'sign-in', 'Sign in with the passphrase first.');
    if (role === 'reads' && req.method !== 'GET' && req.method !== 'HEAD')
      return refuse(res, 403, 'read-only', 'You are signed in to read only. Nothing was changed.');
    next();
  };

/** Lets only those past who may write. */
export const mayWrite =
  (keys: KeyStore): RequestHandler =>
  async (req, res, next) => {
    if ((await roleIn(keys, req)) === 'writes') next();
    else refuse(res, 403, 'read-only', 'You are signed in to read only.');
  };

/** @param secure the page is served over https, so that the cookie is sent over it alone */
export function signingRouter(keys: KeyStore, secure: (req: Request) => boolean): Router {
  const router = Router();
  router.get('/me', async (req, res) => {
    const asks = await keys.asks();
    res.set('Cache-Control', 'no-store').json({ asks, role: (await roleIn(keys, req)) ?? null });
  });
  router.post('/sign-in', json({ limit: '10kb' }), async (req, res) => {
    const parsed = signInSchema.safeParse(req.body);
    if (!parsed.success) return refuse(res, 400, 'bad-body', 'Send { "passphrase": text }.');
    try {
      const signed = await keys.signIn(parsed.data.passphrase);
      if (!signed) return refuse(res, 401, 'wrong-passphrase', 'This is not the passphrase.');
      hold(res, signed.token, secure(req));
      res.json({ role: signed.role });
    } catch (error) {
      if (!(error instanceof TooManyTries)) throw error;
      refuse(res.set('Retry-After', '5'), 503, 'busy', 'Too many are signing in at once; try again in a moment.');
    }
  });
  router.post('/sign-out', json({ limit: '1kb' }), async (req, res) => {
    const parsed = signOutSchema.safeParse(req.body ?? {});
    if (!parsed.success) return refuse(res, 400, 'bad-body', 'Send { "everywhere": true or false }.');
    const token = tokenOf(req);
    const role = await keys.roleOf(token);
    if (parsed.data.everywhere && role !== 'writes')
      return refuse(res, 403, 'read-only', 'Only who may write can sign everybody out.');
    if (parsed.data.everywhere) await keys.signOutAll();
    else if (token !== undefined) await keys.signOut(token);
    hold(res, null, secure(req));
    res.status(204).end();
  });
  return router;
}
