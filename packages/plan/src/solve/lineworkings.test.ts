// Workings of a line as a whole: what flows through it by what is taken where it ends, what stands on its pegs with all shut.
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { GRAVITY } from '@vernal-slope/core/units';
import { ruleValue } from '@vernal-slope/core/working';
import { compilePlan, type Compiled } from '../compile/index.ts';
import { loadPlan } from '../document/index.ts';
import type { Plan } from '../schema/index.ts';
import {
  lineFlowWorking,
  lineLossWorking,
  pipeHeightWorking,
  solvePlan,
  speedWorking,
  stationStaticWorking,
  type PlanResult,
} from './index.ts';
import { planOf } from './smallplans.testdata.ts';

const PIPE = { insideDiameterMm: 26.6, roughnessMm: 0.007 };
const leg = (endGroundM: number, more: object = {}) => ({ lengthM: 40, endGroundM, pipe: PIPE, ...more });
const tap = (id: string, groundM: number): Plan['nodes'][number] => ({
  id,
  kind: 'outlet',
  groundM,
  ratedFlowLpm: 8,
  ratedPressureKPa: 50,
});
/** A tank, a tee, two taps behind it. */
const TEE = planOf(
  [
    {
      id: 'tank',
      kind: 'tank',
      groundM: 40,
      shape: { type: 'vertical-cylinder', diameterM: 2, heightM: 2 },
      outletM: 0,
      overflowM: 1.9,
      startLevelM: 1,
    },
    { id: 'tee', kind: 'junction', groundM: 30 },
    tap('high', 25),
    tap('low', 20),
  ],
  [
    { id: 'main', from: 'tank', to: 'tee', legs: [leg(36, { depthM: 0.5 }), leg(30)] },
    { id: 'a', from: 'tee', to: 'high', legs: [leg(25)] },
    { id: 'b', from: 'tee', to: 'low', legs: [leg(20)] },
  ],
);
const solved = (plan: Plan): { c: Compiled; result: PlanResult } => {
  const c = compilePlan(plan);
  return { c, result: solvePlan(c) };
};

describe('what flows through a line', () => {
  const { c, result } = solved(TEE);
  it('is what its tap takes', () => {
    const w = lineFlowWorking(c, result, 'a');
    expect(w?.result.value).toBeCloseTo(result.nodes.get('high')?.flow ?? NaN, 12);
    expect(w && ruleValue(w)).toBeCloseTo(w?.result.value ?? NaN, 12);
    expect(w?.terms.map((t) => t.name)).toEqual(['taken at high']);
  });
  it('at a tee is what goes on by the lines behind it', () => {
    const w = lineFlowWorking(c, result, 'main');
    const [high, low] = ['high', 'low'].map((id) => result.nodes.get(id)?.flow ?? NaN);
    expect(w?.result.value).toBeCloseTo(high + low, 9);
    expect(w && ruleValue(w)).toBeCloseTo(high + low, 9);
    expect(w?.terms.map((t) => t.name)).toEqual(['tee to high, out', 'tee to low, out']);
  });
  it('is told as it runs where that is against the walk', () => {
    const turned: Plan = {
      ...TEE,
      lines: TEE.lines.map((l) => (l.id === 'b' ? { ...l, from: 'low', to: 'tee', legs: [leg(30)] } : l)),
    };
    const back = solved(turned);
    const w = lineFlowWorking(back.c, back.result, 'b');
    expect(back.result.lines.get('b')?.flow).toBeLessThan(0);
    expect(w?.result.value).toBeCloseTo(Math.abs(back.result.lines.get('b')?.flow ?? NaN), 12);
    expect(w?.terms[0].name).toBe('against the way that it was walked');
  });
  it('along holes is what they give and what goes on', () => {
    const loaded = loadPlan(
      readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'),
    );
    if (!loaded.ok) throw new Error('demo plan has faults');
    const garden = solved(loaded.plan);
    const rows = [...garden.c.lines].filter(([, map]) => map.lateral);
    expect(rows.length).toBeGreaterThan(2);
    for (const [id, map] of rows) {
      const w = lineFlowWorking(garden.c, garden.result, id);
      expect(w && ruleValue(w), id).toBeCloseTo(Math.abs(garden.result.lines.get(id)?.flow ?? NaN), 9);
      // each leg has the speed of the most that runs in it
      map.plan.legs.forEach((_, k) => {
        const speed = speedWorking(garden.c, garden.result, id, k);
        expect(speed?.result.value, `${id} ${k}`).toBeCloseTo(garden.result.lines.get(id)?.segmentSpeed[k] ?? NaN, 12);
        expect(speed && ruleValue(speed)).toBeCloseTo(speed?.result.value ?? NaN, 9);
      });
    }
  });
});

describe('what stands on its pegs', () => {
  const { c, result } = solved(TEE);
  it('with all shut is the water over them', () => {
    const w = stationStaticWorking(c, result, 'main', 1);
    // water at 41 m, the pipe half a metre under ground at 36
    expect(w?.result.value).toBeCloseTo(c.water.density * GRAVITY * (41 - 35.5), 6);
    expect(w && ruleValue(w)).toBeCloseTo(w?.result.value ?? NaN, 6);
    expect(w?.along).toBe(40);
  });
  it('its pipe is its ground less its depth', () => {
    const w = pipeHeightWorking(c, 'main', 1);
    expect(w?.result.value).toBeCloseTo(35.5, 12);
    expect(w && ruleValue(w)).toBeCloseTo(35.5, 12);
  });
  it('all that it loses is what its legs lose', () => {
    const w = lineLossWorking(c, result, 'main');
    expect(w && ruleValue(w)).toBeCloseTo(result.lines.get('main')?.segmentLoss.reduce((a, b) => a + b, 0) ?? NaN, 12);
    expect(w?.terms.map((t) => t.working?.code)).toEqual(['leg-loss', 'leg-loss']);
  });
  it('of a line that is not there is nothing', () => {
    expect(lineFlowWorking(c, result, 'none')).toBeUndefined();
    expect(lineLossWorking(c, result, 'none')).toBeUndefined();
    expect(pipeHeightWorking(c, 'none', 0)).toBeUndefined();
    expect(stationStaticWorking(c, result, 'none', 0)).toBeUndefined();
  });
});
