// How high a tank must stand for the outlet at the end of its line to have its pressure while it flows.
import { law, segmentsLoss, type Network } from '../network/index.ts';
import { headOfPressure } from '../water/index.ts';

/** One pipe of the way from tank to outlet, in the order in which the water passes. */
export interface WayLink {
  readonly link: number;
  /** True where the water runs from the link's `to` end to its `from` end. */
  readonly reversed: boolean;
}

export interface HeightCase {
  readonly network: Network;
  /** Pipes in series from the tank to the outlet. */
  readonly way: readonly WayLink[];
  /** m³/s, the same in every pipe of the way. */
  readonly flow: number;
  /** Gauge pressure wanted just upstream of the outlet, Pa. */
  readonly pressure: number;
  /** m above datum */ readonly outletElevation: number;
  /** Elevation of the tank's low water if it stood on the ground, m above datum. */
  readonly lowWaterOnGround: number;
  /** kg/m³ */ readonly density: number;
}

export interface HeightAnswer {
  /** Least height of the stand above the tank's ground, m; negative where the ground is more than enough. */
  readonly stand: number;
  /** What decides: the outlet, or a hump that must stay under the running line. */
  readonly governing:
    { readonly kind: 'outlet' } | { readonly kind: 'hump'; readonly link: number; readonly segment: number };
  /** The height from pressure and elevation alone, m: too low, because it leaves out the friction. */
  readonly staticOnly: number;
  /** Head lost on the way at that flow, m. */
  readonly loss: number;
  /** Head the outlet wants, m. */
  readonly pressureHead: number;
}

/**
 * Least height of a tank above its ground, at its low water level, for one line in series.
 * @returns heights in m
 */
export function leastStand(c: HeightCase): HeightAnswer {
  const n = c.network;
  const pressureHead = headOfPressure(c.pressure, c.density);
  let loss = 0;
  let humpNeeds = -Infinity;
  let hump: { link: number; segment: number } | null = null;
  for (const { link, reversed } of c.way) {
    const begin = n.segmentStart[link];
    const end = n.segmentStart[link + 1];
    const exit = (reversed ? n.exitLossBackward : n.exitLossForward)[link] * c.flow ** 2;
    const entrance = (reversed ? n.endLossBackward : n.endLossForward)[link] * c.flow ** 2 - exit;
    if (!n.siphons) {
      for (let p = n.pointStart[link]; p < n.pointStart[link + 1]; p++) {
        const at = begin + n.pointSegment[p] + 1;
        if (reversed) segmentsLoss(n, at, end, c.flow);
        else segmentsLoss(n, begin, at, c.flow);
        const needs = n.pointElevation[p] + loss + entrance + law.loss;
        if (needs > humpNeeds) {
          humpNeeds = needs;
          hump = { link, segment: n.pointSegment[p] };
        }
      }
    }
    segmentsLoss(n, begin, end, c.flow);
    loss += entrance + law.loss + exit;
  }
  const outletNeeds = c.outletElevation + pressureHead + loss;
  const byHump = hump !== null && humpNeeds > outletNeeds + 1e-9;
  return {
    stand: Math.max(outletNeeds, humpNeeds) - c.lowWaterOnGround,
    governing: byHump && hump ? { kind: 'hump', ...hump } : { kind: 'outlet' },
    staticOnly: c.outletElevation + pressureHead - c.lowWaterOnGround,
    loss,
    pressureHead,
  };
}
