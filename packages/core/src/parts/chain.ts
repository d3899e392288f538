// Chains of parts between two ends: the shortest, and others that keep more bore, cost less or come from one shop.
import { PARTS, findPart } from './catalogue.ts';
import { endKey, mateOf, mates, type End } from './ends.ts';
import type { Part, Shop } from './part.ts';

/** A part as it lies in a chain: the end by which the water comes, and that by which it leaves. */
export interface Link {
  readonly part: Part;
  readonly in: End;
  readonly out: End;
}

export interface Chain {
  readonly from: End;
  readonly links: readonly Link[];
  readonly to: End;
}

/** What is known of prices, by part; a part without one has none. */
export type PriceOf = (id: string) => number | undefined;

export interface RankedChain extends Chain {
  /** Narrowest bore of its parts, mm; Infinity where the ends mate by themselves. */
  readonly boreMm: number;
  /** Price of all; undefined where one of its parts has none. */
  readonly cost: number | undefined;
  /** Shops that hold all of it. */
  readonly shops: readonly Shop[];
  /** Why it is offered. */
  readonly best: readonly ('short' | 'bore' | 'cost' | 'shop')[];
}

export interface ChainSearch {
  readonly price?: PriceOf;
  /** Parts that may be used, by the part alone; all adapters where left out. */
  readonly may?: May;
  /** Parts more than the shortest that a chain may have to be offered. */
  readonly longer?: number;
  /** How many chains at most. */
  readonly most?: number;
}

/** A way through a part, from the end that mates to the one that is free then. */
interface Way {
  readonly link: Link;
  /** Number of the end that it must be met with, and of the one it leaves. */
  readonly met: number;
  readonly left: number;
}

/** Ends by number, and for each the ways through parts that mate with it, and those that lead to it. */
interface Graph {
  readonly number: ReadonlyMap<string, number>;
  readonly ways: readonly (readonly Way[])[];
  readonly into: readonly (readonly Way[])[];
}

function graphOf(parts: readonly Part[]): Graph {
  const number = new Map<string, number>();
  const ways: Way[][] = [];
  const numberOf = (e: End): number => {
    const key = endKey(e);
    let k = number.get(key);
    if (k === undefined) {
      k = number.size;
      number.set(key, k);
      ways.push([]);
    }
    return k;
  };
  for (const part of parts) {
    const seen = new Set<string>();
    for (const [a, b] of part.passes)
      for (const [i, o] of [
        [a, b],
        [b, a],
      ]) {
        const link: Link = { part, in: part.ends[i], out: part.ends[o] };
        const key = `${endKey(link.in)}>${endKey(link.out)}`;
        if (seen.has(key)) continue;
        seen.add(key);
        const met = numberOf(mateOf(link.in));
        ways[met].push({ link, met, left: numberOf(link.out) });
      }
  }
  const into: Way[][] = ways.map(() => []);
  for (const w of ways.flat()) into[w.left].push(w);
  return { number, ways, into };
}

let whole: Graph | undefined;
/** The graph of all adapters: what is placed on purpose (valves, forks, elbows, caps) is no adapter. */
const adapters = (): Graph => (whole ??= graphOf(PARTS.filter((p) => p.placed === undefined)));

const shopsOf = (links: readonly Link[]): Shop[] =>
  links.length === 0
    ? []
    : links
        .slice(1)
        .reduce<Shop[]>((kept, l) => kept.filter((s) => l.part.shops.includes(s)), [...links[0].part.shops]);

const boreOf = (links: readonly Link[]): number => Math.min(Infinity, ...links.map((l) => l.part.boreMm));

type May = (part: Part) => boolean;
const ANY: May = () => true;
/** Distances found before, by the rule of which parts may be used and by the end that is led to. */
const farBefore = new WeakMap<May, Map<number, readonly number[]>>();

