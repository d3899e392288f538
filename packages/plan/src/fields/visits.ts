// Times of day, and shares of a day's water that are taken from one on.
import { z } from 'zod';

export const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'must be a time of day such as 07:30');

/** A share of a day's water from a time of day on. */
export const visitSchema = z.looseObject({
  at: clock,
  durationMin: z.number().positive().max(1440),
  share: z.number().min(0).max(1),
});
