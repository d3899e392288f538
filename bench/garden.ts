// Gardens: a manifold of laterals solved, the drill searched for, and what a hole costs.
import { readFileSync } from 'node:fs';
import { linkLaw, solve, type Solution } from '@vernal-slope/core/network';
import { compilePlan, stateFor } from '@vernal-slope/plan/compile';
import { loadPlan, loadWhole } from '@vernal-slope/plan/document';
import { searchHoles } from '@vernal-slope/plan/garden';
import { line, quantile } from './report.ts';

const median = (call: () => void, rounds = 15): number => {
  call();
  const times = Array.from({ length: rounds }, () => {
    const begun = performance.now();
    call();
    return performance.now() - begun;
  });
  return quantile(times, 0.5);
};

/** So many laterals off a header, so many holes on each. */
function manifold(laterals: number, holes: number) {
  const pipe = 'astm-d2239-sidr15/1/2';
  const tees = Array.from({ length: laterals }, (_, k) => ({ id: `tee-${k}`, kind: 'junction', groundM: 100 }));
  const ends = Array.from({ length: laterals }, (_, k) => ({ id: `end-${k}`, kind: 'junction', groundM: 100 }));
  const shape = { type: 'vertical-cylinder', diameterM: 1, heightM: 1 };
  const tank = { id: 'tank', kind: 'tank', groundM: 101, shape, outletM: 0.05, overflowM: 0.95, startLevelM: 0.9 };
  const emitters = [{ type: 'hole', diameterMm: 0.8, firstAtM: 0.15, spacingM: 0.3, count: holes }];
  const loaded = loadPlan(
    JSON.stringify({
      format: 'vernal-slope/plan',
      version: 1,
      title: 'Manifold',
      nodes: [tank, ...tees, ...ends],
      lines: tees.flatMap((tee, k) => [
        {
          id: `header-${k}`,
          from: k === 0 ? 'tank' : `tee-${k - 1}`,
          to: tee.id,
          legs: [{ lengthM: k === 0 ? 5 : 0.9, endGroundM: 100, pipe: 'astm-d2239-sidr15/1' }],
        },
        {
          id: `row-${k}`,
          from: tee.id,
          to: `end-${k}`,
          legs: [{ lengthM: 0.3 * holes, endGroundM: 100, pipe, emitters }],
        },
      ]),
      plots: [{ id: 'plot', lines: tees.map((_, k) => `row-${k}`) }],
    }),
  );
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
}

export function gardenBench(): void {
  const c = compilePlan(manifold(20, 50));
  const state = stateFor(c);
  const cold = median(() => void solve(c.network, state));
  let warm: Solution = solve(c.network, state);
  const tank = c.nodes.get('tank')?.surface ?? -1;
  let turn = 0;
  const again = median(() => {
    // the barrel a little lower or higher each time
    state.fixedHead[tank] += turn++ % 2 === 0 ? -0.02 : 0.02;
    warm = solve(c.network, { ...state, warm });
  });
  line('20 laterals of 50 holes: solved from nothing', `${cold.toFixed(1)} ms`);
  line('   warm, the barrel 2 cm lower', `${again.toFixed(1)} ms`, 'under 20 ms');
  const pass = median(() => {
    for (let l = 0; l < c.network.linkCount; l++) linkLaw(c.network, state, l, warm.flow[l]);
  });
  line('   a hole', `${((again / 1000) * 1e3).toFixed(2)} µs`);
  line('   against one pass of its laws', `${(again / pass).toFixed(1)} times`);
  const text = readFileSync(new URL('../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8');
  const ousel = loadWhole(text);
  if (!ousel.ok) throw new Error('the demo has faults');
  const search = median(() => void searchHoles(ousel.plan, 'currants', false), 3);
  line('every drill tried on the currant rows, each a watering in time', `${search.toFixed(0)} ms`, 'under 1000 ms');
}
