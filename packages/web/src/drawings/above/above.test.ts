import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readAsciiGrid, type Grid } from '@vernal-slope/plan/formats';
import { layoutOf } from '@vernal-slope/plan/positions';
import type { Plan } from '@vernal-slope/plan/schema';
import { hillshade, intervalFor, pictureOf } from '../../workers/picture.ts';
import { layoutBox, marginBox, roundBelow } from './view.ts';

const plane = (east: number, north: number): Grid => ({
  columns: 21,
  rows: 21,
  x0: 0,
  y0: 0,
  cellX: 10,
  cellY: 10,
  heights: Float32Array.from(
    { length: 441 },
    (_, k) => 100 + east * 10 * (k % 21) + north * 10 * (20 - Math.floor(k / 21)),
  ),
});
const box = { x0: 0, y0: 0, x1: 200, y1: 200 };

describe('contours', () => {
  it('of a plane that falls to the east are straight and stand where its height is theirs (by hand)', () => {
    const picture = pictureOf(plane(-0.1, 0), box);
    // 100 m in the west, 80 in the east: every metre, and each at 10 m a metre
    expect(picture?.interval).toBe(1);
    for (const line of picture?.lines ?? []) {
      const xs = [...line.d.matchAll(/[ML](-?[\d.]+) /g)].map((m) => Number(m[1]));
      for (const x of xs) expect(Math.abs(x - (100 - line.z) * 10)).toBeLessThan(0.11);
    }
    expect(picture?.lines.filter((l) => l.index).every((l) => l.z % 5 === 0)).toBe(true);
  });
  it('come at a round interval, never more than can be read', () => {
    expect(intervalFor(0.5)).toBe(0.1);
    expect(intervalFor(31)).toBe(2);
    for (const range of [0.3, 2, 17, 90, 640]) expect(range / intervalFor(range)).toBeLessThanOrEqual(24);
  });
  it('are not drawn where there is no ground', () => {
    expect(pictureOf(plane(-0.1, 0), { x0: 900, y0: 0, x1: 950, y1: 50 })).toBeUndefined();
    const holed = { ...plane(-0.1, 0), heights: new Float32Array(441).fill(NaN) };
    expect(pictureOf(holed, box)).toBeUndefined();
  });
});

describe('shading', () => {
  const middle = (g: Grid): number => hillshade(g)[10 * 21 + 10];
  it('is the same all over level ground: the sun stands 45° high', () => {
    // 1 − √½ of 255
    expect(middle(plane(0, 0))).toBe(Math.round(255 * (1 - Math.SQRT1_2)));
  });
  it('is lighter on ground that faces the north-west, darker on ground that faces away', () => {
    expect(middle(plane(0.1, -0.1))).toBeLessThan(middle(plane(0, 0)));
    expect(middle(plane(-0.1, 0.1))).toBeGreaterThan(middle(plane(0, 0)));
  });
});

describe('the box of a plan', () => {
  const plan = JSON.parse(
    readFileSync(new URL('../../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'),
  ) as Plan;
  it('holds every place, and the ground kept round it holds more', () => {
    const layout = layoutOf(plan);
    const [inner, outer] = [layoutBox(layout), marginBox(layout)];
    for (const spot of layout.nodes.values()) {
      expect(spot.x).toBeGreaterThanOrEqual(inner.x0);
      expect(spot.x).toBeLessThanOrEqual(inner.x1);
    }
    expect(outer.x0).toBeLessThanOrEqual(inner.x0 - 150);
  });
  it('of a single place still has ground in it', () => {
    const one = layoutBox(layoutOf({ ...plan, nodes: [plan.nodes[1]], lines: [] }));
    expect(one.x1 - one.x0).toBe(20);
  });
  it('the demo’s grid covers the demo’s plan', () => {
    const asc = readFileSync(new URL('../../../../../demo/valley/ousel-bank.asc', import.meta.url), 'utf8');
    const read = readAsciiGrid(asc);
    const picture = read.ok ? pictureOf(read.grid, layoutBox(layoutOf(plan))) : undefined;
    expect(picture?.lines.length).toBeGreaterThan(3);
  });
});

it.each([
  [140, 100],
  [99.9, 50],
  [49, 20],
  [2, 2],
  [0.7, 0.5],
])('a scale bar of at most %d is %d long', (most, bar) => expect(roundBelow(most)).toBeCloseTo(bar, 9));
