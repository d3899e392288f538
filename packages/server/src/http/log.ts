// The API of a plan's log: entries one by one, and photographs beside them.
import { json, raw, Router, type Request, type Response } from 'express';
import { z } from 'zod';
import { readingSchema, rowIdSchema } from '@vernal-slope/plan/schema';
import { entryText, logRevisionOf, type LogChange, type LogRow } from '../db/log.ts';
import type { PlanStore } from '../db/plans.ts';
import { bytesOf, missing, refuse } from './answers.ts';

/** Largest photograph, bytes: the interface makes them smaller than this before it sends them. */
export const PHOTO_BYTES = 500_000;
/** Most bytes of a request about a log. */
const LOG_BYTES = '4mb';

const base = z.number().int().min(0);
const changesSchema = z.strictObject({
  put: z
    .array(z.strictObject({ base, entry: readingSchema.extend({ id: rowIdSchema }) }))
    .max(5000)
    .default([]),
  gone: z
    .array(z.strictObject({ base: base.min(1), id: rowIdSchema }))
    .max(5000)
    .default([]),
});

/** Kinds of photographs, told by their first bytes and never by what a request calls them. */
const KINDS: readonly (readonly [type: string, magic: (b: Uint8Array) => boolean])[] = [
  ['image/jpeg', (b) => b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff],
  ['image/png', (b) => b[0] === 0x89 && b[1] === 0x50 && b[2] === 0x4e && b[3] === 0x47],
  ['image/webp', (b) => textAt(b, 0) === 'RIFF' && textAt(b, 8) === 'WEBP'],
];
const textAt = (b: Uint8Array, at: number): string => String.fromCharCode(...b.slice(at, at + 4));

/** The log as it is sent: each entry with how often it was written, null where it was taken out. */
function sendLog(res: Response, log: readonly LogRow[]): void {
  const rows = log.map(
    (row) => `{"id":${JSON.stringify(row.id)},"version":${row.version},"entry":${entryText(row) ?? 'null'}}`,
  );
  res.type('application/json').send(`{"logRevision":${logRevisionOf(log)},"readings":[${rows.join()}]}`);
}

export function logRouter(store: PlanStore): Router {
  const router = Router({ mergeParams: true });

  router.get<{ id: string }>('/log', async (req, res) => {
    const log = await store.log(req.params.id);
    if (log) sendLog(res, log);
    else missing(res);
  });

  router.post<{ id: string }>('/log', json({ limit: LOG_BYTES }), async (req, res) => {
    const parsed = changesSchema.safeParse(req.body);
    if (!parsed.success)
      return refuse(
        res,
        422,
        'not-a-log',
        'A reading has faults. Nothing was kept.',
        parsed.error.issues.slice(0, 20).map((issue) => ({
          path: `$.${issue.path.join('.')}`,
          message: issue.message,
          advice: 'send { "put": [{ "base": 0, "entry": … }], "gone": [{ "base": 1, "id": … }] }',
        })),
      );
    const changes: LogChange[] = [
      ...parsed.data.put.map(({ base: from, entry: { id, ...rest } }) => ({
        id,
        base: from,
        entry: JSON.stringify(rest),
      })),
      ...parsed.data.gone.map(({ base: from, id }) => ({ id, base: from, entry: null })),
    ];
    const result = await store.changeLog(req.params.id, changes);
    if (result.kind === 'kept') sendLog(res, result.log);
    else if (result.kind === 'missing') missing(res);
    else refuse(res, 422, 'log-full', 'The log is full: take readings out that are not wanted any more.');
  });

  router.param('photo', (_req, res, next, photo) => {
    if (rowIdSchema.safeParse(photo).success) next();
    else refuse(res, 400, 'bad-id', 'This is not the id of a photograph.');
  });

  router.put(
    '/photos/:photo',
    // one that is too large is told by its own sentence
    raw({ type: () => true, limit: PHOTO_BYTES }),
    async (req: Request<{ id: string; photo: string }>, res: Response) => {
      const bytes = bytesOf(req);
      const kind = KINDS.find(([, magic]) => magic(bytes))?.[0];
      if (!kind)
        return refuse(res, 422, 'not-a-photo', 'This is no photograph in JPEG, PNG or WebP. Nothing was kept.');
      const kept = await store.keepPhoto(req.params.id, req.params.photo, { type: kind, bytes: Buffer.from(bytes) });
      if (kept === 'kept') res.status(204).end();
      else if (kept === 'missing') missing(res);
      else refuse(res, 422, 'photos-full', 'There is no room for more photographs with this plan.');
    },
    tooLargePhoto,
  );

  router.get<{ id: string; photo: string }>('/photos/:photo', async (req, res) => {
    const photo = await store.photo(req.params.id, req.params.photo);
    if (!photo) return refuse(res, 404, 'no-photo', 'This photograph is not kept.');
    res
      .set('Cache-Control', 'private, max-age=31536000, immutable')
      .set('X-Content-Type-Options', 'nosniff')
      .type(photo.type)
      .send(photo.bytes);
  });

  return router;
}

/** A photograph over the limit is refused in a sentence of its own. */
const tooLargePhoto = (
  error: { type?: string },
  _req: unknown,
  res: Response,
  next: (error?: unknown) => void,
): void => {
  if (error.type === 'entity.too.large')
    refuse(
      res,
      413,
      'photo-too-large',
      `A photograph is at most ${PHOTO_BYTES / 1000} kB here: make it smaller first. Nothing was kept.`,
    );
  else next(error);
};
