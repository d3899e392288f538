import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compilePlan } from '../compile/index.ts';
import { loadPlan } from '../document/index.ts';
import type { Line, Plan } from '../schema/index.ts';
import { heightErrors, judgePlan, legError, lineClosure, solvePlan, stationErrors } from './index.ts';

const loaded = loadPlan(
  readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'),
);
if (!loaded.ok) throw new Error('demo plan has faults');
const demo = loaded.plan;
const changed = (change: (p: Plan) => void): Plan => {
  const p = structuredClone(demo);
  change(p);
  return p;
};
const main = (p: Plan): Line => p.lines.find((l) => l.id === 'main') as Line;
const codes = (p: Plan) => {
  const c = compilePlan(p);
  return judgePlan(c, solvePlan(c));
};

describe('errors', () => {
  it('of a leg are its own when it names one, else its method’s', () => {
    const leg = main(demo).legs[0];
    // one setting of a hand level: 0.02 √2, and 0.5 mm a metre over 24 m
    expect(legError(leg)).toBeCloseTo(Math.hypot(0.02 * Math.SQRT2, 0.0005 * 24), 9);
    expect(legError({ ...leg, survey: { method: 'gps', errorM: 0.3 } })).toBe(0.3);
    expect(legError({ ...leg, survey: undefined })).toBeCloseTo(legError(leg), 9);
  });
  it('grow along the walk and never shrink', () => {
    const e = stationErrors(demo, main(demo));
    for (let k = 1; k < e.length; k++) expect(e[k]).toBeGreaterThanOrEqual(e[k - 1]);
    // the clinometer over 44 m is the worst of them: half a degree
    expect(e[3] - e[2]).toBeGreaterThan(0.3);
  });
  it('of places count from the first walk, and a known height has its own', () => {
    const errors = heightErrors(demo);
    expect(errors.get('adit')).toBe(0);
    expect(errors.get('low')).toBe(0.05);
    expect(errors.get('kitchen')).toBeGreaterThan(errors.get('hill') ?? 1);
  });
});

describe('a walk that closes on a known height', () => {
  it('says how well: 6 cm over a walk good to 40 is better than it should be', () => {
    const close = lineClosure(demo, main(demo));
    expect(close?.misclosure).toBeCloseTo(-0.06, 9);
    expect(close?.word).toBe('better');
    expect(codes(demo).find((f) => f.code === 'walk-closes')?.severity).toBe('ok');
  });
  it('is a blunder when it is far off', () => {
    const p = changed((x) => {
      const low = x.nodes.find((n) => n.id === 'low');
      if (low) low.knownGroundM = 734;
    });
    expect(codes(p).find((f) => f.code === 'walk-closes')).toMatchObject({
      severity: 'error',
      values: { word: 'blunder' },
    });
  });
});

describe('a gauge on a closed hose', () => {
  const withGauge = (kPa: number): Plan =>
    changed((x) => {
      const k = x.nodes.find((n) => n.id === 'kitchen');
      if (k) k.closedHose = [{ pressureKPa: kPa }];
    });
  it('that agrees says nothing', () => {
    // the tap stands 737.60, the water 743.43: 5.83 m, 57.2 kPa
    expect(codes(withGauge(57)).some((f) => f.code === 'gauge-contradicts')).toBe(false);
  });
  it('that contradicts the walk is held against it, in both terms', () => {
    const finding = codes(withGauge(85)).find((f) => f.code === 'gauge-contradicts');
    expect(Number(finding?.values.byGauge)).toBeCloseTo(8.67, 2);
    expect(Number(finding?.values.byWalk)).toBeCloseTo(5.83, 2);
    expect(Number(finding?.values.walkPressure)).toBeCloseTo(57_150, -2);
    expect(finding?.values.likelier).toBe('reading');
  });
});
