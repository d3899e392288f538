// Ways of the water over a plan's lines. Whether water may pass a line one way or the other is decided in one place,
// `mayRun`; each question below only says where to start and where to stop.
import { isDraft } from 'immer';
import {
  feeds,
  isBareJoint,
  isBed,
  isJoint,
  isOutlet,
  isSource,
  isStore,
  isVessel,
  type PlanNode,
} from '../kinds/index.ts';
import { findFitting } from '../catalogue/index.ts';
import type { Leg, Line, Plan } from '../schema/index.ts';

/** A plan's places and lines, or what was compiled of them. */
export type Place = { readonly plan: Plan } | Plan;

const planOf = (of: Place): Plan =>
  'lines' in of && Array.isArray(of.lines) ? (of as Plan) : (of as { plan: Plan }).plan;

interface Net {
  readonly of: Pick<Plan, 'nodes' | 'lines'>;
  readonly node: ReadonlyMap<string, PlanNode>;
  /** Lines that end or begin at a place, in the plan's order. */
  readonly at: ReadonlyMap<string, readonly Line[]>;
}

/** Nets by plan: a plan is not changed in place. The draft of an edit is, and its net is not kept. */
const nets = new WeakMap<Plan, Net>();

function netOf(of: Place): Net {
  const plan = planOf(of);
  const kept = nets.get(plan);
  if (kept && kept.of.nodes === plan.nodes && kept.of.lines === plan.lines) return kept;
  const at = new Map<string, Line[]>(plan.nodes.map((n) => [n.id, []]));
  for (const line of plan.lines) for (const end of new Set([line.from, line.to])) at.get(end)?.push(line);
  const net: Net = {
    of: { nodes: plan.nodes, lines: plan.lines },
    node: new Map(plan.nodes.map((n) => [n.id, n])),
    at,
  };
  if (!isDraft(plan)) nets.set(plan, net);
  return net;
}

/** A step along a line; `reversed` where it runs from the line's `to` to its `from`. */
export interface Way {
  readonly line: string;
  readonly reversed: boolean;
  /** Place it leads to. */
  readonly to: string;
}

/** Check valves, whether they are called so or fitted, let water through one way. */
export const isOneWay = (leg: Leg): boolean =>
  leg.checkValve === true ||
  (leg.fittings ?? []).some((f) => (f.count ?? 1) > 0 && 'type' in f && findFitting(String(f.type))?.group === 'check');

/**
 * Whether water may pass a line, from `from` to `to` or (`reversed`) back. Back it does not pass a check valve, a
 * reducer, or out of the open: into a source, or from a vessel whose inlet is at the top or has a float.
 */
export function mayRun(of: Place, line: Line, reversed: boolean): boolean {
  if (!reversed) return true;
  const { node } = netOf(of);
  const [from, to] = [node.get(line.from), node.get(line.to)];
  if (line.reducerKPa !== undefined || line.legs.some(isOneWay)) return false;
  if (isSource(from)) return false;
  return !(isVessel(to) && (to.inlet?.at !== 'bottom' || to.inlet.floatValve !== undefined));
}

/** Steps that water can take from a place (`out`), or by which it can come there. Those as drawn first. */
export function waysFrom(of: Place, id: string, direction: 'out' | 'in' = 'out'): Way[] {
  const lines = netOf(of).at.get(id) ?? [];
  const begins = direction === 'out' ? 'from' : 'to';
  const other = direction === 'out' ? 'to' : 'from';
  return [
    ...lines.filter((l) => l[begins] === id).map((l) => ({ line: l.id, reversed: false, to: l[other] })),
    ...lines
      .filter((l) => l[other] === id && mayRun(of, l, true))
      .map((l) => ({ line: l.id, reversed: true, to: l[begins] })),
  ];
}

/** Places beside a place, whichever way their lines run, with the line. */
export const neighbours = (of: Place, id: string): Way[] =>
  (netOf(of).at.get(id) ?? []).map((l) => ({
    line: l.id,
    reversed: l.to === id,
    to: l.to === id ? l.from : l.to,
  }));

/** Everything found by stepping from places on, each once, in the order found. The places themselves are left out. */
function walk(start: readonly string[], step: (id: string) => readonly string[]): string[] {
  const seen = new Set(start);
  const found: string[] = [];
  const queue = [...start];
  for (let k = 0; k < queue.length; k++) {
    for (const next of step(queue[k])) {
      if (seen.has(next)) continue;
      seen.add(next);
      found.push(next);
      queue.push(next);
    }
  }
  return found;
}

export interface Route {
  /** Id of the tank or source it starts from. */
  readonly start: string;
  /** Lines in the order in which the water passes; `reversed` where it runs from `to` to `from`. */
  readonly lines: readonly { readonly line: string; readonly reversed: boolean }[];
}

/** Shortest way (fewest lines) from a tank or source to a place; undefined where there is none. */
export function routeTo(of: Place, id: string): Route | undefined {
  const { node } = netOf(of);
  const back = new Map<string, (Way & { next: string }) | null>([[id, null]]);
  const queue = [id];
  for (let k = 0; k < queue.length; k++) {
    const here = queue[k];
    if (here !== id && feeds(node.get(here))) {
      const lines: { line: string; reversed: boolean }[] = [];
      for (let step = back.get(here); step; step = back.get(step.next))
        lines.push({ line: step.line, reversed: step.reversed });
      return { start: here, lines };
    }
    // what comes to a vessel comes by the lines that end at it
    const ways = waysFrom(of, here, 'in').filter((w) => here !== id || !w.reversed || !isVessel(node.get(id)));
    for (const way of ways) {
      if (back.has(way.to)) continue;
      back.set(way.to, { ...way, next: here });
      queue.push(way.to);
    }
  }
  return undefined;
}

