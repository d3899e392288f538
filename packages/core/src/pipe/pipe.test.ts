import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import recorded from '../reference/recorded.json' with { type: 'json' };
import {
  boreArea,
  colebrook,
  criticalTime,
  darcyLoss,
  frictionFactor,
  hazenLoss,
  insertFittingK,
  minorLoss,
  orificeFlow,
  reynoldsNumber,
  surge,
  waveSpeed,
} from './index.ts';

describe('Colebrook-White', () => {
  it.each(recorded.colebrook)('Re $reynolds, roughness $roughness (recorded from python3-fluids)', (row) => {
    expect(Math.abs(colebrook(row.reynolds, row.roughness) / row.f - 1)).toBeLessThan(1e-6);
  });
  it('satisfies its own equation to double precision', () => {
    for (const [re, e] of [
      [4000, 0.05],
      [1e5, 1e-4],
      [1e8, 0],
    ]) {
      const x = 1 / Math.sqrt(colebrook(re, e));
      expect(x + 2 * Math.log10(e / 3.7 + (2.51 * x) / re)).toBeCloseTo(0, 12);
    }
  });
});

describe('friction factor', () => {
  it('is 64/Re in laminar flow (Hagen and Poiseuille)', () => {
    expect(frictionFactor(1000, 0.001)).toBeCloseTo(0.064, 12);
  });
  it.each([2000, 4000])('joins without a step or a kink at Re %d', (re) => {
    const d = 1e-4;
    const [a, b, c] = [re - d, re, re + d].map((r) => frictionFactor(r, 0.002));
    expect(c - a).toBeCloseTo(0, 8);
    expect((c - b) / d).toBeCloseTo((b - a) / d, 8);
  });
});

describe('published examples of friction', () => {
  it('White: 6 in asphalted iron, 6 ft/s, 200 ft: f about 0.0198, 4.5 ft lost', () => {
    const d = 0.1524;
    const loss = darcyLoss(1.8288 * boreArea(d), 60.96, d, 1.2192e-4, 1.0219e-6).loss;
    expect(loss).toBeGreaterThan(1.3517 * 0.98);
    expect(loss).toBeLessThan(1.3517 * 1.02);
  });
  it('Cengel and Cimbala: 0.2 ft³/s in 2 in stainless steel, 200 ft: 27.3 ft lost', () => {
    expect(darcyLoss(5.6634e-3, 60.96, 0.0508, 2.134e-6, 0.0011215 / 998.91).loss).toBeCloseTo(8.321, 1);
  });
  it('Cengel and Cimbala: gravity line, 6 L/s, 89 m of 5 cm iron, ΣK 2.36: 27.9 m', () => {
    const friction = darcyLoss(6e-3, 89, 0.05, 2.6e-4, 0.001307 / 999.7).loss;
    expect(friction + minorLoss(6e-3, 2.36, 0.05).loss).toBeCloseTo(27.9, 0);
  });
  it('Munson, example 8.8: 12 US gal/min up 20 ft of ¾ in copper with fittings: 30.5 psi', () => {
    // kinetic energy of the jet and the rise are added by hand: p = ρg(z + h) + ½ρ(v₂² − v₁²)
    const q = 45.425e-3 / 60;
    const h = darcyLoss(q, 18.288, 0.01905, 1.524e-6, 0.00112 / 999.8).loss + minorLoss(q, 18, 0.01905).loss;
    const [jet, before] = [q / boreArea(0.0127), q / boreArea(0.01905)];
    const kPa = (999.8 * 9.80665 * (6.096 + h) + 0.5 * 999.8 * (jet ** 2 - before ** 2)) / 1000;
    expect(Math.abs(kPa / 210.3 - 1)).toBeLessThan(0.01);
  });
  it.each([
    ['1/2 in', 0.015799, 7.571, 3.56],
    ['3/4 in', 0.02093, 15.142, 3.266],
    ['1 in', 0.026645, 37.854, 5.499],
    ['1-1/2 in', 0.040894, 56.781, 1.446],
    ['2 in', 0.052502, 189.271, 3.981],
  ])('Hazen-Williams, C 150, %s Sch 40 bore (AWWA M23 form)', (_, bore, lpm, per100) => {
    expect(Math.abs(hazenLoss(lpm / 60000, 100, bore, 150).loss / per100 - 1)).toBeLessThan(2e-3);
  });
  it('NFPA 13: 100 US gal/min, C 120, 2 in: 21.67 m in 100 m', () => {
    expect(Math.abs(hazenLoss(378.541 / 60000, 100, 0.052502, 120).loss / 21.674 - 1)).toBeLessThan(0.012);
  });
});

