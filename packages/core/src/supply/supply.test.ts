import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  daylightHours,
  designFlow,
  extraterrestrial,
  fallingLimb,
  farthestAllowed,
  floatCorrection,
  floatFlow,
  gutterCapacity,
  holeCarries,
  haulWeek,
  pumpCharge,
  pumpEnergy,
  pumpPower,
  pumpTime,
  ramFlow,
  recession,
  rectangularWeirFlow,
  rectangularWeirLimit,
  repairWorth,
  roofSeries,
  roofYield,
  studentT,
  sunPumpAtLift,
  sunPumpDay,
  timedFills,
  vNotchFlow,
  vNotchLimit,
  type Gutter,
} from './index.ts';

const LPM = 1 / 60000;
const FT = 0.3048;
const CFS = FT ** 3;
const within = (value: number, wanted: number, share: number): void =>
  expect(Math.abs(value / wanted - 1)).toBeLessThan(share);

/** Bell-shaped figures, mean 0 and deviation 1, the same each time. */
function normals(seed: number): () => number {
  let at = seed;
  const random = (): number => (at = (at * 16807) % 2147483647) / 2147483647;
  return () => Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random());
}

describe('timed fills', () => {
  const fills = (seconds: number[], volume = 0.004) => seconds.map((duration) => ({ volume, duration }));
  it('give mean, deviation and the interval of Student', () => {
    // by hand: 4 L in 160, 170 and 180 s: 1.5, 1.41176, 1.33333 L/min; mean 1.41503, s 0.08338;
    // t (95 %, 2) = 4.3027; 4.3027 · 0.08338 / √3 = 0.2071
    const q = timedFills(fills([160, 170, 180]));
    expect(q.mean / LPM).toBeCloseTo(1.41503, 5);
    expect(q.deviation / LPM).toBeCloseTo(0.08338, 4);
    expect(q.halfWidth / LPM).toBeCloseTo(0.2071, 3);
    expect(q.suspects).toEqual([]);
  });
  it('question a fill far from the others, and leave it in the mean', () => {
    const q = timedFills(fills([168, 171, 169, 170, 95]));
    expect(q.suspects).toEqual([4]);
    expect(q.mean).toBeGreaterThan(timedFills(fills([168, 171, 169, 170])).mean);
  });
  it('do not question fills that agree to the hand on a stopwatch', () => {
    expect(timedFills(fills([170, 170, 170, 170, 172])).suspects).toEqual([]);
  });
  // NIST/SEMATECH e-Handbook of Statistical Methods 1.3.5.17.3, Rosner's data: critical values for n = 54 (from memory)
  it.each([
    [1, 3.158],
    [2, 3.151],
    [3, 3.143],
    [4, 3.136],
    [10, 3.085],
  ])('the %d-th farthest of 54 may lie %d deviations out', (i, far) =>
    expect(farthestAllowed(54, i)).toBeCloseTo(far, 2),
  );
  it('two bad fills of six do not hide each other', () => {
    expect(timedFills(fills([170, 171, 169, 172, 95, 96])).suspects).toEqual([4, 5]);
  });
  it.each([
    [3, 0.05],
    [5, 0.05],
    [5, 0.1],
    [8, 0.1],
  ])(
    'honest sets of %d with noise %d are questioned once in twenty at most, and their mean lies where it is said',
    (n, noise) => {
      const normal = normals(100 * n + 1000 * noise);
      let questioned = 0;
      let inside = 0;
      const sets = 4000;
      for (let k = 0; k < sets; k++) {
        const q = timedFills(
          Array.from({ length: n }, () => ({ volume: 0.004 * (1 + noise * normal()), duration: 170 })),
        );
        if (q.suspects.length > 0) questioned++;
        if (Math.abs(q.mean - 0.004 / 170) <= q.halfWidth) inside++;
      }
      // with the median's deviation as measure it was 13 to 21 sets in a hundred
      expect(questioned / sets).toBeLessThan(0.06);
      expect(inside / sets).toBeGreaterThan(0.938);
      expect(inside / sets).toBeLessThan(0.962);
    },
  );
  it('of one say that nothing is known of the spread', () => {
    expect(timedFills(fills([170])).halfWidth).toBe(Infinity);
  });
  it('of no seconds, no volume or none at all are refused', () => {
    for (const bad of [[], [{ volume: 1, duration: 0 }], [{ volume: 0, duration: 5 }], [{ volume: 1, duration: NaN }]])
      expect(() => timedFills(bad)).toThrow(RangeError);
  });
  // Student's t, two-sided 95 % (table in any textbook, from memory)
  it.each([
    [1, 12.706],
    [2, 4.303],
    [10, 2.228],
    [30, 2.042],
  ])('t with %d degrees of freedom is %d', (freedom, t) => expect(studentT(0.95, freedom)).toBeCloseTo(t, 2));
  it('a repair is worth litres and heads', () => {
    // 1 L/min passing by is 1,440 L a day, 48 heads at 30 L
    const worth = repairWorth(LPM, 0.03);
    expect(worth.perDay).toBeCloseTo(1.44, 9);
    expect(worth.heads).toBe(48);
    expect(repairWorth(LPM, 0).heads).toBe(0);
  });
});

