// How long a solve takes, against a bare pass of the friction law over the same pipes.
import { readFileSync } from 'node:fs';
import { linkLaw, NetworkBuilder, openState, solve } from '@vernal-slope/core/network';
import { compilePlan, stateFor } from '@vernal-slope/plan/compile';
import { checkPlan, loadPlan } from '@vernal-slope/plan/document';
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

/** A square grid of pipes with `side` nodes a side, a water at one corner, withdrawals everywhere: (side − 1)² loops. */
function grid(side: number): { network: ReturnType<NetworkBuilder['build']>; state: ReturnType<typeof openState> } {
  const b = new NetworkBuilder();
  const tank = b.fixedNode();
  const nodes = Array.from({ length: side * side }, () => b.node(2e-6));
  const pipe = [{ length: 50, diameter: 0.08, roughness: 7e-6, hazenC: 140, k: 0 }];
  b.pipe(tank, nodes[0], [{ ...pipe[0], diameter: 0.15 }]);
  for (let r = 0; r < side; r++)
    for (let c = 0; c < side; c++) {
      if (c + 1 < side) b.pipe(nodes[r * side + c], nodes[r * side + c + 1], pipe);
      if (r + 1 < side) b.pipe(nodes[r * side + c], nodes[(r + 1) * side + c], pipe);
    }
  const network = b.build('darcy-weisbach', 1.3e-6);
  const state = openState(network);
  state.fixedHead[tank] = 60;
  return { network, state };
}

/** A line over `humps` knolls with a tee and an outlet behind each, half of the knolls above the running line. */
function knolls(humps: number): { network: ReturnType<NetworkBuilder['build']>; state: ReturnType<typeof openState> } {
  const b = new NetworkBuilder();
  const tank = b.fixedNode();
  const airs: [number, number][] = [];
  const leg = { length: 20, diameter: 0.0266, roughness: 7e-6, hazenC: 140, k: 0.5 };
  let before = tank;
  for (let k = 0; k < humps; k++) {
    const tee = b.node();
    const ground = 60 - k;
    b.pipe(before, tee, [leg, leg], {
      points: [
        { segment: 0, elevation: ground + (k % 2 === 0 ? 1 : -6) },
        { segment: 1, elevation: ground - 4 },
      ],
    });
    const air = b.fixedNode();
    airs.push([air, ground - 4]);
    b.power(tee, air, 4e-6, 0.5);
    before = tee;
  }
  const network = b.build('darcy-weisbach', 1.3e-6);
  const state = openState(network);
  state.fixedHead[tank] = 62;
  for (const [air, z] of airs) state.fixedHead[air] = z;
  return { network, state };
}

/** Time to evaluate the friction law once on every link, at the flows of the answer. */
function lawsOf(
  network: ReturnType<NetworkBuilder['build']>,
  state: ReturnType<typeof openState>,
  flow: Float64Array,
): number {
  return timeOf(() => {
    for (let l = 0; l < network.linkCount; l++) linkLaw(network, state, l, flow[l]);
  });
}

/** A plan of one line after another, so many places long, with a tap at its end. */
function chainPlan(places: number): object {
  const ground = (k: number): number => 100 - (90 * k) / places;
  const shape = { type: 'box', lengthM: 1, widthM: 1, heightM: 1 };
  const tap = { kind: 'outlet', ratedFlowLpm: 8, ratedPressureKPa: 50 };
  return {
    format: 'vernal-slope/plan',
    version: 1,
    title: 'Chain',
    nodes: [
      { id: 'tank', kind: 'tank', groundM: 100, shape, outletM: 0.05, overflowM: 0.95 },
      ...Array.from({ length: places }, (_, k) => ({
        id: `p${k}`,
        groundM: ground(k + 1),
        ...(k === places - 1 ? tap : { kind: 'junction' }),
      })),
    ],
    lines: Array.from({ length: places }, (_, k) => ({
      id: `l${k}`,
      from: k === 0 ? 'tank' : `p${k - 1}`,
      to: `p${k}`,
      legs: [{ lengthM: 5, endGroundM: ground(k + 1), pipe: 'astm-d2239-sidr15/1' }],
    })),
  };
}

/** How what is done around a solve grows with the plan: ten times the places take so many times as long. */
function growthBench(): void {
  const times = (places: number): Record<string, number> => {
    const document = chainPlan(places);
    const checked = checkPlan(document);
    if (!checked.ok) throw new Error('the chain has faults');
    const compiled = compilePlan(checked.plan);
    const result = solvePlan(compiled);
    return {
      'read and check': timeOf(() => void checkPlan(document), 3),
      compile: timeOf(() => void compilePlan(checked.plan), 3),
      solve: timeOf(() => void solvePlan(compiled), 3),
      judge: timeOf(() => void judgePlan(compiled, result), 3),
    };
  };
  const [small, large] = [times(1000), times(10_000)];
  for (const [what, ms] of Object.entries(large))
    line(
      `chain of 10,000 places: ${what} (${show(ms)}), over one of 1,000`,
      `${(ms / small[what]).toFixed(0)} times`,
      '20 or less',
    );
  const all = Object.values(large).reduce((sum, ms) => sum + ms, 0);
  line('   all of it, as `check` does', show(all), 'under 3 s');
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
  const warm = solve(compiled.network, state);
  line('Ousel Bank: solve, warm', show(timeOf(() => void solve(compiled.network, { ...state, warm }))), 'under 1 ms');
  const cases = [
    ...[300, 1000, 10_000].map((nodes) => ({ name: `tree of ${nodes} nodes`, ...tree(nodes), aim: '3 or less' })),
    { name: `grid of ${31 * 31} loops`, ...grid(32), aim: '' },
    { name: 'line over 50 knolls', ...knolls(50), aim: '' },
  ];
  for (const { name, network, state: open, aim } of cases) {
    const cold = solve(network, open);
    if (!cold.converged) throw new Error(`${name} did not converge`);
    const coldMs = timeOf(() => void solve(network, open), 5);
    const warmMs = timeOf(() => void solve(network, { ...open, warm: cold }), 5);
    const floor = lawsOf(network, open, cold.flow) * cold.iterations;
    line(`${name}: solve (${cold.iterations} steps)`, show(coldMs));
    line(
      '   against the friction law once on every link, times the steps',
      `${(coldMs / floor).toFixed(1)} times`,
      aim,
    );
    line('   a link and step', `${((1e6 * coldMs) / network.linkCount / cold.iterations).toFixed(0)} ns`);
    line('   from a warm start', `${(warmMs / coldMs).toFixed(2)} times`);
  }
  growthBench();
}
