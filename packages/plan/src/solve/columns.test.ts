// Heads that open valves and columns of water that break: what is lost before anything runs, and what cannot run at all.
import { describe, expect, it } from 'vitest';
import { airPressure, headOfPressure, vapourPressure, waterDensity } from '@vernal-slope/core/water';
import { ruleValue } from '@vernal-slope/core/working';
import { compilePlan, lpmOfFlow } from '../compile/index.ts';
import type { Line, Plan } from '../schema/index.ts';
import { judgePlan, legLossWorking, solvePlan, type PlanResult } from './index.ts';
import { planOf as plan } from './smallplans.testdata.ts';

const PIPE = { insideDiameterMm: 26.6, roughnessMm: 0.007 };
const tank = (groundM: number): Plan['nodes'][number] => ({
  id: 'top',
  kind: 'tank',
  groundM,
  shape: { type: 'vertical-cylinder', diameterM: 2, heightM: 2 },
  outletM: 0,
  overflowM: 1.9,
  startLevelM: 1,
});
const run = (p: Plan): PlanResult => solvePlan(compilePlan(p));
const lpm = (r: PlanResult, id: string): number => lpmOfFlow(r.nodes.get(id)?.flow ?? NaN);
const codes = (p: Plan): string[] => {
  const c = compilePlan(p);
  return judgePlan(c, solvePlan(c)).map((f) => f.code);
};

describe('a check valve with a spring', () => {
  /** Water `head` metres over a trough's free end, down 60 m of pipe. */
  const line = (head: number, fittings: NonNullable<Line['legs'][number]['fittings']>): Plan =>
    plan(
      [
        tank(10 + head - 1),
        {
          id: 'end',
          kind: 'trough',
          groundM: 10,
          shape: { type: 'box', lengthM: 1, widthM: 1, heightM: 1 },
          overflowM: 0.9,
          startLevelM: 0.5,
          inlet: { at: 'top', heightM: 0 },
        },
      ],
      [{ id: 'l', from: 'top', to: 'end', legs: [{ lengthM: 60, endGroundM: 10, pipe: PIPE, fittings }] }],
    );
  const spring = [{ type: 'spring-check', count: 1 }];
  const plain = [{ k: 5, count: 1 }];
  it('takes 3.4 kPa, 0.35 m, from whatever runs: it gives what a plain valve gives with so much less head', () => {
    const opens = headOfPressure(3400, waterDensity(10));
    expect(opens).toBeCloseTo(0.347, 3);
    for (const head of [0.4, 0.5, 1, 3]) {
      const [with_, less] = [lpm(run(line(head, spring)), 'end'), lpm(run(line(head - opens, plain)), 'end')];
      expect(with_ / less).toBeCloseTo(1, 6);
      expect(with_).toBeLessThan(lpm(run(line(head, plain)), 'end'));
    }
  });
  it('lets nothing through below that, and says nothing good of it', () => {
    const r = run(line(0.3, spring));
    expect(r.converged).toBe(true);
    expect(lpm(r, 'end')).toBe(0);
    expect(lpm(run(line(0.3, plain)), 'end')).toBeGreaterThan(5);
  });
  it('opens at what is entered of it, two in a row at twice that', () => {
    expect(lpm(run(line(0.3, [{ type: 'spring-check', count: 1, openingKPa: 1 }])), 'end')).toBeGreaterThan(0);
    expect(lpm(run(line(0.6, [{ type: 'spring-check', count: 2 }])), 'end')).toBe(0);
    expect(lpm(run(line(0.6, spring)), 'end')).toBeGreaterThan(0);
  });
  it('stands in the working of its leg, which adds up', () => {
    const c = compilePlan(line(1, spring));
    const r = solvePlan(c);
    const w = legLossWorking(c, r, 'l', 0);
    if (!w) throw new Error('no working');
    expect(w.terms.map((t) => t.key)).toContain('o');
    expect(ruleValue(w)).toBeCloseTo(r.lines.get('l')?.segmentLoss[0] ?? NaN, 6);
  });
  it('as any check valve that is fitted, lets nothing run back', () => {
    const low = plan(
      [
        { ...tank(5), id: 'low' },
        { ...tank(20), id: 'high' },
        { id: 'tee', kind: 'junction', groundM: 3 },
        { id: 'tap', kind: 'outlet', groundM: 2, ratedFlowLpm: 20, ratedPressureKPa: 50 },
      ],
      [
        {
          id: 'a',
          from: 'low',
          to: 'tee',
          legs: [{ lengthM: 20, endGroundM: 3, pipe: PIPE, fittings: [{ type: 'swing-check' }] }],
        },
        { id: 'b', from: 'high', to: 'tee', legs: [{ lengthM: 20, endGroundM: 3, pipe: PIPE }] },
        { id: 'c', from: 'tee', to: 'tap', legs: [{ lengthM: 20, endGroundM: 2, pipe: PIPE }] },
      ],
    );
    const r = run(low);
    expect(r.lines.get('a')?.flow).toBe(0);
    expect(r.lines.get('b')?.flow).toBeGreaterThan(0);
  });
});