describe('recession', () => {
  const tests = [2, 1, 0.5].map((flow, k) => ({ day: 30 * k, flow: flow * LPM }));
  it('of an exact exponential is found again, with no doubt about it', () => {
    const r = recession(tests);
    expect(r?.halving).toBeCloseTo(30, 9);
    expect(r?.rate).toBeCloseTo(Math.LN2 / 30, 12);
    const ahead = r?.at(90);
    expect((ahead?.flow ?? 0) / LPM).toBeCloseTo(0.25, 9);
    expect(((ahead?.high ?? 0) - (ahead?.low ?? 0)) / LPM).toBeLessThan(1e-6);
  });
  it('widens the further ahead it is asked', () => {
    const r = recession([...tests, { day: 75, flow: 0.42 * LPM }]);
    const width = (day: number): number => (r?.at(day).high ?? 0) / (r?.at(day).low ?? 1);
    expect(width(200)).toBeGreaterThan(width(80));
    expect(r?.at(80, 0.95).high).toBeGreaterThan(r?.at(80, 0.8).high ?? Infinity);
  });
  it('starts at the last peak', () => {
    const limb = fallingLimb([
      { day: 0, flow: 5 },
      { day: 10, flow: 3 },
      { day: 20, flow: 9 },
      { day: 40, flow: 6 },
      { day: 60, flow: 6.2 },
      { day: 70, flow: 4 },
    ]);
    expect(limb.map((t) => t.day)).toEqual([20, 40, 60, 70]);
  });
  it('is not guessed from two tests', () => expect(recession(tests.slice(0, 2))).toBeUndefined());
  // tests repeat to 5 or 10 % and springs fall slowly: with a limb cut at every rise of 5 % it was 54 to 66 %
  it.each([
    [0.02, 20, 6, 35],
    [0.05, 7, 6, 90],
    [0.1, 7, 6, 60],
    [0.1, 7, 9, 180],
    [0.1, 14, 6, 400],
    [0.1, 14, 9, 40],
  ])(
    'covers a later test as often as it says: noise %d, every %d days, %d tests, halving in %d',
    (noise, every, count, halving) => {
      const normal = normals(7 + count + halving);
      const flowAt = (day: number): number => 10 * 2 ** (-day / halving) * Math.exp(noise * normal());
      let inside = 0;
      let fitted = 0;
      for (let k = 0; k < 3000; k++) {
        const r = recession(Array.from({ length: count }, (_, j) => ({ day: j * every, flow: flowAt(j * every) })));
        if (!r) continue;
        fitted++;
        const seen = flowAt(count * every);
        const at = r.at(count * every, 0.8);
        if (seen >= at.low && seen <= at.high) inside++;
      }
      expect(fitted).toBeGreaterThan(2700);
      // 0.8 within three standard errors of the sampling, and the little that choosing the limb costs
      expect(inside / fitted).toBeGreaterThan(0.75);
      expect(inside / fitted).toBeLessThan(0.83);
    },
  );
});

