// Shopping: what is in hand, how pipe is sold, and what carrying or pumping the water would cost instead.
import { z } from 'zod';
import { list } from './limits.ts';
import { atLeastZero, positive } from './place.ts';

export const shopSchema = z.looseObject({
  /** Items that were bought, by their ids. */
  bought: list('bought', z.string().min(1).max(200)).optional(),
  /** What lies in the shed: pieces, or metres of a pipe. */
  shed: list('shed', z.looseObject({ part: z.string().min(1).max(200), count: atLeastZero.max(1e6) })).optional(),
  /** Lengths that a pipe is sold in there. */
  stock: list(
    'stock',
    z.looseObject({ pipe: z.string().min(1).max(200), lengthsM: list('lengthsM', positive.max(10_000)).min(1) }),
  ).optional(),
  /** Hours that it takes to build the line; by rule of thumb where left out. */
  buildHours: atLeastZero.max(1e5).optional(),
  /** Carrying the water instead. */
  haul: z
    .looseObject({
      litresPerDay: positive.max(1e6).optional(),
      litresPerTrip: positive.max(1e6).optional(),
      tripMin: positive.max(10_000).optional(),
      fuelPerTrip: atLeastZero.max(1e5).optional(),
      hourWorth: atLeastZero.max(1e4).optional(),
      weeksPerYear: positive.max(53).optional(),
    })
    .optional(),
  /** Pumping it instead. */
  pump: z
    .looseObject({
      bought: positive.max(1e6).optional(),
      kWhCosts: atLeastZero.max(100).optional(),
      efficiency: positive.max(1).optional(),
      headM: positive.max(1000).optional(),
    })
    .optional(),
});
export type ShopEntry = z.infer<typeof shopSchema>;
