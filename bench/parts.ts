// Parts: chains between all pairs of ends, and the bill of a plan of 300 places.
import { ALL_ENDS, reachFrom } from '@vernal-slope/core/parts';
import { billOf } from '@vernal-slope/plan/parts';
import type { Plan } from '@vernal-slope/plan/schema';
import { line, timeOf } from './report.ts';

const once = (call: () => void): number => {
  const begun = performance.now();
  call();
  return performance.now() - begun;
};

/** Tees along a trunk, each with a branch to a tap: 300 places, pipe of three kinds. */
function place(nodes: number): Plan {
  const plan: Plan = {
    format: 'vernal-slope/plan',
    version: 1,
    title: 'Wide range',
    nodes: [
      {
        id: 'tank',
        kind: 'tank',
        groundM: 900,
        shape: { type: 'vertical-cylinder', diameterM: 3, heightM: 2 },
        outletM: 0.1,
        overflowM: 1.9,
      },
    ],
    lines: [],
  };
  let from = 'tank';
  for (let k = 0; plan.nodes.length < nodes; k++) {
    const [tee, tap] = [`tee-${k}`, `tap-${k}`];
    const groundM = 890 - 0.5 * k;
    plan.nodes.push({ id: tee, kind: 'junction', groundM });
    plan.nodes.push({ id: tap, kind: 'outlet', groundM: groundM - 2, ratedFlowLpm: 10, ratedPressureKPa: 100 });
    plan.lines.push({
      id: `trunk-${k}`,
      from,
      to: tee,
      legs: [{ lengthM: 37 + (k % 7) * 11, endGroundM: groundM, pipe: 'astm-d2239-sidr15/1-1/4' }],
    });
    plan.lines.push({
      id: `branch-${k}`,
      from: tee,
      to: tap,
      legs: [
        { lengthM: 23 + (k % 5) * 9, endGroundM: groundM - 1, pipe: 'astm-d2239-sidr15/3/4' },
        {
          lengthM: 8 + (k % 3),
          endGroundM: groundM - 2,
          pipe: k % 2 ? 'astm-d1785-sch40/1/2' : 'iso-4427-pe100-sdr11/20',
          fittings: [{ type: 'ball-full', count: 1 }],
        },
      ],
    });
    from = tee;
  }
  return plan;
}

export function partsBench(): void {
  const pairs = once(() => {
    for (const e of ALL_ENDS) reachFrom(e);
  });
  line(`chains between all ${ALL_ENDS.length} ends`, `${pairs.toFixed(0)} ms`, 'under 2000 ms');
  const plan = place(300);
  const cold = once(() => void billOf(plan));
  line('bill of 300 places, asked for the first time', `${cold.toFixed(0)} ms`);
  const warm = timeOf(() => void billOf(plan), 3);
  line('the same, asked again', `${warm.toFixed(0)} ms`, 'under 200 ms');
}
