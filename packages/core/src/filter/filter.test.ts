import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NetworkBuilder, openState, solve } from '../network/index.ts';
import { bedConductance, chargeGiven, chargeTime, hazenConductivity, spillFlow, surfaceLoading } from './index.ts';

describe('sand', () => {
  // a household filter of 0.06 m² of sand with 0.17 mm grains, 0.54 m deep, 12 L of water on it (0.2 m): 0.4 L/min at most, that is
  // 0.4 m/h (CAWST, Biosand Filter Construction Manual, version 10; from memory)
  it('gives what the published design of a bio-sand filter says, within a tenth', () => {
    const c = bedConductance(hazenConductivity(0.17e-3, 10), 0.06, 0.54);
    const flow = spillFlow(c, 0.012 / 0.06);
    expect(flow * 6e4).toBeGreaterThan(0.36);
    expect(flow * 6e4).toBeLessThan(0.44);
    expect(surfaceLoading(flow, 0.06) * 3600).toBeCloseTo(0.385, 2);
  });
  it('runs a charge through as a tank empties through what resists straight', () => {
    const c = bedConductance(hazenConductivity(0.17e-3), 0.06, 0.54);
    const half = chargeTime(c, 0.06, 0.5);
    expect(chargeGiven(c, 0.06, 0.2, half)).toBeCloseTo(0.006, 6);
    // 12 L in an hour and more, as that design has it
    expect(chargeTime(c, 0.06, 0.1) / 3600).toBeGreaterThan(0.9);
    expect(spillFlow(c, -0.05)).toBe(0);
  });
  // K = 100 d² cm/s (Hazen 1892) at 10 °C
  it('follows Hazen’s rule', () => expect(hazenConductivity(1e-3, 10)).toBeCloseTo(0.01, 12));
  it('is a loss straight with the flow in a network, whatever pipe follows', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.double({ min: 1e3, max: 1e6, noNaN: true }),
        (h, r) => {
          const b = new NetworkBuilder();
          const [from, to] = [b.fixedNode(), b.fixedNode()];
          b.pipe(from, to, [{ length: 0.01, diameter: 0.2, roughness: 0, hazenC: 150, k: 0, linear: r }]);
          const n = b.build('darcy-weisbach', 1.3e-6);
          const state = openState(n);
          state.fixedHead[from] = h;
          const found = solve(n, state);
          return Math.abs(found.flow[0] * r - h) < 1e-3 * h;
        },
      ),
    );
  });
});
