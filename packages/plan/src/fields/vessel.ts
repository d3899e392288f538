// What holds water: shapes, inlets, floats, overflows, and the herds that drink there; with what a schema cannot see.
import { z } from 'zod';
import { faultWith, jsonPath, type Fault } from './faults.ts';
import { list } from './limits.ts';
import { atLeastZero, place, positive } from './place.ts';
import type { Filter, Moved } from './treatment.ts';
import { endSchema } from './chains.ts';
import { clock, visitSchema } from './visits.ts';

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
    levelsM: list('levelsM', atLeastZero).min(2),
    volumesL: list('volumesL', atLeastZero).min(2),
  }),
]);

export const floatValveSchema = z.looseObject({
  seatMm: positive.max(200),
  dischargeCoefficient: positive.max(1),
  characteristic: z.enum(['proportional', 'snap']),
  closeLevelM: positive.max(50),
  bandM: positive.max(10),
  /** Of the catalogue. */
  type: z.string().max(100).optional(),
  /** Arm and ball: diameter, and length to the ball over length to the seat. */
  lever: z.looseObject({ ballMm: positive.max(1000), ratio: positive.max(50) }).optional(),
  /** Pressures between which it works, where they are known. */
  leastKPa: atLeastZero.max(1e4).optional(),
  mostKPa: positive.max(1e4).optional(),
});

export const inletSchema = z.looseObject({
  at: z.enum(['top', 'bottom']),
  heightM: atLeastZero.max(60).optional(),
  floatValve: floatValveSchema.optional(),
});

const overflowPipeSchema = z.looseObject({
  insideDiameterMm: positive.max(1000),
  dropM: atLeastZero.max(50),
  /** What one that is there already ends in; a hole is cut where left out. */
  end: endSchema.optional(),
  /** Pipe that leads it away, by its id in the catalogue, and how far. */
  lead: z.looseObject({ pipe: z.string().min(1).max(200), lengthM: positive.max(100_000) }).optional(),
});

export const herdSchema = z.looseObject({
  class: z.string().max(100),
  count: z.number().int().min(0).max(100_000),
  litresPerHeadPerDay: atLeastZero.max(1000),
  litresPerHeadPerMin: positive.max(100).optional(),
  headsAtOnce: z.number().int().positive().optional(),
  patienceMin: atLeastZero.max(1440).optional(),
  /** Months (1 to 12) in which they are there; all when left out. */
  months: list('months', z.number().int().min(1).max(12)).optional(),
  /** Drink by the month's warmth, from the table of their class. */
  byWarmth: z.boolean().optional(),
  /** Why the figure differs from the table's. */
  reason: z.string().max(500).optional(),
  /** Thought of, not there: nothing of it is counted. */
  ifToo: z.boolean().optional(),
  visits: list('visits', visitSchema),
});

/** Water that is pumped or carried out of a vessel at its hours, away or into another vessel. */
export const takingSchema = z.looseObject({
  at: clock,
  durationMin: positive.max(1440),
  flowLpm: positive.max(1e5),
  into: z.string().min(1).max(200).optional(),
});

export const vessel = {
  ...place,
  standM: atLeastZero.max(100).optional(),
  shape: shapeSchema,
  count: z.number().int().min(1).max(1000).optional(),
  overflowM: positive.max(50),
  startLevelM: atLeastZero.max(50).optional(),
  inlet: inletSchema.optional(),
  overflowPipe: overflowPipeSchema.optional(),
  /** Vessel that its overflow runs into. */
  overflowInto: z.string().min(1).max(200).optional(),
  /** Thickness of its wall where a hole is cut, mm; barrels are thicker above. */
  wallMm: positive.max(200).optional(),
  /** What its own outlet ends in; a hole is cut where left out. */
  outletEnd: endSchema.optional(),
  /** Its water lies open to sun and wind, and evaporates. */
  evaporates: z.boolean().optional(),
  leakLPerDay: atLeastZero.max(1e6).optional(),
  takings: list('takings', takingSchema).optional(),
  herds: list('herds', herdSchema).optional(),
};

export type OverflowPipeEntry = z.infer<typeof overflowPipeSchema>;
export type Shape = z.infer<typeof shapeSchema>;
export type Inlet = z.infer<typeof inletSchema>;
export type FloatValveEntry = z.infer<typeof floatValveSchema>;
export type Herd = z.infer<typeof herdSchema>;