describe('weirs and floats', () => {
  // USBR Water Measurement Manual, table 13-1 (from memory): mean depth in feet and the coefficient
  it.each([
    [1, 0.66],
    [2, 0.68],
    [6, 0.76],
    [12, 0.78],
    [20, 0.8],
    [30, 0.8],
  ])('a float over %d ft of water goes faster than the water in the mean: %d', (feet, share) =>
    expect(floatCorrection(feet * FT)).toBeCloseTo(share, 3),
  );
  it('a float over 0.1 m of water: 0.66, between rows in a straight line', () => {
    expect(floatCorrection(0.1)).toBe(0.66);
    expect(floatCorrection(1.5 * FT)).toBeCloseTo(0.67, 3);
  });
  it('weirs say where their formulas end', () => {
    expect([vNotchLimit(0.04, 90), vNotchLimit(0.7, 90), vNotchLimit(0.1, 110)]).toEqual(['shallow', 'deep', 'angle']);
    expect(vNotchLimit(0.1, 90)).toBeUndefined();
    expect([rectangularWeirLimit(0.05, 0.6), rectangularWeirLimit(0.21, 0.6)]).toEqual(['shallow', 'deep']);
    expect(rectangularWeirLimit(0.19, 0.6)).toBeUndefined();
  });
  // Cone's formula for the fully contracted 90° notch, Q = 2.49 h^2.48 in feet (USBR Water Measurement Manual, from memory)
  it.each([0.2, 0.5, 1.0])('90° V-notch at %d ft agrees with Cone within 1.5 %', (h) => {
    within(vNotchFlow(h * FT, 90), 2.49 * h ** 2.48 * CFS, 0.015);
  });
  // Kindsvater-Shen coefficient 0.578 at 90° (ISO 1438, from memory)
  it('90° V-notch has the coefficient 0.578', () => {
    const h = 0.2;
    const ce = vNotchFlow(h, 90) / ((8 / 15) * Math.sqrt(2 * 9.80665) * (h + 0.00088) ** 2.5);
    expect(ce).toBeCloseTo(0.578, 3);
  });
  it.each([
    [1, 0.5, 1.0596],
    [2, 0.3, 1.061],
  ])('rectangular weir of %d ft at %d ft: Francis, 3.33 (L − 0.2 h) h^1.5', (crest, h, cfs) => {
    within(rectangularWeirFlow(h * FT, crest * FT, 2), cfs * CFS, 2e-3);
  });
  it('give nothing without head', () => {
    expect([vNotchFlow(0, 90), vNotchFlow(-1, 90), rectangularWeirFlow(0, 1, 2)]).toEqual([0, 0, 0]);
  });
  it('a float over an even section is area times speed times the correction', () => {
    // by hand: 0.6 m wide, soundings 0.1, 0.15, 0.1 at the quarter points: 0.15 · 0.35 = 0.0525 m²; · 0.4 · 0.8
    expect(floatFlow(0.6, [0.1, 0.15, 0.1], 0.4, 0.8)).toBeCloseTo(0.0168, 9);
  });
});

describe('roofs', () => {
  it('1 in on 1,000 ft² is 623 US gal', () => {
    expect(roofYield(0.0254, 1000 * FT * FT, 1, 0) / 3.785411784e-3).toBeCloseTo(623.4, 1);
  });
  it('the first flush goes once in a wet spell', () => {
    const got = roofSeries([0, 0.0003, 0.01, 0.01, 0, 0.01], 100, 0.9, 0.0005);
    // by hand: 0.00027 lost whole; then 0.00023 of 0.009; then none; a dry day; then 0.0005 again
    expect([...got].map((v) => Number(v.toFixed(4)))).toEqual([0, 0, 0.877, 0.9, 0, 0.85]);
  });
  it('never give more than falls', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 0.1, noNaN: true }), { maxLength: 50 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (rain, runoff) => {
          const sum = roofSeries(rain, 80, runoff, 0.001).reduce((a, b) => a + b, 0);
          expect(sum).toBeLessThanOrEqual(80 * runoff * rain.reduce((a, b) => a + b, 0) + 1e-12);
          expect(sum).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });
});

