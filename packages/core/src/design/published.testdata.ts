// Published sizing problems as tests and benches read them: all sizes on every pipe, heads to keep at every node.
import { readFileSync } from 'node:fs';
import { NetworkBuilder } from '../network/index.ts';
import type { SizingProblem } from './sizing.ts';

interface Published {
  readonly source: string;
  /** number, elevation m, demand m³/h (null at the reservoir), head m */
  readonly nodes: readonly (readonly [number, number, number | null, number | null])[];
  /** from, to, length m, Hazen-Williams C */
  readonly pipes: readonly (readonly [number, number, number, number])[];
  /** bore mm, cost a metre */
  readonly costs: readonly (readonly [number, number])[];
  readonly minPressureHeadM: number;
}

const all = JSON.parse(
  readFileSync(new URL('../reference/published-networks.json', import.meta.url), 'utf8'),
) as Record<'two-loop' | 'hanoi', Published>;

/** The problem of a published network, with Hazen-Williams at the constant of this program (10.667). */
export function publishedProblem(name: 'two-loop' | 'hanoi'): SizingProblem {
  const p = all[name];
  const b = new NetworkBuilder();
  const index = new Map(
    p.nodes.map(([number, , demand]) => [number, demand === null ? b.fixedNode() : b.node(demand / 3600)]),
  );
  const links = p.pipes.map(([from, to, length, hazenC]) =>
    b.pipe(index.get(from) ?? 0, index.get(to) ?? 0, [{ length, diameter: 0.3, roughness: 0, hazenC, k: 0 }]),
  );
  const network = b.build('hazen-williams', 1e-6);
  const fixedHead = new Float64Array(network.nodeCount);
  const need = new Float64Array(network.nodeCount).fill(-Infinity);
  for (const [number, elevation, demand, head] of p.nodes) {
    const i = index.get(number) ?? 0;
    if (demand === null) fixedHead[i] = head ?? 0;
    else need[i] = elevation + p.minPressureHeadM;
  }
  return {
    network,
    legs: p.pipes.map(([, , length, hazenC], k) => ({
      link: links[k],
      k: 0,
      entranceK: 0,
      options: p.costs.map(([mm, perMetre]) => ({
        diameter: mm / 1000,
        roughness: 0,
        hazenC,
        cost: Math.round(perMetre * length * 1000) / 1000,
      })),
    })),
    situations: [{ name: 'all', fixedHead, demand: network.demand.slice(), need }],
  };
}