/** What the functions of vessels ask of one. */
export interface VesselEntry {
  readonly id: string;
  readonly groundM: number;
  readonly standM?: number;
  readonly shape: Shape;
  readonly count?: number;
  readonly outletM?: number;
  readonly overflowM: number;
  readonly startLevelM?: number;
  readonly inlet?: Inlet;
  readonly overflowPipe?: z.infer<typeof overflowPipeSchema>;
  readonly overflowInto?: string;
  readonly evaporates?: boolean;
  readonly leakLPerDay?: number;
  readonly takings?: readonly z.infer<typeof takingSchema>[];
  readonly herds?: readonly Herd[];
  readonly filter?: Filter;
  readonly moved?: Moved;
  readonly wallMm?: number;
  readonly outletEnd?: z.infer<typeof endSchema>;
}

/** Heights this close count as equal, m. */
const CLOSE = 1e-9;

/** Height of a shape inside, m. */
export const shapeHeight = (shape: Shape): number =>
  shape.type === 'horizontal-cylinder'
    ? shape.diameterM
    : shape.type === 'table'
      ? shape.levelsM[shape.levelsM.length - 1]
      : shape.heightM;

/** What is wrong with a shape that its schema cannot see: tables whose rows do not rise or do not match. */
export function* shapeFaults(shape: Shape, path: readonly PropertyKey[]): Generator<Fault> {
  if (shape.type !== 'table') return;
  if (shape.levelsM.length !== shape.volumesL.length) {
    yield {
      path: jsonPath([...path, 'volumesL']),
      message: `has ${shape.volumesL.length} rows against ${shape.levelsM.length} levels`,
      advice: 'give one volume for each level',
    };
  }
  for (const [key, values] of [
    ['levelsM', shape.levelsM],
    ['volumesL', shape.volumesL],
  ] as const) {
    const at = values.findIndex((v, k) => k > 0 && v <= values[k - 1]);
    if (at > 0) {
      yield {
        path: jsonPath([...path, key, at]),
        message: `is ${values[at]}, not above the ${values[at - 1]} before it`,
        advice: 'levels and volumes must rise from row to row',
      };
    }
  }
}

/** What a vessel names must hold water too, and be another. */
function* vesselNames(
  node: VesselEntry,
  path: readonly PropertyKey[],
  isVessel: (id: string) => boolean,
): Generator<Fault> {
  const named: [string | undefined, PropertyKey[]][] = [
    [node.overflowInto, ['overflowInto']],
    ...(node.takings ?? []).map((t, k): [string | undefined, PropertyKey[]] => [t.into, ['takings', k, 'into']]),
  ];
  for (const [id, at] of named)
    if (id !== undefined && (id === node.id || !isVessel(id)))
      yield {
        path: jsonPath([...path, ...at]),
        message: id === node.id ? 'is the place itself' : `is "${id}", which holds no water`,
        advice: 'give the id of another tank or trough',
      };
}

/** Heights of a vessel against each other, and what it names. `path` is the node's. */
export function* vesselFaults(
  node: VesselEntry,
  path: readonly PropertyKey[],
  roles?: (id: string) => readonly string[] | undefined,
): Generator<Fault> {
  yield* vesselNames(node, path, (id) => roles === undefined || (roles(id)?.includes('vessel') ?? false));
  const at = (...parts: PropertyKey[]): string => jsonPath([...path, ...parts]);
  yield* shapeFaults(node.shape, [...path, 'shape']);
  const height = shapeHeight(node.shape);
  const aboveRim = (value: number | undefined, ...parts: PropertyKey[]): Fault[] =>
    value !== undefined && value > height + CLOSE
      ? [
          faultWith(
            at(...parts),
            ['is ', { metres: value }, ', above the rim at ', { metres: height }],
            ['give at most ', { metres: height }],
          ),
        ]
      : [];
  yield* aboveRim(node.overflowM, 'overflowM');
  if (node.outletM !== undefined && node.outletM >= node.overflowM) {
    yield faultWith(
      at('outletM'),
      ['is ', { metres: node.outletM }, ', not below the overflow at ', { metres: node.overflowM }],
      ['put the outlet below the overflow'],
    );
  }
  yield* aboveRim(node.startLevelM, 'startLevelM');
  const float = node.inlet?.floatValve;
  if (!float) return;
  yield* aboveRim(float.closeLevelM, 'inlet', 'floatValve', 'closeLevelM');
  if (float.bandM > float.closeLevelM + CLOSE) {
    yield faultWith(
      at('inlet', 'floatValve', 'bandM'),
      [
        'is ',
        { metres: float.bandM },
        ', more than the ',
        { metres: float.closeLevelM },
        ' of water under the closing level',
      ],
      ['give at most ', { metres: float.closeLevelM }],
    );
  }
}
