// Every place and every line of a plan stands in one strip, whatever hangs loose.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addPlace, applyCommand, joinSpots, PRESETS, type Command } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { demoPlan } from '../../testing/page.ts';
import { spreadScale, stripsOf } from './strips.ts';

const EMPTY: Plan = { format: 'vernal-slope/plan', version: 1, title: 'Mine', nodes: [], lines: [] };
const after = (plan: Plan, command: Command): Plan => applyCommand(plan, command)?.plan ?? plan;

function whole(plan: Plan): void {
  const strips = stripsOf(plan);
  const first = strips.flatMap((s) => s.places.filter((p) => !p.again).map((p) => p.id));
  expect(first.sort()).toEqual(plan.nodes.map((n) => n.id).sort());
  const legs = strips.flatMap((s) => s.legs.map((l) => `${l.line} ${l.leg}`));
  expect(legs.sort()).toEqual(plan.lines.flatMap((l) => l.legs.map((_, k) => `${l.id} ${k}`)).sort());
  for (const s of strips) {
    // legs meet, along the strip and in height, and end at a place
    s.legs.forEach((l, k) => k > 0 && expect([l.x0, l.z0]).toEqual([s.legs[k - 1].x1, s.legs[k - 1].z1]));
    for (const l of s.legs) expect(l.x1).toBeGreaterThan(l.x0);
  }
}

describe('strips', () => {
  it('of the demo: the source first, each line that leaves a tank in its own', () => {
    const plan = demoPlan('ousel-bank');
    whole(plan);
    const strips = stripsOf(plan);
    expect(strips[0].places.map((p) => p.id)).toEqual(['adit', 'hill']);
    for (const s of strips.slice(1)) expect(s.places[0].again).toBe(true);
  });
  it('of a bare plan: none; of one spring: itself, loose', () => {
    expect(stripsOf(EMPTY)).toEqual([]);
    const one = after(EMPTY, addPlace(EMPTY, 'spring', { by: 'later' }));
    expect(stripsOf(one)).toMatchObject([{ legs: [], places: [{ id: 'spring', loose: 'feeds-nothing' }] }]);
  });
  it('of a roof: straight into its tank', () => {
    const tank = after(EMPTY, addPlace(EMPTY, 'tank', { by: 'later' }));
    const roof = after(tank, addPlace(tank, 'roof', { by: 'hand', tank: 'tank' }));
    expect(stripsOf(roof)).toMatchObject([
      { hand: { from: 'roof', to: 'tank' }, places: [{ id: 'roof' }, { id: 'tank' }] },
    ]);
  });
  it('of any net, loops and loose ends too', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            key: fc.constantFrom(...PRESETS.map((p) => p.key)),
            a: fc.nat(50),
            b: fc.nat(50),
            join: fc.boolean(),
          }),
          {
            maxLength: 25,
          },
        ),
        (steps) => {
          let plan = EMPTY;
          for (const s of steps) {
            const place = (k: number): { place: string } => ({ place: plan.nodes[k % plan.nodes.length].id });
            plan = after(
              plan,
              s.join && plan.nodes.length > 1
                ? joinSpots(plan, place(s.a), place(s.b))
                : addPlace(
                    plan,
                    s.key,
                    plan.nodes.length > 0 && s.a % 3 > 0 ? { by: 'line', at: place(s.b) } : { by: 'later' },
                  ),
            );
          }
          whole(plan);
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('a strip that is spread', () => {
  it('has its places a thumb apart, as far as four times', () => {
    for (const strip of stripsOf(demoPlan('ousel-bank'))) {
      const scale = spreadScale(strip, 0.8, 52);
      const apart = strip.places.slice(1).map((p, k) => scale * (p.x - strip.places[k].x));
      for (const px of apart) expect(px).toBeGreaterThanOrEqual(52 - 1e-9);
    }
    const places = [{ x: 0 }, { x: 2 }] as unknown as Parameters<typeof spreadScale>[0]['places'];
    expect(spreadScale({ places }, 0.8, 52)).toBeCloseTo(3.2, 9);
  });
  it('is never drawn closer than the others, nor where a place stands alone', () => {
    const places = [{ x: 0 }, { x: 500 }] as unknown as Parameters<typeof spreadScale>[0]['places'];
    expect(spreadScale({ places }, 0.8, 52)).toBe(0.8);
    expect(spreadScale({ places: places.slice(0, 1) }, 0.8, 52)).toBe(0.8);
  });
});
