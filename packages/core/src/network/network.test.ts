import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  LinkStatus,
  NetworkBuilder,
  openState,
  solve,
  SymmetricFactor,
  type Network,
  type Segment,
  type Solution,
} from './index.ts';

const NU = 1.02e-6;
const pipe = (length: number, diameter: number, roughness: number, k = 0): Segment => ({
  length,
  diameter,
  roughness,
  hazenC: 140,
  k,
});
const WHITE = [pipe(100, 0.08, 0.24e-3), pipe(150, 0.06, 0.12e-3), pipe(80, 0.04, 0.2e-3)];
const perHour = (q: number): number => q * 3600;

/** A chain of pipes between two open waters. */
function between(segments: readonly Segment[], upper: number, lower: number): { network: Network; solution: Solution } {
  const b = new NetworkBuilder();
  const [top, bottom] = [b.fixedNode(), b.fixedNode()];
  b.pipe(top, bottom, segments);
  const network = b.build('darcy-weisbach', NU);
  const state = openState(network);
  state.fixedHead[top] = upper;
  state.fixedHead[bottom] = lower;
  return { network, solution: solve(network, state) };
}

/** Largest flow left over at any solved node. */
function imbalance(n: Network, s: Solution): number {
  const sum = new Float64Array(n.nodeCount);
  for (let l = 0; l < n.linkCount; l++) {
    sum[n.from[l]] -= s.flow[l];
    sum[n.to[l]] += s.flow[l];
  }
  let worst = 0;
  for (let i = 0; i < n.nodeCount; i++) if (!n.fixed[i]) worst = Math.max(worst, Math.abs(sum[i] - n.demand[i]));
  return worst;
}

describe('published networks', () => {
  it('White: three pipes in series under 20.291 m carry 10.22 m³/h', () => {
    expect(perHour(between(WHITE, 20.291, 0).solution.flow[0])).toBeCloseTo(10.22, 1);
  });

  it('White: the same in parallel carry 62.5, 25.9 and 11.4 m³/h', () => {
    const b = new NetworkBuilder();
    const [top, bottom] = [b.fixedNode(), b.fixedNode()];
    for (const p of WHITE) b.pipe(top, bottom, [p]);
    const network = b.build('darcy-weisbach', NU);
    const state = openState(network);
    state.fixedHead[top] = 20.291;
    const flows = [...solve(network, state).flow].map(perHour);
    [62.5, 25.9, 11.4].forEach((expected, k) => expect(Math.abs(flows[k] / expected - 1)).toBeLessThan(0.005));
  });

  it('three reservoirs at 20, 100 and 40 m (inputs of White; values recomputed): junction at 34.54 m', () => {
    const b = new NetworkBuilder();
    const junction = b.node();
    const waters = WHITE.map((p) => {
      const water = b.fixedNode();
      b.pipe(water, junction, [p]);
      return water;
    });
    const network = b.build('darcy-weisbach', NU);
    const state = openState(network);
    [20, 100, 40].forEach((h, k) => (state.fixedHead[waters[k]] = h));
    const s = solve(network, state);
    expect(s.head[junction]).toBeCloseTo(34.54, 1);
    [-52.85, 47.01, 5.84].forEach((q, k) => expect(perHour(s.flow[k])).toBeCloseTo(q, 0));
  });

  it('Streeter and Wylie: Hardy Cross example of two loops, h = rQ²: 57.83, 42.17, 20.55, 17.28, 32.72', () => {
    const b = new NetworkBuilder();
    const A = b.fixedNode();
    const [B, C, D] = [b.node(20), b.node(30), b.node(50)];
    const law = (from: number, to: number, r: number): number => b.power(from, to, r ** -0.5, 0.5, true);
    const links = [law(A, B, 2), law(A, C, 4), law(B, C, 1), law(B, D, 5), law(C, D, 1)];
    const s = solve(b.build('darcy-weisbach', NU), { ...openState(b.build('darcy-weisbach', NU)) });
    [57.83, 42.17, 20.55, 17.28, 32.72].forEach((q, k) => expect(s.flow[links[k]]).toBeCloseTo(q, 1));
  });

  it('Alperovits and Shamir: heads of the two-loop network at its known optimum', () => {
    const b = new NetworkBuilder();
    const source = b.fixedNode();
    const nodes = [source, ...[100, 100, 120, 270, 330, 200].map((q) => b.node(q / 3600))];
    const ends = [
      [1, 2],
      [2, 3],
      [2, 4],
      [4, 5],
      [4, 6],
      [6, 7],
      [3, 5],
      [7, 5],
    ];
    const inches = [18, 10, 16, 4, 16, 10, 10, 1];
    ends.forEach(([i, j], k) =>
      b.pipe(nodes[i - 1], nodes[j - 1], [
        { length: 1000, diameter: inches[k] * 0.0254, roughness: 0, hazenC: 130, k: 0 },
      ]),
    );
    const network = b.build('hazen-williams', NU);
    const state = openState(network);
    state.fixedHead[source] = 210;
    const s = solve(network, state);
    // pressure heads: head less elevation, m
    const ground = [150, 160, 155, 150, 165, 160];
    [53.25, 30.46, 43.45, 33.8, 30.44, 30.55].forEach((p, k) =>
      expect(s.head[nodes[k + 1]] - ground[k]).toBeCloseTo(p, 1),
    );
  });
});

