import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compilePlan } from '../compile/index.ts';
import { loadPlan } from '../document/index.ts';
import type { Plan } from '../schema/index.ts';
import { bestWiderPipe, refillOf, solvePlan } from '../solve/index.ts';
import { mayRun, partAround, servedPlaces } from './index.ts';

type Trough = Extract<Plan['nodes'][number], { kind: 'trough' }>;
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
    const remedy = (c: typeof part) => (({ parts, pipe }) => ({ parts, pipe }))(bestWiderPipe(c, 'low')!);
    expect(remedy(part)).toEqual(remedy(whole));
    const full = (c: typeof part): number => refillOf(c, 'low')?.refill.afterVisit ?? NaN;
    expect(full(part) / full(whole)).toBeCloseTo(1, 2);
  });
});

describe('water runs back along a line', () => {
  const back = (change: (line: Plan['lines'][number], trough: Trough) => void): boolean => {
    const plan = structuredClone(ousel);
    const line = plan.lines.find((l) => plan.nodes.find((n) => n.id === l.to)?.kind === 'trough');
    const trough = plan.nodes.find((n) => n.id === line?.to);
    if (!line || trough?.kind !== 'trough') throw new Error('no trough');
    delete line.reducerKPa;
    for (const leg of line.legs) delete leg.checkValve;
    trough.inlet = { at: 'bottom' };
    change(line, trough);
    expect(mayRun(plan, line, false)).toBe(true);
    return mayRun(plan, line, true);
  };
  it('out of a vessel through its bottom', () => expect(back(() => undefined)).toBe(true));
  it('not through an inlet at the top', () => {
    expect(back((_, trough) => void (trough.inlet = { at: 'top' }))).toBe(false);
    expect(back((_, trough) => void delete trough.inlet)).toBe(false);
  });
  it('not through a float valve, a check valve or a reducer', () => {
    const float = {
      seatMm: 6,
      dischargeCoefficient: 0.6,
      characteristic: 'snap',
      closeLevelM: 0.3,
      bandM: 0.05,
    } as const;
    expect(back((_, trough) => void (trough.inlet = { at: 'bottom', floatValve: float }))).toBe(false);
    expect(back((line) => void (line.legs[0].checkValve = true))).toBe(false);
    expect(back((line) => void (line.reducerKPa = 200))).toBe(false);
  });
});
