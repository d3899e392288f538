// What every place of a plan has: an id, a name, a height, where it lies, what was read there.
import { z } from 'zod';
import { chainsSchema } from './chains.ts';
import { clock } from './visits.ts';
import { list } from './limits.ts';
import { dateSchema } from './water.ts';

export const metres = z.number().min(-500).max(9000);
export const positive = z.number().positive();
export const atLeastZero = z.number().min(0);
export const id = z.string().min(1).max(200);
/** A NUL, or half of a surrogate pair: no file, database or page keeps them as they are. */
const NO_CHARACTER = /[\0\uD800-\uDFFF]/u;
/** Text that people give a thing for a name. @param most longest, characters */
export const words = (most: number) =>
  z
    .string()
    .max(most)
    .refine((text) => !NO_CHARACTER.test(text), 'take out what is no character: a NUL, or half of a pair');
export const name = words(200).optional();

export const place = {
  id,
  name,
  groundM: metres,
  eastingM: z.number().optional(),
  northingM: z.number().optional(),
  /** Height known from elsewhere, which a walk can close on, and its standard error, m. */
  knownGroundM: metres.optional(),
  knownErrorM: atLeastZero.max(100).optional(),
  /** Pressure read at this place's own height on a closed, full line, all shut. */
  closedHose: list(
    'closedHose',
    z.looseObject({
      pressureKPa: z.number().min(-100).max(1e4),
      date: dateSchema.optional(),
      errorKPa: atLeastZero.optional(),
    }),
  ).optional(),
  /** Parts, by their ids, that were taken to join what meets here. */
  chains: chainsSchema,
  notes: z.string().max(10_000).optional(),
};

/** What a person wants of a place where water comes out; only makes findings. */
export const wantsSchema = z.looseObject({ flowLpm: positive.optional(), pressureKPa: positive.optional() });

/** Uses at random: so often a day, so long, between two times. */
export const habitSchema = z.looseObject({
  timesPerDay: positive.max(500),
  durationMin: positive.max(1440),
  from: clock,
  to: clock,
});

export const drawSchema = z.looseObject({ at: clock, durationMin: positive.max(1440) });
