// The API of copies of the whole database.
import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { Router } from 'express';
import type { Keeper } from '../storage/keeper.ts';
import { copyNameSchema, type Copy } from '../storage/names.ts';
import { CopyFailed } from '../storage/copies.ts';
import { RestoreFailed } from '../storage/restore.ts';
import { refuse } from './answers.ts';

const told = (copy: Copy): object => ({ ...copy, madeAt: copy.madeAt.toISOString() });

export function copiesRouter(keeper: Keeper): Router {
  const router = Router();
  router.param('name', (_req, res, next, name) => {
    if (copyNameSchema.safeParse(name).success) next();
    else refuse(res, 400, 'bad-id', 'This is not the name of a copy.');
  });
  router.get('/', (_req, res) => {
    res.json({
      folder: keeper.folder,
      possible: keeper.possible,
      failed: keeper.failed,
      copies: keeper.list().map(told),
    });
  });
  router.post('/', async (_req, res) => {
    try {
      res.status(201).json(told(await keeper.copy('asked')));
    } catch (error) {
      if (!(error instanceof CopyFailed)) throw error;
      refuse(res, 507, 'no-copy', error.message);
    }
  });
  router.get('/:name', (req, res, next) => {
    const copy = keeper.list().find((c) => c.name === req.params.name);
    if (!copy) return refuse(res, 404, 'no-copy', 'There is no such copy.');
    res
      .attachment(copy.name)
      .type('application/vnd.sqlite3')
      .set({ 'Content-Length': String(copy.bytes), 'Cache-Control': 'no-store' });
    createReadStream(join(keeper.folder, copy.name)).once('error', next).pipe(res);
  });
  router.post('/:name/restore', async (req, res) => {
    if (!keeper.list().some((c) => c.name === req.params.name))
      return refuse(res, 404, 'no-copy', 'There is no such copy.');
    try {
      const { before, plans } = await keeper.restore(req.params.name);
      res.json({ before: before ? told(before) : null, plans });
    } catch (error) {
      if (!(error instanceof RestoreFailed)) throw error;
      refuse(res, 422, 'no-restore', error.message);
    }
  });
  return router;
}
