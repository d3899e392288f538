import { describe, expect, it } from 'vitest';
import { LongStep, longestStable, stagesFor } from './chebyshev.ts';

const step = (rates: (t: number, y: number) => number, t: number, y: number, h: number, stages: number) => {
  const long = new LongStep(1, (at, from, into) => void (into[0] = rates(at, from[0])));
  const [end, last, errors] = [new Float64Array(1), new Float64Array(1), new Float64Array(1)];
  long.advance(t, Float64Array.of(y), h, stages, Float64Array.of(rates(t, y)), end, last, errors);
  return { end: end[0], last: last[0], error: errors[0] };
};

describe('long stable steps', () => {
  // Sommeijer, Shampine and Verwer (1998), section 2: the real stability boundary is (2/3)(s² − 1)(1 − 2ε/15), ε = 2/13
  it.each([2, 5, 12, 40])('of %i stages let whatever dies away die, up to their boundary, and not beyond', (stages) => {
    const after = (z: number): number => Math.abs(step((_, y) => -z * y, 0, 1, 1, stages).end);
    const boundary = longestStable(stages, 1);
    for (let share = 0.01; share <= 1; share += 0.01) expect(after(share * boundary)).toBeLessThan(1);
    expect(after(2 * boundary)).toBeGreaterThan(1);
    expect(stagesFor(boundary * 0.999, 1)).toBe(stages);
  });

  it('are of order 2: half the step, a quarter of the error over the same time', () => {
    const off = (n: number): number => {
      let y = 1;
      for (let k = 0; k < n; k++) y = step((t, v) => -v + Math.sin(3 * t), k / n, y, 1 / n, 6).end;
      // y' = −y + sin 3t, y(0) = 1
      const exact = 1.3 * Math.exp(-1) + (Math.sin(3) - 3 * Math.cos(3)) / 10;
      return Math.abs(y - exact);
    };
    expect(off(20) / off(40)).toBeCloseTo(4, 0);
    expect(off(40)).toBeLessThan(2e-4);
  });

  it('estimate what they are wrong by', () => {
    const { end, error } = step((_, y) => -y, 0, 1, 0.05, 4);
    const wrong = Math.abs(end - Math.exp(-0.05));
    expect(Math.abs(error)).toBeGreaterThan(0.5 * wrong);
    expect(Math.abs(error)).toBeLessThan(20 * wrong);
  });
});
