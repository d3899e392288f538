// Which rules hold in any units: what a constant hides shows when the units are changed.
import { describe, expect, it } from 'vitest';
import { holdsInAnyUnits, type Working } from './index.ts';
import type { Dimension } from '../units/index.ts';

const working = (rule: string, result: [number, Dimension], terms: Record<string, [number, Dimension]>): Working => ({
  code: 'x',
  of: 'x',
  rule,
  terms: Object.entries(terms).map(([key, [value, dimension]]) => ({ key, tex: key, name: key, value, dimension })),
  result: { tex: 'x', value: result[0], dimension: result[1] },
  source: 'x',
});

describe('a rule holds in any units', () => {
  it('where every figure has its own: p = ρ g h, v² / 2g, a power of a ratio', () => {
    expect(
      holdsInAnyUnits(
        working('p = {{rho}} {{g}} {{h}}', [999.7 * 9.80665 * 3, 'pressure'], {
          rho: [999.7, 'density'],
          g: [9.80665, 'gravity'],
          h: [3, 'length'],
        }),
      ),
    ).toBe(true);
    expect(
      holdsInAnyUnits(
        working('\\frac{ {{v}}^2 }{ 2 \\cdot {{g}} }', [4 / 2 / 9.80665, 'length'], {
          v: [2, 'velocity'],
          g: [9.80665, 'gravity'],
        }),
      ),
    ).toBe(true);
  });
  it('not where a constant hides one: a weir by Francis, a pressure of 50 Pa', () => {
    expect(
      holdsInAnyUnits(
        working('Q = 1.84 {{l}} \\sqrt{ {{h}} } {{h}}', [1.84 * 0.5 * 0.1 ** 1.5, 'flow'], {
          l: [0.5, 'length'],
          h: [0.1, 'length'],
        }),
      ),
    ).toBe(false);
    expect(holdsInAnyUnits(working('50', [50, 'pressure'], {}))).toBe(false);
  });
  it('not where it cannot be put in, gives another figure than it says, or a temperature goes in', () => {
    expect(holdsInAnyUnits(working('t = \\int {{a}} dy', [1, 'time'], { a: [1, 'length'] }))).toBe(false);
    expect(holdsInAnyUnits(working('{{a}}', [2, 'length'], { a: [1, 'length'] }))).toBe(false);
    expect(
      holdsInAnyUnits(working('{{a}} - {{b}}', [5, 'temperature'], { a: [15, 'temperature'], b: [10, 'temperature'] })),
    ).toBe(false);
  });
});