describe('sun', () => {
  it('FAO-56 examples 8 and 9: 20° S, 3 September: 32.2 MJ/m², 11.7 h', () => {
    expect(Math.abs(extraterrestrial(-20, 246) - 32.2)).toBeLessThan(0.05);
    expect(Math.abs(daylightHours(-20, 246) - 11.7)).toBeLessThan(0.05);
  });
  it('does not rise in polar night nor set in polar day', () => {
    expect(daylightHours(75, 355)).toBe(0);
    expect(daylightHours(75, 172)).toBeCloseTo(24, 9);
  });
  const pump = { ratedFlow: 10 * LPM, ratedLift: 20, lift: 20, startShare: 0.2, clearness: 1 };
  it('a sun pump gives no more than its largest flow at a small lift, and nothing above its largest', () => {
    // rated 10 L/min at 20 m; at 2 m the power would lift 100
    expect(sunPumpAtLift({ ...pump, lift: 2 })).toBeCloseTo(10 * LPM, 12);
    expect(sunPumpAtLift({ ...pump, lift: 2, largestFlow: 14 * LPM })).toBeCloseTo(14 * LPM, 12);
    expect(sunPumpAtLift({ ...pump, lift: 18, largestFlow: 14 * LPM })).toBeCloseTo((10 * 20 * LPM) / 18, 12);
    expect(sunPumpAtLift({ ...pump, lift: 40 })).toBeCloseTo(5 * LPM, 12);
    expect(sunPumpAtLift({ ...pump, lift: 40, largestLift: 40 })).toBe(0);
    expect(sunPumpDay({ ...pump, lift: 40, largestLift: 35 }, 44, 172)).toEqual({ volume: 0, hours: 0 });
  });
  it('a sun pump lifts more in summer, and half as much twice as high', () => {
    const summer = sunPumpDay(pump, 44, 172);
    expect(summer.volume).toBeGreaterThan(1.5 * sunPumpDay(pump, 44, 355).volume);
    expect(sunPumpDay({ ...pump, lift: 40 }, 44, 172).volume).toBeCloseTo(summer.volume / 2, 9);
    expect(summer.hours).toBeLessThan(daylightHours(44, 172));
    expect(summer.volume).toBeLessThan(pump.ratedFlow * summer.hours * 3600);
  });
});

describe('rams and hauling', () => {
  it('a ram splits its drive water and never makes any', () => {
    // by hand: 60 L/min, 2 m fall, 20 m lift: 0.6 · 60 · 2 / 20 = 3.6 L/min
    const r = ramFlow(60 * LPM, 2, 20, 0.6);
    expect(r.delivered / LPM).toBeCloseTo(3.6, 9);
    expect((r.delivered + r.wasted) / LPM).toBeCloseTo(60, 9);
    // lifted a half above its fall: 24, where Rankine's efficiency of 0.6 would promise 32.7
    expect(ramFlow(60 * LPM, 2, 3, 0.6).delivered / LPM).toBeCloseTo(24, 9);
  });
  it('does not lift where there is nothing to lift over', () => {
    expect(ramFlow(1e-3, 5, 4, 0.6).delivered).toBe(0);
  });
  it('a week of hauling by hand', () => {
    // 400 L a day, 800 L a trip: 3.5 trips; 12 km there and back at 30 km/h is 24 min, 20 min standing
    const w = haulWeek({
      perDay: 0.4,
      tank: 0.8,
      distance: 6000,
      speed: 30 / 3.6,
      standing: 1200,
      costPerMetre: 0.5e-3,
      costPerSecond: 20 / 3600,
    });
    expect(w.trips).toBeCloseTo(3.5, 9);
    expect(w.time / 60).toBeCloseTo(3.5 * 44, 6);
    expect(w.cost).toBeCloseTo(3.5 * 12 * 0.5 + (3.5 * 44 * 20) / 60, 6);
  });
});

