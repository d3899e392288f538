import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  costText,
  editable,
  percent,
  read,
  readPrice,
  showEntered,
  showPrice,
  showPerDay,
  showText,
  significant,
  unitFor,
  type Quantity,
  tapeText,
} from './quantities.ts';

const QUANTITIES: readonly Quantity[] = [
  'distance',
  'road',
  'height',
  'rise',
  'depth',
  'drop',
  'bore',
  'loss',
  'flow',
  'pressure',
  'volume',
  'speed',
  'temperature',
  'area',
];

describe('figures on screen', () => {
  it.each<[number, Quantity, 'metric' | 'us', string]>([
    [12.192, 'height', 'us', '40.0 ft'],
    [1e-3 / 60, 'flow', 'metric', '1.00 L/min'],
    [3.785411784e-3 / 60, 'flow', 'us', '1.00 US gal/min'],
    [98_066.5, 'pressure', 'metric', '98.1 kPa'],
    [6894.757293, 'pressure', 'us', '1.00 psi'],
    [5, 'volume', 'metric', '5,000 L'],
    [0.032, 'bore', 'metric', '32.0 mm'],
    [0.03175, 'bore', 'us', '1.250 in'],
    [45, 'duration', 'metric', '45 s'],
    [500, 'duration', 'metric', '8.3 min'],
    [5 * 3600, 'duration', 'metric', '5.00 h'],
    [-1.5, 'rise', 'metric', '−1.50 m'],
    [283.15 - 273.15, 'temperature', 'us', '50 °F'],
  ])('%d as %s in %s is %s', (si, quantity, system, text) => {
    expect(showText(si, quantity, system).replace(/\u00A0/g, ' ')).toBe(text);
  });
  it('of rounding crumbs are nothing', () => expect(significant(-3e-9)).toBe('0'));
  it('entered by somebody claim no more than was said', () => {
    expect(showEntered(12, 'height', 'metric')).toBe('12\u00A0m');
    expect(showEntered(0.0002, 'flow', 'metric')).toBe('12\u00A0L/min');
  });
  it('per cent near all keep a decimal, and all is all', () => {
    expect([percent(0.857), percent(0.9991), percent(0.99999), percent(1)]).toEqual([
      '86 %',
      '99.9 %',
      '99.9 %',
      '100 %',
    ]);
  });
  it('a day are volumes a day', () => expect(showPerDay(1.44, 'metric')).toBe('1,440\u00A0L a day'));
});

describe('fields', () => {
  it.each(QUANTITIES)('of %s read back what they show, in either system', (quantity) => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.002, max: 90, noNaN: true }),
        fc.constantFrom('metric' as const, 'us' as const),
        (si, system) => {
          const back = read(editable(si, quantity, system), quantity, system);
          const { factor } = unitFor(quantity, system);
          // three decimals of the unit on screen, two of millimetres
          const off = quantity === 'bore' || quantity === 'drop' ? 0.0051 : 0.00051;
          expect(back.ok && Math.abs(back.si - si)).toBeLessThanOrEqual(off * factor);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('say what would be right', () => {
    const message = (text: string, limits = {}): string => {
      const r = read(text, 'height', 'metric', limits);
      return r.ok ? '' : r.message;
    };
    expect(message('')).toBe('Give a number in m.');
    expect(message('tall')).toContain('“tall” is not a number');
    expect(message('3 kPa')).toContain('“kPa” is no unit here');
    expect(message('3', { max: 2 })).toBe('Give at most 2.00\u00A0m.');
    expect(message('1', { min: 2 })).toBe('Give at least 2.00\u00A0m.');
  });
  it('tell a limit that is taken when it is typed, in every quantity and both systems', () => {
    const LIMITS = [1e-4, 0.001, 0.0127, 0.3, 1, 2, 7.77, 50, 1234.5];
    for (const quantity of ['height', 'drop', 'bore', 'distance', 'volume', 'flow', 'pressure', 'section'] as const)
      for (const system of ['metric', 'us'] as const)
        for (const plain of LIMITS) {
          const si = quantity === 'pressure' ? 1000 * plain : plain;
          for (const limits of [{ min: si }, { max: si }]) {
            const wrong = read(limits.min === undefined ? '9e12' : '-9', quantity, system, limits);
            const told = wrong.ok ? '' : (/Give at (?:least|most) (.*)\.$/.exec(wrong.message)?.[1] ?? '');
            expect(
              read(told.replace(/,/g, ''), quantity, system, limits),
              `${quantity} ${system} ${told}`,
            ).toMatchObject({
              ok: true,
            });
            expect(told).toMatch(/[1-9]/);
          }
        }
    const r = read('0', 'drop', 'us', { min: 0.001 });
    expect(r.ok ? '' : r.message).toBe('Give at least 0.04\u00A0in.');
  });
});

describe('costs', () => {
  it('are money with two decimals, or the weight of plastic in the unit of the place', () => {
    expect(costText(611.2, 'money', 'metric')).toBe('611.20');
    expect(costText(41.07, 'plastic', 'metric')).toBe('41.1 kg');
    expect(costText(0.45359237, 'plastic', 'us')).toBe('1.00 lb');
  });
  it('a price by the foot is one by the metre times 0.3048, and comes back as it was typed', () => {
    expect(readPrice(1.6, 'metric')).toBe(1.6);
    expect(readPrice(0.5, 'us')).toBeCloseTo(1.64042, 5);
    for (const system of ['metric', 'us'] as const)
      for (const typed of [0.37, 1.6, 24]) expect(Number(showPrice(readPrice(typed, system), system))).toBe(typed);
  });
});

describe('a length on the tape', () => {
  it.each([
    [2.4, 'us', '7 ft 10½ in'],
    [1.75, 'us', '5 ft 8⅞ in'],
    [0.3048, 'us', '1 ft'],
    [0.00635, 'us', '¼ in'],
    [0, 'us', '0 in'],
    // rounds up into the next foot
    [0.3047, 'us', '1 ft'],
    [2.4, 'metric', '2.40 m'],
  ] as const)('of %d m in %s reads %s', (si, system, text) => {
    expect(tapeText(si, system).replace(/\u00A0/g, ' ')).toBe(text);
  });
});
