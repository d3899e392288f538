import { describe, expect, it } from 'vitest';
import recorded from '../reference/recorded.json' with { type: 'json' };
import {
  airPressure,
  headOfPressure,
  pressureOfHead,
  vapourPressure,
  waterAt,
  waterDensity,
  waterViscosity,
} from './index.ts';

describe('water against IAPWS (recorded from python3-iapws)', () => {
  it.each(recorded.water)('at $temperatureC °C', (row) => {
    expect(Math.abs(waterDensity(row.temperatureC) / row.density - 1)).toBeLessThan(1e-4);
    expect(Math.abs(waterViscosity(row.temperatureC) / row.viscosity - 1)).toBeLessThan(0.01);
    expect(Math.abs(vapourPressure(row.temperatureC) / row.vapourPressure - 1)).toBeLessThan(1e-3);
  });
});

describe('air', () => {
  // ISO 2533 and the US Standard Atmosphere 1976 agree in the troposphere; the library takes geometric altitude
  it.each(recorded.atmosphere)('pressure at $altitude m (recorded from python3-fluids)', (row) => {
    expect(Math.abs(airPressure(row.altitude) / row.pressure - 1)).toBeLessThan(5e-4);
  });
});

describe('pressure of a column', () => {
  it('is 9.79 to 9.81 kPa a metre at 10 °C', () => {
    const perMetre = pressureOfHead(1, waterAt(10).density) / 1000;
    expect(perMetre).toBeGreaterThan(9.79);
    expect(perMetre).toBeLessThan(9.81);
  });
  it('is 97.98 kPa for 10 m at 15 °C (checks: head-pressure, p = ρgh)', () => {
    expect(pressureOfHead(10, 999.1) / 1000).toBeCloseTo(97.98, 2);
  });
  it('turns back into its head', () => {
    expect(headOfPressure(pressureOfHead(7.3, 999.7), 999.7)).toBeCloseTo(7.3, 12);
  });
});

it('refuses what lies outside its range', () => {
  expect(() => waterDensity(-1)).toThrow(RangeError);
  expect(() => waterViscosity(NaN)).toThrow(RangeError);
  expect(() => airPressure(20_000)).toThrow(RangeError);
});