describe('a gutter', () => {
  interface Row extends Gutter {
    readonly carries: number;
  }
  /** Written by `reference/record_gutter.py`. */
  const { rows } = JSON.parse(readFileSync(new URL('../reference/recorded-gutter.json', import.meta.url), 'utf8')) as {
    rows: readonly Row[];
  };
  it.each(rows)(
    '$width by $depth m, falls $fall, $length m long, round $round: as the independent run',
    ({ carries, ...g }) => within(gutterCapacity(g), carries, 0.004),
  );
  const half = (fall: number, length: number, more: Partial<Gutter> = {}): Gutter => ({
    width: 0.1,
    depth: 0.05,
    fall,
    length,
    round: true,
    ...more,
  });
  it('of 100 mm that falls 10 mm a metre carries 1.88 to 2.21 L/s, not the 2.80 of Manning at its outlet', () => {
    expect(gutterCapacity(half(0.01, 6)) * 1000).toBeCloseTo(1.88, 2);
    expect(gutterCapacity(half(0.01, 15)) * 1000).toBeCloseTo(2.21, 2);
  });
  it('laid level carries somewhat more than EN 12056-3 allows it', () => {
    // 0.9 · 2.78e-5 · 3927^1.25 = 0.778 L/s (from memory), for gutters up to fifty times as long as deep
    const level = gutterCapacity(half(0, 10)) * 1000;
    expect(level).toBeGreaterThan(0.778);
    expect(level).toBeLessThan(1.2 * 0.778);
  });
  it('carries more the more it falls, without a jump at 3 mm a metre', () => {
    let before = gutterCapacity(half(0, 10));
    for (let mm = 0.5; mm <= 12; mm += 0.5) {
      const now = gutterCapacity(half(mm / 1000, 10));
      expect(now, `${mm} mm/m`).toBeGreaterThanOrEqual(before);
      expect(now, `${mm} mm/m`).toBeLessThan(1.15 * before);
      before = now;
    }
  });
  it('a level one without friction stands √3 times as deep at its end as at its outlet (Chow 1959, ch. 12)', () => {
    // rectangular and short: q = Q/L, y0 = √3 yc, Q = b √g yc^1.5
    const g: Gutter = { width: 0.3, depth: 0.1, fall: 0, length: 0.5, round: false };
    const exact = 0.3 * Math.sqrt(9.80665) * (0.1 / Math.sqrt(3)) ** 1.5;
    within(gutterCapacity(g), exact, 0.03);
  });
  it('is held to what the hole into its downpipe takes', () => {
    // by hand: 50 mm under 50 mm: weir 50 · 50^1.5 / 7500 = 2.36, orifice 50² · √50 / 15000 = 1.18 L/s
    expect(holeCarries(0.05, 0.05) * 1000).toBeCloseTo(1.1785, 3);
    expect(gutterCapacity(half(0.01, 10, { hole: 0.05 })) * 1000).toBeCloseTo(1.1785, 3);
    expect(gutterCapacity(half(0.01, 10, { hole: 0.1 }))).toBe(gutterCapacity(half(0.01, 10)));
    // shallow over a wide hole it is a weir
    expect(holeCarries(0.1, 0.01) * 1000).toBeCloseTo((100 * 10 ** 1.5) / 7500, 6);
  });
  it('takes the rain that falls on it: 75 mm an hour on 60 m² are 75 L/min', () => {
    expect(designFlow(0.075 / 3600, 60) * 60_000).toBeCloseTo(75, 9);
  });
});

describe('a small electric pump', () => {
  // 100 L lifted 3 m at 30 %: 9.81 · 0.1 · 1000 · 3 / 0.3 = 9,810 J, 0.227 Ah at 12 V
  it('takes the work of the lift by its efficiency', () => {
    const pump = { head: 3, flow: 1e-4, perDay: 0.1, density: 1000, efficiency: 0.3, volts: 12 };
    expect(pumpEnergy(pump)).toBeCloseTo(9806.65, 2);
    expect(pumpCharge(pump)).toBeCloseTo(0.227, 3);
    expect(pumpPower(pump) * pumpTime(pump)).toBeCloseTo(pumpEnergy(pump), 6);
  });
});
