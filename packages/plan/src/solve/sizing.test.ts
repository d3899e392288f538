import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compilePlan, lpmOfFlow } from '../compile/index.ts';
import { loadPlan } from '../document/index.ts';
import type { Plan } from '../schema/index.ts';
import {
  candidatesFor,
  interactions,
  judgePlan,
  optionsOf,
  pricesOf,
  servedIn,
  sizePlan,
  sizesOf,
  solvePlan,
  withSizes,
  worstSituation,
} from './index.ts';

const load = (name: string): Plan => {
  const read = loadPlan(readFileSync(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'));
  if (!read.ok) throw new Error('demo plan has faults');
  return read.plan;
};
const ousel = load('ousel-bank');
const c = compilePlan(ousel);

describe('sizes found', () => {
  const found = sizePlan(ousel, { steps: 3000, starts: 1 });
  if (!found.ok) throw new Error(found.reason);
  it('serve every place of every situation, also with outlets as they really run', () => {
    expect(found.check.map((s) => s.situation)).toEqual(ousel.situations?.map((s) => s.name));
    for (const { served } of found.check) for (const s of served) expect([s.id, s.enough]).toEqual([s.id, true]);
  });
  it('leave no hump that holds the flow', () => {
    const sized = compilePlan(withSizes(ousel, found.sizes));
    const result = solvePlan(sized, optionsOf(sized, ['kitchen', 'shower', 'low'], 'start'));
    for (const line of ['main', 'bakehouse', 'bunk']) expect(result.lines.get(line)?.heldStation).toBe(-1);
  });
  it('one size smaller anywhere serves somebody less: nothing is oversized', () => {
    // a leg whose smaller size would still serve could be had cheaper
    for (const size of found.sizes) {
      const rows = sizesOf(c, size.line, size.leg);
      const at = rows.findIndex((r) => r.id === size.pipe);
      if (at === 0) continue;
      const smaller = withSizes(ousel, [...found.sizes, { ...size, pipe: rows[at - 1].id }]);
      const again = sizePlan(
        { ...smaller, lines: smaller.lines },
        { steps: 1, starts: 0, situations: ousel.situations },
      );
      expect(again.ok && again.cost).toBeGreaterThanOrEqual(found.cost * 0.999);
    }
  });
  it('in one situation of a tree are exact, and no dearer than in two', () => {
    const one = sizePlan(ousel, { situations: [{ name: 'low alone', open: ['low'], level: 'low' }] });
    expect(one.ok && one.exact).toBe(true);
    expect(one.ok && one.cost).toBeLessThanOrEqual(found.cost);
    expect(one.ok && one.bound).toBe(one.ok && one.cost);
  });
  it('bear the standing pressure: a size that would carry more but bears less is none', () => {
    // Schedule 40 by ASTM D1785 at 23 °C: 1½ in bears 2275 kPa, 2 in 1931 kPa; 220 m stand at 2160 kPa
    const down = (flow: number): Plan => ({
      format: 'vernal-slope/plan',
      version: 1,
      title: 'Down',
      site: { waterTemperatureC: 15 },
      nodes: [
        {
          id: 'tank',
          kind: 'tank',
          groundM: 220,
          shape: { type: 'box', lengthM: 1, widthM: 1, heightM: 1 },
          outletM: 0.05,
          overflowM: 0.95,
        },
        {
          id: 'tap',
          kind: 'outlet',
          groundM: 0,
          ratedFlowLpm: flow,
          ratedPressureKPa: 50,
          wants: { flowLpm: flow, pressureKPa: 50 },
        },
      ],
      lines: [
        {
          id: 'main',
          from: 'tank',
          to: 'tap',
          legs: [{ lengthM: 2500, endGroundM: 0, pipe: 'astm-d1785-sch40/1' }],
        },
      ],
    });
    const situations = [{ name: 'tap', open: ['tap'], level: 'low' as const }];
    // by Darcy and Weisbach, f near 0.022: 100 L/min lose some 113 m in 2,500 m of 1½ in and 245 m of 1¼ in
    const some = sizePlan(down(100), { situations });
    expect(some.ok && some.sizes.map((s) => s.pipe)).toEqual(['astm-d1785-sch40/1-1/2']);
    // 200 L/min lose some 430 m in 1½ in; 2 in would lose 120 m
    expect(sizePlan(down(200), { situations }).ok).toBe(false);
  });
  it('where no size can serve name the place and the metres that are missing', () => {
    const high = structuredClone(ousel);
    const tap = high.nodes.find((n) => n.id === 'kitchen');
    if (tap?.kind === 'outlet') tap.heightM = 9;
    const none = sizePlan(high, { situations: [{ name: 'kitchen', open: ['kitchen'], level: 'low' }] });
    if (none.ok || none.reason !== 'missing') throw new Error('it cannot work');
    // the tap stands at 745.6 m, its water at 742.15 m at the most, and it wants 50 kPa (5.1 m): some 8.5 m
    expect(none.missing[0]).toMatchObject({ at: 'kitchen' });
    expect(none.missing[0].by).toBeGreaterThan(8.3);
    expect(none.missing[0].by).toBeLessThan(8.8);
  });
  it('take the school of the plan: none below 1 1/4 in', () => {
    const school = sizePlan(
      { ...ousel, settings: { ...ousel.settings, leastPipe: '1-1/4' } },
      { situations: [{ name: 'low', open: ['low'], level: 'low' }] },
    );
    if (!school.ok) throw new Error(school.reason);
    for (const s of school.sizes) expect(s.pipe).toMatch(/\/(1-1\/4|1-1\/2|2)$/);
  });
  it('and lines under it are found by the judge, under that school only', () => {
    const strict = compilePlan({ ...ousel, settings: { ...ousel.settings, leastPipe: '1-1/4' } });
    const codes = (x: typeof c): string[] =>
      judgePlan(x, solvePlan(x))
        .filter((f) => f.code === 'least-pipe')
        .map((f) => f.at);
    expect(codes(strict)).toEqual(ousel.lines.map((l) => l.id));
    expect(codes(c)).toEqual([]);
  });
  it('are told in money only where every size has a price', () => {
    const rows = sizesOf(c, 'main', 0);
    expect(pricesOf(ousel, rows).unit).toBe('plastic');
    const priced = { ...ousel, prices: { pipes: rows.map((r, k) => ({ pipe: r.id, perM: 1 + k })) } };
    expect(pricesOf(priced, rows).unit).toBe('money');
    expect(pricesOf(priced, rows).perMetre(rows[2])).toBe(3);
  });
});

describe('candidates', () => {
  it('wider pipe gives more, loses less head for its flow, costs more; the present one is marked', () => {
    const list = candidatesFor(c, 'main', [0, 1, 2, 3, 4, 5], sizesOf(c, 'main', 0), 'low');
    const flows = list.map((k) => k.places.low.flow);
    expect(flows).toEqual([...flows].sort((a, b) => a - b));
    expect(list.map((k) => k.cost)).toEqual([...list.map((k) => k.cost)].sort((a, b) => a - b));
    expect(list.filter((k) => k.now).map((k) => k.pipe)).toEqual(['astm-d2239-sidr15/3/4']);
    const now = list.find((k) => k.now);
    expect(now?.places.low.flow).toBeCloseTo(solvePlan(c).nodes.get('low')?.flow ?? 0, 9);
    expect(now?.ratingUsed).toBeGreaterThan(0.1);
    expect(now?.ratingUsed).toBeLessThan(0.3);
  });
});

describe('who takes whose water', () => {
  it('kitchen and shower share a line, Low Meadow has its own (by the plan)', () => {
    const t = interactions(c, ['kitchen', 'shower', 'low']);
    const [kitchen, shower, low] = [0, 1, 2];
    expect(t.together[shower][kitchen]).toBeLessThan(t.alone[shower] * 0.95);
    expect(t.together[kitchen][shower]).toBeLessThan(t.alone[kitchen]);
    expect(t.together[low][shower]).toBeCloseTo(t.alone[low], 9);
    expect(t.together[shower][low]).toBeCloseTo(t.alone[shower], 9);
  });
  it('the worst combination is found by trying all of a few', () => {
    const worst = worstSituation(c);
    expect(worst?.complete).toBe(true);
    expect(worst?.tried).toBe(63);
    // nobody is worse off in any other combination
    const share = worst ? worst.victim.flow / (worst.victim.wantedFlow ?? 1) : 0;
    for (const open of [['kitchen'], ['shower'], ['low'], ['kitchen', 'shower'], ['kitchen', 'low']])
      for (const s of servedIn(c, solvePlan(c, optionsOf(c, open)), open))
        expect(Math.min(s.flow / (s.wantedFlow ?? 1), s.pressure / (s.wantedPressure ?? 1))).toBeGreaterThanOrEqual(
          Math.min(share, (worst?.victim.pressure ?? 0) / (worst?.victim.wantedPressure ?? 1)) - 0.01,
        );
    expect(lpmOfFlow(worst?.victim.flow ?? 0)).toBeGreaterThan(0);
  });
});