describe('one-way and limited links', () => {
  /** Tank at `head` over a 50 m line to an outlet law at elevation 0. */
  function tap(head: number, opening = 1): Solution {
    const b = new NetworkBuilder();
    const [tank, air] = [b.fixedNode(), b.fixedNode()];
    const end = b.node();
    b.pipe(tank, end, [pipe(50, 0.02, 7e-6)]);
    const law = b.power(end, air, 1e-4, 0.5);
    const network = b.build('darcy-weisbach', NU);
    const state = openState(network);
    state.fixedHead[tank] = head;
    state.opening[law] = opening;
    return solve(network, state);
  }
  it('an outlet above the water starves and never draws air', () => {
    const s = tap(-1.3);
    expect([...s.flow]).toEqual([0, 0]);
    expect(s.status[1]).toBe(LinkStatus.Starved);
    expect(s.converged).toBe(true);
  });
  it('a shut outlet leaves the whole head on the line', () => {
    const s = tap(8, 0);
    expect(s.flow[0]).toBe(0);
    expect(s.head[2]).toBeCloseTo(8, 6);
  });
  it('a line that hangs on the level of the outlet is at rest', () => {
    expect(Math.abs(tap(0).flow[0])).toBeLessThan(1e-9);
  });

  function spring(yieldFlow: number): { s: Solution; at: number } {
    const b = new NetworkBuilder();
    const [water, end] = [b.fixedNode(), b.fixedNode()];
    const mouth = b.node();
    const limit = b.yieldLimit(water, mouth);
    b.pipe(mouth, end, [pipe(50, 0.02, 7e-6)]);
    const network = b.build('darcy-weisbach', NU);
    const state = openState(network);
    state.fixedHead[water] = 5;
    state.limit[limit] = yieldFlow;
    return { s: solve(network, state), at: mouth };
  }
  it('a spring gives no more than its yield, and the line needs less head than it has', () => {
    const { s, at } = spring(2e-5);
    expect(s.flow[1]).toBeCloseTo(2e-5, 9);
    expect(s.status[0]).toBe(LinkStatus.Held);
    expect(s.head[at]).toBeLessThan(5);
    expect(s.head[at]).toBeGreaterThan(0);
  });
  it('a spring that could give more leaves the line to decide', () => {
    const { s } = spring(1);
    expect(s.flow[1]).toBeCloseTo(between([pipe(50, 0.02, 7e-6)], 5, 0).solution.flow[0], 7);
  });
});

