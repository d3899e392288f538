// The plan document, version 1: one Zod schema, from which types and JSON Schema follow. Unknown fields are kept.
import { z } from 'zod';
import { partPriceSchema, standSchema } from './stand.ts';
import { climateSchema, dateSchema, needsSchema, overflowPlaceSchema, sourceExtras } from './water.ts';

const metres = z.number().min(-500).max(9000);
const positive = z.number().positive();
const atLeastZero = z.number().min(0);
const id = z.string().min(1).max(200);
const name = z.string().max(200).optional();
const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'must be a time of day such as 07:30');

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
  /** Daily storage: yield after spillage or before it. */
  storageSchool: z.enum(['after', 'before']).optional(),
});

export const shapeSchema = z.discriminatedUnion('type', [
  z.looseObject({ type: z.literal('vertical-cylinder'), diameterM: positive.max(100), heightM: positive.max(50) }),
  z.looseObject({ type: z.literal('horizontal-cylinder'), diameterM: positive.max(50), lengthM: positive.max(200) }),
  z.looseObject({
    type: z.literal('box'),
    lengthM: positive.max(500),
    widthM: positive.max(500),
    heightM: positive.max(50),
  }),
  z.looseObject({
    type: z.literal('table'),
    levelsM: z.array(atLeastZero).min(2),
    volumesL: z.array(atLeastZero).min(2),
  }),
]);

export const floatValveSchema = z.looseObject({
  seatMm: positive.max(200),
  dischargeCoefficient: positive.max(1),
  characteristic: z.enum(['proportional', 'snap']),
  closeLevelM: positive.max(50),
  bandM: positive.max(10),
});

export const inletSchema = z.looseObject({
  at: z.enum(['top', 'bottom']),
  heightM: atLeastZero.max(60).optional(),
  floatValve: floatValveSchema.optional(),
});

const overflowPipeSchema = z.looseObject({ insideDiameterMm: positive.max(1000), dropM: atLeastZero.max(50) });

export const visitSchema = z.looseObject({ at: clock, durationMin: positive.max(1440), share: atLeastZero.max(1) });

export const herdSchema = z.looseObject({
  class: z.string().max(100),
  count: z.number().int().min(0).max(100_000),
  litresPerHeadPerDay: atLeastZero.max(1000),
  litresPerHeadPerMin: positive.max(100).optional(),
  headsAtOnce: z.number().int().positive().optional(),
  patienceMin: atLeastZero.max(1440).optional(),
  /** Months (1 to 12) in which they are there; all when left out. */
  months: z.array(z.number().int().min(1).max(12)).max(12).optional(),
  /** Drink by the month's warmth, from the table of their class. */
  byWarmth: z.boolean().optional(),
  /** Why the figure differs from the table's. */
  reason: z.string().max(500).optional(),
  visits: z.array(visitSchema),
});

export const drawSchema = z.looseObject({ at: clock, durationMin: positive.max(1440) });

/** What a person wants of a place where water comes out; only makes findings. */
export const wantsSchema = z.looseObject({ flowLpm: positive.optional(), pressureKPa: positive.optional() });

const place = {
  id,
  name,
  groundM: metres,
  eastingM: z.number().optional(),
  northingM: z.number().optional(),
  /** Height known from elsewhere, which a walk can close on, and its standard error, m. */
  knownGroundM: metres.optional(),
  knownErrorM: atLeastZero.max(100).optional(),
  /** Pressure read at this place's own height on a closed, full line, all shut. */
  closedHose: z
    .array(
      z.looseObject({
        pressureKPa: z.number().min(-100).max(1e4),
        date: dateSchema.optional(),
        errorKPa: atLeastZero.optional(),
      }),
    )
    .max(200)
    .optional(),
  notes: z.string().max(10_000).optional(),
};

const twelve = z.array(atLeastZero).length(12, 'must have 12 numbers, January first');

export const sourceSchema = z.looseObject({
  ...place,
  kind: z.literal('source'),
  type: z.enum(['spring', 'stream', 'roof', 'pump', 'ram', 'haul', 'mains']),
  yieldLpm: atLeastZero.max(1e6).optional(),
  yieldByMonthLpm: twelve.optional(),
  heightM: z.number().min(-100).max(200).optional(),
  ...sourceExtras,
});

const vessel = {
  ...place,
  standM: atLeastZero.max(100).optional(),
  shape: shapeSchema,
  count: z.number().int().min(1).max(1000).optional(),
  overflowM: positive.max(50),
  startLevelM: atLeastZero.max(50).optional(),
  inlet: inletSchema.optional(),
  overflowPipe: overflowPipeSchema.optional(),
};

export const tankSchema = z.looseObject({
  ...vessel,
  kind: z.literal('tank'),
  outletM: atLeastZero.max(50),
  herds: z.array(herdSchema).optional(),
  /** Further tanks joined to this one low down, each with its own floor above or below this one's. */
  linked: z
    .array(
      z.looseObject({
        name: z.string().max(200).optional(),
        floorM: z.number().min(-20).max(20),
        shape: shapeSchema,
        outletM: atLeastZero.max(50),
        overflowM: positive.max(50),
      }),
    )
    .max(50)
    .optional(),
  overflowTo: z.array(overflowPlaceSchema).max(20).optional(),
  /** What it stands on; how high is `standM`. */
  stand: standSchema.optional(),
});

