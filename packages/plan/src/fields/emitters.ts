// Holes and emitters on a leg: entries, where each of them stands.
import { z } from 'zod';
import { list } from './limits.ts';
import { atLeastZero, id, name, positive, drawSchema } from './place.ts';

/** Most emitters of one entry. */
export const MOST_EMITTERS = 2000;

const along = {
  firstAtM: atLeastZero.max(100_000).optional(),
  spacingM: positive.max(10_000).optional(),
  count: z.number().int().min(1).max(MOST_EMITTERS).optional(),
  atM: list('atM', atLeastZero.max(100_000)).optional(),
  /** m above the pipe's own run: the ground less the leg's depth. */
  heightM: z.number().min(-10).max(50).optional(),
  /** Way of the jet, degrees above level; level where left out. */
  jetDeg: z.number().min(-90).max(90).optional(),
  plant: z.string().max(100).optional(),
  perPlant: z.number().int().min(1).max(1000).optional(),
  equivalentLengthM: atLeastZero.max(100).optional(),
  manufacturingCv: atLeastZero.max(1).optional(),
  /** Holes taped over, by their place in the row from 0: no water comes out. */
  shut: list('shutHoles', z.number().int().min(0).max(MOST_EMITTERS)).optional(),
};

export const emitterSchema = z.discriminatedUnion('type', [
  z.looseObject({
    type: z.literal('hole'),
    diameterMm: positive.max(100),
    dischargeCoefficient: positive.max(1).optional(),
    ...along,
  }),
  z.looseObject({
    type: z.literal('rated'),
    ratedFlowLpm: positive.max(1000),
    ratedPressureKPa: positive.max(1e4),
    exponent: z.number().min(0).max(2).optional(),
    compensatingFromKPa: positive.max(1e4).optional(),
    minimumPressureKPa: atLeastZero.max(1e4).optional(),
    ...along,
  }),
]);
export type Emitter = z.infer<typeof emitterSchema>;

/** Drinkers on a rail: what they are, who drinks from them, what of the craft is there. */
export const drinkersSchema = z.looseObject({
  /** A row of the catalogue of drinkers. */
  kind: z.string().max(100),
  /** A class of the table of animals, and how many. */
  animal: z.string().max(200),
  heads: z.number().int().min(1).max(1_000_000),
  litresPerHeadPerDay: positive.max(500).optional(),
  /** From where to where they reach, m over the floor; the class's usual where left out. */
  reachM: list('reachM', atLeastZero.max(5)).length(2).optional(),
  /** Floors on which they stand, m over the ground, line by line: cages one on the other. The ground where left out. */
  floorsM: list('floorsM', atLeastZero.max(20)).optional(),
  /** How many drink at once; a share of the heads by their class where left out. */
  atOnce: z.number().int().min(1).max(10_000).optional(),
  /** The far end opens for flushing; the bucket's lid has a pinhole. */
  flush: z.boolean().optional(),
  vented: z.boolean().optional(),
});
export type Drinkers = z.infer<typeof drinkersSchema>;

export const plotSchema = z.looseObject({
  id,
  name,
  lines: list('plotLines', id).min(1),
  draws: list('draws', drawSchema).optional(),
  /** What each plant wants at a watering, L. */
  wantsLPerPlant: positive.max(1000).optional(),
  /** The garden of the plan's needs that it waters, by its name. */
  garden: z.string().max(200).optional(),
  /** Its emitters are drinkers: a rail, not rows of plants. */
  drinkers: drinkersSchema.optional(),
});
export type Plot = z.infer<typeof plotSchema>;

/** Cd of a drilled hole where none is given: sharp-edged in a thin wall. */
export const HOLE_CD = 0.61;

/** Where emitters of an entry stand, m from the leg's start, in their own order. */
export function emitterPlaces(e: Emitter): readonly number[] {
  if (e.atM) return e.atM;
  const { firstAtM = 0, spacingM = 0, count = 1 } = e;
  return Array.from({ length: count }, (_, k) => firstAtM + k * spacingM);
}
