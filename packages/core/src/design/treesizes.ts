// Cheapest sizes of a tree fed from one water, in one situation: exact, by dynamic programming over heads.
import { law, linkLaw, LinkKind, openState, type Network } from '../network/index.ts';
import { applySize, type SizingProblem, type SizingSituation } from './sizing.ts';

/** A way to build what lies beyond a place: the head it needs there, and what it costs. */
interface Way {
  readonly head: number;
  readonly cost: number;
  /** Option of the leg, and the ways taken beyond it. */
  readonly option: number;
  readonly beyond: readonly Way[];
  readonly leg: number;
}

/** Heads are told apart to this, m; a way is never credited with more head than it has. */
export const HEAD_STEP = 1e-3;

interface Tree {
  readonly root: number;
  /** Links that leave each node away from the root, with the node they lead to. */
  readonly down: readonly (readonly { readonly link: number; readonly to: number }[])[];
}

/** The network as a tree from its one fixed node; undefined where it is none. */
export function treeOf(n: Network): Tree | undefined {
  const roots = [...n.fixed.keys()].filter((i) => n.fixed[i]);
  // behind a reducer more head before it is no use: sizes there are sought, not summed
  if (roots.length !== 1 || n.linkCount !== n.nodeCount - 1 || n.kind.includes(LinkKind.Reducer)) return undefined;
  const near: { link: number; to: number }[][] = Array.from({ length: n.nodeCount }, () => []);
  for (let l = 0; l < n.linkCount; l++) {
    near[n.from[l]].push({ link: l, to: n.to[l] });
    near[n.to[l]].push({ link: l, to: n.from[l] });
  }
  const down: { link: number; to: number }[][] = near.map(() => []);
  const seen = new Set([roots[0]]);
  const queue = [roots[0]];
  for (let at = queue.shift(); at !== undefined; at = queue.shift())
    for (const way of near[at])
      if (!seen.has(way.to)) {
        seen.add(way.to);
        down[at].push(way);
        queue.push(way.to);
      }
  return seen.size === n.nodeCount ? { root: roots[0], down } : undefined;
}

/** Keeps what nothing else beats in both head and cost, cheapest first by step of head. */
function prune(ways: Way[]): Way[] {
  ways.sort((a, b) => a.head - b.head || a.cost - b.cost);
  const kept: Way[] = [];
  let cheapest = Infinity;
  for (const way of ways) {
    if (way.cost >= cheapest) continue;
    const last = kept[kept.length - 1];
    // within one step of head only the cheapest way is kept
    if (last !== undefined && Math.ceil(way.head / HEAD_STEP) === Math.ceil(last.head / HEAD_STEP)) kept.pop();
    kept.push(way);
    cheapest = way.cost;
  }
  return kept;
}

/** Ways of two branches together: the head of the one that needs more, the cost of both. */
function together(a: readonly Way[], b: readonly Way[]): Way[] {
  const out: Way[] = [];
  const heads = [...a, ...b].map((w) => w.head).sort((x, y) => x - y);
  let [i, j] = [-1, -1];
  for (const head of heads) {
    while (i + 1 < a.length && a[i + 1].head <= head) i++;
    while (j + 1 < b.length && b[j + 1].head <= head) j++;
    if (i >= 0 && j >= 0) out.push({ head, cost: a[i].cost + b[j].cost, option: -1, leg: -1, beyond: [a[i], b[j]] });
  }
  return prune(out);
}

/**
 * The cheapest choice that keeps every head, or undefined when no choice does.
 * @see Bellman (1957); on branched water networks Yang, Liang and Wu (1975), J. Hydraulics Div. ASCE 101 (from memory)
 */
export function sizeTree(problem: SizingProblem, situation: SizingSituation, tree: Tree): number[] | undefined {
  const n = problem.network;
  const state = openState(n);
  const legOf = new Map(problem.legs.map((leg, k) => [leg.link, k]));
  const flow = (at: number): number =>
    tree.down[at].reduce((sum, way) => sum + flow(way.to), n.fixed[at] ? 0 : situation.demand[at]);
  /** Head lost along a link when `q` runs away from the root. */
  const lossOf = (link: number, from: number, q: number): number => {
    const sign = n.from[link] === from ? 1 : -1;
    linkLaw(n, state, link, sign * q);
    return sign * law.loss;
  };
  function waysAt(at: number): Way[] {
    let ways: Way[] = [{ head: situation.need[at], cost: 0, option: -1, leg: -1, beyond: [] }];
    for (const { link, to } of tree.down[at]) {
      const beyond = waysAt(to);
      const q = flow(to);
      const k = legOf.get(link);
      const made: Way[] = [];
      if (k === undefined) {
        const loss = lossOf(link, at, q);
        for (const way of beyond)
          made.push({ head: way.head + loss, cost: way.cost, option: -1, leg: -1, beyond: [way] });
      } else {
        problem.legs[k].options.forEach((option, o) => {
          applySize(n, problem.legs[k], option);
          const loss = lossOf(link, at, q);
          for (const way of beyond)
            made.push({ head: way.head + loss, cost: way.cost + option.cost, option: o, leg: k, beyond: [way] });
        });
      }
      ways = together(ways, prune(made));
    }
    return ways;
  }
  const best = waysAt(tree.root)
    .filter((way) => way.head <= situation.fixedHead[tree.root] + 1e-9)
    .reduce<Way | undefined>((cheapest, way) => (cheapest && cheapest.cost <= way.cost ? cheapest : way), undefined);
  if (!best) return undefined;
  const choice = problem.legs.map(() => 0);
  const take = (way: Way): void => {
    if (way.leg >= 0) choice[way.leg] = way.option;
    way.beyond.forEach(take);
  };
  take(best);
  return choice;
}