export const troughSchema = z.looseObject({
  ...vessel,
  kind: z.literal('trough'),
  outletM: atLeastZero.max(50).optional(),
  herds: z.array(herdSchema).optional(),
  wants: wantsSchema.optional(),
});

export const junctionSchema = z.looseObject({ ...place, kind: z.literal('junction') });

export const outletSchema = z.looseObject({
  ...place,
  kind: z.literal('outlet'),
  heightM: z.number().min(-10).max(100).optional(),
  ratedFlowLpm: positive.max(1e5).optional(),
  ratedPressureKPa: positive.max(1e4).optional(),
  exponent: z.number().min(0.05).max(2).optional(),
  minimumPressureKPa: atLeastZero.max(1e4).optional(),
  orifice: z.looseObject({ diameterMm: positive.max(500), dischargeCoefficient: positive.max(1) }).optional(),
  wants: wantsSchema.optional(),
  draws: z.array(drawSchema).optional(),
  /** What the water is for; people drink from it unless it says otherwise. */
  use: z.enum(['drink', 'wash', 'garden', 'stock', 'fire']).optional(),
});

export const nodeSchema = z.discriminatedUnion('kind', [
  sourceSchema,
  tankSchema,
  junctionSchema,
  troughSchema,
  outletSchema,
]);

const named = z.looseObject({ type: z.string().min(1) });
const byK = z.looseObject({ k: atLeastZero.max(1e6) });

export const fittingSchema = z.union(
  [
    named.extend({ count: z.number().int().min(0).max(10_000).optional() }),
    byK.extend({ count: z.number().int().min(0).max(10_000).optional() }),
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
  sights: z
    .array(z.looseObject({ backM: z.number(), foreM: z.number() }))
    .max(200)
    .optional(),
  marksM: z.array(z.number()).length(2).optional(),
  angleDeg: z.number().min(-89).max(89).optional(),
  fallPerM: z.number().min(-1).max(1).optional(),
  heightsM: z.array(z.number()).length(2).optional(),
  pressureKPa: z.number().min(-100).max(1e4).optional(),
});

export const legSchema = z.looseObject({
  lengthM: positive.max(100_000),
  endGroundM: metres,
  pipe: z.union([z.string().min(1), inlinePipeSchema], {
    error: 'must be an id of the catalogue, or { insideDiameterMm, roughnessMm, hazenWilliamsC, ratingKPa }',
  }),
  depthM: z.number().min(-50).max(50).optional(),
  fittings: z.array(fittingSchema).optional(),
  entrance: entranceSchema.optional(),
  checkValve: z.boolean().optional(),
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
  legs: z.array(legSchema).min(1, 'a line has at least one leg'),
});

/** Outlets and troughs that run at one time, and how full the tanks stand then. */
export const situationSchema = z.looseObject({
  name: z.string().min(1).max(200),
  open: z.array(id).max(1000),
  level: z.enum(['full', 'low', 'start']).optional(),
});

/** What a pipe costs, a metre, in the currency of the place. */
export const priceSchema = z.looseObject({ pipe: z.string().min(1).max(200), perM: positive.max(1e6) });

export const planSchema = z.looseObject({
  format: z.literal('vernal-slope/plan'),
  version: z.literal(1),
  title: z.string().max(200),
  site: siteSchema.optional(),
  settings: settingsSchema.optional(),
  needs: needsSchema.optional(),
  climate: climateSchema.optional(),
  situations: z.array(situationSchema).max(100).optional(),
  prices: z
    .looseObject({
      pipes: z.array(priceSchema).max(1000).optional(),
      parts: z.array(partPriceSchema).max(1000).optional(),
    })
    .optional(),
  nodes: z.array(nodeSchema).max(20_000),
  lines: z.array(lineSchema).max(20_000),
});

export type Plan = z.infer<typeof planSchema>;
export type PlanNode = z.infer<typeof nodeSchema>;
export type Source = z.infer<typeof sourceSchema>;
export type Tank = z.infer<typeof tankSchema>;
export type Trough = z.infer<typeof troughSchema>;
export type Junction = z.infer<typeof junctionSchema>;
export type Outlet = z.infer<typeof outletSchema>;
export type Survey = z.infer<typeof surveySchema>;
export type Line = z.infer<typeof lineSchema>;
export type Leg = z.infer<typeof legSchema>;
export type Fitting = z.infer<typeof fittingSchema>;
export type InlinePipe = z.infer<typeof inlinePipeSchema>;
export type Situation = z.infer<typeof situationSchema>;
export type Shape = z.infer<typeof shapeSchema>;
export type Inlet = z.infer<typeof inletSchema>;
export type FloatValveEntry = z.infer<typeof floatValveSchema>;

/** JSON Schema (2020-12) of the plan document. */
export const planJsonSchema = (): object => ({
  $id: 'vernal-slope/plan/1',
  title: 'Vernal Slope plan, version 1',
  ...z.toJSONSchema(planSchema, { io: 'input' }),
});
