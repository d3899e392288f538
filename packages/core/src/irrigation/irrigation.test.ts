// Evenness, many outlets, jets, beds: against published figures and by hand.
import { describe, expect, it } from 'vitest';
import {
  bedShape,
  bedWater,
  capillaryRise,
  chainAtRest,
  christiansen,
  compensatingLaw,
  emissionUniformity,
  emitterFlow,
  emitterHead,
  evennessOf,
  holeLaw,
  jetThrow,
  lowerQuarter,
  manyOutlets,
  pipeReservoirShare,
  ratedLaw,
} from './index.ts';
import { levelAt, volumeAt } from '../tank/index.ts';

describe('evenness', () => {
  it('by the driest quarter: the mean of the lowest n/4 over the mean (Merriam and Keller 1978)', () => {
    // ten catch cans, the lowest two of ten (n/4 rounded down) by hand: (70 + 80)/2 over 100
    expect(lowerQuarter([70, 80, 90, 95, 100, 100, 105, 110, 120, 130])).toBeCloseTo(0.75, 12);
    expect(lowerQuarter([3])).toBe(1);
  });
  it('by Christiansen (1942): one less the mean deviation over the mean', () => {
    expect(christiansen([80, 120, 100, 100])).toBeCloseTo(0.9, 12);
    expect(christiansen([5, 5, 5])).toBe(1);
  });
  it('by emission uniformity (Keller and Karmeli 1974): cv 0.07, one emitter a plant, 3.6 of 4.0 L/h give 82 %', () => {
    // 100 (1 − 1.27 · 0.07) · 3.6/4.0 = 82.0; two emitters a plant: 84.3 (worked by the published formula)
    const flows = [3.6, 4.4, 4, 4];
    expect(100 * emissionUniformity(flows, 0.07, 1)).toBeCloseTo(82, 1);
    expect(100 * emissionUniformity(flows, 0.07, 2)).toBeCloseTo(84.3, 1);
  });
  it('says nothing where nothing flows', () => {
    expect(evennessOf([0, 0]).lowerQuarter).toBeNaN();
    expect(evennessOf([]).mean).toBe(0);
  });
});

describe('Christiansen’s factor', () => {
  // handbook tables, m = 1.85 and 2
  it.each([
    [1, 1.852, 1.0045],
    [2, 1.852, 0.639],
    [5, 1.852, 0.457],
    [10, 1.852, 0.402],
    [20, 1.852, 0.376],
    [100, 1.852, 0.356],
    [10, 2, 0.385],
    [20, 1.75, 0.389],
  ])('of %i outlets at m = %s is %s', (n, m, f) => expect(manyOutlets(n, m)).toBeCloseTo(f, 2.7));
  it('is near the exact sum of i^m over N^(m+1)', () => {
    for (const n of [3, 8, 50]) {
      const exact = Array.from({ length: n }, (_, i) => (i + 1) ** 1.852).reduce((a, b) => a + b, 0) / n ** 2.852;
      expect(Math.abs(manyOutlets(n, 1.852) - exact)).toBeLessThan(2e-3);
    }
  });
});

describe('emitters', () => {
  it('by their law, and the head for a flow is its inverse', () => {
    const four = ratedLaw(4 / 3.6e6, 10.197, 0.5);
    expect(emitterFlow(four, 1) * 3.6e6).toBeCloseTo(1.253, 3);
    for (const law of [four, holeLaw(0.0012, 0.61), ratedLaw(1e-6, 5, 0.8)])
      expect(emitterFlow(law, emitterHead(law, 5e-7))).toBeCloseTo(5e-7, 15);
    expect(emitterFlow(four, -1)).toBe(0);
  });
  it('of 1 mm at 0.65 give 8.1 L/h under a metre (shared reference of drills: 0.65 A √(2 g h))', () => {
    // 0.65 · 0.7854 mm² · 4.4287 m/s
    expect(emitterFlow(holeLaw(0.001, 0.65), 1) * 3.6e6).toBeCloseTo(8.139, 2);
    expect(emitterFlow(holeLaw(0.000711, 0.65), 1) * 3.6e6).toBeCloseTo(4.12, 1);
  });
  it('that compensate are flat from their pressure up and ask for an endless head beyond', () => {
    const law = compensatingLaw(1e-6, 7);
    expect(emitterFlow(law, 7)).toBeCloseTo(1e-6, 15);
    expect(emitterFlow(law, 30)).toBe(1e-6);
    expect(emitterFlow(law, 7 / 4)).toBeCloseTo(0.5e-6, 15);
    expect(emitterHead(law, 2e-6)).toBe(Infinity);
  });
});

