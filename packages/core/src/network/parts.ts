// A network in its parts: what hangs together without open water between. Each is solved by itself, and only when something
// of it has changed.
import type { Network, NetworkState, Solution } from './network.ts';
import { solve } from './solve.ts';

interface Part {
  readonly network: Network;
  /** Nodes and links of the whole, by those of the part. */
  readonly nodes: Int32Array;
  readonly links: Int32Array;
  readonly state: NetworkState;
  warm: Solution | undefined;
  settled: boolean;
}

function group(n: Network): Int32Array {
  const root = Int32Array.from({ length: n.nodeCount }, (_, k) => k);
  const find = (k: number): number => {
    while (root[k] !== k) {
      root[k] = root[root[k]];
      k = root[k];
    }
    return k;
  };
  for (let l = 0; l < n.linkCount; l++)
    if (!n.fixed[n.from[l]] && !n.fixed[n.to[l]]) root[find(n.from[l])] = find(n.to[l]);
  // a link between two open waters is a part of its own
  return Int32Array.from({ length: n.linkCount }, (_, l) =>
    !n.fixed[n.from[l]] ? find(n.from[l]) : !n.fixed[n.to[l]] ? find(n.to[l]) : n.nodeCount + l,
  );
}

function partOf(n: Network, links: readonly number[]): Part {
  const nodes: number[] = [];
  const local = new Map<number, number>();
  const nodeOf = (k: number): number => {
    let at = local.get(k);
    if (at === undefined) local.set(k, (at = nodes.push(k) - 1));
    return at;
  };
  const from = Int32Array.from(links, (l) => nodeOf(n.from[l]));
  const to = Int32Array.from(links, (l) => nodeOf(n.to[l]));
  const spans = (start: Int32Array): { start: Int32Array; all: number[] } => {
    const all: number[] = [];
    const starts = Int32Array.from({ length: links.length + 1 });
    links.forEach((l, k) => {
      for (let s = start[l]; s < start[l + 1]; s++) all.push(s);
      starts[k + 1] = all.length;
    });
    return { start: starts, all };
  };
  const segments = spans(n.segmentStart);
  const points = spans(n.pointStart);
  const floats = (list: Float64Array, at: readonly number[]): Float64Array => Float64Array.from(at, (k) => list[k]);
  const network: Network = {
    ...n,
    nodeCount: nodes.length,
    fixed: Uint8Array.from(nodes, (k) => n.fixed[k]),
    demand: floats(n.demand, nodes),
    linkCount: links.length,
    from,
    to,
    kind: Uint8Array.from(links, (l) => n.kind[l]),
    a: floats(n.a, links),
    b: floats(n.b, links),
    oneWay: Uint8Array.from(links, (l) => n.oneWay[l]),
    endLossForward: floats(n.endLossForward, links),
    endLossBackward: floats(n.endLossBackward, links),
    exitLossForward: floats(n.exitLossForward, links),
    exitLossBackward: floats(n.exitLossBackward, links),
    segmentStart: segments.start,
    segmentLength: floats(n.segmentLength, segments.all),
    segmentDiameter: floats(n.segmentDiameter, segments.all),
    segmentRoughness: floats(n.segmentRoughness, segments.all),
    segmentC: floats(n.segmentC, segments.all),
    segmentMinor: floats(n.segmentMinor, segments.all),
    segmentOpening: floats(n.segmentOpening, segments.all),
    segmentLinear: floats(n.segmentLinear, segments.all),
    pointStart: points.start,
    pointSegment: Int32Array.from(points.all, (p) => n.pointSegment[p]),
    pointElevation: floats(n.pointElevation, points.all),
  };
  return {
    network,
    nodes: Int32Array.from(nodes),
    links: Int32Array.from(links),
    state: {
      fixedHead: new Float64Array(nodes.length).fill(NaN),
      opening: new Float64Array(links.length).fill(NaN),
      limit: new Float64Array(links.length).fill(NaN),
      direction: new Int8Array(links.length),
    },
    warm: undefined,
    settled: false,
  };
}

/** Whether nothing can run: by ways that are open no more than one open water is reached, and nothing is withdrawn. */
function stands(n: Network, state: NetworkState): boolean {
  let only = -1;
  for (let l = 0; l < n.linkCount; l++) {
    if (state.opening[l] <= 0) continue;
    for (const end of [n.from[l], n.to[l]]) {
      if (!n.fixed[end] || end === only) continue;
      if (only >= 0) return false;
      only = end;
    }
  }
  return n.demand.every((q) => q === 0);
}

/** Solves a network again and again, part by part. */
export class PartedNetwork {
  readonly #parts: readonly Part[];
  /** m³/s, by link of the whole. */
  readonly flow: Float64Array;
  /** How often a part was solved. */
  solves = 0;

  constructor(network: Network) {
    const of = group(network);
    const links = new Map<number, number[]>();
    of.forEach((g, l) => {
      const list = links.get(g);
      if (list) list.push(l);
      else links.set(g, [l]);
    });
    this.#parts = [...links.values()].map((list) => partOf(network, list));
    this.flow = new Float64Array(network.linkCount);
  }

  /** Solves for a state of the whole; true where every part has its answer. Writes `flow`. */
  solve(state: NetworkState): boolean {
    let settled = true;
    for (const part of this.#parts) {
      if (this.#changed(part, state)) this.#again(part);
      if (!part.settled) settled = false;
    }
    return settled;
  }

  /** Copies what concerns a part; true where any of it is new. */
  #changed({ nodes, links, network, state: own }: Part, state: NetworkState): boolean {
    let changed = false;
    for (let k = 0; k < nodes.length; k++) {
      if (!network.fixed[k] || own.fixedHead[k] === state.fixedHead[nodes[k]]) continue;
      own.fixedHead[k] = state.fixedHead[nodes[k]];
      changed = true;
    }
    for (let k = 0; k < links.length; k++) {
      const l = links[k];
      if (
        own.opening[k] === state.opening[l] &&
        own.limit[k] === state.limit[l] &&
        own.direction[k] === state.direction[l]
      )
        continue;
      own.opening[k] = state.opening[l];
      own.limit[k] = state.limit[l];
      own.direction[k] = state.direction[l];
      changed = true;
    }
    return changed;
  }

  #again(part: Part): void {
    this.solves++;
    const { network, state } = part;
    if (stands(network, state)) {
      part.settled = true;
      for (const l of part.links) this.flow[l] = 0;
      return;
    }
    let found = solve(network, { ...state, warm: part.warm });
    if (!found.converged && part.warm) found = solve(network, state);
    part.settled = found.converged;
    if (found.converged) part.warm = found;
    for (let k = 0; k < part.links.length; k++) this.flow[part.links[k]] = found.flow[k];
  }
}
