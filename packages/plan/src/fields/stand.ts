// Schema of what a tank stands on: optional everywhere, so that a stand can be entered as far as it is known.
import { z } from 'zod';
import { dateSchema } from './water.ts';

const positive = z.number().positive();
const mm = positive.max(2000);
const metres = positive.max(30);

/** Sides of a member, mm: across and up; `lengthM` where it was bought or found at a length. */
const member = { widthMm: mm.optional(), depthMm: mm.optional(), lengthM: metres.optional() };

export const STAND_KINDS = ['posts', 'pad', 'berm', 'improvised'] as const;
export const TERRAINS = ['sheltered', 'open', 'shore'] as const;
/** What a map of wind speeds is made for. */
export const WIND_MAPS = ['allowable', 'strength'] as const;
export const EARTHQUAKES = ['low', 'moderate', 'high', 'unknown'] as const;

export const standSchema = z.looseObject({
  kind: z.enum(STAND_KINDS),
  timber: z
    .looseObject({
      species: z.string().max(100).optional(),
      grade: z.string().max(100).optional(),
      wet: z.boolean().optional(),
      incised: z.boolean().optional(),
    })
    .optional(),
  /** The front is along the beams. */
  platform: z
    .looseObject({
      frontM: metres.optional(),
      sideM: metres.optional(),
      deckMm: mm.optional(),
      gapMm: z.number().min(0).max(500).optional(),
    })
    .optional(),
  joists: z.looseObject({ ...member, spacingMm: positive.max(2000).optional() }).optional(),
  beams: z
    .looseObject({
      ...member,
      lines: z.union([z.literal(2), z.literal(3)]).optional(),
      plies: z.number().int().min(1).max(4).optional(),
    })
    .optional(),
  posts: z
    .looseObject({
      ...member,
      perBeam: z.union([z.literal(2), z.literal(3)]).optional(),
      /** Set in concrete in the ground, so that their feet cannot turn. */
      inGround: z.boolean().optional(),
    })
    .optional(),
  braces: z
    .looseObject({
      widthMm: mm.optional(),
      depthMm: mm.optional(),
      front: z.boolean().optional(),
      side: z.boolean().optional(),
      girts: z.union([z.literal(0), z.literal(1)]).optional(),
      /** At each end of a brace. */
      bolts: z.union([z.literal(1), z.literal(2)]).optional(),
      boltMm: positive.max(40).optional(),
    })
    .optional(),
  footing: z
    .looseObject({
      sideMm: positive.max(5000).optional(),
      thicknessMm: positive.max(2000).optional(),
      depthMm: z.number().min(0).max(5000).optional(),
      pierMm: positive.max(2000).optional(),
      anchored: z.boolean().optional(),
    })
    .optional(),
  soil: z.string().max(100).optional(),
  /** Depth to which the ground freezes. */
  frostM: z.number().min(0).max(5).optional(),
  wind: z
    .looseObject({
      gustMs: positive.max(120).optional(),
      /** Speeds of allowable stresses are taken whole, those of strength design by 0.6 of their pressure. */
      map: z.enum(WIND_MAPS).optional(),
      terrain: z.enum(TERRAINS).optional(),
      crest: z.boolean().optional(),
    })
    .optional(),
  earthquake: z.enum(EARTHQUAKES).optional(),
  peopleNear: z.boolean().optional(),
  strapped: z.boolean().optional(),
  /** The tank's wall has ribs. */
  ribbed: z.boolean().optional(),
  /** Of the empty tank, all of them. */
  emptyTankKg: positive.max(100_000).optional(),
  pouredOn: dateSchema.optional(),
  pourTemperatureC: z.number().min(-30).max(50).optional(),
});

/** What a part costs: timber a metre by its section, concrete a bag, a fastener each; in the currency of the place. */
export const partPriceSchema = z.looseObject({ part: z.string().min(1).max(200), each: positive.max(1e6) });

export type Stand = z.infer<typeof standSchema>;
export type StandKind = Stand['kind'];
