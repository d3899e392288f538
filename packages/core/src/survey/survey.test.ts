import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  bookLevels,
  byHeights,
  clinometer,
  closure,
  contradiction,
  along,
  errorAlone,
  errorOf,
  errorOfLeg,
  from,
  gaugeError,
  gaugeFall,
  levelled,
  methodError,
  reverseWalk,
  runOf,
  simplifyTrack,
  slopeLevel,
  slopeOf,
  spreadMisclosure,
  toMetres,
  waterLevel,
  type LegError,
} from './index.ts';

const leg = fc.record({
  length: fc.double({ min: 1, max: 200, noNaN: true }),
  rise: fc.double({ min: -20, max: 20, noNaN: true }),
  error: fc.double({ min: 0, max: 1, noNaN: true }),
});
const walk = fc.array(leg, { minLength: 1, maxLength: 12 });

describe('readings', () => {
  it('water-level tube: 1.62 m at the start, 1.18 at the end: the end lies 0.44 m higher', () => {
    expect(waterLevel(1.62, 1.18).rise).toBeCloseTo(0.44, 12);
  });
  it('levelling: rise is all backsights less all foresights', () => {
    // by hand: (1.45 − 2.10) + (0.80 − 2.35) = −2.20
    expect(
      levelled(
        [
          [1.45, 2.1],
          [0.8, 2.35],
        ],
        60,
      ).rise,
    ).toBeCloseTo(-2.2, 12);
  });
  it('slope vial: 2 cm a metre over 50 m falls 1 m', () => {
    expect(slopeLevel(50, 0.02).rise).toBeCloseTo(-1, 12);
  });
  it('tape and clinometer by hand: 50 m at −6°: 5.226 m down, 49.726 m on the flat', () => {
    const m = clinometer(50, -6);
    expect(m.rise).toBeCloseTo(-5.22642, 5);
    expect(m.run).toBeCloseTo(49.72609, 5);
    // half a degree over 50 m is 0.436 m
    expect(m.error).toBeCloseTo(0.435, 3);
  });
  it('gauge on a closed, full hose: 49.0 kPa at 10 °C is 5.00 m', () => {
    expect(gaugeFall(49_000, 999.7, 9.80665).rise).toBeCloseTo(-4.998, 3);
  });
  it('heights from a satellite are poor, from a tube good', () => {
    expect(byHeights('gps', 700, 690).error).toBeGreaterThan(20 * waterLevel(1, 1).error);
  });
  it('slope and flat are the two sides of one triangle', () => {
    expect(slopeOf(40, 30)).toBe(50);
    expect(runOf(50, -30)).toBe(40);
    expect(() => runOf(2, 3)).toThrow(RangeError);
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 500, noNaN: true }),
        fc.double({ min: -80, max: 80, noNaN: true }),
        (s, a) => {
          const m = clinometer(s, a);
          expect(slopeOf(m.run ?? 0, m.rise)).toBeCloseTo(s, 9);
        },
      ),
    );
  });
  it('more settings of the level make more error, in quadrature', () => {
    expect(methodError('sight-level', 0, 4)).toBeCloseTo(2 * methodError('sight-level', 0, 1), 12);
  });
});

describe('levelling booked by rise and fall', () => {
  // the form of every textbook (two change points, closing on the first), figures worked by hand
  const book = bookLevels(
    [
      { at: 'A', back: 1.5 },
      { at: 'B', intermediate: 2.1 },
      { at: 'C', fore: 0.9, back: 1.2 },
      { at: 'D', fore: 2.45, back: 1.05 },
      { at: 'A', fore: 0.42 },
    ],
    100,
  );
  it('reduces every level', () => {
    expect(book.rows.map((r) => Number(r.level.toFixed(3)))).toEqual([100, 99.4, 100.6, 99.35, 99.98]);
    expect(book.rows.map((r) => [Number(r.rise.toFixed(2)), Number(r.fall.toFixed(2))])).toEqual([
      [0, 0],
      [0, 0.6],
      [1.2, 0],
      [0, 1.25],
      [0.63, 0],
    ]);
  });
  it('agrees in its three arithmetic checks', () => {
    for (const check of book.checks) expect(check).toBeCloseTo(-0.02, 9);
  });
  it('always agrees in them', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 0, max: 4, noNaN: true }), fc.double({ min: 0, max: 4, noNaN: true })), {
          minLength: 1,
          maxLength: 9,
        }),
        (pairs) => {
          const readings = [
            { at: '0', back: pairs[0][0] },
            ...pairs.map(([, fore], k) => ({
              at: String(k + 1),
              fore,
              ...(k + 1 < pairs.length ? { back: pairs[k + 1][0] } : {}),
            })),
          ];
          const b = bookLevels(readings, 50);
          expect(b.checks[0]).toBeCloseTo(b.checks[2], 9);
          expect(b.checks[1]).toBeCloseTo(b.checks[2], 9);
          expect(b.checks[0]).toBeCloseTo(levelled(pairs, 0).rise, 9);
        },
      ),
    );
  });
  it('refuses a book that cannot be reduced', () => {
    expect(() => bookLevels([{ at: 'A', fore: 1 }], 0)).toThrow(RangeError);
    expect(() => bookLevels([{ at: 'A', back: 1 }, { at: 'B' }], 0)).toThrow(RangeError);
  });
});

