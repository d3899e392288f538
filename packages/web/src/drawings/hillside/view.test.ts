import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { scaleLinear } from 'd3-scale';
import { describe, expect, it } from 'vitest';
import { loadPlan } from '@vernal-slope/plan/document';
import type { Plan } from '@vernal-slope/plan/schema';
import { addPlace, applyCommand, type PresetKey } from '@vernal-slope/plan/edit';
import { resultsOf } from '../../session/usePlanResults.ts';
import { alongGround, distanceTicks, grassAlong, heightTicks, waterColumns } from './drawing.ts';
import { placeLabels } from './labels.ts';
import { endsThatSlide, sectionOf } from '@vernal-slope/display/section';
import { nextLeg } from './steps.ts';
import { baseScales } from './useHillView.ts';

/** A tee at the end of a leg, and a line from it to a new place. */
const branchAt = (plan: Plan, line: string, leg: number, key: PresetKey) => {
  const command = addPlace(plan, key, { by: 'line', at: { line, leg } });
  if (command.line === undefined) throw new Error('no line');
  return { ...command, line: command.line };
};

const read = loadPlan(
  readFileSync(new URL('../../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'),
);
if (!read.ok) throw new Error('demo plan has faults');
const ousel = read.plan;
const frame = { width: 1000, height: 300, left: 100, right: 100, top: 50, bottom: 50 };

describe('scales', () => {
  it('fill the drawing where nothing else is asked (by hand)', () => {
    const { x, y } = baseScales([0, 400], [700, 720], frame, 'fit');
    expect([x(0), x(400)]).toEqual([100, 900]);
    expect([y(700), y(720)]).toEqual([250, 50]);
  });
  it('stretch heights just as many times as asked, and keep all in the frame', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 2000, noNaN: true }),
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.constantFrom(1, 2, 5, 10),
        (length, height, times) => {
          const { x, y } = baseScales([0, length], [0, height], frame, times);
          const [px, pz] = [(x(length) - x(0)) / length, (y(0) - y(height)) / height];
          expect(pz / px).toBeCloseTo(times, 6);
          expect(x(0)).toBeGreaterThanOrEqual(99.999);
          expect(x(length)).toBeLessThanOrEqual(900.001);
          expect(y(height)).toBeGreaterThanOrEqual(49.999);
          expect(y(0)).toBeLessThanOrEqual(250.001);
        },
      ),
    );
  });
});

describe('marks', () => {
  const y = scaleLinear().domain([700, 720]).range([250, 50]);
  const x = scaleLinear().domain([0, 400]).range([100, 900]);
  it('ticks stand at round figures of the unit that is shown', () => {
    expect(heightTicks(y, [50, 250], 'metric', 4).map((t) => t.text)).toEqual(['700', '705', '710', '715', '720']);
    for (const tick of heightTicks(y, [50, 250], 'us', 4)) {
      const tens = tick.z / 0.3048 / 10;
      expect(tens).toBeCloseTo(Math.round(tens), 6);
    }
    // nothing lies before the start of a line
    expect(distanceTicks(x, [0, 900], 'metric', 5)[0]).toEqual({ x: 0, text: '0' });
  });
  it('water stands only where the line is over the pipe, and only where it is seen', () => {
    const strip = {
      line: 'a',
      reversed: false,
      ground: [],
      pipe: [],
      standing: [],
      flows: true,
      running: [
        { x: 0, pipe: 710, line: 718 },
        { x: 200, pipe: 710, line: 710 },
        { x: 400, pipe: 712, line: 705 },
      ],
    };
    const columns = waterColumns([strip], x, y, 300);
    expect(columns.length).toBeGreaterThan(10);
    for (const c of columns) {
      expect(c.x).toBeLessThan(300);
      expect(c.top).toBeLessThan(c.foot);
    }
    expect(waterColumns([{ ...strip, running: strip.running.slice(1) }], x, y, 1000)).toEqual([]);
  });
  it('grass grows the same every time, and none out of sight', () => {
    const ground = [
      { x: -1e6, z: 710 },
      { x: 1e6, z: 710 },
    ];
    expect(grassAlong(ground, x, y, 500)).toBe(grassAlong(ground, x, y, 500));
    expect(grassAlong(ground, x, y, 500).split('M').length).toBeLessThan(110);
  });
});

