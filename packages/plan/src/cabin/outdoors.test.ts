// Hoses, fire, a lower second tap, a small pump: what hangs on a cabin's water besides its taps.
import { describe, expect, it } from 'vitest';
import { compilePlan, lpmOfFlow } from '../compile/index.ts';
import { loadPlan } from '../document/index.ts';
import { changeNode, glimpse } from '../edit/index.ts';
import { isStore, isTap } from '../kinds/index.ts';
import type { Plan, TapNode } from '../schema/index.ts';
import {
  cabinFindings,
  cabinRuns,
  cabinsOf,
  fireRuns,
  judgeCabins,
  lowerTap,
  nozzles,
  pumpInstead,
  pumpWorking,
} from './index.ts';

const PIPE = { insideDiameterMm: 26 };
const tap = (id: string, heightM: number, more: object = {}): TapNode => ({
  id,
  kind: 'outlet',
  name: id,
  groundM: 100,
  heightM,
  ratedFlowLpm: 15,
  ratedPressureKPa: 30,
  ...more,
});
const yard = (standM = 3): Plan => ({
  format: 'vernal-slope/plan',
  version: 1,
  title: 'yard',
  nodes: [
    {
      id: 'tank',
      kind: 'tank',
      groundM: 100,
      standM,
      shape: { type: 'vertical-cylinder', diameterM: 2, heightM: 2 },
      outletM: 0.05,
      overflowM: 1.9,
      startLevelM: 1.9,
    },
    tap('mixer', 1.8, { fixture: 'mixer-shower' }),
    tap('hose', 1, { fixture: 'hose' }),
    tap('fire', 0.5, { use: 'fire', ratedFlowLpm: 60, fire: { flowLpm: 30, minutes: 60 } }),
  ],
  lines: ['mixer', 'hose', 'fire'].map((to) => ({
    id: to,
    from: 'tank',
    to,
    legs: [{ lengthM: 10, endGroundM: 100, pipe: PIPE }],
  })),
});
const cabinOf = (plan: Plan) => ({ c: compilePlan(plan), cabin: cabinsOf(plan)[0] });
const tapOf = (plan: Plan, id: string): TapNode => {
  const node = plan.nodes.find((n) => n.id === id);
  if (!isTap(node)) throw new Error(id);
  return node;
};
const codes = (plan: Plan): string[] => judgeCabins(compilePlan(plan)).map((f) => f.code);

describe('a nozzle', () => {
  // 3.9 m of water over the hose: a small nozzle has nearly all of it; v² = 2 g h Cd², and from a metre up at 40° by Torricelli
  it('throws what its pressure throws, without air', () => {
    const plan = yard();
    const [small] = nozzles(compilePlan(plan), tapOf(plan, 'hose'));
    expect(small.settled).toBe(true);
    const head = small.pressure / 9806.65;
    expect(head).toBeGreaterThan(3.7);
    expect(head).toBeLessThan(3.91);
    const h = 0.95 ** 2 * head;
    const [up, along] = [
      Math.sqrt(2 * 9.80665 * h) * Math.sin((40 * Math.PI) / 180),
      Math.sqrt(2 * 9.80665 * h) * Math.cos((40 * Math.PI) / 180),
    ];
    expect(small.throw).toBeCloseTo((along * (up + Math.sqrt(up * up + 2 * 9.80665))) / 9.80665, 2);
    // q = Cd A sqrt(2 g h)
    expect(lpmOfFlow(small.flow)).toBeCloseTo(
      0.95 * (Math.PI / 4) * 0.004 ** 2 * Math.sqrt(2 * 9.80665 * head) * 6e4,
      1,
    );
  });
  it('gives more and throws less far the wider it is', () => {
    const plan = yard();
    const all = nozzles(compilePlan(plan), tapOf(plan, 'hose'));
    for (let k = 1; k < all.length; k++) {
      expect(all[k].flow).toBeGreaterThan(all[k - 1].flow);
      expect(all[k].throw).toBeLessThan(all[k - 1].throw);
    }
  });
});

describe('a fire outlet', () => {
  it('is held against what the authority names: flow at low water, and the water above it', () => {
    const { c, cabin } = cabinOf(yard());
    const f = fireRuns(c, cabin, tapOf(yard(), 'fire'));
    expect(f?.wantsVolume).toBeCloseTo(1.8, 9);
    expect(f?.has).toBeCloseTo(Math.PI * 1.85, 6);
    expect(codes(yard())).toContain('fire-served');
    expect(fireRuns(c, cabin, tapOf(yard(), 'hose'))).toBeUndefined();
  });
  it('is slow, or has too little', () => {
    const more = (flowLpm: number, minutes: number): Plan =>
      glimpse(
        yard(),
        changeNode('fire', isTap, 'x', (n) => void (n.fire = { flowLpm, minutes })),
      );
    expect(codes(more(200, 5))).toContain('fire-slow');
    expect(codes(more(30, 400))).toContain('fire-little');
    expect(codes(more(30, 400))).not.toContain('fire-served');
  });
});

