import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compilePlan } from '../compile/index.ts';
import { loadPlan } from '../document/index.ts';
import { bestWiderPipe, refillOf, solvePlan } from '../solve/index.ts';
import { partAround, servedPlaces } from './index.ts';

const read = loadPlan(readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'));
if (!read.ok) throw new Error('demo plan has faults');
const ousel = read.plan;

describe('the part around a place', () => {
  const whole = compilePlan(ousel);
  it.each(servedPlaces(whole))('gives %s the same water as the whole plan', (id) => {
    const part = compilePlan(partAround(ousel, id));
    expect(part.plan.lines.length).toBeLessThan(ousel.lines.length);
    for (const level of ['low', 'start', 'full'] as const) {
      const [a, b] = [whole, part].map((c) => solvePlan(c, { level }).nodes.get(id));
      expect((b?.flow ?? NaN) / (a?.flow ?? NaN)).toBeCloseTo(1, 5);
      expect((b?.pressure ?? NaN) / (a?.pressure ?? NaN)).toBeCloseTo(1, 4);
    }
  });
  it('stops at tanks, goes past sources, for their yield is shared', () => {
    expect(partAround(ousel, 'low').lines.map((l) => l.id)).toEqual(['main']);
    expect(partAround(ousel, 'trays').lines.map((l) => l.id)).toEqual(['stand-bench', 'bench-sink', 'bench-trays']);
    const shared = {
      ...ousel,
      lines: [...ousel.lines, { ...ousel.lines[0], id: 'second', from: 'adit', to: 'low' }],
    };
    expect(partAround(shared, 'low').lines.map((l) => l.id)).toEqual(['adit-hill', 'main', 'second']);
  });
  it('finds the same remedy, and a trough as soon full again', () => {
    const part = compilePlan(partAround(ousel, 'low'));
    const remedy = (c: typeof part) => (({ line, legs, pipe }) => ({ line, legs, pipe }))(bestWiderPipe(c, 'low')!);
    expect(remedy(part)).toEqual(remedy(whole));
    const full = (c: typeof part): number => refillOf(c, 'low')?.refill.afterVisit ?? NaN;
    expect(full(part) / full(whole)).toBeCloseTo(1, 2);
  });
});
