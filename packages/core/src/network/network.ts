// The compiled network: typed arrays, SI, no names. Shape and constants here; levels and openings in the state.

/** What a link is. The meaning of `a` and `b` follows from it. */
export const LinkKind = {
  /** Pipe of one or more segments with friction and minor losses. */
  Pipe: 0,
  /** Flow law q = opening · a · h^b: outlet, orifice, float seat. `a` in m³/s at 1 m of head, `b` the exponent. */
  Power: 1,
  /** Yield limit: no loss up to the state's limit, no flow above it. */
  Limit: 2,
  /** Pressure reducer: no more head than `a` (m above datum) behind it, from `from` to `to` only. */
  Reducer: 3,
} as const;
export type LinkKind = (typeof LinkKind)[keyof typeof LinkKind];

/** What an answer must keep to be one. */
export type Condition = 'balance' | 'energy' | 'suction' | 'direction' | 'limit' | 'number';

/** A condition that an answer does not keep. */
export interface Broken {
  readonly condition: Condition;
  /** Where: a node for the balance, else a link; −1 for the other. */
  readonly node: number;
  readonly link: number;
  /** By how much: m³/s for balance, direction and limit, m for energy and suction. */
  readonly by: number;
}

export type FrictionLaw = 'darcy-weisbach' | 'hazen-williams';

/**
 * A network in SI. Node arrays have `nodeCount` entries, link arrays `linkCount`, segment arrays
 * `segmentStart[linkCount]`, point arrays `pointStart[linkCount]`.
 */
export interface Network {
  readonly nodeCount: number;
  /** 1 where the head is given by the state (open water, air at an outlet), 0 where it is solved. */
  readonly fixed: Uint8Array;
  /** Fixed withdrawal at solved nodes, m³/s. */
  readonly demand: Float64Array;

  readonly linkCount: number;
  readonly from: Int32Array;
  readonly to: Int32Array;
  readonly kind: Uint8Array;
  readonly a: Float64Array;
  readonly b: Float64Array;
  /** 1 where water passes from `from` to `to` only. */
  readonly oneWay: Uint8Array;
  /** Minor loss at the two ends of a pipe, s²/m⁵, for flow forwards and backwards. */
  readonly endLossForward: Float64Array;
  readonly endLossBackward: Float64Array;
  /** The part of those that is lost on leaving the pipe (velocity head at a free or drowned discharge), s²/m⁵. */
  readonly exitLossForward: Float64Array;
  readonly exitLossBackward: Float64Array;

  readonly segmentStart: Int32Array;
  readonly segmentLength: Float64Array;
  readonly segmentDiameter: Float64Array;
  readonly segmentRoughness: Float64Array;
  readonly segmentC: Float64Array;
  /** Minor loss of the segment's fittings, s²/m⁵. */
  readonly segmentMinor: Float64Array;
  /** Head that opens the segment's spring check valves, m: taken from water that passes, however little. */
  readonly segmentOpening: Float64Array;
  /** Loss of what water seeps through, s/m²: it rises straight with the flow. */
  readonly segmentLinear: Float64Array;

  /**
   * High points that water must not pass under suction: end of which segment of the link (−1 for its start), and how
   * high, m; in the order of their segments. The end where the water comes in is no point that it comes over.
   */
  readonly pointStart: Int32Array;
  readonly pointSegment: Int32Array;
  readonly pointElevation: Float64Array;

  readonly frictionLaw: FrictionLaw;
  /** Kinematic viscosity, m²/s. */
  readonly viscosity: number;
  /** True: full pipes are counted on over humps that stand above the running line. */
  readonly siphons: boolean;
  /** With siphons: how far under air pressure a column of water breaks, m; what would need more does not run. */
  readonly columnHead: number;
}

/** What changes from one solve of a network to the next. */
export interface NetworkState {
  /** Head at fixed nodes, m above datum; other entries are ignored. */
  readonly fixedHead: Float64Array;
  /** 0 (shut) to 1 (open) for every link; pipes use 0 or 1. */
  readonly opening: Float64Array;
  /** Yield of `Limit` links, m³/s; other entries are ignored. */
  readonly limit: Float64Array;
  /** Direction a pipe may carry: 0 both, 1 forwards only, −1 backwards only. */
  readonly direction: Int8Array;
  /** An earlier answer of the same network to start from. */
  readonly warm?: Solution;
}

/** How a link ended up. */
export const LinkStatus = {
  Flowing: 0,
  /** Shut by the state. */
  Shut: 1,
  /** Open, but no water comes: too little head, or it would run the wrong way. */
  Starved: 2,
  /** Held by a hump, by the source's yield, or by a reducer. */
  Held: 3,
} as const;
export type LinkStatus = (typeof LinkStatus)[keyof typeof LinkStatus];

export interface Solution {
  readonly converged: boolean;
  readonly iterations: number;
  /** The condition that is not kept, where one is not. */
  readonly broken?: Broken;
  /** m above datum, every node. */
  readonly head: Float64Array;
  /** m³/s, every link, positive from `from` to `to`. */
  readonly flow: Float64Array;
  /** Flows as solved, with the leaks of closed ways: where a warm start begins. */
  readonly flowSolved: Float64Array;
  readonly status: Uint8Array;
  /** For a pipe held at a hump, the index of the point (into `pointElevation`); else −1. */
  readonly heldAt: Int32Array;
  /** 1 for a reducer that holds its head, 0 for one that stands open or is no reducer. */
  readonly reduced: Uint8Array;
  /** Side from which a held pipe is full: 1 the `from` side, −1 the `to` side. */
  readonly heldFrom: Int8Array;
  /** Largest head imbalance over any open link, m, and that link. */
  readonly worst: { readonly link: number; readonly imbalance: number };
}

/** A fresh state: everything open, both ways, no yield limit, heads zero. */
export function openState(network: Network): NetworkState {
  return {
    fixedHead: new Float64Array(network.nodeCount),
    opening: new Float64Array(network.linkCount).fill(1),
    limit: new Float64Array(network.linkCount).fill(Infinity),
    direction: new Int8Array(network.linkCount),
  };
}
