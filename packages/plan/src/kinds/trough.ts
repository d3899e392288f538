// A trough: a vessel that animals drink from, filled by a float or free.
import { z } from 'zod';
import { atLeastZero, settingSchema, vessel, vesselFaults, wantsSchema } from '../fields/index.ts';
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

export const troughSchema = z.looseObject({
  ...vessel,
  kind: z.literal('trough'),
  outletM: atLeastZero.max(50).optional(),
  wants: wantsSchema.optional(),
  setting: settingSchema.optional(),
});
export type Trough = z.infer<typeof troughSchema>;

export const trough = defineKind({
  schema: troughSchema,
  roles: ['vessel', 'outlet'],
  word: 'trough',
  name: 'Trough',
  faults: vesselFaults,
  cannotLeave: (node) =>
    node.outletM === undefined
      ? {
          message: `leaves trough "${node.id}", which has no outlet`,
          advice: 'give the trough an outletM, or start the line elsewhere',
        }
      : undefined,
  place: placeVessel,
  arrive: arriveAtVessel,
  depart: DEPARTS_FROM_VESSEL,
  shown: vesselShown,
  set: setVessel,
  flow: netFlow,
  water: vesselWater,
  rated: () => ({}),
  delivery: inletElevation,
  free: isFree,
  shutsAtOnce: (node) => node.inlet?.floatValve?.characteristic === 'snap',
});
