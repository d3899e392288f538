// A junction: a tee, a coupling, a bare end.
import { z } from 'zod';
import { place } from '../fields/index.ts';
import { defineKind, noArrivalLoss, PASSES } from './kind.ts';

export const junctionSchema = z.looseObject({ ...place, kind: z.literal('junction') });
export type Junction = z.infer<typeof junctionSchema>;

export const junction = defineKind({
  schema: junctionSchema,
  roles: ['joint'],
  word: 'junction',
  name: 'Tee',
  place: (_, on) => ({ node: on.builder.node(), surface: -1, limitLink: -1, lawLinks: [] }),
  arrive: (_, placed) => noArrivalLoss(placed.node),
  depart: PASSES,
  shown: (node, placed) => ({ node: placed.node, elevation: node.groundM }),
  flow: () => 0,
  delivery: (node) => node.groundM,
});
