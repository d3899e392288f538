import { describe, expect, it } from 'vitest';
import { ANIMAL_ROWS, findTrough, TROUGH_ROWS } from '../catalogue/index.ts';
import { compilePlan, lpmOfFlow, vesselHeight } from '../compile/index.ts';
import { loadPlan } from '../document/index.ts';
import { glimpse } from '../edit/index.ts';
import { isBasin } from '../kinds/index.ts';
import type { Plan, Setting } from '../schema/index.ts';
import { volumeAt } from '@vernal-slope/core/tank';
import { simulatePlan } from '../simulate/index.ts';
import { addSecond, byTravel, changeSetting, judgeTroughs, setVesselRow, setWaterLine, troughRuns } from './index.ts';

/** A hundred cows with calves at a long trough under a tank. */
const herdOf = (count: number, visits = [{ at: '08:00', durationMin: 60, share: 1 }]): Plan => ({
  format: 'vernal-slope/plan',
  version: 1,
  title: 'range',
  nodes: [
    {
      id: 'tank',
      kind: 'tank',
      groundM: 112,
      shape: { type: 'vertical-cylinder', diameterM: 3, heightM: 2 },
      outletM: 0.05,
      overflowM: 1.9,
    },
    {
      id: 'low',
      kind: 'trough',
      groundM: 100,
      shape: { type: 'box', lengthM: 1.8, widthM: 0.6, heightM: 0.5 },
      overflowM: 0.45,
      inlet: {
        at: 'top',
        heightM: 0.46,
        floatValve: {
          seatMm: 9.5,
          dischargeCoefficient: 0.62,
          characteristic: 'proportional',
          closeLevelM: 0.4,
          bandM: 0.06,
        },
      },
      herds: [{ class: 'beef-lactating', count, litresPerHeadPerDay: 55, visits }],
    },
  ],
  lines: [
    {
      id: 'line',
      from: 'tank',
      to: 'low',
      legs: [{ lengthM: 200, endGroundM: 100, pipe: { insideDiameterMm: 35 }, depthM: 0.4 }],
    },
  ],
});
const runs = (plan: Plan) => {
  const c = compilePlan(plan);
  const node = plan.nodes.find((n) => n.id === 'low');
  if (!isBasin(node)) throw new Error('no trough');
  return troughRuns(c, node);
};
const codes = (plan: Plan): string[] => judgeTroughs(compilePlan(plan)).map((f) => f.code);
const setting = (plan: Plan, set: Partial<Setting>): Plan =>
  glimpse(
    plan,
    changeSetting('low', 'x', (s) => void Object.assign(s, set)),
  );

describe('the size of a trough against its herd', () => {
  // NRCS 614 with its guidance, from memory: within 250 m a tenth of the herd at once and a quarter of the day; from 400 m on
  // half of them and half of the day; 500 mm of straight edge a cow
  it('asks what the conservation practice standard asks, near and far', () => {
    const near = runs(setting(herdOf(100), { travelM: 200 }));
    expect(near.wantsPlaces).toBe(10);
    expect(near.wantsHolds).toBeCloseTo((0.25 * 100 * 55) / 1000, 9);
    const far = runs(setting(herdOf(100), { travelM: 500 }));
    expect(far.wantsPlaces).toBe(50);
    expect(far.wantsHolds).toBeCloseTo((0.5 * 100 * 55) / 1000, 9);
    expect(far.places).toBe(Math.floor(4.8 / 0.5));
  });
  // refill rate: daily need over the hours in which they drink: 5,500 L in 8 h, 11.5 L/min (the same source)
  it('asks the float for the day’s water in the hours in which they drink', () => {
    const r = runs(herdOf(100));
    expect(lpmOfFlow(r.wantsFlow)).toBeCloseTo(5500 / 480, 6);
    expect(r.flow).toBeGreaterThan(r.wantsFlow);
    expect(codes(herdOf(100))).not.toContain('trough-slow');
    expect(codes(herdOf(400))).toContain('trough-slow');
  });
  it('of a short visit asks as many places as drink it in that time', () => {
    // 100 heads, 55 L each in 60 min at 10 L/min: 5.5 min each, 9.2 at a time
    expect(runs(herdOf(100)).visitPlaces).toBe(10);
    expect(runs(herdOf(100, [{ at: '08:00', durationMin: 20, share: 1 }])).visitPlaces).toBe(28);
  });
  it('never asks fewer places or less water of those that come from farther', () => {
    for (let t = 0; t < 900; t += 50) expect(byTravel(t + 50, 0.1, 0.5)).toBeGreaterThanOrEqual(byTravel(t, 0.1, 0.5));
  });
  it('counts a round rim for more heads, and one side for fewer', () => {
    const round = glimpse(herdOf(20), setVesselRow('low', 'round-4ft'));
    expect(runs(round).places).toBe(Math.floor((Math.PI * 1.219) / 0.35));
    expect(runs(setting(herdOf(20), { open: 'one-side' })).places).toBe(3);
  });
});

