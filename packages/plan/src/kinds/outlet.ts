// An outlet: a tap, a shower, a standpipe; opened by hand, its flow by its own law. Lines may go on from it.
import { z } from 'zod';
import type { Segment } from '@vernal-slope/core/network';
import { chainK, findPart } from '@vernal-slope/core/parts';
import { boreArea } from '@vernal-slope/core/pipe';
import { GRAVITY } from '@vernal-slope/core/units';
import { headOfPressure } from '@vernal-slope/core/water';
import {
  atLeastZero,
  drawSchema,
  habitSchema,
  flowFromLpm,
  jsonPath,
  list,
  metresOfMm,
  pascals,
  place,
  positive,
  wantsSchema,
} from '../fields/index.ts';
import { defineKind, noArrivalLoss, PASSES } from './kind.ts';

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
  draws: list('draws', drawSchema).optional(),
  habits: list('habits', habitSchema).optional(),
  /** What it is: a row of the catalogue of fixtures; by its name where left out. */
  fixture: z.string().max(100).optional(),
  /** The room that it is in. */
  room: z.string().max(100).optional(),
  /** What the local authority names for a fire: flow, and for how long. */
  fire: z.looseObject({ flowLpm: positive.max(1e5), minutes: positive.max(1440) }).optional(),
  /** A small pump that is thought of in the place of height. */
  smallPump: z
    .looseObject({
      litresPerDay: positive.max(1e5).optional(),
      volts: positive.max(500).optional(),
      efficiency: positive.max(1).optional(),
    })
    .optional(),
  /** What the water is for; people drink from it unless it says otherwise. */
  use: z.enum(['drink', 'wash', 'garden', 'stock', 'fire']).optional(),
});
export type Outlet = z.infer<typeof outletSchema>;

/** Flow of an outlet under 1 m of head (m³/s) and its exponent. */
function outletLaw(node: Outlet, density: number): { a: number; exponent: number } {
  if (node.orifice) {
    const area = boreArea(metresOfMm(node.orifice.diameterMm));
    return { a: node.orifice.dischargeCoefficient * area * Math.sqrt(2 * GRAVITY), exponent: 0.5 };
  }
  const exponent = node.exponent ?? 0.5;
  const ratedHead = headOfPressure(pascals(node.ratedPressureKPa ?? 100), density);
  return { a: flowFromLpm(node.ratedFlowLpm ?? 0) / ratedHead ** exponent, exponent };
}

/** Length of the way through the parts between a tee and its tap: none to speak of, m. */
const AT_THE_TEE = 1e-3;
/** The way through the parts that were taken between a tee and its tap: what they lose, on the widest bore of them. */
function wayToTap(node: Outlet): Segment | undefined {
  const parts = (node.chains?.tap ?? []).flatMap((id) => findPart(id) ?? []);
  if (parts.length === 0) return undefined;
  const bore = Math.max(...parts.map((p) => p.boreMm));
  return { length: AT_THE_TEE, diameter: metresOfMm(bore), roughness: 0, hazenC: SMOOTH_C, k: chainK(parts, bore) };
}
const SMOOTH_C = 140;

const mouth = (node: Outlet): number => node.groundM + (node.heightM ?? 0);

export const outlet = defineKind({
  schema: outletSchema,
  roles: ['outlet', 'joint'],
  word: 'outlet',
  name: 'Tap',
  faults: function* (node, path) {
    const rated = node.ratedFlowLpm !== undefined && node.ratedPressureKPa !== undefined;
    if (!rated && !node.orifice) {
      yield {
        path: jsonPath([...path, node.ratedFlowLpm === undefined ? 'ratedFlowLpm' : 'ratedPressureKPa']),
        message: 'is missing',
        advice: 'give ratedFlowLpm and ratedPressureKPa, or an orifice',
      };
    }
  },
  place: (node, on) => {
    const at = on.builder.node();
    const air = on.fixedAt(mouth(node));
    const { a, exponent } = outletLaw(node, on.water.density);
    // a tap at the end of its line has its chain there
    const way = on.meeting(node.id) > 1 ? wayToTap(node) : undefined;
    const tap = way ? on.builder.node() : at;
    if (way) on.builder.pipe(at, tap, [way]);
    return { node: at, surface: -1, limitLink: -1, lawLinks: [on.builder.power(tap, air, a, exponent)] };
  },
  arrive: (_, placed) => noArrivalLoss(placed.node),
  depart: PASSES,
  shown: (node, placed) => ({ node: placed.node, elevation: mouth(node) }),
  set: (map, options, state) => {
    const open = !options.open || options.open.includes(map.plan.id);
    for (const link of map.lawLinks) state.opening[link] = open ? 1 : 0;
  },
  flow: (map, flow) => map.lawLinks.reduce((total, link) => total + flow[link], 0),
  rated: (node) => ({
    flowLpm: node.ratedFlowLpm,
    pressureKPa: node.ratedPressureKPa,
    minimumPressureKPa: node.minimumPressureKPa,
  }),
  delivery: mouth,
  shutsAtOnce: () => true,
});