describe('errors and closing', () => {
  const walked = (legs: readonly LegError[], backwards = false): number =>
    errorOf(legs.reduce((walk, leg) => along(walk, leg, backwards), from()));
  it('of chance add up in quadrature: 3 and 4 cm make 5', () => {
    expect(walked([{ chance: 0.03 }, { chance: 0.04 }])).toBeCloseTo(0.05, 12);
    expect(errorOf(along(from(0.03), { chance: 0.04 }))).toBeCloseTo(0.05, 12);
  });
  it('that are common add up straight one way, and fall out there and back', () => {
    const leg: LegError = { chance: 0, common: { of: 'clinometer', error: 0.1 } };
    expect(walked([leg, leg, leg])).toBeCloseTo(0.3, 12);
    expect(errorOf(along(along(from(), leg), leg, true))).toBeCloseTo(0, 12);
    // of two instruments they are two chances
    expect(walked([leg, { chance: 0, common: { of: 'slope-level', error: 0.1 } }])).toBeCloseTo(0.1 * Math.SQRT2, 12);
  });
  it('of heights by satellite are those of the first and the last, however many lie between: 7 m, not 35', () => {
    const legs = Array.from({ length: 25 }, () => errorOfLeg('gps', 20, 1));
    expect(walked(legs)).toBeCloseTo(5 * Math.SQRT2, 9);
    expect(errorAlone(legs[0])).toBeCloseTo(5 * Math.SQRT2, 9);
    // parted by a tube they are four heights
    expect(walked([legs[0], errorOfLeg('water-level', 10, 0), legs[0]])).toBeCloseTo(
      Math.hypot(10, errorAlone(errorOfLeg('water-level', 10, 0))),
      9,
    );
  });
  it('a leg of 300 m by a tube that carries 15 is twenty settings', () => {
    expect(errorAlone(errorOfLeg('water-level', 300, -4))).toBeCloseTo(0.005 * Math.sqrt(2 * 20), 12);
    expect(errorAlone(errorOfLeg('water-level', 300, -4, 3))).toBeCloseTo(0.005 * Math.sqrt(2 * 3), 12);
    expect(errorAlone(errorOfLeg('water-level', 10, -4))).toBeCloseTo(methodError('water-level', 10), 12);
  });
  it.each(['sight-level', 'slope-level', 'clinometer'] as const)('one leg by %s is as good as it was', (method) => {
    expect(errorAlone(errorOfLeg(method, 44, -4))).toBeCloseTo(methodError(method, 44), 12);
    // half a degree over 44 m of slope
    if (method === 'clinometer') expect(methodError(method, 44)).toBeCloseTo(44 * Math.sin(Math.PI / 360), 2);
  });
  it('of a gauge are a class of its range, not of what it reads', () => {
    // class 1.6: of 60, 100 and 250 kPa
    for (const [kPa, range] of [
      [20, 60],
      [60, 60],
      [61, 100],
      [170, 250],
      [2000, 2000],
    ])
      expect(gaugeError(kPa * 1000)).toBeCloseTo((16 * range) / Math.sqrt(3), 6);
    expect(gaugeFall(150_000, 999.7, 9.80665).error).toBeCloseTo((16 * 160) / Math.sqrt(3) / (999.7 * 9.80665), 9);
  });
  it.each([
    [0.02, 'better'],
    [0.1, 'as-good'],
    [0.25, 'worse'],
    [0.6, 'blunder'],
  ] as const)('a walk ± 0.10 m that misses by %d m is %s than it should be', (miss, word) => {
    expect(closure(100 + miss, 100, 0.1).word).toBe(word);
  });
  it('spreads by distance, by hand: 0.06 m over 100, 200 and 300 m takes 1, 2 and 3 cm', () => {
    const legs = [100, 200, 300].map((length) => ({ length, rise: -1 }));
    expect(spreadMisclosure(legs, 0.06).map((r) => Number(r.toFixed(6)))).toEqual([-1.01, -1.02, -1.03]);
  });
  it('of nothing changes nothing; of anything takes just that away', () => {
    fc.assert(
      fc.property(walk, fc.double({ min: -2, max: 2, noNaN: true }), (legs, miss) => {
        expect(spreadMisclosure(legs, 0)).toEqual(legs.map((l) => l.rise));
        const sum = (list: number[]): number => list.reduce((a, b) => a + b, 0);
        expect(sum(spreadMisclosure(legs, miss))).toBeCloseTo(sum(legs.map((l) => l.rise)) - miss, 9);
      }),
    );
  });
  it('a walk reversed twice is the walk', () => {
    fc.assert(
      fc.property(walk, (legs) => {
        const plain = legs.map((l) => ({ ...l, rise: l.rise === 0 ? 0 : l.rise }));
        expect(reverseWalk(reverseWalk(plain))).toEqual(plain);
      }),
    );
  });
  it('85 kPa at the end of a hose that falls 5 m contradicts the walk by 3.67 m', () => {
    const gauge = gaugeFall(85_000, 999.7, 9.80665);
    const c = contradiction(-5, 0.1, gauge.rise, gauge.error);
    expect(c?.difference).toBeCloseTo(-3.67, 2);
    expect(c?.likelier).toBe('both');
    expect(contradiction(-5, 0.5, gauge.rise, gauge.error)?.likelier).toBe('walk');
    expect(contradiction(-5, 0.1, gaugeFall(49_500, 999.7, 9.80665).rise, gauge.error)).toBeUndefined();
  });
});