/** Outlets that a store's or a source's water reaches without another vessel between. */
export function outletsOf(of: Place, id: string): string[] {
  const { node } = netOf(of);
  const passes = (at: string): boolean => at === id || isJoint(node.get(at));
  return walk([id], (at) => (passes(at) ? waysFrom(of, at).map((w) => w.to) : [])).filter((at) =>
    isOutlet(node.get(at)),
  );
}

/** Every place that a place's water can reach: by its lines, through vessels, and into the tank that it fills. */
export function reachOf(of: Place, id: string): Set<string> {
  const { node } = netOf(of);
  const reached = walk([id], (at) => {
    const here = node.get(at);
    const filled = isSource(here) && here.feeds !== undefined ? [here.feeds] : [];
    return [...waysFrom(of, at).map((w) => w.to), ...filled];
  });
  return new Set(reached);
}

/**
 * The part of a plan that decides what one place gets while levels stand: lines and places from which water can come
 * to it, or be taken from it, without a store between. A store's level is given in a solve, so what hangs on its other
 * lines changes nothing here. Sources are gone past: their yield is shared.
 */
export function partAround(plan: Plan, id: string): Plan {
  const { node, at } = netOf(plan);
  const lines = new Set<string>();
  // the place itself is gone past even where it is a store: all its lines are its own
  const nodes = new Set([
    id,
    ...walk([id], (here) => {
      if (here !== id && isStore(node.get(here))) return [];
      for (const line of at.get(here) ?? []) lines.add(line.id);
      return neighbours(plan, here).map((w) => w.to);
    }),
  ]);
  return {
    ...plan,
    nodes: plan.nodes.filter((n) => nodes.has(n.id)),
    lines: plan.lines.filter((l) => lines.has(l.id)),
  };
}

/** Vessels into which a place runs over, or out of which water is carried into them. */
export const pouredFrom = (node: PlanNode): string[] =>
  isVessel(node)
    ? [node.overflowInto, ...(node.takings ?? []).map((t) => t.into)].flatMap((id) => (id === undefined ? [] : [id]))
    : [];

const withoutFeed = new WeakMap<Plan, ReadonlySet<string>>();

/** Places that hang together with no tank and no source, whichever way their lines run. Plans never change, so it is remembered. */
export function unreached(plan: Plan): ReadonlySet<string> {
  const before = withoutFeed.get(plan);
  if (before) return before;
  // one walk over the lines, without the maps of the net: every plan that is compiled asks
  const index = new Map(plan.nodes.map((n, k) => [n.id, k]));
  const group = Int32Array.from(plan.nodes, (_, k) => k);
  const rootOf = (k: number): number => {
    let root = k;
    while (group[root] !== root) {
      group[root] = group[group[root]];
      root = group[root];
    }
    return root;
  };
  for (const line of plan.lines) {
    const [a, b] = [index.get(line.from), index.get(line.to)];
    if (a !== undefined && b !== undefined) group[rootOf(a)] = rootOf(b);
  }
  // what runs over or is carried into a vessel feeds it too
  plan.nodes.forEach((n, k) => {
    for (const id of pouredFrom(n)) {
      const to = index.get(id);
      if (to !== undefined) group[rootOf(k)] = rootOf(to);
    }
  });
  const fed = new Set(plan.nodes.flatMap((n, k) => (feeds(n) ? [rootOf(k)] : [])));
  const found = new Set(plan.nodes.flatMap((n, k) => (fed.has(rootOf(k)) ? [] : [n.id])));
  withoutFeed.set(plan, found);
  return found;
}

/** Places where water comes out or goes in: outlets, and vessels at the end of a line. */
export const consumers = (of: Place): string[] => {
  const plan = planOf(of);
  const ends = new Set(plan.lines.map((l) => l.to));
  return plan.nodes.filter((n) => (isOutlet(n) && !isVessel(n)) || (isVessel(n) && ends.has(n.id))).map((n) => n.id);
};

/** Places that a situation can name: outlets that are opened, and troughs that a line feeds. */
export const servedPlaces = (of: Place): string[] => {
  const plan = planOf(of);
  const ends = new Set(plan.lines.map((l) => l.to));
  return plan.nodes.filter((n) => isOutlet(n) && (!isVessel(n) || ends.has(n.id))).map((n) => n.id);
};

/** Tanks with a float from whose outlet water comes to wicking beds. */
export const bedBuckets = (of: Place): string[] => {
  const plan = planOf(of);
  const node = new Map(plan.nodes.map((n) => [n.id, n]));
  const leadsToBeds = (id: string, seen: Set<string>): boolean =>
    plan.lines.some((l) => {
      if (l.from !== id || seen.has(l.to)) return false;
      seen.add(l.to);
      return isBed(node.get(l.to)) || (isBareJoint(node.get(l.to)) && leadsToBeds(l.to, seen));
    });
  return plan.nodes
    .filter((n) => isStore(n) && n.inlet?.floatValve !== undefined && leadsToBeds(n.id, new Set([n.id])))
    .map((n) => n.id);
};

/** What a situation can name of a garden: plots that have holes, and buckets of beds, which fill then. */
export const gardenPlaces = (of: Place): { readonly plots: string[]; readonly buckets: string[] } => {
  const plan = planOf(of);
  const holed = new Set(plan.lines.filter((l) => l.legs.some((leg) => leg.emitters?.length)).map((l) => l.id));
  return {
    plots: (plan.plots ?? []).filter((p) => p.lines.some((id) => holed.has(id))).map((p) => p.id),
    buckets: bedBuckets(of),
  };
};

/** True where only lines meet and nothing is drawn or stored. */
export const isBare = (of: Place, id: string): boolean => isBareJoint(netOf(of).node.get(id));
