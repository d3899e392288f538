import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compilePlan } from '../compile/index.ts';
import { checkPlan } from '../document/index.ts';
import { judgePlan, solvePlan } from '../solve/index.ts';
import { OUTLET_CHOICES, quickPlan, type OutletChoice } from './index.ts';

const choices = Object.keys(OUTLET_CHOICES) as OutletChoice[];

describe('quick start', () => {
  it('makes a sound plan of any sensible five figures, with the water as high as was said', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -5, max: 60, noNaN: true }),
        fc.double({ min: 70, max: 2000, noNaN: true }),
        fc.constantFrom('astm-d2239-sidr15/3/4', 'iso-4427-pe100-sdr11/32', 'rural-pe/40'),
        fc.constantFrom(...choices),
        fc.double({ min: 20, max: 50_000, noNaN: true }),
        (heightM, lengthM, pipe, outlet, tankL) => {
          const plan = quickPlan({ heightM, lengthM, pipe, outlet, tankL }, 'Quick');
          expect(checkPlan(plan)).toMatchObject({ ok: true });
          const c = compilePlan(plan);
          const r = solvePlan(c);
          expect(r.converged).toBe(true);
          const tank = r.nodes.get('tank')?.head ?? 0;
          const out = c.nodes.get('outlet')?.elevation ?? 0;
          expect(tank - out).toBeCloseTo(heightM, 3);
          expect((r.nodes.get('outlet')?.flow ?? 0) > 0).toBe(tank - out > 1e-6);
        },
      ),
      { numRuns: 100 },
    );
  });
  it('says how far an outlet stands above the water', () => {
    const c = compilePlan(
      quickPlan({ heightM: -1.3, lengthM: 50, pipe: 'rural-pe/25', outlet: 'tap', tankL: 1000 }, 'High tap'),
    );
    const found = judgePlan(c, solvePlan(c)).find((f) => f.code === 'outlet-above-water');
    expect(found?.values.above).toBeCloseTo(1.3, 3);
  });
});
