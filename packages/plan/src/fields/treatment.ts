// What water passes through on its way: sand in a vessel, elements and heaters in a pipe; a tank that is carried.
import { z } from 'zod';
import { list } from './limits.ts';
import { atLeastZero, id, positive } from './place.ts';
import { takenChainSchema } from './chains.ts';
import { clock } from './visits.ts';
import { dateSchema } from './water.ts';

/** Sand in a tank, with its outlet led up to a spill at the tank's `outletM`. */
export const filterSchema = z.looseObject({
  kind: z.enum(['bio-sand', 'slow-sand']),
  /** Top of the sand over the tank's floor, and depth of the sand alone, m. */
  sandM: positive.max(50),
  depthM: positive.max(10),
  /** Effective size of the grains (d10), mm. */
  grainMm: positive.max(3),
  /** Measured, in the place of what the grains say. */
  conductivityMPerH: positive.max(100).optional(),
  /** Of the sand's surface; of the vessel's shape there where left out. */
  areaM2: positive.max(10_000).optional(),
  startedOn: dateSchema.optional(),
  /** Filled by hand, so many litres at a time. */
  chargeL: positive.max(1e5).optional(),
});
export type Filter = z.infer<typeof filterSchema>;

/** An element or a heater in a leg. */
export const treatmentSchema = z.looseObject({
  /** A row of the catalogue of treatment. */
  kind: z.string().max(100),
  /** What its plate says that it loses, at what flow; the row's where left out. */
  lossKPa: positive.max(1e4).optional(),
  atLpm: positive.max(1e5).optional(),
  /** How many times its clean loss it has grown to. */
  clogged: z.number().min(1).max(100).optional(),
  /** Parts that were taken to put it into the pipe, itself among them. */
  chain: takenChainSchema,
});
export type Treatment = z.infer<typeof treatmentSchema>;
export const treatmentList = list('treatment', treatmentSchema).optional();

/** A tank that is carried: where it is filled, how often, what stands under it. */
export const movedSchema = z.looseObject({
  /** Tank, trough or source at which it is filled; anywhere where left out. */
  from: id.optional(),
  everyDays: z.number().int().min(1).max(366),
  at: clock.optional(),
  /** Flow at which it is filled, and minutes there and back. */
  fillLpm: positive.max(1e4),
  travelMin: atLeastZero.max(1440),
  /** Months in which it stands out; all where left out. */
  months: list('months', z.number().int().min(1).max(12)).optional(),
  /** Pallets or courses of block under it, and how high one is. */
  courses: z.number().int().min(0).max(40).optional(),
  courseM: positive.max(2).optional(),
  /** It is covered or painted, so that no light comes in. */
  dark: z.boolean().optional(),
  /** Water a day taken out by can or bucket. */
  litresPerDay: atLeastZero.max(1e6).optional(),
  emptyKg: positive.max(10_000).optional(),
});
export type Moved = z.infer<typeof movedSchema>;
