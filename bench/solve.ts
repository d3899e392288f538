// How long a solve takes, against a bare pass of the friction law over the same pipes.
import { readFileSync } from 'node:fs';
import { NetworkBuilder, openState, segmentsLoss, solve } from '@vernal-slope/core/network';
import { compilePlan, stateFor } from '@vernal-slope/plan/compile';
import { loadPlan } from '@vernal-slope/plan/document';
import { judgePlan, solvePlan } from '@vernal-slope/plan/solve';
import { line, timeOf } from './report.ts';

const show = (ms: number): string => (ms < 1 ? `${(ms * 1000).toFixed(0)} µs` : `${ms.toFixed(2)} ms`);

function tree(nodes: number): { network: ReturnType<NetworkBuilder['build']>; state: ReturnType<typeof openState> } {
  const b = new NetworkBuilder();
  const tank = b.fixedNode();
  const air = b.fixedNode();
  const places = [tank];
  for (let k = 1; k < nodes; k++) {
    const node = b.node();
    const parent = places[Math.floor((k - 1) / 2)];
    b.pipe(parent, node, [{ length: 20, diameter: 0.04, roughness: 7e-6, hazenC: 140, k: 1 }]);
    places.push(node);
  }
  for (let k = Math.floor(nodes / 2); k < nodes; k++) b.power(places[k], air, 2e-5, 0.5);
  const network = b.build('darcy-weisbach', 1.3e-6);
  const state = openState(network);
  state.fixedHead[tank] = 30;
  return { network, state };
}

export function solveBench(): void {
  const loaded = loadPlan(readFileSync(new URL('../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'));
  if (!loaded.ok) throw new Error('the demo plan has faults');
  const plan = loaded.plan;
  const compiled = compilePlan(plan);
  const state = stateFor(compiled);
  line('Ousel Bank: compile', show(timeOf(() => void compilePlan(plan))));
  line('Ousel Bank: solve', show(timeOf(() => void solve(compiled.network, state))));
  line('Ousel Bank: solve and judge', show(timeOf(() => void judgePlan(compiled, solvePlan(compiled)))));
  for (const nodes of [60, 1000]) {
    const t = tree(nodes);
    const cold = solve(t.network, t.state);
    const coldMs = timeOf(() => void solve(t.network, t.state));
    const warmMs = timeOf(() => void solve(t.network, { ...t.state, warm: cold }));
    const segments = t.network.segmentStart[t.network.linkCount];
    const bare = timeOf(() => segmentsLoss(t.network, 0, segments, 1e-4));
    line(`tree of ${nodes} nodes: solve (${cold.iterations} steps)`, show(coldMs));
    line('   against one pass of the friction law over its pipes', `${(coldMs / bare).toFixed(1)} times`);
    line('   from a warm start', `${(warmMs / coldMs).toFixed(2)} times`);
  }
}