describe('humps', () => {
  /** 40 m up to a hump, 60 m down to an open end at 0; tank at 10 m. */
  function overHump(hump: number, siphons: boolean): { network: Network; s: Solution } {
    const b = new NetworkBuilder();
    const [tank, end] = [b.fixedNode(), b.fixedNode()];
    b.pipe(tank, end, [pipe(40, 0.02, 7e-6), pipe(60, 0.02, 7e-6)], {
      exitK: 1,
      points: [{ segment: 0, elevation: hump }],
    });
    const network = b.build('darcy-weisbach', NU, siphons);
    const state = openState(network);
    state.fixedHead[tank] = 10;
    return { network, s: solve(network, state) };
  }
  it('below the running line leaves the flow alone', () => {
    expect(overHump(5, false).s.flow[0]).toBeCloseTo(overHump(5, true).s.flow[0], 12);
  });
  it('above it holds the flow to what the upper part carries at air pressure', () => {
    // by hand: the full line falls 10 m over 100 m, so 40 m along it stands near 6 m; a hump at 8 m leaves 2 m
    // for the first 40 m, whatever lies beyond
    const { s } = overHump(8, false);
    const upper = between([pipe(40, 0.02, 7e-6)], 10, 8).solution.flow[0];
    expect(s.flow[0]).toBeCloseTo(upper, 9);
    expect(s.status[0]).toBe(LinkStatus.Held);
    expect(s.flow[0]).toBeLessThan(overHump(8, true).s.flow[0]);
  });
  it('above the water stops it', () => {
    const { s } = overHump(10.5, false);
    expect(s.flow[0]).toBe(0);
    expect(s.converged).toBe(true);
  });
  it('at the end of a line above the water stops it too', () => {
    const b = new NetworkBuilder();
    const [tank, air] = [b.fixedNode(), b.fixedNode()];
    const end = b.node();
    b.pipe(tank, end, [pipe(5, 0.013, 7e-6)], { points: [{ segment: 0, elevation: 26 }] });
    b.power(end, air, 6e-5, 0.5);
    const network = b.build('darcy-weisbach', NU);
    const state = openState(network);
    state.fixedHead[tank] = 25;
    state.fixedHead[air] = 26;
    const s = solve(network, state);
    expect(s.converged).toBe(true);
    expect([...s.flow]).toEqual([0, 0]);
  });
  it('are held by what is lost before them alone: what is lost at the far end counts nothing there', () => {
    // H − z = entrance and friction up to the hump, whatever the discharge behind it loses
    const flowWith = (exitK: number, backwards: boolean): number => {
      const b = new NetworkBuilder();
      const [tank, far] = [b.fixedNode(), b.fixedNode()];
      const legs = [pipe(60, 0.02, 7e-6), pipe(60, 0.02, 7e-6)];
      const points = [{ segment: 0, elevation: 9.4 }];
      const link = backwards
        ? b.pipe(far, tank, legs, { backwardFromK: exitK, backwardToK: 0.8, points })
        : b.pipe(tank, far, legs, { entranceK: 0.8, exitK, points });
      const network = b.build('darcy-weisbach', NU);
      const state = openState(network);
      state.fixedHead[tank] = 10;
      state.fixedHead[far] = 0;
      const s = solve(network, state);
      expect(s.converged).toBe(true);
      return Math.abs(s.flow[link]);
    };
    const free = flowWith(0, false);
    expect(free).toBeGreaterThan(1e-5);
    expect(flowWith(30, false)).toBeCloseTo(free, 9);
    expect(flowWith(30, true)).toBeCloseTo(free, 9);
    // by hand: 0.6 m over 60 m of 20 mm at the speed of that flow, by Darcy and Weisbach
    const v = free / (Math.PI / 4) / 0.02 ** 2;
    const f = ((0.6 - (0.8 * v * v) / (2 * 9.80665)) / ((60 / 0.02) * (v * v))) * (2 * 9.80665);
    expect(1 / Math.sqrt(f)).toBeCloseTo(
      -2 * Math.log10(7e-6 / 0.02 / 3.7 + 2.51 / ((v * 0.02) / NU) / Math.sqrt(f)),
      2,
    );
  });
  it('under the running line hold nothing, however much is lost at the far end', () => {
    const flowWith = (elevation: number, siphons: boolean): { flow: number; status: number } => {
      const b = new NetworkBuilder();
      const [tank, far] = [b.fixedNode(), b.fixedNode()];
      const link = b.pipe(tank, far, [pipe(20, 0.02, 7e-6), pipe(20, 0.02, 7e-6)], {
        exitK: 60,
        points: [{ segment: 0, elevation }],
      });
      const network = b.build('darcy-weisbach', NU, siphons);
      const state = openState(network);
      state.fixedHead[tank] = 10;
      state.fixedHead[far] = 0;
      const s = solve(network, state);
      return { flow: s.flow[link], status: s.status[link] };
    };
    const whole = flowWith(0, true).flow;
    // by hand: what is left of 10 m after the first half of the friction, the exit taking its own
    const v = whole / (Math.PI / 4) / 0.02 ** 2;
    const exit = (60 * v * v) / (2 * 9.80665);
    const running = 10 - (10 - exit) / 2;
    expect(exit).toBeGreaterThan(2);
    expect(flowWith(running - 0.05, false)).toEqual({ flow: whole, status: LinkStatus.Flowing });
    const held = flowWith(running + 0.05, false);
    expect(held.status).toBe(LinkStatus.Held);
    expect(held.flow).toBeLessThan(whole);
  });
  it('of any heights never carry more than siphons would, balance, and leave no hump under suction', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -5, max: 13 }), { minLength: 2, maxLength: 6 }),
        fc.array(fc.integer({ min: -5, max: 13 }), { minLength: 2, maxLength: 5 }),
        fc.boolean(),
        (first, second, branch) => {
          const build = (siphons: boolean): { network: Network; s: Solution; mains: number[] } => {
            const b = new NetworkBuilder();
            const [tank, far] = [b.fixedNode(), b.fixedNode()];
            const tee = b.node();
            const leg = (): Segment => pipe(30, 0.02, 7e-6, 0.3);
            const high = (list: number[], last: number): { segment: number; elevation: number }[] =>
              list.slice(0, last).map((elevation, segment) => ({ segment, elevation }));
            const mains = [
              b.pipe(tank, tee, first.map(leg), { entranceK: 0.8, points: high(first, first.length) }),
              b.pipe(tee, far, second.map(leg), { exitK: 1, oneWay: true, points: high(second, second.length - 1) }),
            ];
            if (branch) b.power(tee, b.fixedNode(), 4e-5, 0.5);
            const network = b.build('darcy-weisbach', NU, siphons);
            const state = openState(network);
            state.fixedHead[tank] = 10;
            state.fixedHead[far] = second[second.length - 1];
            if (branch) state.fixedHead[network.nodeCount - 1] = first[first.length - 1];
            return { network, s: solve(network, state), mains };
          };
          const [held, full] = [build(false), build(true)];
          expect(held.s.converged).toBe(true);
          expect(imbalance(held.network, held.s)).toBeLessThan(1e-8);
          expect(held.s.flow[held.mains[0]]).toBeLessThanOrEqual(full.s.flow[full.mains[0]] + 1e-9);
          // the upper part of a flowing line up to its first hold lies under the running line everywhere
          if (held.s.flow[held.mains[0]] > 1e-9) expect(Math.max(...first)).toBeLessThanOrEqual(10 + 1e-6);
        },
      ),
      // by hand: a tee that hangs dry between two humps above the water
      // the same 300 every time: a chance find must not decide whether a change lands
      { numRuns: 300, seed: 20_261_125, examples: [[[12, 11], [0, 12], false]] },
    );
  });
  it('passes on to an outlet behind it exactly what comes over', () => {
    const b = new NetworkBuilder();
    const [tank, air] = [b.fixedNode(), b.fixedNode()];
    const end = b.node();
    b.pipe(tank, end, [pipe(40, 0.02, 7e-6), pipe(60, 0.02, 7e-6)], { points: [{ segment: 0, elevation: 9 }] });
    const law = b.power(end, air, 5e-4, 0.5);
    const network = b.build('darcy-weisbach', NU);
    const state = openState(network);
    state.fixedHead[tank] = 10;
    const s = solve(network, state);
    expect(s.flow[0]).toBeCloseTo(between([pipe(40, 0.02, 7e-6)], 10, 9).solution.flow[0], 9);
    expect(s.flow[law]).toBeCloseTo(s.flow[0], 10);
    expect(s.head[end]).toBeCloseTo((s.flow[0] / 5e-4) ** 2, 6);
  });
});

