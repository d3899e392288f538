// Collects nodes and links one by one and packs them into a Network.
import { minorCoefficient } from '../pipe/index.ts';
import { LinkKind, type FrictionLaw, type Network } from './network.ts';

export interface Segment {
  /** m */ readonly length: number;
  /** Bore, m */ readonly diameter: number;
  /** m */ readonly roughness: number;
  readonly hazenC: number;
  /** Sum of K of its fittings, on this bore. */
  readonly k: number;
  /** Head that opens its spring check valves, m. */
  readonly opening?: number;
  /** Loss that rises straight with the flow, s/m²: of what water seeps through, sand, ceramic, carbon. */
  readonly linear?: number;
}

/** A point at the end of segment `segment` (0-based; −1 is the start) that water must come over without suction. */
export interface HighPoint {
  readonly segment: number;
  /** Elevation of the pipe, m. */
  readonly elevation: number;
}

export interface PipeOptions {
  /** K at the `from` end when water flows out of it, on the first bore. */
  readonly entranceK?: number;
  /** K at the `to` end when water flows into it, on the last bore. */
  readonly exitK?: number;
  /** The same for backward flow: into `from`, out of `to`. */
  readonly backwardFromK?: number;
  readonly backwardToK?: number;
  readonly oneWay?: boolean;
  readonly points?: readonly HighPoint[];
}

interface LinkRow {
  from: number;
  to: number;
  kind: number;
  a: number;
  b: number;
  oneWay: boolean;
  forward: number;
  backward: number;
  exitForward: number;
  exitBackward: number;
  segments: readonly Segment[];
  points: HighPoint[];
}

/** Builder of a `Network`; each method returns the index of what it added. */
export class NetworkBuilder {
  #fixed: number[] = [];
  #demand: number[] = [];
  #links: LinkRow[] = [];

  /** A node whose head the state gives. */
  fixedNode(): number {
    this.#demand.push(0);
    return this.#fixed.push(1) - 1;
  }

  /** A node whose head is solved; `demand` is a fixed withdrawal, m³/s. */
  node(demand = 0): number {
    this.#demand.push(demand);
    return this.#fixed.push(0) - 1;
  }

  pipe(from: number, to: number, segments: readonly Segment[], options: PipeOptions = {}): number {
    if (segments.length === 0) throw new Error('a pipe has at least one segment');
    const first = segments[0].diameter;
    const last = segments[segments.length - 1].diameter;
    const exitForward = minorCoefficient(options.exitK ?? 0, last);
    const exitBackward = minorCoefficient(options.backwardFromK ?? 0, first);
    return this.#add({
      from,
      to,
      kind: LinkKind.Pipe,
      a: 0,
      b: 0,
      oneWay: options.oneWay ?? false,
      forward: minorCoefficient(options.entranceK ?? 0, first) + exitForward,
      backward: exitBackward + minorCoefficient(options.backwardToK ?? 0, last),
      exitForward,
      exitBackward,
      segments,
      points: [...(options.points ?? [])],
    });
  }

  /** q = a · h^exponent, h in m; from `from` to `to` only unless `bothWays`. */
  power(from: number, to: number, a: number, exponent: number, bothWays = false): number {
    return this.#add({
      from,
      to,
      kind: LinkKind.Power,
      a,
      b: exponent,
      oneWay: !bothWays,
      forward: 0,
      backward: 0,
      exitForward: 0,
      exitBackward: 0,
      segments: [],
      points: [],
    });
  }

  /** Passes up to the state's limit without loss, from `from` to `to` only. */
  yieldLimit(from: number, to: number): number {
    return this.#add({
      from,
      to,
      kind: LinkKind.Limit,
      a: 0,
      b: 0,
      oneWay: true,
      forward: 0,
      backward: 0,
      exitForward: 0,
      exitBackward: 0,
      segments: [],
      points: [],
    });
  }

  /** Lets through from `from` to `to` what keeps no more than `head` (m above datum) behind it. */
  reducer(from: number, to: number, head: number): number {
    return this.#add({
      from,
      to,
      kind: LinkKind.Reducer,
      a: head,
      b: 0,
      oneWay: true,
      forward: 0,
      backward: 0,
      exitForward: 0,
      exitBackward: 0,
      segments: [],
      points: [],
    });
  }

  #add(link: LinkRow): number {
    return this.#links.push(link) - 1;
  }

  build(frictionLaw: FrictionLaw, viscosity: number, siphons = false, columnHead = Infinity): Network {
    const links = this.#links;
    const starts = (count: (l: LinkRow) => number): Int32Array => {
      const start = new Int32Array(links.length + 1);
      links.forEach((l, i) => (start[i + 1] = start[i] + count(l)));
      return start;
    };
    const segments = links.flatMap((l) => l.segments);
    for (const l of links) l.points = [...l.points].sort((a, b) => a.segment - b.segment);
    const points = links.flatMap((l) => l.points);
    return {
      nodeCount: this.#fixed.length,
      fixed: Uint8Array.from(this.#fixed),
      demand: Float64Array.from(this.#demand),
      linkCount: links.length,
      from: Int32Array.from(links, (l) => l.from),
      to: Int32Array.from(links, (l) => l.to),
      kind: Uint8Array.from(links, (l) => l.kind),
      a: Float64Array.from(links, (l) => l.a),
      b: Float64Array.from(links, (l) => l.b),
      oneWay: Uint8Array.from(links, (l) => (l.oneWay ? 1 : 0)),
      endLossForward: Float64Array.from(links, (l) => l.forward),
      endLossBackward: Float64Array.from(links, (l) => l.backward),
      exitLossForward: Float64Array.from(links, (l) => l.exitForward),
      exitLossBackward: Float64Array.from(links, (l) => l.exitBackward),
      segmentStart: starts((l) => l.segments.length),
      segmentLength: Float64Array.from(segments, (s) => s.length),
      segmentDiameter: Float64Array.from(segments, (s) => s.diameter),
      segmentRoughness: Float64Array.from(segments, (s) => s.roughness),
      segmentC: Float64Array.from(segments, (s) => s.hazenC),
      segmentMinor: Float64Array.from(segments, (s) => minorCoefficient(s.k, s.diameter)),
      segmentOpening: Float64Array.from(segments, (s) => s.opening ?? 0),
      segmentLinear: Float64Array.from(segments, (s) => s.linear ?? 0),
      pointStart: starts((l) => l.points.length),
      pointSegment: Int32Array.from(points, (p) => p.segment),
      pointElevation: Float64Array.from(points, (p) => p.elevation),
      frictionLaw,
      viscosity,
      siphons,
      columnHead,
    };
  }
}
