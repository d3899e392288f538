// What a plan becomes: which points of a line must not draw air, and the law of an outlet.
import { describe, expect, it } from 'vitest';
import { solvePlan } from '../solve/index.ts';
import type { Plan } from '../schema/index.ts';
import { compilePlan, lpmOfFlow } from './index.ts';

const pipe = 'astm-d2239-sidr15/3/4';
/** A tank 10 m up; two legs to a tap, three to a trough filled from above. */
function twoLines(tap: object = {}): Plan {
  return {
    format: 'vernal-slope/plan',
    version: 1,
    title: 'Two lines',
    nodes: [
      {
        id: 'tank',
        kind: 'tank',
        groundM: 10,
        shape: { type: 'box', lengthM: 1, widthM: 1, heightM: 1 },
        outletM: 0.05,
        overflowM: 0.95,
        startLevelM: 0.5,
      },
      { id: 'tap', kind: 'outlet', groundM: 0, heightM: 1, ratedFlowLpm: 8, ratedPressureKPa: 50, ...tap },
      {
        id: 'trough',
        kind: 'trough',
        groundM: 0,
        shape: { type: 'box', lengthM: 1, widthM: 0.4, heightM: 0.4 },
        overflowM: 0.35,
        inlet: { at: 'top' },
      },
    ],
    lines: [
      {
        id: 'to-tap',
        from: 'tank',
        to: 'tap',
        legs: [
          { lengthM: 20, endGroundM: 4, pipe, depthM: 0.3 },
          { lengthM: 20, endGroundM: 0, pipe, depthM: 0.3 },
        ],
      },
      {
        id: 'to-trough',
        from: 'tank',
        to: 'trough',
        legs: [
          { lengthM: 20, endGroundM: 4, pipe },
          { lengthM: 20, endGroundM: 3, pipe },
          { lengthM: 20, endGroundM: 0, pipe },
        ],
      },
    ],
  };
}

describe('points that must not draw air', () => {
  const { network, lines } = compilePlan(twoLines());
  const pointsOf = (id: string): number[] => {
    const link = lines.get(id)?.link ?? NaN;
    return [...network.pointElevation.slice(network.pointStart[link], network.pointStart[link + 1])];
  };
  it('are the ends of all legs to an outlet, the last too', () => {
    expect(pointsOf('to-tap')).toEqual([3.7, -0.3]);
  });
  it('are all but the last where the line ends in the open', () => {
    expect(pointsOf('to-trough')).toEqual([4, 3]);
  });
});

describe('an outlet', () => {
  it.each([0.4, 0.5, 1])('gives Q = Q₀ (p / p₀)^%s: its rated flow at its rated pressure', (exponent) => {
    // a pipe so wide that all the head comes: 10.5 − 1 = 9.5 m of water, 93 kPa, against 50 kPa rated
    const plan = twoLines({ exponent });
    for (const leg of plan.lines[0].legs) leg.pipe = 'astm-d2239-sidr15/2';
    const tap = solvePlan(compilePlan(plan), { level: 'start', open: ['tap'] }).nodes.get('tap');
    const ratio = (tap?.pressure ?? NaN) / 50_000;
    expect(ratio).toBeGreaterThan(1.7);
    expect(lpmOfFlow(tap?.flow ?? NaN)).toBeCloseTo(8 * ratio ** exponent, 3);
  });
});
