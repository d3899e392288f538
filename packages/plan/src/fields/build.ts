// The work of building: when it begins, what a week has of it, what is done.
import { z } from 'zod';
import { list } from './limits.ts';
import { positive } from './place.ts';
import { dateSchema } from './water.ts';

export const buildSchema = z.looseObject({
  /** First day of work; the day on which it is asked where left out. */
  from: dateSchema.optional(),
  hoursPerDay: positive.max(24).optional(),
  /** Days of the week with work, Monday 1 to Sunday 7; Monday to Saturday where left out. */
  workDays: list('workDays', z.number().int().min(1).max(7)).min(1).optional(),
  /** Days on which nothing is done: storms, feasts, days away. */
  off: list('off', dateSchema).optional(),
  /** Mean temperature of the air while it is built, °C: how long concrete and cement stand. */
  temperatureC: z.number().min(-40).max(50).optional(),
  /** Steps that are done, by their ids. */
  done: list(
    'done',
    z.looseObject({ step: z.string().min(1).max(500), on: dateSchema, note: z.string().max(2000).optional() }),
  ).optional(),
});
export type BuildEntry = z.infer<typeof buildSchema>;
