// A tank: holds water for what lies below it.
import { z } from 'zod';
import {
  atLeastZero,
  list,
  overflowPlaceSchema,
  positive,
  shapeFaults,
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
