// The API of plans. Every body and parameter passes a schema; documents are read and checked beside the serving thread.
import { createHash } from 'node:crypto';
import { json, raw, Router, type Request, type Response } from 'express';
import { z } from 'zod';
import { MAX_BYTES } from '@vernal-slope/plan/document';
import { words } from '@vernal-slope/plan/fields';
import type { PlanStore, StoredPlan } from '../db/plans.ts';
import type { Desk } from '../documents/desk.ts';
import { bytesOf, missing, refuse } from './answers.ts';
import { logRouter } from './log.ts';

const idSchema = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/, 'is not the id of a plan');
const revisionSchema = z.string().regex(/^[1-9]\d{0,8}$/);
const nameSchema = z.strictObject({ name: words(200).trim().min(1).nullable() });
/** What a request that may be sent twice is known by. */
const keySchema = z.string().regex(/^[\w-]{8,200}$/);

/** A stored plan as JSON. Its document is text already: ten megabytes are not parsed to be written again. */
const bodyText = (plan: StoredPlan): string => {
  const head = JSON.stringify({
    id: plan.id,
    title: plan.title,
    revision: plan.revision,
    createdAt: plan.createdAt.toISOString(),
    updatedAt: plan.updatedAt.toISOString(),
    logRevision: plan.logRevision,
    readings: plan.readings,
  });
  return `${head.slice(0, -1)},"document":${plan.document}}`;
};
const send = (res: Response, text: string): void => void res.type('application/json').send(text);
/** A plan as it is now. Its revisions tell whether it changed: ten megabytes are not hashed to find out. */
const sendPlan = (res: Response, plan: StoredPlan): void =>
  send(
    res.set('ETag', `W/"${plan.id}-${plan.revision}-${plan.updatedAt.getTime()}-${plan.logRevision}"`),
    bodyText(plan),
  );

/** Key of a request that may be sent twice; undefined where it has none. @throws on one that is no key */
function keyOf(req: Request): { readonly ok: true; readonly key?: string } | { readonly ok: false } {
  const given = req.get('Idempotency-Key');
  if (given === undefined) return { ok: true };
  const parsed = keySchema.safeParse(given);
  return parsed.success ? { ok: true, key: parsed.data } : { ok: false };
}

export function plansRouter(store: PlanStore, desk: Desk): Router {
  const router = Router();
  const document = raw({ type: ['application/json', 'application/*+json'], limit: MAX_BYTES + 1024 });
  const badKey = (res: Response): void =>
    refuse(res, 400, 'bad-key', 'Idempotency-Key is 8 to 200 letters, figures, - and _.');

  router.param('id', (_req, res, next, id) => {
    if (idSchema.safeParse(id).success) next();
    else refuse(res, 400, 'bad-id', 'This is not the id of a plan.');
  });

  router.use('/plans/:id', logRouter(store));

  router.get('/plans', async (_req, res) => {
    const list = await store.list();
    res.json({
      plans: list.map((p) => ({ ...p, createdAt: p.createdAt.toISOString(), updatedAt: p.updatedAt.toISOString() })),
    });
  });

  router.post('/plans', document, async (req, res) => {
    const key = keyOf(req);
    if (!key.ok) return badKey(res);
    const prepared = await desk.create(bytesOf(req));
    if (!prepared.ok) return refuse(res, prepared.status, prepared.code, prepared.message, prepared.faults);
    // the same request sent twice makes one plan: its id comes from its key
    const id = key.key && createHash('sha256').update(key.key).digest('base64url').slice(0, 16);
    const plan = await store.create(prepared.document, id);
    sendPlan(res.status(201), plan);
  });

  router.get('/plans/:id', async (req, res) => {
    const plan = await store.get(req.params.id);
    if (plan) sendPlan(res, plan);
    else missing(res);
  });

  router.put('/plans/:id', document, async (req, res) => {
    const key = keyOf(req);
    if (!key.ok) return badKey(res);
    const prepared = await desk.save(bytesOf(req));
    if (!prepared.ok) return refuse(res, prepared.status, prepared.code, prepared.message, prepared.faults);
    const { revision, summary } = prepared;
    const result = await store.save(req.params.id as string, revision, prepared.document, summary, key.key);
    if (result.kind === 'saved') sendPlan(res, result.plan);
    else if (result.kind === 'missing') missing(res);
    else {
      const error = JSON.stringify({ code: 'stale', message: 'The plan was saved from somewhere else meanwhile.' });
      send(
        res.status(409),
        `{"error":${error},"yours":{"revision":${revision},"document":${prepared.document.text}},"current":${bodyText(result.current)}}`,
      );
    }
  });

  router.delete('/plans/:id', async (req, res) => {
    if (await store.remove(req.params.id)) res.status(204).end();
    else missing(res);
  });

  router.post('/plans/:id/restore', async (req, res) => {
    const plan = await store.restore(req.params.id);
    if (plan) sendPlan(res, plan);
    else refuse(res, 404, 'no-plan', 'There is no deleted plan to bring back.');
  });

  router.param('revision', (_req, res, next, revision) => {
    if (revisionSchema.safeParse(revision).success) next();
    else refuse(res, 400, 'bad-id', 'This is not a revision.');
  });
  const noVersion = (res: Response): void => refuse(res, 404, 'no-version', 'This version is not kept.');

  router.get('/plans/:id/versions', async (req, res) => {
    const list = await store.versions(req.params.id);
    if (list) res.json({ versions: list.map((v) => ({ ...v, savedAt: v.savedAt.toISOString() })) });
    else missing(res);
  });

  router.get('/plans/:id/versions/:revision', async (req, res) => {
    const found = await store.version(req.params.id, Number(req.params.revision));
    if (!found) return noVersion(res);
    const { revision, title, summary, name, savedAt, document } = found;
    const head = JSON.stringify({ revision, title, summary, name, savedAt: savedAt.toISOString() });
    send(res, `${head.slice(0, -1)},"document":${document}}`);
  });

  router.put('/plans/:id/versions/:revision', json({ limit: '100kb' }), async (req, res) => {
    const parsed = nameSchema.safeParse(req.body);
    if (!parsed.success) return refuse(res, 400, 'bad-body', 'Send { "name": text or null }.');
    if (await store.nameVersion(req.params.id, Number(req.params.revision), parsed.data.name)) res.status(204).end();
    else noVersion(res);
  });

  router.get('/plans/:id/grid', async (req, res) => {
    const grid = await store.grid(req.params.id);
    if (grid === undefined) missing(res);
    else if (grid === null) res.status(204).end();
    else res.type('text/plain').send(grid);
  });

  router.put('/plans/:id/grid', raw({ type: 'text/plain', limit: MAX_BYTES }), async (req, res) => {
    const prepared = await desk.grid(bytesOf(req));
    if (!prepared.ok) return refuse(res, prepared.status, prepared.code, prepared.message);
    if (await store.keepGrid(req.params.id as string, prepared.packed)) res.status(204).end();
    else missing(res);
  });

  router.delete('/plans/:id/grid', async (req, res) => {
    if (await store.keepGrid(req.params.id, null)) res.status(204).end();
    else missing(res);
  });

  return router;
}