/** How far every end is from one that mates with `to`, in parts; Infinity where no chain leads there. */
function distances(graph: Graph, to: End, may: May): readonly number[] {
  const goal = graph.number.get(endKey(mateOf(to)));
  if (goal === undefined) return graph.ways.map(() => Infinity);
  const before = farBefore.get(may) ?? new Map<number, readonly number[]>();
  farBefore.set(may, before);
  const known = before.get(goal) ?? farFrom(graph, goal, may);
  before.set(goal, known);
  return known;
}

function farFrom(graph: Graph, goal: number, may: May): number[] {
  const far = graph.ways.map(() => Infinity);
  far[goal] = 0;
  let rim = [goal];
  for (let d = 1; rim.length > 0; d++) {
    const next: number[] = [];
    for (const k of rim)
      for (const { met, link } of graph.into[k])
        if (far[met] === Infinity && may(link.part)) {
          far[met] = d;
          next.push(met);
        }
    rim = next;
  }
  return far;
}

/** How many chains are looked at for one pair of ends at most. */
const LOOKED_AT = 4000;
const LONGEST = 6;

/**
 * Chains that join one end to another, best first: the one with fewest parts, of those the widest, of those the one
 * that is least oversized; then, where they differ, the widest, the cheapest and one that a single shop holds.
 * @returns none where no chain of the catalogue joins them; one without parts where they mate by themselves
 */
export function chainsBetween(from: End, to: End, search: ChainSearch = {}): RankedChain[] {
  const may = search.may ?? ANY;
  const price = search.price ?? (() => undefined);
  const longer = search.longer ?? 1;
  const graph = adapters();
  const rank = (links: readonly Link[]): Omit<RankedChain, 'best'> => {
    const prices = links.map((l) => price(l.part.id));
    return {
      from,
      links,
      to,
      boreMm: boreOf(links),
      cost: prices.some((p) => p === undefined) ? undefined : prices.reduce<number>((s, p) => s + (p ?? 0), 0),
      shops: shopsOf(links),
    };
  };
  const found: Omit<RankedChain, 'best'>[] = [];
  if (mates(from, to)) found.push(rank([]));
  const start = graph.number.get(endKey(from));
  const far = distances(graph, to, may);
  if (start !== undefined && far[start] < Infinity) {
    const shortest = found.length > 0 ? 0 : far[start];
    const limit = Math.min(LONGEST, shortest + longer);
    let looked = 0;
    const links: Link[] = [];
    const passed = new Set<number>([start]);
    const walk = (at: number): void => {
      if (far[at] === 0 && links.length > 0) found.push(rank([...links]));
      if (links.length >= limit || looked > LOOKED_AT) return;
      for (const w of graph.ways[at]) {
        if (links.length + 1 + far[w.left] > limit || passed.has(w.left) || !may(w.link.part)) continue;
        looked++;
        links.push(w.link);
        passed.add(w.left);
        walk(w.left);
        passed.delete(w.left);
        links.pop();
      }
    };
    if (found.length === 0 || longer > 0) walk(start);
  }
  return ranked(found, search.most ?? 5);
}

/** Bores of a chain together: of two that are as wide, the smaller is the one to take. */
const bulk = (c: Pick<Chain, 'links'>): number => c.links.reduce((sum, l) => sum + l.part.boreMm, 0);

const byLength = (a: Omit<RankedChain, 'best'>, b: Omit<RankedChain, 'best'>): number =>
  a.links.length - b.links.length ||
  order(b.boreMm, a.boreMm) ||
  order(a.cost ?? Infinity, b.cost ?? Infinity) ||
  b.shops.length - a.shops.length ||
  bulk(a) - bulk(b);
function order(a: number, b: number): number {
  if (a === b) return 0;
  return Math.abs(a - b) < 1e-9 ? 0 : a - b;
}

