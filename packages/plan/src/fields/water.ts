// Schema of what comes in and what is needed: tests of sources, roofs, pumps, needs, weather. Optional everywhere.
import { z } from 'zod';
import { list, twelve } from './limits.ts';
import { visitSchema } from './visits.ts';

const positive = z.number().positive();
const atLeastZero = z.number().min(0);
const share = z.number().min(0).max(1);
export const dateSchema = z
  .string()
  .regex(/^(19|20|21)\d{2}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, 'must be a date such as 2026-08-14');
const months = list('months', z.number().int().min(1).max(12));

const testOf = {
  date: dateSchema,
  /** Water seen to pass the intake by. */
  passingByLpm: atLeastZero.max(1e6).optional(),
  note: z.string().max(2000).optional(),
  weather: z.string().max(200).optional(),
};
export const fillSchema = z.looseObject({ volumeL: positive.max(1e5), seconds: positive.max(1e6) });

/** One measurement of a source. */
export const flowTestSchema = z.discriminatedUnion('method', [
  z.looseObject({ ...testOf, method: z.literal('bucket'), fills: list('fills', fillSchema).min(1) }),
  z.looseObject({
    ...testOf,
    method: z.literal('float'),
    widthM: positive.max(100),
    depthsM: list('depthsM', positive.max(10)).min(1),
    distanceM: positive.max(1000),
    seconds: list('seconds', positive.max(1e5)).min(1),
    correction: positive.max(1).optional(),
  }),
  z.looseObject({
    ...testOf,
    method: z.literal('v-notch'),
    headM: atLeastZero.max(2),
    angleDeg: z.number().min(20).max(120).optional(),
  }),
  z.looseObject({
    ...testOf,
    method: z.literal('rectangular-weir'),
    headM: atLeastZero.max(2),
    crestM: positive.max(50),
    contractions: z.union([z.literal(0), z.literal(1), z.literal(2)]).optional(),
  }),
]);

/** A test of the water itself: what it was tested for and what came out. */
export const qualityTestSchema = z.looseObject({
  date: dateSchema,
  verdict: z.enum(['meets', 'fails']),
  tested: z.string().max(500).optional(),
  /** Months after which it is due again. */
  dueMonths: positive.max(120).optional(),
});

export const roofSchema = z.looseObject({
  areas: list(
    'areas',
    z.looseObject({
      name: z.string().max(200).optional(),
      planM2: positive.max(1e5),
      material: z.string().max(100).optional(),
      runoff: share.optional(),
    }),
  ).min(1),
  firstFlushMm: atLeastZero.max(20).optional(),
  gutter: z
    .looseObject({
      widthMm: positive.max(1000),
      depthMm: positive.max(1000),
      fallMmPerM: atLeastZero.max(100),
      round: z.boolean().optional(),
      /** From its upper end to its outlet. */
      lengthM: positive.max(200).optional(),
      /** Bore of the hole into the downpipe. */
      holeMm: positive.max(500).optional(),
    })
    .optional(),
  designRainMmPerH: positive.max(1000).optional(),
  barrels: list('barrels', z.looseObject({ volumeL: positive.max(1e6), share })).optional(),
});

export const sunPumpSchema = z.looseObject({
  ratedFlowLpm: positive.max(1e5),
  ratedLiftM: positive.max(1000),
  liftM: positive.max(1000),
  /** The most it gives at any lift; the rated flow where left out. */
  largestFlowLpm: positive.max(1e5).optional(),
  /** Lift at which it gives nothing any more. */
  largestLiftM: positive.max(1000).optional(),
  startShare: share.optional(),
  clearness: share.optional(),
  /** Hours a day at the rated flow, by month; the sun's course decides when left out. */
  hoursByMonth: twelve(atLeastZero.max(24)).optional(),
});

export const ramSchema = z.looseObject({
  driveFlowLpm: positive.max(1e6),
  fallM: positive.max(500),
  liftM: positive.max(1000),
  efficiency: positive.max(1).optional(),
});

export const haulSchema = z.looseObject({
  litresPerTrip: positive.max(1e6),
  distanceKm: positive.max(10_000),
  speedKmh: positive.max(200),
  standingMin: atLeastZero.max(1440),
  litresPerDay: positive.max(1e7),
  costPerKm: atLeastZero.max(1000).optional(),
  costPerHour: atLeastZero.max(10_000).optional(),
});

