import { describe, expect, it } from 'vitest';
import { NetworkBuilder, openState, solve, type HighPoint } from '../network/index.ts';
import { headOfPressure } from '../water/index.ts';
import { leastStand } from './index.ts';

const RHO = 999.7;
const FLOW = 10e-3 / 60;
const PRESSURE = 30e3;

function build(points: HighPoint[] = []) {
  const b = new NetworkBuilder();
  const [tank, air] = [b.fixedNode(), b.fixedNode()];
  const end = b.node();
  const segment = (length: number) => ({ length, diameter: 0.02, roughness: 7e-6, hazenC: 140, k: 1 });
  const link = b.pipe(tank, end, [segment(30), segment(50)], { entranceK: 0.8, points });
  // an outlet rated at the flow and pressure wanted
  b.power(end, air, FLOW / headOfPressure(PRESSURE, RHO) ** 0.5, 0.5);
  return { network: b.build('darcy-weisbach', 1.3e-6), link, tank, end };
}

const ask = (n: ReturnType<typeof build>) =>
  leastStand({
    network: n.network,
    way: [{ link: n.link, reversed: false }],
    flow: FLOW,
    pressure: PRESSURE,
    outletElevation: 0,
    lowWaterOnGround: 0.15,
    density: RHO,
  });

describe('height of a tank', () => {
  it('agrees with the solver at the height found, within 1 mm', () => {
    const n = build();
    const { stand } = ask(n);
    const state = openState(n.network);
    state.fixedHead[n.tank] = stand + 0.15;
    const s = solve(n.network, state);
    expect(s.flow[n.link]).toBeCloseTo(FLOW, 9);
    expect(s.head[n.end]).toBeCloseTo(headOfPressure(PRESSURE, RHO), 3);
  });
  it('is more than pressure and heights alone would say, by the losses', () => {
    const a = ask(build());
    expect(a.stand - a.staticOnly).toBeCloseTo(a.loss, 12);
    expect(a.loss).toBeGreaterThan(1);
    expect(a.governing).toEqual({ kind: 'outlet' });
  });
  it('is set by a hump that stands higher than the outlet needs', () => {
    const n = build([{ segment: 0, elevation: 20 }]);
    const a = ask(n);
    expect(a.governing).toEqual({ kind: 'hump', link: n.link, segment: 0 });
    const state = openState(n.network);
    state.fixedHead[n.tank] = a.stand + 0.15;
    // at that height the hump just lets the flow by
    const s = solve(n.network, state);
    expect(s.flow[n.link]).toBeGreaterThanOrEqual(FLOW - 1e-9);
  });
});