function ranked(found: readonly Omit<RankedChain, 'best'>[], most: number): RankedChain[] {
  if (found.length === 0) return [];
  const sorted = [...found].sort(byLength);
  const [short] = sorted;
  const widest = [...sorted].sort((a, b) => order(b.boreMm, a.boreMm) || byLength(a, b))[0];
  const priced = sorted.filter((c) => c.cost !== undefined);
  const cheapest = [...priced].sort((a, b) => order(a.cost ?? 0, b.cost ?? 0) || byLength(a, b)).at(0);
  const oneShop = sorted.find((c) => c.shops.length > 0);
  const list = [...new Set([short, widest, cheapest, oneShop, ...sorted])]
    .filter((c) => c !== undefined)
    .slice(0, most);
  return list.map((c) => ({
    ...c,
    best: [
      ...(c === short ? (['short'] as const) : []),
      ...(c === widest && c.boreMm > short.boreMm ? (['bore'] as const) : []),
      ...(c === cheapest && priced.length > 1 ? (['cost'] as const) : []),
      ...(c === oneShop && short.shops.length === 0 ? (['shop'] as const) : []),
    ],
  }));
}

/**
 * The best chain from any of some ends to any of others; undefined where no chain joins any of them.
 * A wall offers every hole that could be cut into it; a pipe offers each way in which it can be joined.
 */
export function bestChains(from: readonly End[], to: readonly End[], search: ChainSearch = {}): RankedChain[] {
  const all = from.flatMap((a) => to.flatMap((b) => chainsBetween(a, b, search)));
  return ranked(all, search.most ?? 5);
}

/** Shortest chains to every end that can be reached from one, in parts; for checks over all pairs. */
export function reachFrom(from: End): ReadonlyMap<string, Chain> {
  const graph = adapters();
  const out = new Map<string, Chain>();
  const start = graph.number.get(endKey(from));
  if (start === undefined) return out;
  const links: (readonly Link[] | undefined)[] = graph.ways.map(() => undefined);
  links[start] = [];
  const bores = graph.ways.map(() => 0);
  bores[start] = Infinity;
  let rim = [start];
  while (rim.length > 0) {
    const next = new Map<number, { links: readonly Link[]; bore: number }>();
    for (const k of rim)
      for (const w of graph.ways[k]) {
        if (links[w.left]) continue;
        const bore = Math.min(bores[k], w.link.part.boreMm);
        const known = next.get(w.left);
        if (!known || bore > known.bore) next.set(w.left, { links: [...(links[k] ?? []), w.link], bore });
      }
    for (const [k, n] of next) {
      links[k] = n.links;
      bores[k] = n.bore;
    }
    rim = [...next.keys()];
  }
  const keys = [...graph.number.keys()];
  links.forEach((l, k) => {
    if (!l) return;
    const [system, ...rest] = keys[k].split(' ');
    const gender = rest.pop() as End['gender'];
    const to = mateOf({ system: system as End['system'], size: rest.join(' '), gender });
    out.set(endKey(to), { from, links: l, to });
  });
  return out;
}

/** A chain of named parts between two ends: undefined where they do not mate in that order, or a part is unknown. */
export function chainOf(from: End, ids: readonly string[], to: End): Chain | undefined {
  const parts = ids.map(findPart);
  const links: Link[] = [];
  const walk = (free: End, k: number): boolean => {
    if (k === parts.length) return mates(free, to);
    const part = parts[k];
    if (!part) return false;
    for (const [a, b] of part.passes)
      for (const [i, o] of [
        [a, b],
        [b, a],
      ]) {
        if (!mates(free, part.ends[i])) continue;
        links.push({ part, in: part.ends[i], out: part.ends[o] });
        if (walk(part.ends[o], k + 1)) return true;
        links.pop();
      }
    return false;
  };
  return walk(from, 0) ? { from, links, to } : undefined;
}

/** Every meeting of a chain: what comes, and what it goes into or over. */
export const meetings = (c: Chain): (readonly [End, End])[] => {
  const ends = [c.from, ...c.links.flatMap((l) => [l.in, l.out]), c.to];
  return ends.flatMap((e, k) => (k % 2 === 0 ? [[e, ends[k + 1]] as const] : []));
};

/** The same chain, walked from its other end. */
export const turned = (c: Chain): Chain => ({
  from: c.to,
  links: [...c.links].reverse().map((l) => ({ part: l.part, in: l.out, out: l.in })),
  to: c.from,
});