describe('tracks', () => {
  it('keep what lies off the straight line by more than the tolerance', () => {
    const points = [
      { x: 0, y: 0 },
      { x: 10, y: 0.4 },
      { x: 20, y: 5 },
      { x: 30, y: 0.2 },
      { x: 40, y: 0 },
    ];
    expect(simplifyTrack(points, 1)).toEqual(
      [0, 1, 2, 3, 4].filter((k) => k === 0 || k === 2 || k === 4 || offsets(points, k) > 1),
    );
    expect(simplifyTrack(points, 10)).toEqual([0, 4]);
  });
  it('of many points keep as few, and leave none further off: straight, zigzag, round', () => {
    const line = (at: (k: number) => number, n = 5000) => Array.from({ length: n }, (_, k) => ({ x: k, y: at(k) }));
    expect(
      simplifyTrack(
        line(() => 0),
        1,
      ),
    ).toEqual([0, 4999]);
    expect(
      simplifyTrack(
        line((k) => (k % 2 === 0 ? 5 : -5)),
        1,
      ),
    ).toHaveLength(5000);
    const round = line((k) => 40 * Math.sin(k / 60));
    const kept = simplifyTrack(round, 0.5);
    expect(kept.length).toBeLessThan(500);
    kept.slice(1).forEach((to, n) => {
      const from = kept[n];
      for (let k = from + 1; k < to; k++) {
        const [a, b, p] = [round[from], round[to], round[k]];
        const off = Math.abs((b.x - a.x) * (a.y - p.y) - (a.x - p.x) * (b.y - a.y)) / Math.hypot(b.x - a.x, b.y - a.y);
        expect(off).toBeLessThanOrEqual(0.5 + 1e-9);
      }
    });
  });
  it('leave no point further off than the tolerance', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: -5, max: 5, noNaN: true }), fc.double({ min: -5, max: 5, noNaN: true })), {
          minLength: 3,
          maxLength: 40,
        }),
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        (offs, tolerance) => {
          const points = offs.map(([y, z], k) => ({ x: 10 * k, y, z }));
          const kept = simplifyTrack(points, tolerance);
          for (let k = 1; k < kept.length; k++)
            for (let p = kept[k - 1] + 1; p < kept[k]; p++)
              expect(distance(points[p], points[kept[k - 1]], points[kept[k]])).toBeLessThanOrEqual(tolerance + 1e-9);
        },
      ),
    );
  });
  it('a degree of latitude is 111.2 km, one of longitude less by the cosine', () => {
    const [, north, east] = toMetres([
      { lat: 60, lon: 10 },
      { lat: 61, lon: 10 },
      { lat: 60, lon: 11 },
    ]);
    expect(north.y / 1000).toBeCloseTo(111.195, 2);
    expect(east.x / 1000).toBeCloseTo(111.195 / 2, 2);
  });
});

interface P {
  x: number;
  y: number;
  z?: number;
}
/** Distance from the segment, written anew by cross product. */
function distance(p: P, a: P, b: P): number {
  const v = [b.x - a.x, b.y - a.y, (b.z ?? 0) - (a.z ?? 0)];
  const w = [p.x - a.x, p.y - a.y, (p.z ?? 0) - (a.z ?? 0)];
  const cross = [v[1] * w[2] - v[2] * w[1], v[2] * w[0] - v[0] * w[2], v[0] * w[1] - v[1] * w[0]];
  return Math.hypot(...cross) / Math.hypot(...v);
}
/** Offset of point k from the line between its kept neighbours of the first case. */
const offsets = (points: P[], k: number): number =>
  k < 2 ? distance(points[k], points[0], points[2]) : distance(points[k], points[2], points[4]);
