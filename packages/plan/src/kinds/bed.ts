// A wicking bed: a vessel of stone or pipe and soil, joined low down to others and to a bucket with a float.
import { bedShape, bedWater, type BedForm } from '@vernal-slope/core/irrigation';
import type { TankShape } from '@vernal-slope/core/tank';
import { z } from 'zod';
import { atLeastZero, faultWith, jsonPath, place, positive, type Fault } from '../fields/index.ts';
import { defineKind, netFlow, type StateOptions } from './kind.ts';

/** K lost by water that enters a bed and that leaves it, as at a tank's bottom inlet. */
const INTO = 1;
const OUT_OF = 0.5;
/** Water line wanted over the reservoir's top, m, and by how much it may be off, mm (common practice, no source). */
export const LINE_OVER_RESERVOIR = 0.013;
export const TOLERANCE_MM = 13;
export const FALSE_FLOOR_TOLERANCE_MM = 50;
/** Water in a litre of soil that is drained (plan format). */
const SOIL_SHARE = 0.3;

const bedShapes = z.discriminatedUnion('type', [
  z.looseObject({
    type: z.literal('box'),
    lengthM: positive.max(500),
    widthM: positive.max(500),
    heightM: positive.max(50),
  }),
  z.looseObject({ type: z.literal('vertical-cylinder'), diameterM: positive.max(100), heightM: positive.max(50) }),
]);

export const bedSchema = z.looseObject({
  ...place,
  kind: z.literal('bed'),
  baseM: z.number().min(-10).max(20).optional(),
  shape: bedShapes,
  reservoir: z.looseObject({
    type: z.enum(['pipe', 'false-floor', 'stone']),
    heightM: positive.max(10),
    waterShare: positive.max(1),
    /** Perforated pipe in it, from which the share was reckoned: bore, outside, length in the bed; and pores around it. */
    pipeBoreMm: positive.max(1000).optional(),
    pipeOutsideMm: positive.max(1000).optional(),
    pipeLengthM: positive.max(10_000).optional(),
    poresShare: positive.max(1).optional(),
  }),
  soilShare: atLeastZero.max(1).optional(),
  joinM: atLeastZero.max(50),
  /** Bore of the joint, mm, and of the hole that it is fitted into where the wall was measured: its thickness there. */
  joinBoreMm: positive.max(500).optional(),
  wallMm: positive.max(200).optional(),
  /** The same in its upper half: barrels are thicker there. */
  wallUpperMm: positive.max(200).optional(),
  wantsLevelM: positive.max(50).optional(),
  toleranceMm: positive.max(1000).optional(),
  overflowM: positive.max(50).optional(),
  startLevelM: atLeastZero.max(50).optional(),
  useLPerDay: atLeastZero.max(1e5).optional(),
  /** The garden of the plan's needs that grows in it, by its name: Need counts that, not what it uses. */
  garden: z.string().max(200).optional(),
  /** It stands under the open sky: rain of the record falls on it in time. */
  rainFalls: z.boolean().optional(),
  /** How the soil lifts water, m over the water line; the usual reach where it is left out. */
  wicksM: positive.max(3).optional(),
});
export type Bed = z.infer<typeof bedSchema>;

/** Plan of a bed, m². */
export const bedArea = ({ shape }: Pick<Bed, 'shape'>): number =>
  shape.type === 'box' ? shape.lengthM * shape.widthM : (Math.PI / 4) * shape.diameterM ** 2;

export const bedForm = (bed: Bed): BedForm => ({
  area: bedArea(bed),
  height: bed.shape.heightM,
  reservoir: bed.reservoir.heightM,
  waterShare: bed.reservoir.waterShare,
  soilShare: bed.soilShare ?? SOIL_SHARE,
});
/** A bed as core's vessel. */
export const bedTank = (bed: Bed): TankShape => bedShape(bedForm(bed));
/** Water in a bed at a level, m³. */
export const bedVolume = (bed: Bed, level: number): number => bedWater(bedForm(bed), level);

