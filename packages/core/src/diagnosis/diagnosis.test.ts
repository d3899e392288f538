// Sizes by least squares against known answers, weights of causes, the measurement that parts two of them.
import { describe, expect, it } from 'vitest';
import { fitSize, misfitOf, mostTelling, rankCauses, type Candidate, type Reading } from './index.ts';

const at = (x: readonly number[], y: readonly number[], error: number): Reading[] =>
  x.map((_, k) => ({ measured: y[k], error }));

describe('a size', () => {
  it('of a straight line through the origin is that of weighted least squares', () => {
    // y = m x: m = sum(x y / s^2) / sum(x^2 / s^2)
    const x = [1, 2, 3, 5];
    const readings: Reading[] = [
      { measured: 2.1, error: 0.1 },
      { measured: 3.8, error: 0.4 },
      { measured: 6.3, error: 0.2 },
      { measured: 9.9, error: 0.5 },
    ];
    const top = x.reduce((sum, v, k) => sum + (v * readings[k].measured) / readings[k].error ** 2, 0);
    const bottom = x.reduce((sum, v, k) => sum + (v / readings[k].error) ** 2, 0);
    const fit = fitSize(readings, { predict: (m) => x.map((v) => m * v), range: [0, 10], trials: [1, 3, 6] }, 40);
    expect(fit?.size).toBeCloseTo(top / bottom, 4);
    expect(fit?.misfit).toBeCloseTo(
      misfitOf(
        readings,
        x.map((v) => (top / bottom) * v),
      ),
      6,
    );
  });
  it('is found over orders of magnitude where it goes by factors', () => {
    const x = [1, 2, 3];
    for (const true_ of [0.02, 1, 700]) {
      const c: Candidate = {
        predict: (k) => x.map((v) => v / (1 + k)),
        range: [0.001, 1e4],
        trials: [0.01, 0.1, 1, 10, 100, 1000],
        byFactor: true,
      };
      const fit = fitSize(at(x, c.predict(true_)!.slice(), 0.001), c, 40);
      expect(Math.abs((fit?.size ?? 0) / true_ - 1)).toBeLessThan(0.01);
    }
  });
  it('passes over sizes at which nothing settles, and is none where nothing ever does', () => {
    const reading: Reading[] = [{ measured: 3, error: 1 }];
    const c: Candidate = { predict: (s) => (s > 2 && s < 4 ? [s] : undefined), range: [0, 6], trials: [1, 2.5, 5] };
    expect(fitSize(reading, c, 30)?.size).toBeCloseTo(3, 1);
    expect(fitSize(reading, { ...c, predict: () => undefined })).toBeUndefined();
  });
});

describe('weights', () => {
  const none = (misfit: number) => ({ misfit, fitted: 0 as const, common: 1 });
  const one = (misfit: number, common = 1) => ({ misfit, fitted: 1 as const, common });
  it('add to one, the least criterion first; misfit + k ln n (Schwarz 1978) and the share of a fault among the faults', () => {
    const ranked = rankCauses([none(20), one(4), one(6), one(4, 2)], 8);
    expect(ranked.reduce((sum, r) => sum + r.share, 0)).toBeCloseTo(1, 12);
    expect(ranked[0].cause.common).toBe(2);
    const [a, b] = [4 + Math.log(8) - 2 * Math.log(2 / 4), 4 + Math.log(8) - 2 * Math.log(1 / 4)];
    expect(ranked[1].behind).toBeCloseTo(b - a, 12);
    expect(ranked[1].share / ranked[0].share).toBeCloseTo(0.5, 12);
  });
  it('keep to none where a fault explains no more than chance would', () => {
    const many = Array.from({ length: 40 }, () => one(5));
    expect(rankCauses([none(9), ...many], 8)[0].cause.fitted).toBe(0);
    expect(rankCauses([none(60), ...many], 8)[0].cause.fitted).toBe(1);
  });
  it('leave out what has no figure', () => {
    expect(rankCauses([none(3), one(NaN)], 4)).toHaveLength(1);
  });
});

describe('the next measurement', () => {
  it('is the one with most standard errors between two causes, not the one with most units', () => {
    const list = [
      { first: 100, second: 110, error: 20, id: 'far' },
      { first: 5, second: 6, error: 0.2, id: 'near' },
    ];
    expect(mostTelling(list)?.of.id).toBe('near');
    expect(mostTelling(list)?.apart).toBeCloseTo(5, 12);
    expect(mostTelling([])).toBeUndefined();
  });
});