describe('slopes', () => {
  it('of every law are its derivative', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-6, max: 5e-3, noNaN: true }), fc.constantFrom(1, -1), (size, sign) => {
        const q = sign * size;
        for (const law of [
          (x: number) => darcyLoss(x, 50, 0.025, 7e-6, 1.3e-6),
          (x: number) => hazenLoss(x, 50, 0.025, 140),
          (x: number) => minorLoss(x, 2.5, 0.025),
        ]) {
          const d = size * 1e-6;
          const numeric = (law(q + d).loss - law(q - d).loss) / (2 * d);
          expect(Math.abs(law(q).slope / numeric - 1)).toBeLessThan(1e-4);
          expect(law(-q).loss).toBeCloseTo(-law(q).loss, 12);
        }
      }),
    );
  });
  it('of friction never vanish, so that a line at rest can be solved', () => {
    expect(darcyLoss(0, 10, 0.02, 0, 1.3e-6)).toMatchObject({ loss: 0 });
    expect(darcyLoss(0, 10, 0.02, 0, 1.3e-6).slope).toBeGreaterThan(0);
    expect(hazenLoss(0, 10, 0.02, 140).slope).toBeGreaterThan(0);
  });
});

describe('fittings and orifices', () => {
  it.each(recorded.fittings.contractionCrane)(
    'an insert fitting holds the sudden contraction of Crane TP-410, β $beta',
    ({ beta, k }) => {
      // K on the pipe's velocity less the enlargement (1 − β²)² / β⁴ leaves the contraction; the library refers it to the narrow bore
      const b2 = beta * beta;
      expect(insertFittingK(beta, 0) * b2 * b2 - (1 - b2) ** 2).toBeCloseTo(k, 9);
    },
  );
  it('an orifice drains a tank in the time of Cengel and Cimbala (3 ft tank, ½ in jet, 4 to 2 ft: 757 s)', () => {
    let level = 1.2192;
    let t = 0;
    for (; level > 0.6096; t += 0.05) level -= (0.05 * orificeFlow(level, 0.0127, 1)) / boreArea(0.9144);
    expect(Math.abs(t / 757 - 1)).toBeLessThan(2e-3);
  });
  it('an orifice gives nothing without head', () => {
    expect(orificeFlow(-1, 0.01, 0.6)).toBe(0);
  });
  it('Munson, example 3.7: a 0.1 m stream under 2 m runs 0.0492 m³/s with the fall of the surface left out', () => {
    // the book's 0.0492 counts the speed in the 1 m tank: divide by √(1 − (d/D)⁴)
    expect(orificeFlow(2, 0.1, 1) / Math.sqrt(1 - 0.1 ** 4)).toBeCloseTo(0.0492, 4);
  });
});

it('Reynolds number of 10 L/min in ¾ in at 10 °C is about 7 760', () => {
  // by hand: v = 1.6667e-4 / 3.4404e-4 = 0.4844 m/s; Re = 0.4844 × 0.02093 / 1.3063e-6 = 7 762
  expect(reynoldsNumber(1e-2 / 60, 0.02093, 1.3063e-6)).toBeCloseTo(7762, -1);
});

describe('water hammer', () => {
  // AWWA M23 / C900: a = 4660/√(1 + (K/E)(DR − 2)) ft/s with K 300,000 and E 400,000 psi; psi per ft/s as tabulated
  it.each([
    [14, 449.2, 136.5],
    [18, 393.9, 120.0],
    [25, 332.5, 101.4],
  ])('PVC of DR %d: wave %d m/s, %d kPa for each foot a second', (dr, wave, kPa) => {
    // 4,660 ft/s of sound in water is the square root of K over a density of 1,025.6
    const a = waveSpeed(2.068e9 / 1420.4 ** 2, 2.758e9, dr - 2);
    expect(Math.abs(a / wave - 1)).toBeLessThan(0.006);
    expect(Math.abs(surge(1000, a, 0.3048, 1000, 0) / 1000 / kPa - 1)).toBeLessThan(0.006);
  });
  it('Joukowsky (1898): stopping 1.2 m/s at 400 m/s raises 480 kPa', () => {
    expect(surge(1000, 400, 1.2, 120, 0.1)).toBeCloseTo(480_000, 6);
  });
  it('slower than 2L/a is gentler, in proportion (Michaud)', () => {
    expect(criticalTime(120, 400)).toBeCloseTo(0.6, 12);
    expect(surge(1000, 400, 1.2, 120, 0.6)).toBeCloseTo(480_000, 6);
    expect(surge(1000, 400, 1.2, 120, 2.4)).toBeCloseTo(120_000, 6);
    expect(surge(1000, 400, -1.2, 120, 2.4)).toBeCloseTo(120_000, 6);
  });
});