describe('a lower second tap', () => {
  it('reaches what the first cannot, and is a plan that loads', () => {
    const low = yard(0);
    const { cabin } = cabinOf(low);
    const found = lowerTap(low, cabin, tapOf(low, 'hose'));
    // a metre up: the water under it, from the outlet on; the lower one at 0.15 m
    expect(found?.under).toBeCloseTo(Math.PI * 0.95, 6);
    expect(found?.height).toBeCloseTo(0.15, 9);
    expect(found?.reaches).toBeCloseTo(Math.PI * 0.85, 6);
    if (!found) return;
    const plan = glimpse(low, found.command);
    expect(loadPlan(JSON.stringify(plan)).ok).toBe(true);
    const level = { ...plan, nodes: plan.nodes.map((n) => (n.id === 'tank' ? { ...n, startLevelM: 0.6 } : n)) } as Plan;
    const runs = cabinRuns(compilePlan(level), cabinsOf(level)[0], []);
    expect(runs.fixtures.find((f) => f.tap.id === 'hose')?.alone).toBe(0);
    expect(runs.fixtures.find((f) => f.tap.id === 'hose-lower')?.alone).toBeGreaterThan(0);
  });
  it('is not offered where the tank stands higher than the tap', () => {
    const { cabin } = cabinOf(yard());
    expect(lowerTap(yard(), cabin, tapOf(yard(), 'hose'))).toBeUndefined();
  });
});

describe('a small pump in the place of height', () => {
  it('lifts what is lacking: the tank that much higher serves the same fixture', () => {
    const { c, cabin } = cabinOf(yard());
    const mixer = cabinRuns(c, cabin, []).fixtures.find((f) => f.tap.id === 'mixer');
    const pump = mixer && pumpInstead(c, mixer);
    expect(pump?.head).toBeGreaterThan(1.5);
    const raised = glimpse(
      yard(),
      changeNode('tank', isStore, 'x', (n) => void (n.standM = 3.001 + (pump?.head ?? 0))),
    );
    // more flows than is of use, so what is asked at that flow is there: 5 L/min at 50 kPa
    const up = cabinRuns(compilePlan(raised), cabin, []).fixtures.find((f) => f.tap.id === 'mixer');
    expect((up?.standing ?? 0) - (up?.mouth ?? 0)).toBeGreaterThanOrEqual(50_000 / 9807);
    // nothing is lacking any more
    expect(up && pumpInstead(compilePlan(raised), up)).toBeUndefined();
  });
  // 60 L a day, head h, 30 %, 12 V: ρ g h V / (η U 3600)
  it('takes the charge that its working says', () => {
    const { c, cabin } = cabinOf(yard());
    const mixer = cabinRuns(c, cabin, []).fixtures.find((f) => f.tap.id === 'mixer');
    const pump = mixer && pumpInstead(c, mixer);
    if (!pump) throw new Error('no pump');
    expect(pump.charge).toBeCloseTo((c.water.density * 9.80665 * pump.head * 0.06) / (0.3 * 12 * 3600), 6);
    const working = pumpWorking('x', pump, c.water.density);
    expect(working.result.value).toBe(pump.charge);
    expect(pump.time).toBeCloseTo(0.06 / pump.flow, 6);
  });
  it('is not told where gravity is enough', () => {
    const { c, cabin } = cabinOf(yard());
    const hose = cabinRuns(c, cabin, []).fixtures.find((f) => f.tap.id === 'hose');
    expect(hose && pumpInstead(c, hose)).toBeUndefined();
  });
});

it('rooms and entries of their own are kept by the file', () => {
  const plan = glimpse(
    yard(),
    changeNode('mixer', isTap, 'x', (n) => void ((n.room = 'Loft'), (n.smallPump = { litresPerDay: 30 }))),
  );
  const loaded = loadPlan(JSON.stringify(plan));
  expect(loaded.ok && JSON.stringify(loaded.plan)).toContain('"room":"Loft"');
  const bad = JSON.parse(JSON.stringify(plan)) as { nodes: { fire?: object }[] };
  bad.nodes[3].fire = { flowLpm: -1, minutes: 5 };
  expect(loadPlan(JSON.stringify(bad)).ok).toBe(false);
  expect(
    cabinFindings(compilePlan(plan), cabinsOf(plan)[0], cabinRuns(compilePlan(plan), cabinsOf(plan)[0], [])).length,
  ).toBeGreaterThan(0);
});
