// A source: a spring, a stream, a roof, a pump, a ram, hauled water, the mains.
import { z } from 'zod';
import { atLeastZero, flowFromLpm, jsonPath, place, sourceExtras, twelve, type Fault } from '../fields/index.ts';
import { DEFAULT_MONTH, defineKind, netFlow, noArrivalLoss } from './kind.ts';

export const sourceSchema = z.looseObject({
  ...place,
  kind: z.literal('source'),
  type: z.enum(['spring', 'stream', 'roof', 'pump', 'ram', 'haul', 'mains']),
  yieldLpm: atLeastZero.max(1e6).optional(),
  yieldByMonthLpm: twelve(atLeastZero).optional(),
  heightM: z.number().min(-100).max(200).optional(),
  ...sourceExtras,
});
export type Source = z.infer<typeof sourceSchema>;

/** Shares this close to one count as one. */
const CLOSE = 1e-9;

/** Yield of a source in a month (1 to 12), m³/s; Infinity where none is stated. */
export function yieldOf(source: Source, month: number): number {
  const lpm = source.yieldByMonthLpm?.[month - 1] ?? source.yieldLpm;
  return lpm === undefined ? Infinity : flowFromLpm(lpm);
}

const surfaceOf = (node: Source): number => node.groundM + (node.heightM ?? 0);

function* faults(
  node: Source,
  path: readonly PropertyKey[],
  roles: (id: string) => readonly string[] | undefined,
): Generator<Fault> {
  if (node.feeds !== undefined && !roles(node.feeds)?.includes('store')) {
    yield {
      path: jsonPath([...path, 'feeds']),
      message: `is "${node.feeds}", which is no tank`,
      advice: 'give the id of the tank that this source fills',
    };
  }
  const shares = (node.roof?.barrels ?? []).reduce((sum, b) => sum + b.share, 0);
  if (shares > 1 + CLOSE) {
    yield {
      path: jsonPath([...path, 'roof', 'barrels']),
      message: `share out ${Number(shares.toFixed(3))} of the water`,
      advice: 'the shares must add up to 1 at most',
    };
  }
}

export const source = defineKind({
  schema: sourceSchema,
  roles: ['source'],
  word: 'source',
  name: 'Spring',
  // nobody has measured it yet: a trickle, to be replaced by the first bucket test
  faults,
  place: (node, on) => {
    const surface = on.fixedAt(surfaceOf(node));
    if (!on.inTime && node.yieldLpm === undefined && node.yieldByMonthLpm === undefined)
      return { node: surface, surface, limitLink: -1, lawLinks: [] };
    const outlet = on.builder.node();
    return { node: outlet, surface, limitLink: on.builder.yieldLimit(surface, outlet), lawLinks: [] };
  },
  arrive: (_, placed) => noArrivalLoss(placed.node),
  depart: { entrance: true, backwardK: 0, oneWay: true },
  shown: (node, placed) => ({ node: placed.node, elevation: surfaceOf(node) }),
  set: (map, options, state) => {
    if (map.limitLink >= 0) state.limit[map.limitLink] = yieldOf(map.plan, options.month ?? DEFAULT_MONTH);
  },
  flow: netFlow,
  water: surfaceOf,
  delivery: surfaceOf,
});
