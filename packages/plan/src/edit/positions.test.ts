import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crossChecks, loadPlan } from '../document/index.ts';
import { layoutOf } from '../positions/index.ts';
import type { Line, Plan } from '../schema/index.ts';
import {
  addPlace,
  type PresetKey,
  applyCommand,
  joinEnd,
  joinLegs,
  keepLayout,
  lineOn,
  moveTee,
  riseOf,
  setDrawn,
  setPosition,
  slidePlace,
  splitLeg,
  swapEnds,
  type Command,
} from './index.ts';

/** A tee at the end of a leg, and a line from it to a new place. */
const branchAt = (plan: Plan, line: string, leg: number, key: PresetKey) => {
  const command = addPlace(plan, key, { by: 'line', at: { line, leg } });
  if (command.line === undefined) throw new Error('no line');
  return { ...command, line: command.line };
};

const load = (name: string): Plan => {
  const read = loadPlan(readFileSync(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'));
  if (!read.ok) throw new Error('demo plan has faults');
  return read.plan;
};
const ousel = load('ousel-bank');
const tarn = load('tarn-foot');
const after = (p: Plan, ...commands: Command[]): Plan => commands.reduce((q, c) => applyCommand(q, c)?.plan ?? q, p);
const main = (p: Plan): Line => p.lines.find((l) => l.id === 'main') as Line;
const node = (p: Plan, id: string) => p.nodes.find((n) => n.id === id);
const length = (l: Line): number => l.legs.reduce((sum, g) => sum + g.lengthM, 0);

describe('positions', () => {
  it('that move leave a measured length as it was, and take a drawn one along', () => {
    const moved = setPosition({ line: 'main', leg: 0 }, 30, 40);
    expect(main(after(ousel, moved)).legs.map((l) => l.lengthM)).toEqual(main(ousel).legs.map((l) => l.lengthM));
    const drawn = after(ousel, setDrawn('main', 0, true), moved);
    // by hand: 50 m on the flat from (0, 0) to (30, 40), falling 1.5 m: sqrt(2500 + 2.25)
    expect(main(drawn).legs[0].lengthM).toBeCloseTo(50.0225, 3);
    expect(main(drawn).legs[1].lengthM).toBe(72);
    expect(riseOf(drawn, main(drawn), 0)).toBe(riseOf(ousel, main(ousel), 0));
  });
  it('of a place move the ends of its lines', () => {
    const p = after(ousel, setPosition({ node: 'low' }, 400, 10));
    expect(main(p).legs[5]).toMatchObject({ endEastingM: 400, endNorthingM: 10 });
    expect(crossChecks(p)).toEqual([]);
  });
  it('are shared out by a split, taken over by a join, turned with swapped ends', () => {
    const parted = after(ousel, splitLeg('main', 1, 18));
    const [a, b] = [main(ousel).legs[0], main(ousel).legs[1]];
    expect(main(parted).legs[1].endEastingM).toBeCloseTo(
      (a.endEastingM ?? 0) + 0.25 * ((b.endEastingM ?? 0) - (a.endEastingM ?? 0)),
      3,
    );
    expect(main(after(parted, joinLegs('main', 1))).legs[1].endEastingM).toBe(b.endEastingM);
    const swapped = after(ousel, swapEnds('main'));
    expect(main(swapped).legs.at(-1)).toMatchObject({ endEastingM: 0, endNorthingM: 0 });
    expect(main(after(swapped, swapEnds('main'))).legs.map((l) => l.endEastingM)).toEqual(
      main(ousel).legs.map((l) => l.endEastingM),
    );
  });
});

describe('a sketch', () => {
  it('keeps every length on the flat and every place apart', () => {
    const layout = layoutOf(tarn);
    expect(layout.known).toBe(0);
    expect(layout.sketchedLines).toBe(tarn.lines.length);
    for (const line of tarn.lines) {
      const spots = layout.lines.get(line.id) ?? [];
      let ground = node(tarn, line.from)?.groundM ?? 0;
      line.legs.forEach((leg, k) => {
        const run = Math.hypot(spots[k + 1].x - spots[k].x, spots[k + 1].y - spots[k].y);
        expect(run ** 2 + (leg.endGroundM - ground) ** 2).toBeCloseTo(leg.lengthM ** 2, 4);
        ground = leg.endGroundM;
      });
    }
    const places = [...layout.nodes.values()].map((s) => `${s.x.toFixed(1)} ${s.y.toFixed(1)}`);
    expect(new Set(places).size).toBe(places.length);
  });
  it('leaves what is known where it is', () => {
    const layout = layoutOf(ousel);
    expect(layout.sketchedLines).toBe(0);
    expect(layout.nodes.get('kitchen')).toEqual({ x: 57, y: -26, sketched: false });
  });
  it('taken as positions is drawn the same, and sketched no more', () => {
    const kept = after(tarn, keepLayout(layoutOf(tarn)));
    expect(layoutOf(kept).sketchedLines).toBe(0);
    for (const [id, spots] of layoutOf(tarn).lines)
      spots.forEach((s, k) => expect(layoutOf(kept).lines.get(id)?.[k].x).toBeCloseTo(s.x, 3));
    expect(kept.lines.map(length)).toEqual(tarn.lines.map(length));
  });
});

describe('a place slid along the slope', () => {
  it('is lower where the ground falls on, and its line longer (by hand)', () => {
    // the last leg falls 0.65 m over 96 m: 48 m further the trough stands 0.325 m lower
    const p = after(ousel, slidePlace('main', 'to', 382 + 48));
    expect(length(main(p))).toBeCloseTo(430, 6);
    expect(node(p, 'low')?.groundM).toBeCloseTo(732.4 - 0.325, 3);
    expect(crossChecks(p)).toEqual([]);
  });
  it('back up the line leaves the ground between as it was walked', () => {
    const p = after(ousel, slidePlace('main', 'to', 200));
    // leg 4 runs from 140 m at 740.40 to 232 m at 733.75
    expect(node(p, 'low')?.groundM).toBeCloseTo(740.4 - (6.65 * 60) / 92, 3);
    expect(main(p).legs).toHaveLength(4);
    expect(main(p).legs.slice(0, 3)).toEqual(main(ousel).legs.slice(0, 3));
  });
  it('at the head of a line takes the other lines along', () => {
    const p = after(ousel, slidePlace('main', 'from', 12));
    expect(node(p, 'hill')?.groundM).toBeCloseTo(741.25, 4);
    expect(length(main(p))).toBeCloseTo(370, 6);
    const adit = p.lines.find((l) => l.id === 'adit-hill') as Line;
    expect(adit.legs[0].lengthM).toBeCloseTo(14 + 12, 6);
    expect(adit.legs[0].endGroundM).toBe(node(p, 'hill')?.groundM);
    expect(crossChecks(p)).toEqual([]);
  });
  it('anywhere gives a sound plan with every leg longer than nothing', () => {
    fc.assert(
      fc.property(fc.double({ min: -300, max: 900, noNaN: true }), fc.constantFrom('from', 'to'), (at, end) => {
        const p = after(ousel, slidePlace('main', end, at));
        expect(crossChecks(p)).toEqual([]);
        expect(Math.min(...p.lines.flatMap((l) => l.legs.map((g) => g.lengthM)))).toBeGreaterThan(0);
      }),
      { numRuns: 200 },
    );
  });
});

describe('a line led to a place that is there', () => {
  it('closes a loop, ends at the height of the place and takes the lost end away', () => {
    const first = branchAt(ousel, 'main', 1, 'tee');
    const a = after(ousel, first);
    const second = branchAt(a, main(a).id, 0, 'tap');
    const b = after(a, second, joinEnd(second.line, first.node));
    const line = b.lines.find((l) => l.id === second.line) as Line;
    expect(line.to).toBe(first.node);
    expect(node(b, second.node)).toBeUndefined();
    expect(line.legs[0].endGroundM).toBe(node(b, first.node)?.groundM);
    expect(crossChecks(b)).toEqual([]);
  });
  it('and a spring met on the way gives into the tee', () => {
    const spring = branchAt(ousel, 'main', 1, 'spring');
    const p = after(ousel, spring);
    const line = p.lines.find((l) => l.id === spring.line) as Line;
    expect(line.from).toBe(spring.node);
    expect(crossChecks(p)).toEqual([]);
  });
});

describe('a tee moved along its line', () => {
  const branch = branchAt(ousel, 'main', 2, 'tap');
  const teed = after(ousel, branch);
  const on = lineOn(teed, 'main') as Line;
  it('moves the height with the ground and keeps the way as long as it was', () => {
    const p = after(teed, moveTee('main', 46));
    expect(length(main(p)) + length(p.lines.find((l) => l.id === on.id) as Line)).toBeCloseTo(382, 6);
    // half way along leg 4: between 740.40 and 733.75
    expect(node(p, main(p).to)?.groundM).toBeCloseTo((740.4 + 733.75) / 2, 3);
    expect(crossChecks(p)).toEqual([]);
  });
  it('there and back is where it was', () => {
    fc.assert(
      fc.property(fc.double({ min: -130, max: 230, noNaN: true }), (by) => {
        const there = after(teed, moveTee('main', by));
        const back = after(there, moveTee('main', 140 - length(main(there))));
        expect(node(back, main(back).to)?.groundM).toBeCloseTo(740.4, 2);
        expect(length(main(back))).toBeCloseTo(140, 3);
        expect(crossChecks(back)).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });
});
