// The book of a plan, printed: PDF, one file of HTML, Markdown.
import { Router, type Response } from 'express';
import { z } from 'zod';
import { todayText } from '@vernal-slope/display/dates';
import { fileNameOf } from '@vernal-slope/display/names';
import { dayNumber } from '@vernal-slope/plan/formats';
import type { Press } from '../book/press.ts';
import type { BookFormat } from '../book/print.ts';
import type { PlanStore } from '../db/plans.ts';
import { missing, refuse } from './answers.ts';

const askedSchema = z.strictObject({
  units: z.enum(['metric', 'us']).default('metric'),
  paper: z.enum(['a4', 'letter']).default('a4'),
  form: z.enum(['whole', 'field']).default('whole'),
  /** The day of printing by the person's own calendar. */
  today: z
    .string()
    .regex(/^\d{4}-\d{2}-\d{2}$/)
    .refine((day) => !Number.isNaN(dayNumber(day)))
    .optional(),
  positions: z.enum(['yes', 'no']).default('yes'),
});

const TYPES: Readonly<Record<BookFormat, string>> = {
  pdf: 'application/pdf',
  html: 'text/html; charset=utf-8',
  md: 'text/markdown; charset=utf-8',
};
const isFormat = (text: string): text is BookFormat => Object.hasOwn(TYPES, text);

export function bookRouter(store: PlanStore, press: Press): Router {
  const router = Router({ mergeParams: true });
  // who opens the book's page will print it: the thread loads while they read
  router.get('/book/ready', (_req, res: Response) => {
    // a thread that cannot begin is told of when a book is asked for
    press.ready().catch(() => undefined);
    res.status(204).end();
  });
  router.get('/plans/:id/book.:format', async (req, res: Response) => {
    const { id, format } = req.params;
    if (!isFormat(format)) return refuse(res, 404, 'not-found', 'A book comes as pdf, html or md.');
    const parsed = askedSchema.safeParse(req.query);
    if (!parsed.success)
      return refuse(
        res,
        400,
        'bad-book',
        'A book takes units (metric, us), paper (a4, letter), form (whole, field), today (a date) and positions (yes, no).',
      );
    const plan = await store.get(id);
    if (!plan) return missing(res);
    const { positions, today: day, ...asked } = parsed.data;
    const printed = await press.print({
      ...asked,
      format,
      today: day ?? todayText(),
      withoutPositions: positions === 'no',
      document: plan.document,
    });
    if (!printed.ok) return refuse(res, printed.status, printed.code, printed.message);
    res
      .type(TYPES[format])
      .set('Cache-Control', 'private, no-cache')
      // a file of HTML is a page of its own: it is saved, not opened beside the app
      .set(
        'Content-Disposition',
        `${format === 'pdf' ? 'inline' : 'attachment'}; filename="${fileNameOf(printed.title, `book.${format}`)}"`,
      )
      .send(Buffer.from(printed.bytes.buffer, printed.bytes.byteOffset, printed.bytes.byteLength));
  });
  return router;
}
