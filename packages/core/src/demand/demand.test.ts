import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { daylightHours, extraterrestrial } from '../supply/index.ts';
import {
  blendHours,
  bridgeVolume,
  soilHeatOfMonth,
  fao56Pressure,
  hargreaves,
  interpolate,
  meanSaturationKPa,
  monthBalance,
  netRadiation,
  penmanMonteith,
  plantNeed,
  psychrometric,
  radiationFromRange,
  radiationFromSunshine,
  saturationKPa,
  spreadOver,
  totalNeed,
  vapourFromHumidity,
  windAt2,
} from './index.ts';

const near = (value: number, wanted: number, tolerance: number): void =>
  expect(Math.abs(value - wanted)).toBeLessThanOrEqual(tolerance);

// FAO Irrigation and Drainage Paper 56, worked examples (inputs and answers from memory, recomputed)
describe('FAO-56 worked examples', () => {
  it('example 13: Algiers, April: 14.1, 16.1 and 18.8 °C: 0.33 MJ/m² a day go into the ground', () => {
    near(soilHeatOfMonth(14.1, 18.8), 0.33, 0.005);
  });
  it('1 and 2: pressure and psychrometric constant at 1,800 m', () => {
    near(fao56Pressure(1800), 81.8, 0.06);
    near(psychrometric(fao56Pressure(1800)), 0.054, 6e-4);
  });
  it('3: saturation at 24.5 and 15 °C', () => {
    near(saturationKPa(24.5), 3.075, 2e-3);
    near(saturationKPa(15), 1.705, 2e-3);
    near(meanSaturationKPa(24.5, 15), 2.39, 2e-3);
  });
  it('5: vapour pressure from humidity', () => near(vapourFromHumidity(25, 18, 82, 54), 1.7, 5e-3));
  it('10: radiation from sunshine, Rio de Janeiro, May', () => {
    const ra = extraterrestrial(-22.9, 135);
    near(ra, 25.1, 0.06);
    near(radiationFromSunshine(ra, 220 / 31, daylightHours(-22.9, 135)), 14.5, 0.06);
  });
  it('11 and 12: net radiation', () => near(netRadiation(14.5, 18.8, 25.1, 19.1, 2.1), 7.6, 0.06));
  it('14: wind at 2 m from 10 m', () => near(windAt2(3.2, 10), 2.4, 0.05));
  it('15: radiation from the range of temperature, Lyon, July', () =>
    near(radiationFromRange(extraterrestrial(45.7167, 196), 26.6, 14.8), 22.3, 0.06));
  it('17: Penman-Monteith, Bangkok, April: 5.72 mm a day', () =>
    near(
      penmanMonteith({
        latitudeDeg: 13.7333,
        altitudeM: 2,
        dayOfYear: 105,
        tMaxC: 34.8,
        tMinC: 25.6,
        vapourKPa: 2.85,
        windAt2: 2,
        sunshineHours: 8.5,
        soilHeat: 0.14,
      }),
      5.72,
      0.02,
    ));
  it('18: Penman-Monteith, Uccle, 6 July: 3.9 mm a day', () =>
    near(
      penmanMonteith({
        latitudeDeg: 50.8,
        altitudeM: 100,
        dayOfYear: 187,
        tMaxC: 21.5,
        tMinC: 12.3,
        vapourKPa: vapourFromHumidity(21.5, 12.3, 84, 63),
        windAt2: windAt2(10 / 3.6, 10),
        sunshineHours: 9.25,
      }),
      3.9,
      0.03,
    ));
  it('20: from temperatures alone, Lyon, July: 4.56 (Penman-Monteith) and 5.0 (Hargreaves) mm a day', () => {
    const w = { latitudeDeg: 45.7167, altitudeM: 200, dayOfYear: 196, tMaxC: 26.6, tMinC: 14.8 };
    near(penmanMonteith(w), 4.56, 0.02);
    near(hargreaves(w.latitudeDeg, w.dayOfYear, w.tMaxC, w.tMinC), 5.0, 0.06);
  });
});

describe('needs', () => {
  it('cattle between the tabulated temperatures are on the straight line', () => {
    const rows = [
      [4.4, 15.1],
      [10, 16.3],
      [32.2, 36],
    ] as const;
    expect(interpolate(rows, 7.2)).toBeCloseTo(15.7, 9);
    expect([interpolate(rows, -10), interpolate(rows, 45)]).toEqual([15.1, 36]);
  });
  it('a bout is spread over its minutes, past midnight too', () => {
    const morning = spreadOver(7 * 60 + 30, 60);
    expect([morning[7], morning[8]]).toEqual([0.5, 0.5]);
    const night = spreadOver(23 * 60 + 45, 30);
    expect([night[23], night[0]]).toEqual([0.5, 0.5]);
  });
  it('shares of a day add up to one', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1439 }), fc.integer({ min: 1, max: 1440 }), (from, minutes) => {
        expect(spreadOver(from, minutes).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
      }),
    );
    expect(blendHours([]).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
  });
  it('plants: ETc less the rain they use, over the efficiency; never less than nothing', () => {
    expect(plantNeed(0.005, 1.05, 40, 0, 0.9)).toBeCloseTo(0.23333, 5);
    expect(plantNeed(0.002, 1, 40, 0.01, 0.9)).toBe(0);
  });
  it('totals carry the losses and find the peak hour', () => {
    const t = totalNeed(
      [
        { id: 'a', perDay: new Array<number>(12).fill(1), hours: spreadOver(7 * 60, 60) },
        { id: 'b', perDay: new Array<number>(12).fill(2.4), hours: new Array<number>(24).fill(1 / 24) },
      ],
      0.1,
    );
    expect(t.perDay[0]).toBeCloseTo(3.4 / 0.9, 9);
    expect(t.perMonth[1]).toBeCloseTo((28 * 3.4) / 0.9, 9);
    expect(t.peakAt[0]).toBe(7);
    expect(t.peakHour[0] * 3600).toBeCloseTo(1.1 / 0.9, 9);
  });
});

describe('balance', () => {
  it('bridges a day of even inflow and one thirsty hour (mass curve by hand)', () => {
    const given = new Array<number>(24).fill(0.1);
    const needed = new Array<number>(24).fill(0);
    needed[7] = 2.4;
    expect(bridgeVolume(given, needed)).toBeCloseTo(2.3, 9);
    const b = monthBalance(given, needed);
    expect(b.spare).toBeCloseTo(0, 9);
    expect(b.spareHours).toHaveLength(23);
  });
  it('knows no storage that makes up for a source that is too small', () => {
    expect(monthBalance([1], [2]).bridge).toBeNaN();
  });
  it('never asks for more than a day’s need, and for less the more evenly it goes', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 24, maxLength: 24 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (needed, even) => {
          const sum = needed.reduce((a, b) => a + b, 0);
          const given = new Array<number>(24).fill(sum / 24);
          const flatter = needed.map((v) => even * v + ((1 - even) * sum) / 24);
          expect(bridgeVolume(given, needed)).toBeLessThanOrEqual(sum + 1e-9);
          expect(bridgeVolume(given, flatter)).toBeLessThanOrEqual(bridgeVolume(given, needed) + 1e-9);
        },
      ),
    );
  });
});
