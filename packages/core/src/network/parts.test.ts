// A network solved part by part against the same solved whole.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NetworkBuilder, openState, PartedNetwork, solve, type Segment } from './index.ts';

const pipe = (length: number, diameter = 0.02): Segment => ({ length, diameter, roughness: 7e-6, hazenC: 140, k: 1 });

/** Tanks one under the other, each feeding some taps and the next. */
function cascade(tanks: number, taps: number) {
  const b = new NetworkBuilder();
  const surfaces = Array.from({ length: tanks }, () => b.fixedNode());
  const air = b.fixedNode();
  const laws: number[] = [];
  for (let t = 0; t < tanks; t++) {
    const out = b.node();
    b.yieldLimit(surfaces[t], out);
    if (t + 1 < tanks) b.pipe(out, surfaces[t + 1], [pipe(40)], { exitK: 1 });
    for (let k = 0; k < taps; k++) {
      const tap = b.node();
      b.pipe(out, tap, [pipe(10 + 7 * k)]);
      laws.push(b.power(tap, air, 1e-4, 0.5));
    }
  }
  return { network: b.build('darcy-weisbach', 1.1e-6), surfaces, laws };
}

describe('a network in its parts', () => {
  it('gives what the whole gives, whatever is open and however high the water stands', () => {
    const { network, surfaces, laws } = cascade(4, 3);
    const parted = new PartedNetwork(network);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.2, max: 3, noNaN: true }), { minLength: 4, maxLength: 4 }),
        fc.array(fc.boolean(), { minLength: laws.length, maxLength: laws.length }),
        (levels, open) => {
          const state = openState(network);
          surfaces.forEach((s, k) => (state.fixedHead[s] = 40 - 10 * k + levels[k]));
          laws.forEach((l, k) => (state.opening[l] = open[k] ? 1 : 0));
          const whole = solve(network, state);
          expect(whole.converged).toBe(true);
          expect(parted.solve(state)).toBe(true);
          whole.flow.forEach((q, l) => expect(Math.abs(parted.flow[l] - q)).toBeLessThan(1e-9 + 1e-6 * Math.abs(q)));
        },
      ),
      { numRuns: 40 },
    );
  });
  it('solves again only what has changed, and nothing where nothing can run', () => {
    const { network, surfaces, laws } = cascade(3, 2);
    const parted = new PartedNetwork(network);
    const state = openState(network);
    surfaces.forEach((s, k) => (state.fixedHead[s] = 30 - 10 * k));
    parted.solve(state);
    const first = parted.solves;
    expect(first).toBe(3);
    parted.solve(state);
    expect(parted.solves).toBe(first);
    // the lowest tank: its own part, and that of the line that comes to it
    state.fixedHead[surfaces[2]] += 0.01;
    parted.solve(state);
    expect(parted.solves).toBe(first + 2);
    // its taps shut, its water stands
    laws.slice(-2).forEach((l) => (state.opening[l] = 0));
    parted.solve(state);
    expect(laws.slice(-2).map((l) => parted.flow[l])).toEqual([0, 0]);
  });
});
