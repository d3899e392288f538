import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beam, bearing, column, concreteShare, overturning, stabilityFactor, windPressure } from './index.ts';

describe('a post', () => {
  // Ambrose and Tripeny, Simplified Engineering: 6x6 Douglas fir-larch No.1, Fc 1,000 psi, E 1.6e6, older form
  // FcE = 0.3 E/(l/d)², c 0.8; published CP 0.821 at 8 ft and 0.355 at 16 ft (inputs and CP from memory)
  it.each([
    [96, 0.821, 24_841],
    [192, 0.355, 10_734],
  ])('of %d in has the published stability factor %d', (inches, published, load) => {
    const fcE = (0.3 * 1.6e6) / (inches / 5.5) ** 2;
    const cp = stabilityFactor(fcE, 1000, 0.8);
    expect(cp).toBeCloseTo(published, 3);
    expect(Math.abs((1000 * cp * 5.5 ** 2) / load - 1)).toBeLessThan(0.001);
  });
  it('of Southern Pine No.2, 139.7 mm square, 2.4 m, carries 57.4 kN (NDS 3.7.1, recomputed)', () => {
    const post = column({
      length: 2.4,
      ends: 'pinned-pinned',
      side: 0.1397,
      area: 0.1397 ** 2,
      fcStar: 3.2578e6,
      eMin: 3034e6,
    });
    expect(post.stability).toBeCloseTo(0.9034, 3);
    expect(post.capacity / 1000).toBeCloseTo(57.44, 1);
  });
  it('of 88.9 mm, wet, carries 24.5 kN at a slenderness of 27', () => {
    const post = column({
      length: 2.4,
      ends: 'pinned-pinned',
      side: 0.0889,
      area: 0.0889 ** 2,
      fcStar: 7.1981e6,
      eMin: 0.9 * 3516e6,
    });
    expect(post.slenderness).toBeCloseTo(27, 1);
    expect(post.capacity / 1000).toBeCloseTo(24.5, 1);
  });
  it('without bracing carries a third or less, and past a slenderness of 50 nothing is said for it', () => {
    const like = { length: 2.4, side: 0.0889, area: 0.0889 ** 2, fcStar: 7.1981e6, eMin: 3164e6 } as const;
    const [braced, free] = [column({ ...like, ends: 'pinned-pinned' }), column({ ...like, ends: 'fixed-free' })];
    expect(free.tooSlender).toBe(true);
    expect(free.capacity).toBe(0);
    expect(free.stability / braced.stability).toBeLessThan(1 / 3);
  });
  it('longer never carries more, and a factor lies between nothing and one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (l, more) => {
          const at = (length: number): number =>
            column({ length, ends: 'pinned-pinned', side: 0.1, area: 0.01, fcStar: 5e6, eMin: 3e9 }).stability;
          expect(at(l + more)).toBeLessThanOrEqual(at(l) + 1e-12);
          expect(at(l)).toBeGreaterThan(0);
          expect(at(l)).toBeLessThanOrEqual(1);
        },
      ),
    );
  });
});

describe('a board', () => {
  it('by hand: 1 kN/m over 1.2 m on 38 by 140 mm', () => {
    // M = 1000 · 1.44/8 = 180 N·m; S = 0.038 · 0.14²/6 = 1.2413e-4 m³; fb = 1.450 MPa
    // V = 600 N; fv = 1.5 · 600/0.00532 = 0.1692 MPa; I = 8.689e-6 m⁴; δ = 5 · 1000 · 1.2⁴/(384 · 9e9 · I) = 0.345 mm
    const b = beam({ span: 1.2, load: 1000, width: 0.038, depth: 0.14, fb: 6e6, fv: 1.2e6, modulus: 9e9 });
    expect(b.moment).toBeCloseTo(180, 9);
    expect(b.bending / 1e6).toBeCloseTo(1.45, 2);
    expect(b.shear / 1e6).toBeCloseTo(0.1692, 3);
    expect(b.deflection * 1000).toBeCloseTo(0.345, 2);
    expect(b.bendingRatio).toBeCloseTo(1.45 / 6, 3);
  });
});

describe('on the ground', () => {
  it('1,000 L on four footings of 300 mm press with 28.1 kPa (own arithmetic)', () => {
    expect(bearing(10_110, 4 * 0.09) / 1000).toBeCloseTo(28.1, 1);
  });
  it.each([
    [20, 245.2],
    [30, 551.7],
    [40, 980.8],
    [50, 1532.5],
  ])('wind of %d m/s presses with %d Pa (ASCE 7)', (speed, pressure) => {
    expect(windPressure(speed)).toBeCloseTo(pressure, 1);
  });
  it('an empty tank on a narrow stand goes over, by hand; full it stands', () => {
    // a box 1.2 by 1.0 m, its middle 3 m up, Cf 1.3, 35 m/s: q G 0.6 = 750.9 · 0.85 · 0.6 = 383.0 Pa
    // F = 383.0 · 1.3 · 1.2 = 597.4 N; turning 1,792 N·m
    const faces = [{ area: 1.2, height: 3, coefficient: 1.3 }];
    const empty = overturning({ faces, windSpeed: 35, mass: 180, base: 1.2, friction: 0.4 });
    expect(empty.force).toBeCloseTo(597.4, 0);
    expect(empty.turning).toBeCloseTo(1792, 0);
    // holding 0.6 · 180 · 9.80665 · 0.6 = 635 N·m; to be tied down with (1792 − 635)/1.2 = 964 N
    expect(empty.holding).toBeCloseTo(635.5, 0);
    expect(empty.tieDown).toBeCloseTo(964, 0);
    expect(empty.ratio).toBeGreaterThan(1);
    expect(overturning({ faces, windSpeed: 35, mass: 1180, base: 1.2, friction: 0.4 }).ratio).toBeLessThan(1);
  });
  it('concrete has about half of its strength in 3 days and 70 % in a week (ACI 209)', () => {
    expect(concreteShare(3)).toBeCloseTo(0.46, 2);
    expect(concreteShare(7)).toBeCloseTo(0.7, 2);
    expect(concreteShare(14)).toBeCloseTo(0.88, 2);
    expect(concreteShare(28)).toBeCloseTo(1, 1);
  });
});
