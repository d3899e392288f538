import { describe, expect, it } from 'vitest';
import { findUnit, fromSI, parseQuantity, toSI, unit, UNITS, type Dimension } from './index.ts';

const m = unit('m', 'length');
const mm = unit('mm', 'bore');

describe('reading quantities', () => {
  it.each<[string, Dimension, number]>([
    ['12', 'length', 12],
    ['12 m', 'length', 12],
    ['12,5', 'length', 12.5],
    ['40 ft', 'length', 12.192],
    ['6\' 4"', 'length', 1.9304],
    ['6 ft 4 in', 'length', 1.9304],
    ['−1.50', 'length', -1.5],
    ['- 2 ft', 'length', -0.6096],
    ['+3.14', 'length', 3.14],
    ['1 1/4 in', 'bore', 0.03175],
    ['1-1/4 in', 'bore', 0.03175],
    ['1¼"', 'bore', 0.03175],
    ['3/4 in', 'bore', 0.01905],
    ['5,000 L', 'volume', 5],
    ['10 psi', 'pressure', 68947.5729],
    ['5 gpm', 'flow', 3.15451e-4],
    ['50 °F', 'temperature', 10],
    ['-4 F', 'temperature', -20],
    ['.5', 'length', 0.5],
  ])('%s as %s is %d', (text, dimension, si) => {
    const base: Record<string, string> = {
      length: 'm',
      bore: 'mm',
      volume: 'L',
      pressure: 'kPa',
      flow: 'L/min',
      temperature: '°C',
    };
    const read = parseQuantity(text, dimension, unit(base[dimension], dimension));
    expect(read.ok && Math.abs(read.si - si)).toBeLessThan(1e-6 * Math.abs(si));
  });
  it('takes a bare number in the unit of the field', () => {
    const read = parseQuantity('32', 'bore', mm);
    expect(read.ok && read.si).toBeCloseTo(0.032, 12);
  });
  it.each([
    ['', 'empty'],
    ['  ', 'empty'],
    ['twelve', 'not-a-number'],
    ['12 3', 'not-a-number'],
    ['1/0', 'not-a-number'],
    ['3 stones', 'unknown-unit'],
    ['12 kPa', 'unknown-unit'],
    ['--3', 'not-a-number'],
  ])('refuses “%s”: %s', (text, reason) => {
    expect(parseQuantity(text, 'length', m)).toMatchObject({ ok: false, reason });
  });
});

describe('units', () => {
  it('turn into SI and back', () => {
    for (const u of UNITS) expect(fromSI(toSI(7.25, u), u)).toBeCloseTo(7.25, 9);
  });
  // NIST SP 811 (from memory): exact or to the digits given there
  it.each<[string, Dimension, number]>([
    ['psi', 'pressure', 6894.757],
    ['US gal', 'volume', 3.785411784e-3],
    ['ft', 'length', 0.3048],
    ['US gal/min', 'flow', 6.30902e-5],
  ])('%s is %d in SI', (symbol, dimension, si) => {
    expect(Math.abs(unit(symbol, dimension).factor / si - 1)).toBeLessThan(1e-6);
  });
  it('are found only within their dimension', () => {
    expect(findUnit('psi', 'length')).toBeUndefined();
    expect(() => unit('psi', 'length')).toThrow();
  });
});