describe('vessels that stand in for a trough', () => {
  it.each(TROUGH_ROWS.map((r) => [r.id]))('%s keeps its float and its overflow under its rim', (id) => {
    const plan = glimpse(herdOf(20), setVesselRow('low', id));
    expect(loadPlan(JSON.stringify(plan)).ok).toBe(true);
    const r = runs(plan);
    expect(vesselHeight(r.node)).toBe(findTrough(id)?.shape.heightM);
    expect(vesselHeight(r.node) - r.node.overflowM).toBeCloseTo(0.05, 6);
  });
  // trade sizes are named by what they hold brimful (reference of tanks): 377, 566, 1124 L of an oval
  it.each([
    ['oval-380', 0.377],
    ['oval-570', 0.566],
    ['oval-1140', 1.124],
    ['round-6ft', 1.603],
    ['tyre', 1.29],
  ])('%s holds what its size says', (id, holds) => {
    const shape = findTrough(id)?.shape;
    if (!shape) throw new Error(id);
    const core =
      shape.type === 'box'
        ? { type: 'box' as const, length: shape.lengthM, width: shape.widthM, height: shape.heightM }
        : { type: 'vertical-cylinder' as const, diameter: shape.diameterM, height: shape.heightM };
    expect(Math.abs(volumeAt(core, shape.heightM) / holds - 1)).toBeLessThan(0.01);
  });
  it('a second one takes what the first runs over', () => {
    const plan = glimpse(herdOf(0), addSecond(herdOf(0), 'low'));
    const first = plan.nodes.find((n) => n.id === 'low');
    if (first?.kind !== 'trough') throw new Error('no trough');
    delete first.inlet?.floatValve;
    const second = plan.nodes.find((n) => n.id === 'low-second');
    if (second?.kind !== 'trough') throw new Error('no second');
    second.startLevelM = 0.1;
    const run = simulatePlan(plan, { duration: 6 * 3600 });
    expect(run.summary.get('low-second')?.vessel?.end).toBeCloseTo(0.45, 3);
  });
  it('keeps the water line under the rim, and the overflow over it', () => {
    const plan = glimpse(herdOf(1), setWaterLine('low', 3));
    expect(loadPlan(JSON.stringify(plan)).ok).toBe(true);
    expect(runs(plan).full).toBe(0.5);
    expect(runs(glimpse(herdOf(1), setWaterLine('low', 0.03))).full).toBe(0.03);
  });
});

describe('what is wrong with a trough', () => {
  it.each<[string, Partial<Setting>, string]>([
    ['mud', { padM: 1 }, 'trough-mud'],
    ['steep ground', { padFall: 0.12 }, 'trough-pad-fall'],
    ['level ground', { padFall: 0 }, 'trough-pad-fall'],
    ['a long way', { travelM: 700 }, 'trough-far'],
    ['no guard', { guard: false }, 'trough-no-guard'],
    ['no way out', { escape: false }, 'trough-no-escape'],
    ['frost', { coldestC: -8 }, 'trough-freezes'],
    ['a shallow line', { coldestC: -8, frostM: 0.8, frost: 'flow', overflow: 'stream' }, 'trough-line-shallow'],
    ['water that runs on', { coldestC: -8, frost: 'flow' }, 'trough-runs-over'],
    ['a notch', { coldestC: -8, frost: 'flow', overflow: 'notch' }, 'trough-overflow-here'],
  ])('%s', (_, set, code) => {
    expect(codes(setting(herdOf(5), set))).toContain(code);
    expect(codes(herdOf(5))).not.toContain(code);
  });
  it('a float larger than what it is in', () => {
    const plan = herdOf(5);
    const node = plan.nodes[1];
    if (node.kind !== 'trough' || !node.inlet?.floatValve) throw new Error('no float');
    node.inlet.floatValve.lever = { ballMm: 110, ratio: 5 };
    expect(codes(plan)).not.toContain('trough-under-float');
    node.shape = { type: 'box', lengthM: 0.3, widthM: 0.1, heightM: 0.5 };
    expect(codes(plan)).toContain('trough-under-float');
    node.shape = { type: 'box', lengthM: 1.8, widthM: 0.6, heightM: 0.5 };
    node.inlet.floatValve.closeLevelM = 0.1;
    expect(codes(plan)).toContain('trough-under-float');
  });
  it('many heads at little edge, and a herd that outgrows its trough', () =>
    expect(codes(setting(herdOf(100), { travelM: 500 }))).toEqual(
      expect.arrayContaining(['trough-few-places', 'trough-small']),
    ));
});

describe('frost', () => {
  it('is kept off by a flow that its line brings, and by less under a lid', () => {
    const cold: Partial<Setting> = { coldestC: -10, frost: 'flow', overflow: 'stream' };
    const open = runs(setting(herdOf(5), cold)).frost;
    // 34 W/m²K on 1.08 m², from 0.5 °C to −10 °C, by water of 10 °C (ASHRAE film, from memory)
    expect(lpmOfFlow(open?.keeps ?? 0)).toBeCloseTo(((34 * 1.08 * 10.5) / (4.19e6 * 9.5)) * 6e4, 6);
    const half = runs(setting(herdOf(5), { ...cold, covered: 0.5 })).frost;
    expect(half?.keeps).toBeCloseTo((open?.keeps ?? 0) / 2, 12);
    expect(codes(setting(herdOf(5), cold))).toContain('trough-kept-open');
  });
  it('is not kept off by water that is as cold, nor by a trickle', () => {
    const plan = setting(herdOf(5), { coldestC: -30, frost: 'flow', overflow: 'stream' });
    plan.site = { waterTemperatureC: 0.3 };
    expect(codes(plan)).toContain('trough-too-cold');
    plan.site = { waterTemperatureC: 1 };
    plan.lines[0].legs[0].pipe = { insideDiameterMm: 6 };
    expect(codes(plan)).toContain('trough-not-kept-open');
  });
});

it('every animal that is asked for an edge has a rim', () =>
  expect(ANIMAL_ROWS.filter((r) => r.edgeMm !== undefined && r.rimMm === undefined).map((r) => r.id)).toEqual([]));
