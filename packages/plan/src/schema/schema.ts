// The plan document, version 1: one Zod schema, from which types and JSON Schema follow. Unknown fields are kept.
import { z } from 'zod';
import {
  atLeastZero,
  buildSchema,
  climateSchema,
  id,
  list,
  metres,
  name,
  needsSchema,
  emitterSchema,
  partPriceSchema,
  drainSchema,
  plotSchema,
  positive,
  readingSchema,
  upkeepSchema,
  treatmentList,
  endChainSchema,
  takenChainSchema,
  endSchema,
  shopSchema,
  startChainSchema,
  words,
} from '../fields/index.ts';
import { nodeSchema } from '../kinds/index.ts';

export const SITE_DEFAULTS = { altitudeM: 0, waterTemperatureC: 10 } as const;

export const siteSchema = z.looseObject({
  altitudeM: z.number().min(-500).max(6000).optional(),
  waterTemperatureC: z.number().min(0).max(60).optional(),
  latitudeDeg: z.number().min(-90).max(90).optional(),
  /** Where eastings and northings count from. */
  originLatitudeDeg: z.number().min(-90).max(90).optional(),
  originLongitudeDeg: z.number().min(-180).max(180).optional(),
});

export const settingsSchema = z.looseObject({
  friction: z.enum(['darcy-weisbach', 'hazen-williams']).optional(),
  units: z.enum(['metric', 'us']).optional(),
  siphons: z.enum(['held', 'allowed']).optional(),
  /** Least pipe of a permanent line: any size that carries the flow, or 1 1/4 in against air locks (common practice). */
  leastPipe: z.enum(['by-flow', '1-1/4']).optional(),
  /** What a bare gallon is that a person types: the US one when left out. */
  gallons: z.enum(['us', 'imperial']).optional(),
  /** Pipe threads of the trade there; those of most of its pipe where left out. */
  threads: z.enum(['npt', 'iso7']).optional(),
  /** Sockets of low-pressure garden runs that are taken apart for the winter: cemented, or pushed together dry. */
  sockets: z.enum(['cemented', 'dry']).optional(),
  /** Daily storage: yield after spillage or before it. */
  storageSchool: z.enum(['after', 'before']).optional(),
  /** Month, 1 to 12, that the plan is worked out for; the one with the least to spare where left out. */
  month: z.number().int().min(1).max(12).optional(),
});

const named = z.looseObject({ type: z.string().min(1) });
const byK = z.looseObject({ k: atLeastZero.max(1e6) });

/** Bore of a fitting that is pushed into the pipe, where it was measured. */
const boreMm = positive.max(2000).optional();
/** Pressure under which a check valve with a spring lets nothing through. */
const openingKPa = atLeastZero.max(1000).optional();

export const fittingSchema = z.union(
  [
    named.extend({
      count: z.number().int().min(0).max(10_000).optional(),
      openingKPa,
      boreMm,
      /** Parts that were taken to put it into the pipe, itself among them, in their order. */
      chain: takenChainSchema,
    }),
    byK.extend({ count: z.number().int().min(0).max(10_000).optional(), openingKPa }),
  ],
  { error: 'must have a "type" of the catalogue or a loss coefficient "k", and a whole "count"' },
);

export const entranceSchema = z.union([named, byK], {
  error: 'must have a "type" of the catalogue or a loss coefficient "k"',
});

export const inlinePipeSchema = z.looseObject({
  insideDiameterMm: positive.max(2000),
  roughnessMm: atLeastZero.max(50).optional(),
  hazenWilliamsC: positive.max(200).optional(),
  ratingKPa: positive.optional(),
  /** What it ends in, measured: system, size and gender of the catalogue of ends. */
  end: endSchema.optional(),
});

/** How a leg was measured, and what was read. */
export const surveySchema = z.looseObject({
  method: z.enum([
    'water-level',
    'sight-level',
    'slope-level',
    'clinometer',
    'map',
    'grid',
    'altimeter',
    'gps',
    'gauge',
    'guess',
  ]),
  /** Standard error of the rise, m; the method's own when left out. */
  errorM: atLeastZero.max(100).optional(),
  sights: list('sights', z.looseObject({ backM: z.number(), foreM: z.number() })).optional(),
  marksM: list('marksM', z.number()).length(2).optional(),
  angleDeg: z.number().min(-89).max(89).optional(),
  fallPerM: z.number().min(-1).max(1).optional(),
  heightsM: list('heightsM', z.number()).length(2).optional(),
  pressureKPa: z.number().min(-100).max(1e4).optional(),
});

