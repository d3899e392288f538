import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fallOf, halfFullSpeed, longestRun, splitShares } from './index.ts';

describe('drains by fall', () => {
  it('a quarter inch in a foot is 1 in 48, and half a metre of drop gives 24 m of it (IPC 704.1, IRC P3005.3)', () => {
    expect(fallOf(1, 1 - 0.25 * 0.0254, 0.3048)).toBeCloseTo(1 / 48, 9);
    expect(longestRun(0.5, 1 / 48)).toBeCloseTo(24, 9);
    expect(longestRun(-0.1, 1 / 48)).toBe(0);
  });
  it('Manning by hand: 38 mm at 1 in 48, n 0.011, runs half full at 0.59 m/s: about the 2 ft/s that cleans it', () => {
    expect(halfFullSpeed(0.038, 1 / 48)).toBeCloseTo((0.0095 ** (2 / 3) * Math.sqrt(1 / 48)) / 0.011, 9);
    expect(halfFullSpeed(0.038, 1 / 48)).toBeCloseTo(0.59, 2);
    expect(halfFullSpeed(0.038, -0.01)).toBe(0);
  });
  it('splitters part alike: two, four and eight have equal shares, three have a half and two quarters', () => {
    expect(splitShares(1)).toEqual([1]);
    expect(splitShares(3)).toEqual([0.25, 0.25, 0.5]);
    expect(splitShares(4)).toEqual([0.25, 0.25, 0.25, 0.25]);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), (n) => {
        const shares = splitShares(n);
        expect(shares).toHaveLength(n);
        expect(shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
        expect(Math.max(...shares) / Math.min(...shares)).toBeLessThanOrEqual(2);
      }),
    );
  });
});
