// Where a chosen chain is kept: at a leg, a line or a place.
import { chainIds } from '../fields/index.ts';
import type { Plan } from '../schema/index.ts';

export type KeptAt =
  /** An end of a leg. */
  | { readonly line: string; readonly leg: number; readonly side: 'start' | 'end' }
  /** Around what stands in a leg: which of its list. */
  | { readonly line: string; readonly leg: number; readonly side: 'fitting' | 'treatment'; readonly index: number }
  /** Around the pressure reducer at a line's start. */
  | { readonly line: string; readonly leg: 0; readonly side: 'reducer' }
  /** Through a place's tee: which, by the branch that it is for. */
  | { readonly node: string; readonly side: 'tee'; readonly index: number }
  | { readonly node: string; readonly side: 'tap' | 'overflow' | 'lead' };

/** Ids of the parts that were taken there; undefined where none were. */
export function keptChain(plan: Plan, at: KeptAt): readonly string[] | undefined {
  if ('node' in at) {
    const chains = plan.nodes.find((n) => n.id === at.node)?.chains;
    if (at.side !== 'tee') return chains?.[at.side];
    const ids = chains?.tees?.[at.index];
    return ids && ids.length > 0 ? ids : undefined;
  }
  const line = plan.lines.find((l) => l.id === at.line);
  const leg = line?.legs[at.leg];
  switch (at.side) {
    case 'start':
      return leg?.startChain;
    case 'end':
      return leg?.endChain;
    case 'reducer':
      return line?.reducerChain;
    case 'treatment':
      return leg?.treatment?.[at.index]?.chain;
    case 'fitting': {
      const fitting = leg?.fittings?.[at.index];
      return fitting && chainIds(fitting);
    }
  }
}

/** Keeps a chain there, in a plan that is being changed; none takes it out. */
export function keepChain(plan: Plan, at: KeptAt, ids: readonly string[] | undefined): void {
  if ('node' in at) {
    const node = plan.nodes.find((n) => n.id === at.node);
    if (!node) return;
    const chains = (node.chains ??= {});
    if (at.side === 'tee') {
      const tees = (chains.tees ??= []);
      while (tees.length <= at.index) tees.push([]);
      tees[at.index] = [...(ids ?? [])];
      if (tees.every((t) => t.length === 0)) delete chains.tees;
    } else set(chains, at.side, ids);
    if (Object.keys(chains).length === 0) delete node.chains;
    return;
  }
  const line = plan.lines.find((l) => l.id === at.line);
  const leg = line?.legs[at.leg];
  if (!line || !leg) return;
  if (at.side === 'start') set(leg, 'startChain', ids);
  else if (at.side === 'end') set(leg, 'endChain', ids);
  else if (at.side === 'reducer') set(line, 'reducerChain', ids);
  else if ('index' in at) {
    const thing: { [key: string]: unknown } | undefined =
      at.side === 'fitting' ? leg.fittings?.[at.index] : leg.treatment?.[at.index];
    if (thing) set(thing, 'chain', ids);
  }
}

function set(of: { [key: string]: unknown }, key: string, ids: readonly string[] | undefined): void {
  if (ids) of[key] = [...ids];
  else Reflect.deleteProperty(of, key);
}
