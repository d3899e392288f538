// Greywater drains: a run by fall from a fixture to basins.
import { z } from 'zod';
import { list } from './limits.ts';
import { id, metres, name, positive } from './place.ts';

const drainLeg = z.looseObject({
  lengthM: positive.max(10_000),
  endGroundM: metres,
  /** Inside of the pipe at its lowest, above datum, where the leg ends. */
  endInvertM: metres,
});

export const drainSchema = z.looseObject({
  id,
  name,
  /** The place whose water it takes: a tap, a bath. */
  from: id.optional(),
  startGroundM: metres,
  startInvertM: metres,
  pipeMm: positive.max(500),
  legs: list('drainLegs', drainLeg).min(1),
  /** At the end of its legs a splitter, and from there to each basin. */
  basins: list('basins', drainLeg.extend({ areaM2: positive.max(10_000).optional() })),
  litresPerDay: positive.max(1e6).optional(),
  /** A row of the table of soils for greywater. */
  soil: z.string().max(100).optional(),
  /** Water of a kitchen sink runs in it too. */
  kitchen: z.boolean().optional(),
});
export type Drain = z.infer<typeof drainSchema>;
