// What was read and done in the field: one reading an entry, with what ran then and how the tanks stood; or rain, a
// repair, an upkeep, a photograph.
import { z } from 'zod';
import { list } from './limits.ts';
import { atLeastZero, id, positive } from './place.ts';

/** A local moment, such as 2026-08-14T07:40. */
export const momentSchema = z
  .string()
  .regex(
    /^(19|20|21)\d{2}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d$/,
    'must be a day and a time such as 2026-08-14T07:40',
  );

/** Names an entry of the log, or a photograph, for good. */
export const rowIdSchema = z.string().regex(/^[\w-]{1,64}$/, 'must be letters, figures, - and _');

export const readingSchema = z.looseObject({
  /** Given by who made the entry: sent twice it counts once. */
  id: rowIdSchema.optional(),
  at: momentSchema,
  /** A node; of a repair or an upkeep also a line. */
  place: id,
  /** One of these: just upstream of what is there; at an outlet, a float or a source; of a vessel; of a trough, full again. */
  pressureKPa: z.number().min(-100).max(1e4).optional(),
  flowLpm: atLeastZero.max(1e6).optional(),
  levelM: atLeastZero.max(50).optional(),
  refillMin: positive.max(100_000).optional(),
  /** Outlets, plots and troughs that ran then; an empty list: all shut. */
  open: list('open', id).optional(),
  /** Levels of the tanks then, m above their floors. */
  levelsM: z.record(z.string().max(200), atLeastZero.max(50)).optional(),
  /** Standard errors. */
  errorKPa: positive.max(1e4).optional(),
  errorLpm: positive.max(1e6).optional(),
  errorM: positive.max(50).optional(),
  errorMin: positive.max(100_000).optional(),
  /** Rain since it was read last, mm. */
  rainMm: atLeastZero.max(2000).optional(),
  /** What was mended. */
  repair: z.string().min(1).max(2000).optional(),
  /** An upkeep that was done, by its id. */
  upkeep: z.string().min(1).max(500).optional(),
  /** A photograph, by its id; it is kept beside the plan. */
  photo: rowIdSchema.optional(),
  note: z.string().max(2000).optional(),
});
export type ReadingEntry = z.infer<typeof readingSchema>;