describe('properties of random trees with loops', () => {
  const shape = fc.record({
    parents: fc.array(fc.nat(1000), { minLength: 3, maxLength: 25 }),
    lengths: fc.array(fc.integer({ min: 5, max: 300 }), { minLength: 30, maxLength: 30 }),
    bores: fc.array(fc.constantFrom(0.013, 0.02, 0.026, 0.035, 0.05), { minLength: 30, maxLength: 30 }),
    heights: fc.array(fc.integer({ min: -20, max: 30 }), { minLength: 30, maxLength: 30 }),
    chord: fc.tuple(fc.nat(1000), fc.nat(1000)),
  });
  type Shape = typeof shape extends fc.Arbitrary<infer T> ? T : never;

  function build(
    s: Shape,
    options: { level?: number; flip?: boolean; extra?: boolean } = {},
  ): { network: Network; state: ReturnType<typeof openState>; laws: number[] } {
    const b = new NetworkBuilder();
    const tank = b.fixedNode();
    const nodes = [tank];
    const laws: number[] = [];
    const airs: [number, number][] = [];
    const link = (i: number, j: number, k: number): void => {
      const seg = [pipe(s.lengths[k], s.bores[k], 7e-6, 0.5)];
      if (options.flip) b.pipe(j, i, seg);
      else b.pipe(i, j, seg);
    };
    s.parents.forEach((parent, k) => {
      const node = b.node();
      link(nodes[parent % nodes.length], node, k);
      nodes.push(node);
      const air = b.fixedNode();
      airs.push([air, s.heights[k]]);
      laws.push(b.power(node, air, 2e-5 * (1 + (k % 3)), 0.5));
    });
    const [i, j] = s.chord.map((c) => nodes[c % nodes.length]);
    if (i !== j) link(i, j, 29);
    let closed = -1;
    if (options.extra) closed = b.pipe(nodes[nodes.length - 1], b.node(), [pipe(20, 0.02, 7e-6)]);
    const network = b.build('darcy-weisbach', NU, true);
    const state = openState(network);
    state.fixedHead[tank] = options.level ?? 25;
    for (const [air, z] of airs) state.fixedHead[air] = z;
    if (closed >= 0) state.opening[closed] = 0;
    return { network, state, laws };
  }
  const run = (s: Shape, o = {}): { s: Solution; network: Network; laws: number[] } => {
    const { network, state, laws } = build(s, o);
    return { s: solve(network, state), network, laws };
  };

  it('water balances at every node and heads on every open link', () => {
    fc.assert(
      fc.property(shape, (x) => {
        const { s, network } = run(x);
        expect(s.converged).toBe(true);
        expect(imbalance(network, s)).toBeLessThan(1e-9);
        expect(s.worst.imbalance).toBeLessThan(1e-6);
      }),
      { numRuns: 150 },
    );
  });
  it('turning every pipe round changes nothing', () => {
    fc.assert(
      fc.property(shape, (x) => {
        const [a, b] = [run(x), run(x, { flip: true })];
        a.laws.forEach((l, k) => expect(a.s.flow[l]).toBeCloseTo(b.s.flow[b.laws[k]], 9));
      }),
      { numRuns: 60 },
    );
  });
  it('a shut branch changes nothing', () => {
    fc.assert(
      fc.property(shape, (x) => {
        const [a, b] = [run(x), run(x, { extra: true })];
        a.laws.forEach((l, k) => expect(a.s.flow[l]).toBeCloseTo(b.s.flow[b.laws[k]], 9));
      }),
      { numRuns: 60 },
    );
  });
  it('a higher tank gives no outlet less', () => {
    fc.assert(
      fc.property(shape, fc.integer({ min: 1, max: 20 }), (x, more) => {
        const [a, b] = [run(x), run(x, { level: 25 + more })];
        a.laws.forEach((l, k) => expect(b.s.flow[b.laws[k]]).toBeGreaterThanOrEqual(a.s.flow[l] - 1e-10));
      }),
      { numRuns: 60 },
    );
  });
  it('a warm start finds the same answer in fewer steps', () => {
    fc.assert(
      fc.property(shape, (x) => {
        const { network, state } = build(x);
        const cold = solve(network, state);
        const warm = solve(network, { ...state, warm: cold });
        expect(warm.iterations).toBeLessThanOrEqual(cold.iterations);
        cold.flow.forEach((q, l) => expect(warm.flow[l]).toBeCloseTo(q, 9));
      }),
      { numRuns: 40 },
    );
  });
});

