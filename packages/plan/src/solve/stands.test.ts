import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compilePlan, flowFromLpm, pascals } from '../compile/index.ts';
import { loadPlan } from '../document/index.ts';
import type { Plan } from '../schema/index.ts';
import { heightFor, solvePlan, standFor, standWorking } from './index.ts';

const read = loadPlan(readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'));
if (!read.ok) throw new Error('demo plan has faults');
const ousel = read.plan;
const onStand = (p: Plan, stand: number): Plan => ({
  ...p,
  nodes: p.nodes.map((n) => (n.id === 'hill' && n.kind === 'tank' ? { ...n, standM: stand } : n)),
});

/** A tank, a shared pipe to a tee, two taps of the same height; laminar by its bore, so that the sum is easy. */
const tee: Plan = {
  format: 'vernal-slope/plan',
  version: 1,
  title: 'Tee',
  nodes: [
    {
      id: 'hill',
      kind: 'tank',
      groundM: 100,
      shape: { type: 'vertical-cylinder', diameterM: 1, heightM: 1.5 },
      outletM: 0.05,
      overflowM: 1.4,
    },
    { id: 'tee', kind: 'junction', groundM: 95 },
    { id: 'near', kind: 'outlet', groundM: 95, heightM: 1, ratedFlowLpm: 6, ratedPressureKPa: 60, exponent: 0.5 },
    { id: 'far', kind: 'outlet', groundM: 95, heightM: 1, ratedFlowLpm: 6, ratedPressureKPa: 60, exponent: 0.5 },
  ],
  lines: [
    { id: 'a', from: 'hill', to: 'tee', legs: [{ lengthM: 60, endGroundM: 95, pipe: 'astm-d2239-sidr15/1' }] },
    { id: 'b', from: 'tee', to: 'near', legs: [{ lengthM: 5, endGroundM: 95, pipe: 'astm-d2239-sidr15/1' }] },
    { id: 'c', from: 'tee', to: 'far', legs: [{ lengthM: 80, endGroundM: 95, pipe: 'astm-d2239-sidr15/1' }] },
  ],
};

describe('the stand of a tank', () => {
  it('agrees with the sum in series where one line leads to one outlet', () => {
    const c = compilePlan(ousel);
    const series = heightFor(c, 'low');
    const found = standFor(ousel, { tank: 'hill', outlets: ['low'] });
    expect(found.ok && found.stand).toBeCloseTo(series?.answer.stand ?? NaN, 3);
    expect(found.ok && found.staticOnly).toBeCloseTo(series?.answer.staticOnly ?? NaN, 9);
  });
  it('agrees with solve at the height found, within 1 mm of stand, for outlets that share a line', () => {
    const found = standFor(tee, { tank: 'hill', outlets: ['near', 'far'] });
    if (!found.ok) throw new Error('a stand would do');
    // at its rated pressure an outlet gives its rated flow: the governing one by its own law, the other gives more
    expect(found.governing).toBe('far');
    const solved = (stand: number): number => {
      const c = compilePlan(onStand(tee, stand));
      return solvePlan(c, { level: 'low' }).nodes.get('far')?.pressure ?? 0;
    };
    // with both as they run the near one draws more than it is rated for, so a little more stand is needed than asked
    expect(solved(found.stand)).toBeLessThanOrEqual(pascals(60) + 1);
    const both = standFor(tee, { tank: 'hill', outlets: ['far'], open: ['near'] });
    if (!both.ok) throw new Error('a stand would do');
    expect(both.stand).toBeGreaterThan(found.stand);
    expect(Math.abs(solved(both.stand) - pascals(60))).toBeLessThan(9.8);
    expect(solved(both.stand - 0.001)).toBeLessThan(pascals(60));
  });
  it('is nothing where the ground is high enough, and the height alone is told below nothing', () => {
    const found = standFor(tee, { tank: 'hill', outlets: ['near'], pressure: pascals(5), flow: flowFromLpm(1) });
    expect(found).toMatchObject({ ok: true, stand: 0 });
    expect(found.ok && found.staticOnly).toBeLessThan(0);
  });
  it('that none would do is said, and who is short', () => {
    expect(standFor(tee, { tank: 'hill', outlets: ['far'], flow: flowFromLpm(4000) })).toMatchObject({
      ok: false,
      reason: 'too-high',
      governing: 'far',
    });
  });
  it('has a working that adds up', () => {
    const asked = { tank: 'hill', outlets: ['far'], open: ['near'] };
    const found = standFor(tee, asked);
    if (!found.ok) throw new Error('a stand would do');
    const { terms, result } = standWorking(tee, asked, found);
    const [zo, hp, h, zg, y] = terms.map((t) => t.value);
    expect(zo + hp + h - zg - y).toBeCloseTo(result.value, 4);
  });
  it('raised never lowers any outlet', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (stand, more) => {
          const flows = (s: number): number[] => {
            const r = solvePlan(compilePlan(onStand(ousel, s)), { level: 'low' });
            return ['kitchen', 'shower', 'low'].map((id) => r.nodes.get(id)?.flow ?? 0);
          };
          const [a, b] = [flows(stand), flows(stand + more)];
          a.forEach((q, k) => expect(b[k]).toBeGreaterThanOrEqual(q - 1e-9));
        },
      ),
      { numRuns: 40 },
    );
  });
});