export const legSchema = z.looseObject({
  lengthM: positive.max(100_000),
  endGroundM: metres,
  pipe: z.union([z.string().min(1), inlinePipeSchema], {
    error: 'must be an id of the catalogue, or { insideDiameterMm, roughnessMm, hazenWilliamsC, ratingKPa }',
  }),
  depthM: z.number().min(-50).max(50).optional(),
  fittings: list('fittings', fittingSchema).optional(),
  entrance: entranceSchema.optional(),
  checkValve: z.boolean().optional(),
  /** Elements, screens and heaters that the water passes, at the leg's end. */
  treatment: treatmentList,
  /** Parts, by their ids, that join it to what it begins at (of a line's first leg) and to what it ends at, in that order. */
  startChain: startChainSchema,
  endChain: endChainSchema,
  /** Holes and emitters: its line is a lateral. */
  emitters: list('emitters', emitterSchema).optional(),
  survey: surveySchema.optional(),
  endEastingM: z.number().optional(),
  endNorthingM: z.number().optional(),
  /** The length was drawn on the view from above, not measured: it follows the positions. */
  drawn: z.boolean().optional(),
  remark: z.string().max(1000).optional(),
});

export const lineSchema = z.looseObject({
  id,
  name,
  from: id,
  to: id,
  /** A pressure reducer at the start of the line: no more than this behind it. */
  reducerKPa: positive.max(1e4).optional(),
  /** Parts that were taken to put the reducer into the line, itself among them. */
  reducerChain: takenChainSchema,
  legs: list('legs', legSchema).min(1, 'a line has at least one leg'),
});

/** Outlets and troughs that run at one time, and how full the tanks stand then. */
export const situationSchema = z.looseObject({
  name: words(200).min(1),
  open: list('open', id),
  level: z.enum(['full', 'low', 'start']).optional(),
});

/** What a whole length of a pipe costs, as it is sold. */
export const lengthPriceSchema = z.looseObject({
  pipe: z.string().min(1).max(200),
  lengthM: positive.max(10_000),
  each: positive.max(1e6),
});

/** What a pipe costs, a metre, in the currency of the place. */
export const priceSchema = z.looseObject({ pipe: z.string().min(1).max(200), perM: positive.max(1e6) });

export const planSchema = z.looseObject({
  format: z.literal('vernal-slope/plan'),
  version: z.literal(1),
  title: words(200),
  site: siteSchema.optional(),
  settings: settingsSchema.optional(),
  needs: needsSchema.optional(),
  climate: climateSchema.optional(),
  situations: list('situations', situationSchema).optional(),
  prices: z
    .looseObject({
      pipes: list('pipes', priceSchema).optional(),
      parts: list('parts', partPriceSchema).optional(),
      /** Of a whole coil or stick, where it is not sold by the metre. */
      lengths: list('lengths', lengthPriceSchema).optional(),
    })
    .optional(),
  /** What is in the shed and what was bought, lengths that pipe is sold in, and what other ways would cost. */
  shop: shopSchema.optional(),
  /** What was read in the field. */
  log: list('log', readingSchema).optional(),
  /** The work of building it. */
  build: buildSchema.optional(),
  /** What is kept up, and when. */
  upkeep: upkeepSchema.optional(),
  /** Steps at which something was done, by their names; by what the plan has where it is left out. */
  used: list('used', z.string().max(20)).optional(),
  /** Laterals that are watered together. */
  plots: list('plots', plotSchema).optional(),
  /** Greywater that runs away by its fall. */
  drains: list('drains', drainSchema).optional(),
  nodes: list('nodes', nodeSchema),
  lines: list('lines', lineSchema),
});

export type Plan = z.infer<typeof planSchema>;
export type Survey = z.infer<typeof surveySchema>;
export type Line = z.infer<typeof lineSchema>;
export type Leg = z.infer<typeof legSchema>;
export type Fitting = z.infer<typeof fittingSchema>;
export type InlinePipe = z.infer<typeof inlinePipeSchema>;
export type Situation = z.infer<typeof situationSchema>;

/** JSON Schema (2020-12) of the plan document. */
export const planJsonSchema = (): object => ({
  $id: 'vernal-slope/plan/1',
  title: 'Vernal Slope plan, version 1',
  ...z.toJSONSchema(planSchema, { io: 'input' }),
});