export const bedFloor = (bed: Bed): number => bed.groundM + (bed.baseM ?? 0);
export const bedWants = (bed: Bed): number => bed.wantsLevelM ?? bed.reservoir.heightM + LINE_OVER_RESERVOIR;
export const bedTolerance = (bed: Bed): number =>
  bed.toleranceMm ?? (bed.reservoir.type === 'false-floor' ? FALSE_FLOOR_TOLERANCE_MM : TOLERANCE_MM);
/** Level of a bed in a solve, m above its floor. */
export const bedLevel = (bed: Bed, options: StateOptions): number =>
  options.levels?.[bed.id] ?? bed.startLevelM ?? Math.min(bedWants(bed), bed.overflowM ?? Infinity);

function* bedFaults(bed: Bed, path: readonly PropertyKey[]): Generator<Fault> {
  const rim = bed.shape.heightM;
  const above = (value: number | undefined, key: string): Fault[] =>
    value !== undefined && value > rim + 1e-9
      ? [
          faultWith(
            jsonPath([...path, key]),
            ['is ', { metres: value }, ', above the rim at ', { metres: rim }],
            ['give at most ', { metres: rim }],
          ),
        ]
      : [];
  for (const key of ['joinM', 'wantsLevelM', 'overflowM', 'startLevelM'] as const) yield* above(bed[key], key);
  if (bed.reservoir.heightM > rim + 1e-9)
    yield faultWith(
      jsonPath([...path, 'reservoir', 'heightM']),
      ['is ', { metres: bed.reservoir.heightM }, ', above the rim at ', { metres: rim }],
      ['give at most ', { metres: rim }],
    );
  const { pipeBoreMm: bore, pipeOutsideMm: outside } = bed.reservoir;
  if (bore !== undefined && outside !== undefined && bore >= outside)
    yield faultWith(
      jsonPath([...path, 'reservoir', 'pipeBoreMm']),
      [`is ${bore}, as wide as the pipe is outside, ${outside}`],
      ['give less than ', `${outside}`],
    );
}

export const bed = defineKind({
  schema: bedSchema,
  roles: ['bed'],
  word: 'bed',
  name: 'Bed',
  faults: bedFaults,
  place: (_, on) => {
    const surface = on.builder.fixedNode();
    if (!on.inTime) return { node: surface, surface, limitLink: -1, lawLinks: [] };
    // at its joint it passes on what comes by other ways, and always takes what comes
    const node = on.builder.node();
    const limitLink = on.builder.yieldLimit(surface, node);
    on.builder.yieldLimit(node, surface);
    return { node, surface, limitLink, lawLinks: [] };
  },
  arrive: (_, placed) => ({
    to: placed.node,
    exitK: INTO,
    backwardToK: OUT_OF,
    oneWay: false,
    free: true,
    open: true,
  }),
  depart: { entrance: true, entranceK: OUT_OF, backwardK: INTO, oneWay: false },
  shown: (node, placed) => ({ node: placed.node, elevation: bedFloor(node) + node.joinM }),
  set: (map, options, state) => {
    const level = bedLevel(map.plan, options);
    const { joinM } = map.plan;
    // below its joint water falls in at the joint, and none leaves
    state.fixedHead[map.surface] = bedFloor(map.plan) + Math.max(level, joinM);
    if (level > joinM || map.limitLink >= 0) return;
    // between two that stand so low nothing runs
    const only = (link: number, way: 1 | -1): void => {
      if (state.direction[link] === -way) state.opening[link] = 0;
      else state.direction[link] = way;
    };
    for (const { link } of map.entering) only(link, 1);
    for (const { link } of map.leaving) only(link, -1);
  },
  flow: netFlow,
  water: (node, options) => bedFloor(node) + bedLevel(node, options),
  delivery: (node) => bedFloor(node) + node.joinM,
  free: () => true,
});
