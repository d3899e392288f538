import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Working } from '@vernal-slope/core/working';
import { compilePlan } from '../compile/index.ts';
import { loadPlan } from '../document/index.ts';
import {
  candidatesFor,
  candidateWorking,
  interactions,
  lostWorking,
  missingWorking,
  sizePlan,
  sizesCostWorking,
  sizesOf,
} from './index.ts';

const read = loadPlan(readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'));
if (!read.ok) throw new Error('demo plan has faults');
const ousel = read.plan;
const c = compilePlan(ousel);
const LEGS = [0, 1, 2, 3, 4, 5];
const list = candidatesFor(c, 'main', LEGS, sizesOf(c, 'main', 0), 'low');
const of = (w: Working | undefined): Working => {
  if (!w) throw new Error('no working');
  return w;
};
const term = (w: Working, key: string): number => w.terms.find((t) => t.key === key)?.value ?? NaN;

describe('every figure of a candidate has a working that ends in the figure', () => {
  it.each(list.map((k) => [k.label, k] as const))('%s', (_, k) => {
    const working = (figure: Parameters<typeof candidateWorking>[4]): Working =>
      of(candidateWorking(ousel, 'main', LEGS, k, figure));
    expect(working({ of: 'flow', id: 'low' }).result.value).toBeCloseTo(k.places.low.flow, 9);
    expect(working({ of: 'pressure', id: 'low' }).result.value).toBeCloseTo(k.places.low.pressure, 3);
    expect(working({ of: 'speed' }).result.value).toBeCloseTo(k.speed, 9);
    expect(working({ of: 'loss' }).result.value).toBeCloseTo(k.loss, 9);
    expect(working({ of: 'rating' }).result.value).toBeCloseTo(k.ratingUsed ?? NaN, 9);
    expect(working({ of: 'cost' }).result.value).toBeCloseTo(k.cost, 9);
    expect(working({ of: 'refill', id: 'low' }).result.value).toBeCloseTo(k.refill ?? NaN, 6);
  });
  it('and its parts make it: losses of legs, pressure over rating, price times length', () => {
    const k = list[1];
    const loss = of(candidateWorking(ousel, 'main', LEGS, k, { of: 'loss' }));
    expect(loss.terms.reduce((sum, t) => sum + t.value, 0)).toBeCloseTo(k.loss, 9);
    expect(loss.terms.every((t) => t.working !== undefined)).toBe(true);
    const rating = of(candidateWorking(ousel, 'main', LEGS, k, { of: 'rating' }));
    expect(term(rating, 'p') / term(rating, 'pr')).toBeCloseTo(rating.result.value, 9);
    const cost = of(candidateWorking(ousel, 'main', LEGS, k, { of: 'cost' }));
    expect(term(cost, 'c') * term(cost, 'L')).toBeCloseTo(k.cost, 9);
  });
});

it('what the shower loses to the kitchen is worked out from the two flows, which open in turn', () => {
  const table = interactions(c, ['shower', 'kitchen'], 'start');
  const lost = of(lostWorking(ousel, 'shower', 'kitchen'));
  expect(lost.result.value).toBeCloseTo(table.lost[0][1], 9);
  expect(1 - term(lost, 'qb') / term(lost, 'qa')).toBeCloseTo(lost.result.value, 12);
  expect(lost.terms.every((t) => t.working !== undefined)).toBe(true);
});

it('sizes found cost what their legs cost; head that is missing is what is needed less what there is', () => {
  const found = sizePlan(ousel);
  if (!found.ok) throw new Error(found.reason);
  expect(sizesCostWorking(ousel, found.sizes).result.value).toBeCloseTo(found.cost, 6);
  const none = sizePlan(ousel, { situations: [{ name: 'low', open: ['kitchen'], level: 'low' }] });
  if (none.ok || none.reason !== 'missing') throw new Error('the kitchen stands too high for low water');
  const w = missingWorking(ousel, none.missing[0]);
  expect(term(w, 'need') - term(w, 'has')).toBeCloseTo(w.result.value, 9);
  // 737.6 m and 50 kPa of water at 10 °C
  expect(term(w, 'need')).toBeCloseTo(737.6 + 50_000 / (999.7 * 9.80665), 2);
});