describe('a siphon that is counted on', () => {
  /** Water at 11 m over a crest and down a long fall to a tap. */
  const over = (crest: number, foot: number, site: Plan['site'] = {}): Plan =>
    plan(
      [tank(10), { id: 'tap', kind: 'outlet', groundM: foot, ratedFlowLpm: 60, ratedPressureKPa: 50 }],
      [
        {
          id: 'l',
          from: 'top',
          to: 'tap',
          legs: [
            { lengthM: 20, endGroundM: crest, pipe: PIPE },
            { lengthM: 60, endGroundM: foot, pipe: PIPE },
          ],
        },
      ],
      { settings: { siphons: 'allowed' }, site },
    );
  const crestPressure = (p: Plan): number => run(p).lines.get('l')!.pressure[1] / 1000;
  it('runs while its crest is over the vapour’s pressure, and is told to be under suction', () => {
    const p = over(13, 0);
    expect(lpm(run(p), 'tap')).toBeGreaterThan(5);
    expect(crestPressure(p)).toBeLessThan(0);
    expect(codes(p)).toContain('hump-suction');
  });
  it('does not run where the full pipe would be under −127 kPa: it breaks, and that is said', () => {
    const p = over(17, -40);
    const c = compilePlan(p);
    const r = solvePlan(c);
    expect(r.converged).toBe(true);
    expect(lpm(r, 'tap')).toBe(0);
    const found = judgePlan(c, r);
    const broken = found.find((f) => f.code === 'siphon-breaks');
    expect(broken).toMatchObject({ at: 'l', severity: 'error' });
    // what the full line would ask, and what the air and the vapour leave at sea level and 10 °C: 101.3 − 1.2 kPa
    const v = broken?.values as { asks: number; least: number };
    expect(v.asks / 1000).toBeLessThan(-101);
    expect(v.least / 1000).toBeCloseTo(-(101.325 - 1.228), 2);
    expect(found.filter((f) => f.severity === 'ok' && f.at === 'tap')).toEqual([]);
    // each part stands with the water on its own side
    expect(r.lines.get('l')?.grade[0]).toBeCloseTo(11, 6);
  });
  it('breaks sooner high up and where the water is warm (ISO 2533; IAPWS)', () => {
    // the least crest, to a decimetre, at which it runs no more
    const breaksAt = (site: Plan['site']): number => {
      for (let crest = 12; crest < 22; crest += 0.1) if (lpm(run(over(crest, -15, site)), 'tap') === 0) return crest;
      return Infinity;
    };
    const low = breaksAt({});
    expect(low).toBeLessThan(21.2);
    const highUp = breaksAt({ altitudeM: 2500 });
    const warm = breaksAt({ waterTemperatureC: 60 });
    // 26.6 kPa less air at 2,500 m, 18.7 kPa more vapour at 60 °C: near so many metres of water
    expect(low - highUp).toBeGreaterThan(0.7 * headOfPressure(airPressure(0) - airPressure(2500), 999.7));
    expect(low - highUp).toBeLessThan(1.5 * headOfPressure(airPressure(0) - airPressure(2500), 999.7));
    expect(low - warm).toBeGreaterThan(0.5 * headOfPressure(vapourPressure(60) - vapourPressure(10), 999.7));
  });
  it('near breaking says how near', () => {
    let p = over(13, -10);
    for (let crest = 13; crest < 20; crest += 0.25) {
      const next = over(crest, -10);
      if (lpm(run(next), 'tap') === 0) break;
      p = next;
    }
    const c = compilePlan(p);
    const near = judgePlan(c, solvePlan(c)).find((f) => f.code === 'hump-suction');
    expect(near?.values).toMatchObject({ near: 'near' });
  });
  it('gives the same whichever way its line is drawn, and from an earlier answer as from none', () => {
    const p = over(17, -40);
    const parted = (reversed: boolean): Plan => {
      const legs = [
        { lengthM: 18, endGroundM: 17, pipe: PIPE },
        { lengthM: 30, endGroundM: -10, pipe: PIPE },
      ];
      const back = [
        { ...legs[1], endGroundM: 17 },
        { ...legs[0], endGroundM: 10.2 },
      ];
      return plan(
        [
          tank(10),
          { id: 'a', kind: 'junction', groundM: 10.2 },
          { id: 'b', kind: 'junction', groundM: -10 },
          { id: 'tap', kind: 'outlet', groundM: -40, ratedFlowLpm: 60, ratedPressureKPa: 50 },
        ],
        [
          { id: 'up', from: 'top', to: 'a', legs: [{ lengthM: 2, endGroundM: 10.2, pipe: PIPE }] },
          reversed ? { id: 'over', from: 'b', to: 'a', legs: back } : { id: 'over', from: 'a', to: 'b', legs },
          { id: 'down', from: 'b', to: 'tap', legs: [{ lengthM: 30, endGroundM: -40, pipe: PIPE }] },
        ],
        { settings: { siphons: 'allowed' } },
      );
    };
    for (const reversed of [false, true]) {
      const r = run(parted(reversed));
      expect([r.converged, lpm(r, 'tap'), codes(parted(reversed)).includes('siphon-breaks')]).toEqual([true, 0, true]);
    }
    const c = compilePlan(p);
    const first = solvePlan(c);
    expect(solvePlan(c, {}, first).nodes.get('tap')?.flow).toBe(first.nodes.get('tap')?.flow);
    const lower = compilePlan(over(12, -5));
    const fresh = solvePlan(lower).nodes.get('tap')?.flow ?? NaN;
    expect(solvePlan(lower, {}, first).nodes.get('tap')?.flow).toBeCloseTo(fresh, 9);
  });
});