describe('names', () => {
  const bounds = { width: 600, height: 200 };
  it('never lie over each other, nor out of the drawing', () => {
    const wanted = fc.array(
      fc.record({
        x: fc.integer({ min: -50, max: 650 }),
        y: fc.integer({ min: -20, max: 220 }),
        width: fc.integer({ min: 40, max: 150 }),
      }),
      { maxLength: 40 },
    );
    fc.assert(
      fc.property(wanted, (list) => {
        const placed = placeLabels(
          list.map((w, k) => ({ ...w, id: String(k) })),
          bounds,
        ).map((p) => {
          const half = (p.small ? 28 : list[Number(p.id)].width) / 2;
          return { x0: p.left - half, x1: p.left + half, y0: p.top, y1: p.top + 24 };
        });
        placed.forEach((a, i) => {
          expect(a.x0).toBeGreaterThanOrEqual(0);
          expect(a.x1).toBeLessThanOrEqual(bounds.width);
          for (const b of placed.slice(i + 1))
            expect(a.x1 <= b.x0 || a.x0 >= b.x1 || a.y1 <= b.y0 || a.y0 >= b.y1).toBe(true);
        });
      }),
    );
  });
  it('none lies over a mark', () => {
    const marks = Array.from({ length: 9 }, (_, k) => ({ x: 100 + 22 * k, y: 110 + 9 * (k % 3) }));
    const placed = placeLabels(
      marks.map((m, k) => ({ id: String(k), x: m.x, y: m.y - 36, width: 120 })),
      bounds,
      marks,
    );
    expect(placed.length).toBeGreaterThan(2);
    for (const p of placed) {
      const half = (p.small ? 28 : 120) / 2;
      for (const m of marks)
        expect(m.x >= p.left + half || m.x <= p.left - half || m.y >= p.top + 24 || m.y <= p.top).toBe(true);
    }
  });
  it('the first comes in full; where it is crowded a glyph is left of the rest', () => {
    const crowd = Array.from({ length: 24 }, (_, k) => ({ id: String(k), x: 60 + 20 * k, y: 100, width: 190 }));
    const placed = placeLabels(crowd, bounds);
    expect(placed[0]).toMatchObject({ id: '0', small: false, top: 100 });
    expect(placed.some((p) => p.small)).toBe(true);
  });
});

describe('from leg to leg', () => {
  const results = resultsOf(ousel);
  const section = sectionOf(results, 'low');
  it('goes along the way and stops at its ends', () => {
    expect(nextLeg(results, section, null, 1, false)?.leg).toEqual({ line: 'adit-hill', leg: 0 });
    expect(nextLeg(results, section, { line: 'main', leg: 0 }, 1, false)?.leg).toEqual({ line: 'main', leg: 1 });
    expect(nextLeg(results, section, { line: 'main', leg: 5 }, 1, false)?.leg).toEqual({ line: 'main', leg: 5 });
    expect(nextLeg(results, section, { line: 'main', leg: 0 }, -1, false)?.leg).toEqual({ line: 'adit-hill', leg: 0 });
  });
  it('takes the branch of a tee, names where it leads, and comes back', () => {
    const branch = branchAt(ousel, 'main', 2, 'tap');
    const teed = resultsOf(applyCommand(ousel, branch)?.plan ?? ousel);
    const way = sectionOf(teed, 'low');
    const step = nextLeg(teed, way, { line: 'main', leg: 2 }, 1, true);
    expect(step).toEqual({ leg: { line: branch.line, leg: 0 }, choose: branch.node });
    const back = nextLeg(teed, sectionOf(teed, branch.node), { line: 'main', leg: 2 }, 1, true);
    expect(back?.choose).toBe('low');
  });
});

describe('what can be slid', () => {
  it('is the tank at the head and the place at the end, each by its own end of the line', () => {
    const results = resultsOf(ousel);
    const ends = endsThatSlide(sectionOf(results, 'low'), results);
    expect(ends.map((e) => [e.node, e.line, e.end, e.chainage, e.shifts])).toEqual([
      ['hill', 'main', 'from', 0, true],
      ['low', 'main', 'to', 382, false],
    ]);
  });
});

describe('a flag along a line', () => {
  it('stands on the ground a share of the way along, however few stations there are', () => {
    expect(
      alongGround(
        [
          { x: 0, z: 100 },
          { x: 100, z: 90 },
        ],
        0.7,
      ),
    ).toEqual({ x: 70, z: 93 });
    expect(
      alongGround(
        [
          { x: 10, z: 5 },
          { x: 0, z: 0 },
          { x: 5, z: 1 },
        ],
        0.6,
      )?.z,
    ).toBeCloseTo(1.8, 9);
    expect(alongGround([{ x: 3, z: 7 }], 0.7)).toEqual({ x: 3, z: 7 });
    expect(alongGround([], 0.7)).toBeUndefined();
  });
});
