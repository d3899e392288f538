// Upkeep: when the place began to run, how often each job comes, what else is kept up. What was done is in the log.
import { z } from 'zod';
import { list } from './limits.ts';
import { rowIdSchema } from './log.ts';
import { id, positive } from './place.ts';
import { dateSchema } from './water.ts';

const everyDays = z.number().int().min(1).max(3660);

export const upkeepSchema = z.looseObject({
  /** Day from which what was never done counts: when the water first ran. */
  from: dateSchema.optional(),
  /** Jobs that come more or less often than by the table, by their ids. */
  every: list('every', z.looseObject({ job: z.string().min(1).max(500), everyDays })).optional(),
  /** Jobs of the table that this place does not do. */
  leftOut: list('leftOut', z.string().min(1).max(500)).optional(),
  /** Jobs of the place's own. */
  own: list(
    'own',
    z.looseObject({ id: rowIdSchema, title: z.string().min(1).max(200), place: id.optional(), everyDays }),
  ).optional(),
  /** Rain in a day from which it was a storm, mm. */
  stormMm: positive.max(500).optional(),
  /** Month and day on which frost may come first, such as 10-25. */
  frostOn: z
    .string()
    .regex(/^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, 'must be a month and a day such as 10-25')
    .optional(),
});
export type UpkeepEntry = z.infer<typeof upkeepSchema>;
