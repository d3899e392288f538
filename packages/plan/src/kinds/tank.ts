// A tank: holds water for what lies below it.
import { z } from 'zod';
import {
  atLeastZero,
  faultWith,
  filterSchema,
  jsonPath,
  list,
  movedSchema,
  overflowPlaceSchema,
  positive,
  shapeFaults,
  shapeHeight,
  shapeSchema,
  standSchema,
  vessel,
  vesselFaults,
} from '../fields/index.ts';
import { defineKind, netFlow } from './kind.ts';
import {
  arriveAtVessel,
  DEPARTS_FROM_VESSEL,
  inletElevation,
  isFree,
  placeVessel,
  setVessel,
  vesselShown,
  vesselWater,
} from './water.ts';

export const tankSchema = z.looseObject({
  ...vessel,
  kind: z.literal('tank'),
  outletM: atLeastZero.max(50),
  /** Further tanks joined to this one low down, each with its own floor above or below this one's. */
  linked: list(
    'linked',
    z.looseObject({
      name: z.string().max(200).optional(),
      floorM: z.number().min(-20).max(20),
      shape: shapeSchema,
      outletM: atLeastZero.max(50),
      overflowM: positive.max(50),
    }),
  ).optional(),
  overflowTo: list('overflowTo', overflowPlaceSchema).optional(),
  /** What it stands on; how high is `standM`. */
  stand: standSchema.optional(),
  /** Sand that its water seeps through; it gives over a spill at `outletM`. */
  filter: filterSchema.optional(),
  /** It is carried about, and its water comes by visit. */
  moved: movedSchema.optional(),
});
export type Tank = z.infer<typeof tankSchema>;

export const tank = defineKind({
  schema: tankSchema,
  roles: ['store', 'vessel'],
  word: 'tank',
  name: 'Tank',
  faults: function* (node, path, roles) {
    yield* vesselFaults(node, path, roles);
    for (const [k, linked] of (node.linked ?? []).entries())
      yield* shapeFaults(linked.shape, [...path, 'linked', k, 'shape']);
    const { filter, moved } = node;
    if (filter && filter.depthM > filter.sandM + 1e-9)
      yield faultWith(
        jsonPath([...path, 'filter', 'depthM']),
        ['is ', { metres: filter.depthM }, ', more than its top is over the floor, ', { metres: filter.sandM }],
        ['give at most ', { metres: filter.sandM }],
      );
    if (filter && filter.sandM >= shapeHeight(node.shape))
      yield faultWith(
        jsonPath([...path, 'filter', 'sandM']),
        ['is ', { metres: filter.sandM }, ', not under the rim at ', { metres: shapeHeight(node.shape) }],
        ['give less than ', { metres: shapeHeight(node.shape) }],
      );
    if (moved?.from !== undefined && (moved.from === node.id || (roles && !roles(moved.from))))
      yield {
        path: jsonPath([...path, 'moved', 'from']),
        message: moved.from === node.id ? 'is the tank itself' : `is "${moved.from}", which is no place`,
        advice: 'give the id of the place at which it is filled',
      };
  },
  place: placeVessel,
  arrive: arriveAtVessel,
  depart: DEPARTS_FROM_VESSEL,
  shown: vesselShown,
  set: setVessel,
  flow: netFlow,
  water: vesselWater,
  delivery: inletElevation,
  free: isFree,
});
