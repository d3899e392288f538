import fc from 'fast-check';
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

describe('what could be misread', () => {
  const base: Record<string, string> = {
    length: 'm',
    bore: 'mm',
    volume: 'L',
    pressure: 'kPa',
    flow: 'L/min',
    area: 'm²',
    time: 's',
  };
  const readIn = (text: string, dimension: Dimension, imperial = false) =>
    parseQuantity(text, dimension, unit(base[dimension], dimension), { imperial });
  // every one of these was read wrongly or refused once
  it.each<[string, Dimension, number]>([
    ['1 250 ft', 'length', 381],
    ['10 000 L', 'volume', 10],
    ['1 500 m', 'length', 1500],
    ['1\u202f500 m', 'length', 1500],
    ['0,125 m', 'length', 0.125],
    ['0,250 bar', 'pressure', 25_000],
    ['1.234,5', 'length', 1234.5],
    ['1,234.5', 'length', 1234.5],
    ['10.000,5', 'length', 10_000.5],
    ["1'000", 'length', 1000],
    ['1’000 m', 'length', 1000],
    ['1.000.000 mm', 'length', 1000],
    ['5’6”', 'length', 1.6764],
    ['5\'-6"', 'length', 1.6764],
    ['5 ft 6', 'length', 1.6764],
    ["5' 6", 'length', 1.6764],
    ['6 ft. 4 in.', 'length', 1.9304],
    ['12 ft.', 'length', 3.6576],
    ['3 m3', 'volume', 3],
    ['40 m2', 'area', 40],
    ['10 ft3', 'volume', 0.28316846592],
    ['2 m3/h', 'flow', 2 / 3600],
    ['430 sq ft', 'area', 430 * 0.3048 ** 2],
    ['1 acre', 'area', 4046.8564224],
    ['2 ha', 'area', 20_000],
    ['10 lb/in2', 'pressure', 68_947.57293],
    ['60 L/hr', 'flow', 1e-3 / 60],
    ['10 imp gal', 'volume', 0.0454609],
    ['5.', 'length', 5],
    ['5. ft', 'length', 1.524],
    ['2:30', 'time', 150],
    ['3/4', 'bore', 0.01905],
    ['1 1/2', 'bore', 0.0381],
    ['2 h 30 min', 'time', 9000],
    ['1 ML', 'volume', 1000],
    ['5 ml', 'volume', 5e-6],
    ['1e3 L', 'volume', 1],
    ['1 250,5 m', 'length', 1250.5],
  ])('“%s” as %s is %d', (text, dimension, si) => {
    const read = readIn(text, dimension);
    expect(read.ok ? read.si / si : read).toBeCloseTo(1, 9);
  });
  it.each<[string, Dimension, string]>([
    ['2.5.1', 'length', 'not-a-number'],
    ['10 - 1/2', 'length', 'not-a-number'],
    ['1 m 250 ft', 'length', 'not-a-number'],
    ['5 in 6 ft', 'length', 'not-a-number'],
    ['250 10 ft', 'length', 'not-a-number'],
    ['1 25 ft', 'length', 'not-a-number'],
    ['5 ft 14', 'length', 'not-a-number'],
    ['12,34,567', 'length', 'not-a-number'],
    ['1 mPa', 'pressure', 'unknown-unit'],
    ['2:75', 'time', 'unknown-unit'],
    ['5 m3', 'length', 'not-a-number'],
    ['5 minutes', 'length', 'unknown-unit'],
  ])('“%s” as %s is refused: %s', (text, dimension, reason) => {
    expect(readIn(text, dimension)).toMatchObject({ ok: false, reason });
  });
  it('“1,250” is thousands, and says that it could be one and a quarter', () => {
    const read = readIn('1,250 ft', 'length');
    expect(read).toMatchObject({ ok: true, plain: false });
    expect(read.ok && [read.si, read.other]).toEqual([expect.closeTo(381, 9), expect.closeTo(0.381, 9)]);
    for (const plain of ['12', '12 ft', '1.250 m', '1 1/4 in', '6 ft 4 in', '.5'])
      expect(readIn(plain, 'length'), plain).toMatchObject({ ok: true, plain: true });
    for (const odd of ['12,5', '1 250', "1'000", '5 ft 6', '1.234,5'])
      expect(readIn(odd, 'length'), odd).toMatchObject({ ok: true, plain: false });
  });
  it('a gallon is the US one unless the place says imperial; “US gal” is always that', () => {
    const US = 3.785411784e-3;
    expect(readIn('10 gal', 'volume')).toMatchObject({ si: 10 * US });
    expect(readIn('10 gal', 'volume', true)).toMatchObject({ si: 0.0454609 });
    expect(readIn('10 US gal', 'volume', true)).toMatchObject({ si: 10 * US });
    const gpm = readIn('6 gpm', 'flow', true);
    expect(gpm.ok && gpm.si).toBeCloseTo((6 * 4.54609e-3) / 60, 12);
  });
  it('what is printed in any unit and by any locale’s marks is read as it was, or refused; never as another figure', () => {
    const locales = ['en', 'de', 'fr', 'es', 'it', 'nb', 'pl', 'de-CH', 'pt-BR', 'en-IN', 'en-ZA'];
    fc.assert(
      fc.property(
        fc.constantFrom(...UNITS.filter((u) => u.symbol !== '')),
        fc.constantFrom(...locales),
        fc.oneof(fc.integer({ min: 0, max: 9_999_999 }), fc.double({ min: 0, max: 99_999, noNaN: true })),
        fc.integer({ min: 0, max: 4 }),
        (u, locale, value, decimals) => {
          const text = value.toLocaleString(locale, { maximumFractionDigits: decimals, minimumFractionDigits: 0 });
          const said = Number(value.toFixed(decimals));
          const read = parseQuantity(`${text} ${u.symbol}`, u.dimension, u);
          if (!read.ok) return;
          const got = fromSI(read.si, u);
          // toFixed and the locale may round a half differently
          const close = (v: number): boolean => Math.abs(v - said) <= 1.01 * 10 ** -decimals;
          // three digits after one mark can be meant both ways: it is asked, unless it is written as the program writes
          const other = read.other === undefined ? NaN : fromSI(read.other, u);
          const threeAfterOnePoint = /^\d{1,3}\.\d{3}$/.test(text);
          expect(close(got) || close(other) || threeAfterOnePoint, `${text} ${u.symbol} (${locale}) as ${got}`).toBe(
            true,
          );
        },
      ),
      { numRuns: 3000 },
    );
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
