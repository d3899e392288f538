// The API of plans. Every body and parameter passes a schema.
import { Router, text, type Response } from 'express';
import { z } from 'zod';
import { checkPlan, nestingDepth, type Fault } from '@vernal-slope/plan/document';
import { readAsciiGrid } from '@vernal-slope/plan/formats';
import type { Plan } from '@vernal-slope/plan/schema';
import type { PlanStore, StoredPlan } from '../db/plans.ts';

const idSchema = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/, 'is not the id of a plan');
const createSchema = z.strictObject({ document: z.unknown() });
const saveSchema = z.strictObject({
  revision: z.number().int().min(1),
  document: z.unknown(),
  summary: z.string().max(200).optional(),
});
const revisionSchema = z.string().regex(/^[1-9]\d{0,8}$/);
const nameSchema = z.strictObject({ name: z.string().trim().min(1).max(200).nullable() });

function refuse(res: Response, status: number, code: string, message: string, faults?: readonly Fault[]): void {
  res.status(status).json({ error: { code, message, ...(faults ? { faults } : {}) } });
}

const missing = (res: Response): void => refuse(res, 404, 'no-plan', 'There is no such plan.');

/** The document of a body when it is a sound plan; else answers 422 with its faults. */
function soundPlan(res: Response, document: unknown): Plan | undefined {
  const deep = nestingDepth(JSON.stringify(document) ?? '') > 64;
  const checked = deep ? undefined : checkPlan(document);
  if (checked?.ok) return checked.plan;
  const faults = checked
    ? checked.faults
    : [{ path: '$', message: 'is nested deeper than 64 levels', advice: 'a plan nests at most 64 deep' }];
  refuse(res, 422, 'not-a-plan', 'The plan has faults. Nothing was saved.', faults);
  return undefined;
}

const body = (plan: StoredPlan): object => ({
  id: plan.id,
  title: plan.title,
  revision: plan.revision,
  createdAt: plan.createdAt.toISOString(),
  updatedAt: plan.updatedAt.toISOString(),
  document: plan.document,
});

export function plansRouter(store: PlanStore): Router {
  const router = Router();

  router.param('id', (_req, res, next, id) => {
    if (idSchema.safeParse(id).success) next();
    else refuse(res, 400, 'bad-id', 'This is not the id of a plan.');
  });

  router.get('/plans', async (_req, res) => {
    const list = await store.list();
    res.json({
      plans: list.map((p) => ({ ...p, createdAt: p.createdAt.toISOString(), updatedAt: p.updatedAt.toISOString() })),
    });
  });

  router.post('/plans', async (req, res) => {
    const parsed = createSchema.safeParse(req.body);
    if (!parsed.success) return refuse(res, 400, 'bad-body', 'Send { "document": plan }.');
    const plan = soundPlan(res, parsed.data.document);
    if (plan) res.status(201).json(body(await store.create(plan)));
  });

  router.get('/plans/:id', async (req, res) => {
    const plan = await store.get(req.params.id);
    if (plan) res.json(body(plan));
    else missing(res);
  });

  router.put('/plans/:id', async (req, res) => {
    const parsed = saveSchema.safeParse(req.body);
    if (!parsed.success) return refuse(res, 400, 'bad-body', 'Send { "revision": number, "document": plan }.');
    const plan = soundPlan(res, parsed.data.document);
    if (!plan) return;
    const result = await store.save(req.params.id, parsed.data.revision, plan, parsed.data.summary);
    if (result.kind === 'saved') res.json(body(result.plan));
    else if (result.kind === 'missing') missing(res);
    else {
      res.status(409).json({
        error: { code: 'stale', message: 'The plan was saved from somewhere else meanwhile.' },
        yours: { revision: parsed.data.revision, document: plan },
        current: body(result.current),
      });
    }
  });

  router.delete('/plans/:id', async (req, res) => {
    if (await store.remove(req.params.id)) res.status(204).end();
    else missing(res);
  });

  router.post('/plans/:id/restore', async (req, res) => {
    const plan = await store.restore(req.params.id);
    if (plan) res.json(body(plan));
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
    res.json({ revision, title, summary, name, savedAt: savedAt.toISOString(), document });
  });

  router.put('/plans/:id/versions/:revision', async (req, res) => {
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

  router.put('/plans/:id/grid', text({ type: 'text/plain', limit: '10mb' }), async (req, res) => {
    const ascii: unknown = req.body;
    const read = readAsciiGrid(typeof ascii === 'string' ? ascii : '');
    if (!read.ok) return refuse(res, 422, 'not-a-grid', `This is no ESRI ASCII grid: ${read.fault}.`);
    if (await store.keepGrid(req.params.id, ascii as string)) res.status(204).end();
    else missing(res);
  });

  router.delete('/plans/:id/grid', async (req, res) => {
    if (await store.keepGrid(req.params.id, null)) res.status(204).end();
    else missing(res);
  });

  return router;
}
