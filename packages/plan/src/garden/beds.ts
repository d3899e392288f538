// Chains of wicking beds: which beds hang together, how they stand at rest, what each is off by.
import { chainAtRest, type BedState } from '@vernal-slope/core/irrigation';
import { floorOf } from '../compile/index.ts';
import { metresOfMm } from '../fields/index.ts';
import { bedFloor, bedTolerance, bedVolume, bedWants, isBareJoint, isBed, isStore } from '../kinds/index.ts';
import type { BedNode, Plan, StoreNode } from '../schema/index.ts';

export interface Chain {
  /** Buckets that feed it: tanks with a float. One, if it is to stand level. */
  readonly buckets: readonly StoreNode[];
  /** Tanks without a float that feed it. */
  readonly open: readonly StoreNode[];
  /** As the water meets them. */
  readonly beds: readonly BedNode[];
}

/** Chains of a plan: beds joined to each other, through tees too, with the tanks whose outlets join them. */
export function chainsOf(plan: Plan): Chain[] {
  const nodes = new Map(plan.nodes.map((n) => [n.id, n]));
  const seen = new Set<string>();
  const chains: Chain[] = [];
  const beside = (id: string): string[] =>
    plan.lines.flatMap((l) => (l.from === id ? [l.to] : l.to === id ? [l.from] : []));
  for (const first of plan.nodes.filter(isBed)) {
    if (seen.has(first.id)) continue;
    const found = new Set([first.id]);
    const feeding = new Set<string>();
    const queue = [first.id];
    for (let k = 0; k < queue.length; k++)
      for (const next of beside(queue[k])) {
        const node = nodes.get(next);
        // a tank joins a chain by its outlet, not by what fills it
        if (isStore(node)) {
          if (plan.lines.some((l) => l.from === next && l.to === queue[k])) feeding.add(next);
          continue;
        }
        if (found.has(next) || !(isBed(node) || isBareJoint(node))) continue;
        found.add(next);
        queue.push(next);
      }
    for (const id of found) seen.add(id);
    const stores = [...feeding].map((id) => nodes.get(id)).filter(isStore);
    const order = inOrder(plan, [...feeding], found);
    chains.push({
      buckets: stores.filter((n) => n.inlet?.floatValve),
      open: stores.filter((n) => !n.inlet?.floatValve),
      beds: order.map((id) => nodes.get(id)).filter(isBed),
    });
  }
  return chains;
}

/** Places of a chain as the water meets them from its tanks on. */
function inOrder(plan: Plan, from: readonly string[], within: ReadonlySet<string>): string[] {
  const queue = [...from];
  const order: string[] = [];
  const seen = new Set(from);
  const visit = (id: string): void => {
    if (seen.has(id) || !within.has(id)) return;
    seen.add(id);
    order.push(id);
    queue.push(id);
  };
  for (let k = 0; k < queue.length; k++)
    for (const l of plan.lines) {
      if (l.from === queue[k]) visit(l.to);
      if (l.to === queue[k] && within.has(queue[k])) visit(l.from);
    }
  for (const id of within)
    if (!seen.has(id)) {
      visit(id);
    }
  return order;
}

export interface BedStands {
  readonly bed: BedNode;
  /** m above datum */ readonly floor: number;
  /** m */ readonly depth: number;
  readonly wants: number;
  /** m */ readonly off: number;
  readonly state: BedState;
  /** m³ */ readonly water: number;
}

export interface ChainStands {
  readonly bucket: StoreNode;
  /** m above datum, at the float; and where the water stands. */
  readonly float: number;
  readonly line: number;
  /** Bed whose hole holds the line down. */
  readonly runsOver: string | undefined;
  /** m */ readonly bucketShim: number;
  readonly beds: readonly BedStands[];
  /** m³, the bucket left out */ readonly water: number;
}

/** A chain at rest under its one bucket; undefined where it has none or several. */
export function chainStands(chain: Chain): ChainStands | undefined {
  const [bucket] = chain.buckets;
  const float = bucket?.inlet?.floatValve;
  if (chain.buckets.length !== 1 || !float) return undefined;
  const at = floorOf(bucket) + float.closeLevelM;
  const rest = chainAtRest(
    at,
    chain.beds.map((b) => ({
      floor: bedFloor(b),
      wants: bedWants(b),
      join: b.joinM,
      overflow: b.overflowM ?? Infinity,
      tolerance: metresOfMm(bedTolerance(b)),
    })),
  );
  const beds = chain.beds.map((bed, k): BedStands => ({
    bed,
    floor: bedFloor(bed),
    wants: bedWants(bed),
    ...rest.beds[k],
    water: bedVolume(bed, rest.beds[k].depth),
  }));
  return {
    bucket,
    float: at,
    line: rest.line,
    runsOver: rest.runsOver < 0 ? undefined : chain.beds[rest.runsOver].id,
    bucketShim: rest.bucketShim,
    beds,
    water: beds.reduce((sum, b) => sum + b.water, 0),
  };
}