export const sourceExtras = {
  /** Tank that a source without a line of its own fills: a roof by its downpipe, hauled water. */
  feeds: z.string().min(1).max(200).optional(),
  intake: z.enum(['temporary', 'permanent']).optional(),
  tests: list('tests', flowTestSchema).optional(),
  quality: list('quality', qualityTestSchema).optional(),
  roof: roofSchema.optional(),
  pump: sunPumpSchema.optional(),
  ram: ramSchema.optional(),
  haul: haulSchema.optional(),
};

const override = {
  reason: z.string().max(500).optional(),
  months: months.optional(),
  /** When of a day they take it; by common practice when left out. */
  visits: list('visits', visitSchema).min(1).optional(),
  /** Thought of, not there: nothing of it is counted. */
  ifToo: z.boolean().optional(),
};

export const needsSchema = z.looseObject({
  people: list(
    'people',
    z.looseObject({
      ...override,
      name: z.string().max(200),
      count: z.number().int().min(0).max(1e6),
      level: z.string().max(100).optional(),
      /** Counted by what they use, by the catalogue's names, in place of a level. */
      uses: list('uses', z.string().max(200)).optional(),
      litresPerDay: atLeastZero.max(5000).optional(),
    }),
  ).optional(),
  gardens: list(
    'gardens',
    z.looseObject({
      ...override,
      name: z.string().max(200),
      areaM2: positive.max(1e7),
      crop: z.string().max(100).optional(),
      kc: positive.max(2).optional(),
      method: z.string().max(100).optional(),
      efficiency: positive.max(1).optional(),
      /** Watered each day as far as it dried, or only as far as plants would thirst: room is left for rain then. */
      kept: z.enum(['moist', 'from-thirst']).optional(),
      /** What it grows in, a row of the catalogue: how much rain it holds for the roots. */
      soil: z.string().max(100).optional(),
      /** False under a roof or a tunnel: no rain reaches it. */
      rainFed: z.boolean().optional(),
    }),
  ).optional(),
  fireReserveL: atLeastZero.max(1e7).optional(),
  /** Share of what is sent that leaks or spills. */
  lossShare: z.number().min(0).max(0.9).optional(),
});

/** Twelve figures, of which some are not known yet. */
const some = (of: z.ZodNumber): z.ZodArray<z.ZodNullable<z.ZodNumber>> => z.array(of.nullable()).length(12);

/** Weather of the place: monthly means, and days as they were (a missing day is null). */
export const climateSchema = z.looseObject({
  monthly: z
    .looseObject({
      rainMm: twelve(atLeastZero.max(5000)),
      tMaxC: twelve(z.number().min(-60).max(60)),
      tMinC: twelve(z.number().min(-70).max(50)),
      humidityPercent: twelve(z.number().min(1).max(100)).optional(),
      sunshineH: twelve(atLeastZero.max(24)).optional(),
      windMs: twelve(atLeastZero.max(50)).optional(),
    })
    .optional(),
  /** Months as far as they are known; the others are typical (an assumption) until they are. */
  byMonth: z
    .looseObject({
      rainMm: some(atLeastZero.max(5000)).optional(),
      tMaxC: some(z.number().min(-60).max(60)).optional(),
      tMinC: some(z.number().min(-70).max(50)).optional(),
    })
    .optional(),
  daily: z
    .looseObject({
      name: z.string().max(200).optional(),
      start: dateSchema,
      rainMm: list('rainMm', z.number().min(0).max(2000).nullable()),
      tMaxC: list('tMaxC', z.number().min(-60).max(60).nullable()).optional(),
      tMinC: list('tMinC', z.number().min(-70).max(50).nullable()).optional(),
    })
    .optional(),
});

/** Where overflow goes, in order. */
export const overflowPlaceSchema = z.looseObject({ name: z.string().max(200), litresPerDay: atLeastZero.max(1e7) });

export type FlowTest = z.infer<typeof flowTestSchema>;
export type QualityTest = z.infer<typeof qualityTestSchema>;
export type Roof = z.infer<typeof roofSchema>;
export type SunPumpEntry = z.infer<typeof sunPumpSchema>;
export type RamEntry = z.infer<typeof ramSchema>;
export type HaulEntry = z.infer<typeof haulSchema>;
export type Needs = z.infer<typeof needsSchema>;
export type People = NonNullable<Needs['people']>[number];
export type Garden = NonNullable<Needs['gardens']>[number];
/**
 * Where a need stands in the document: a herd at the place where it drinks, people and gardens in the plan's own lists;
 * beds and plots that no garden of the lists stands for by their ids, with the places where their water arrives.
 */
export type NeedAt =
  | { readonly node: string; readonly index: number }
  | { readonly list: 'people' | 'gardens'; readonly index: number }
  | { readonly grown: readonly string[]; readonly places: readonly string[] };
export type Climate = z.infer<typeof climateSchema>;