describe('symmetric factorisation', () => {
  it('solves random systems as the dense way does', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.array(fc.tuple(fc.nat(11), fc.nat(11), fc.double({ min: 0.1, max: 5, noNaN: true })), { maxLength: 30 }),
        fc.array(fc.integer({ min: -9, max: 9 }), { minLength: 12, maxLength: 12 }),
        (count, raw, right) => {
          const edges = raw.map(([i, j, g]) => [i % count, j % count, g] as const).filter(([i, j]) => i !== j);
          const f = new SymmetricFactor(
            count,
            edges.map((e) => e[0]),
            edges.map((e) => e[1]),
          );
          const dense = Array.from({ length: count }, (_, i) =>
            Array.from({ length: count }, (_, j): number => (i === j ? 1 : 0)),
          );
          f.diagonal.fill(1);
          edges.forEach(([i, j, g], e) => {
            f.diagonal[i] += g;
            f.diagonal[j] += g;
            f.offDiagonal[e] = -g;
            dense[i][i] += g;
            dense[j][j] += g;
            dense[i][j] -= g;
            dense[j][i] -= g;
          });
          expect(f.factor()).toBe(true);
          const x = Float64Array.from(right.slice(0, count));
          f.solve(x);
          dense.forEach((row, i) => expect(row.reduce((sum, a, j) => sum + a * x[j], 0)).toBeCloseTo(right[i], 8));
        },
      ),
    );
  });
  it('says so when a matrix is not positive definite', () => {
    const f = new SymmetricFactor(2, [0], [1]);
    f.diagonal.set([1, 1]);
    f.offDiagonal[0] = -2;
    expect(f.factor()).toBe(false);
  });
});