describe('a jet without air', () => {
  it('from a hole in a wall lands at 2 √(h y): 0.45 m of head, 0.05 m up, 0.30 m away (textbooks)', () => {
    expect(jetThrow(0.45, 0.05)).toBeCloseTo(2 * Math.sqrt(0.45 * 0.05), 12);
    expect(jetThrow(0.45, 0.05)).toBeCloseTo(0.3, 12);
  });
  it('thrown up at 45° from the ground lands at 2 h, farther than at any other angle', () => {
    expect(jetThrow(0.7, 0, Math.PI / 4)).toBeCloseTo(1.4, 12);
    for (const a of [0.3, 0.6, 1, 1.3]) expect(jetThrow(0.7, 0, a)).toBeLessThan(1.4);
    expect(jetThrow(0, 1)).toBe(0);
  });
});

describe('a bed', () => {
  const form = { area: 2.64, height: 0.41, reservoir: 0.1, waterShare: 0.7, soilShare: 0.3 };
  it('holds what its shares say, the same as a vessel and by itself', () => {
    const shape = bedShape(form);
    for (const level of [0, 0.03, 0.1, 0.113, 0.3, 0.41]) {
      expect(volumeAt(shape, level)).toBeCloseTo(bedWater(form, level), 12);
      expect(levelAt(shape, bedWater(form, level))).toBeCloseTo(level, 9);
    }
    expect(bedWater(form, 0.113)).toBeCloseTo(2.64 * (0.07 + 0.3 * 0.013), 12);
    expect(bedWater({ ...form, reservoir: 0.6 }, 0.41)).toBeCloseTo(2.64 * 0.7 * 0.41, 12);
  });
  it('1 m² by 150 mm of gravel with 40 % of pores holds 60 L (shared reference, geometry)', () => {
    expect(bedWater({ ...form, area: 1, reservoir: 0.15, waterShare: 0.4 }, 0.15)).toBeCloseTo(0.06, 12);
  });
  it('a ring of pipe in stone: its inside and the pores around it', () => {
    // 8 m of 100 mm pipe, 110 mm outside, in 2.64 m² by 0.11 m of stone with 40 % of pores, by hand
    const inside = (Math.PI / 4) * 0.1 ** 2 * 8;
    const outside = (Math.PI / 4) * 0.11 ** 2 * 8;
    const whole = 2.64 * 0.11;
    expect(pipeReservoirShare(0.1, 0.11, 8, 2.64, 0.11, 0.4)).toBeCloseTo(
      (inside + 0.4 * (whole - outside)) / whole,
      9,
    );
    expect(pipeReservoirShare(0.1, 0.11, 0, 2.64, 0.11, 0.4)).toBeCloseTo(0.4, 12);
  });
  it('soil of 0.1 mm pores lifts water 297 mm, of 1 mm 30 mm (Jurin’s law, 20 °C)', () => {
    expect(Math.abs(capillaryRise(1e-4) * 1000 - 297)).toBeLessThan(1);
    expect(capillaryRise(1e-3) * 1000).toBeCloseTo(29.7, 0);
  });
  it('a chain without beds has nothing to shim', () => expect(chainAtRest(1, []).bucketShim).toBe(0));
});
