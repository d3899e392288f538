import { describe, expect, it } from 'vitest';
import { coolTime, FILM, freezeTime, keepOpenFlow } from './index.ts';

describe('frost', () => {
  // 1 m² at −10 °C in wind: 34 · 10.5 = 357 W; water of 8.5 °C gives 8 K · 4.19 MJ/m³
  it('keeps a trough open by what the water brings', () => {
    expect(keepOpenFlow(1, -10, 8.5, FILM.windy) * 6e4).toBeCloseTo((357 / (8 * 4.19e6)) * 6e4, 9);
    expect(keepOpenFlow(1, 3, 8, FILM.windy)).toBe(0);
    expect(keepOpenFlow(1, -10, 0.4, FILM.windy)).toBe(Infinity);
  });
  it('asks for more in more wind, for less under half a lid', () => {
    expect(keepOpenFlow(1, -5, 6, FILM.windy)).toBeGreaterThan(keepOpenFlow(1, -5, 6, FILM.breeze));
    expect(keepOpenFlow(0.5, -5, 6, FILM.windy)).toBeCloseTo(keepOpenFlow(1, -5, 6, FILM.windy) / 2, 12);
  });
  // 20 mm at 10 °C into −10 °C: ρcD/4h = 4.19e6 · 0.02 / 136 = 616 s, times ln 2
  it('says how long a still pipe has', () => {
    expect(coolTime(0.02, 10, -10, FILM.windy)).toBeCloseTo(616.2 * Math.LN2, 0);
    expect(coolTime(0.02, 10, 1, FILM.windy)).toBe(Infinity);
    expect(freezeTime(0.02, -10, FILM.windy)).toBeGreaterThan(coolTime(0.02, 10, -10, FILM.windy));
  });
});