describe('a generous spring', () => {
  it.each([1, 60, 600, 6000])('of %d L/min is held to its yield and converges', (lpm) => {
    const b = new NetworkBuilder();
    const [surface, low] = [b.fixedNode(), b.fixedNode()];
    const outlet = b.node();
    const limit = b.yieldLimit(surface, outlet);
    b.pipe(outlet, low, [pipe(20, 0.3, 7e-6)]);
    const network = b.build('darcy-weisbach', NU);
    const state = openState(network);
    state.fixedHead[surface] = 30;
    state.limit[limit] = lpm / 60_000;
    const s = solve(network, state);
    expect(s.converged).toBe(true);
    expect(s.flow[limit] * 60_000).toBeCloseTo(lpm, 6);
    expect(s.status[limit]).toBe(LinkStatus.Held);
  });
});

describe('a pressure reducer', () => {
  /** A water at 60 m, a pipe to a reducer at 0 m, a pipe from it to a tap at 0 m; what stands behind it is held to `set`. */
  function line(set: number, water = 60): { solution: Solution; after: number; before: number; tap: number } {
    const b = new NetworkBuilder();
    const [top, air] = [b.fixedNode(), b.fixedNode()];
    const [before, after, end] = [b.node(), b.node(), b.node()];
    b.pipe(top, before, [pipe(400, 0.035, 7e-6)]);
    b.reducer(before, after, set);
    b.pipe(after, end, [pipe(100, 0.027, 7e-6)]);
    const tap = b.power(end, air, 2e-4 / 10 ** 0.5, 0.5);
    const network = b.build('darcy-weisbach', NU);
    const state = openState(network);
    state.fixedHead[top] = water;
    return { solution: solve(network, state), after, before, tap };
  }
  it('holds its head behind it, and the flow is what that head gives (by hand)', () => {
    const { solution, after, before, tap } = line(20);
    expect(solution.converged).toBe(true);
    expect(solution.head[after]).toBeCloseTo(20, 3);
    expect(solution.head[before]).toBeGreaterThan(40);
    // the same tap fed from an open water at 20 m by the same pipe
    const b = new NetworkBuilder();
    const [water, air] = [b.fixedNode(), b.fixedNode()];
    const end = b.node();
    b.pipe(water, end, [pipe(100, 0.027, 7e-6)]);
    const own = b.power(end, air, 2e-4 / 10 ** 0.5, 0.5);
    const network = b.build('darcy-weisbach', NU);
    const state = openState(network);
    state.fixedHead[water] = 20;
    expect(solution.flow[tap]).toBeCloseTo(solve(network, state).flow[own], 8);
  });
  it('stands open where there is less before it than it asks for', () => {
    const { solution, after, before } = line(20, 12);
    expect(solution.converged).toBe(true);
    expect(solution.head[after]).toBeCloseTo(solution.head[before], 3);
  });
  it('holds still water back too', () => {
    const b = new NetworkBuilder();
    const top = b.fixedNode();
    const [before, after] = [b.node(), b.node()];
    b.pipe(top, before, [pipe(50, 0.03, 7e-6)]);
    b.reducer(before, after, 15);
    b.pipe(after, b.node(), [pipe(50, 0.03, 7e-6)]);
    const network = b.build('darcy-weisbach', NU);
    const state = openState(network);
    state.fixedHead[top] = 60;
    const s = solve(network, state);
    expect(s.head[before]).toBeCloseTo(60, 3);
    expect(s.head[after]).toBeCloseTo(15, 3);
  });
});

describe('scaling', () => {
  it('by Hazen-Williams: heads times s^1.852 are flows times s, in any tree or loop', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 3, noNaN: true }),
        fc.array(fc.integer({ min: 20, max: 300 }), { minLength: 5, maxLength: 5 }),
        (s, lengths) => {
          const at = (scale: number): Float64Array => {
            const b = new NetworkBuilder();
            const [high, low] = [b.fixedNode(), b.fixedNode()];
            const [p, q] = [b.node(), b.node()];
            [
              [high, p],
              [high, q],
              [p, q],
              [p, low],
              [q, low],
            ].forEach(([i, j], k) => b.pipe(i, j, [pipe(lengths[k], 0.05 + 0.01 * k, 0)]));
            const network = b.build('hazen-williams', NU);
            const state = openState(network);
            state.fixedHead[high] = 30 * scale ** 1.852;
            return solve(network, state).flow;
          };
          const [one, many] = [at(1), at(s)];
          // the link between the two middles may be all but at rest, where the law is a straight line
          for (const l of [0, 1, 3, 4]) expect(many[l] / one[l] / s).toBeCloseTo(1, 4);
        },
      ),
      { numRuns: 40 },
    );
  });
});
