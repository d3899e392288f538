// The arithmetic of Need's drawings: buckets, visits moved along the day, shares, months.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { after, bucketFor, lasting, monthsBetween, sharesWith, shifted, squaresOf } from './buckets.ts';

describe('buckets', () => {
  it('one size for the day, so that the fullest hour has room', () => {
    expect(bucketFor(0.09, 'metric')).toBe(0.01);
    expect(bucketFor(0.8, 'metric')).toBe(0.05);
    expect(bucketFor(1e6, 'metric')).toBe(10);
    expect(bucketFor(0.09, 'us') / 0.003785411784).toBeCloseTo(2.5, 9);
  });
  it('stacks hold what the hours take', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 2, noNaN: true }), { minLength: 24, maxLength: 24 }), (hours) => {
        const squares = squaresOf(hours, 0.1);
        hours.forEach((v, h) => {
          const here = squares.filter((s) => s.hour === h).reduce((sum, s) => sum + 0.1 * s.share, 0);
          // less than a twentieth of a bucket is not drawn
          expect(Math.abs(here - v)).toBeLessThanOrEqual(0.0041);
        });
      }),
    );
  });
});

describe('visits', () => {
  it.each([
    ['07:30', 15, '07:45'],
    ['07:30', -20, '07:15'],
    ['00:10', -60, '00:00'],
    ['23:50', 60, '23:45'],
  ])('%s moved by %i min is %s', (at, by, then) => expect(shifted(at, by)).toBe(then));
  it.each([
    ['05:00', 180, '08:00'],
    ['07:30', 20, '07:50'],
    ['23:00', 90, '24:00'],
  ])('%s for %i min ends at %s', (at, minutes, then) => expect(after(at, minutes)).toBe(then));
  it.each([
    ['05:00', 187, 180],
    ['05:00', -30, 15],
    ['23:00', 300, 60],
  ])('from %s, %i min are taken as %i', (at, minutes, then) => expect(lasting(at, minutes)).toBe(then));
  it('shares make a whole, the others in proportion', () => {
    expect(sharesWith([0.45, 0.55], 0, 0.6)).toEqual([0.6, 0.4]);
    expect(sharesWith([0.5, 0.25, 0.25], 0, 0)).toEqual([0, 0.5, 0.5]);
    expect(sharesWith([1, 0], 0, 0.4)).toEqual([0.4, 0.6]);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 2, maxLength: 6 }),
        fc.double({ min: -1, max: 2, noNaN: true }),
        (shares, share) => {
          const sum = sharesWith(shares, 1, share).reduce((a, b) => a + b, 0);
          expect(sum).toBeCloseTo(1, 2);
        },
      ),
    );
  });
});

it('months from one end to the other; all of them is no limit', () => {
  expect(monthsBetween(5, 9)).toEqual([5, 6, 7, 8, 9]);
  expect(monthsBetween(9, 5)).toEqual([5, 6, 7, 8, 9]);
  expect(monthsBetween(1, 12)).toBeUndefined();
  expect(monthsBetween(0, 40)).toBeUndefined();
});
