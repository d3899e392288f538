// Short workings: sums with their signs, and which workings can be told in a line.
import { describe, expect, it } from 'vitest';
import { plainForm, plainWorking, ruleInFigures, ruleValue, sumWorking } from './index.ts';

describe('a sum', () => {
  const w = sumWorking(
    'spare',
    'Low Meadow',
    [
      { name: 'it has', value: 30 },
      { name: 'it wants', value: 20, less: true, source: 'entered' },
      { name: 'more', value: 2 },
    ],
    ['p', 12, 'pressure'],
    'what is left',
  );
  it('adds up with its signs, and its rule gives its figure', () => {
    expect(w.rule).toBe('p = {{t0}} - {{t1}} + {{t2}}');
    expect(ruleValue(w)).toBe(12);
    expect(w.terms.map((t) => [t.tex, t.source])).toEqual([
      ['p_{1}', undefined],
      ['p_{2}', 'entered'],
      ['p_{3}', undefined],
    ]);
  });
  it('may begin with what is taken away, and be of nothing', () => {
    const less = sumWorking('x', 'x', [{ name: 'a', value: 3, less: true }], ['p', -3, 'pressure'], 'x');
    expect(ruleValue(less)).toBe(-3);
    const nothing = sumWorking('x', 'x', [], ['p', 0, 'pressure'], 'x');
    expect(nothing.rule).toBe('p = 0');
    expect(plainForm(nothing)).toBeUndefined();
  });
  it('keeps a negative part readable', () => {
    const w2 = sumWorking(
      'x',
      'x',
      [
        { name: 'a', value: -3 },
        { name: 'b', value: 5 },
      ],
      ['p', 2, 'pressure'],
      'x',
    );
    expect(ruleInFigures(w2, (t) => String(t.value))).toBe('p = (-3) + 5');
    expect(ruleValue(w2)).toBe(2);
  });
});

describe('told in a line', () => {
  const of = (
    rule: string,
    dimensions: readonly ('volume' | 'ratio' | 'length' | 'flow' | 'time')[],
    also?: string[],
  ) => ({
    ...plainWorking(
      'x',
      'x',
      rule,
      dimensions.map((d, k) => [`a${k}`, 'a', 'a', 1, d] as const),
      ['V', 1, 'volume'],
      'x',
    ),
    ...(also ? { also } : {}),
  });
  it.each([
    ['a sum of one kind', of('{{a0}} + {{a1}}', ['volume', 'volume']), 'sum'],
    ['one figure', of('{{a0}}', ['volume']), 'sum'],
    ['a difference', of('{{a0}} - {{a1}}', ['volume', 'volume']), 'sum'],
    ['heads times litres a head', of('{{a0}} \\, {{a1}}', ['ratio', 'volume']), 'product'],
    ['a share of a share of it', of('{{a0}} \\cdot {{a1}} \\cdot {{a2}}', ['ratio', 'volume', 'ratio']), 'product'],
    // a flow times a time is a volume in SI alone: L/min times s are no litres
    ['a flow times a time', of('{{a0}} \\, {{a1}}', ['flow', 'time']), undefined],
    ['a sum of two kinds', of('{{a0}} + {{a1}}', ['volume', 'length']), undefined],
    ['a fraction', of('\\frac{ {{a0}} }{ {{a1}} }', ['volume', 'ratio']), undefined],
    ['a sum times a figure', of('({{a0}} + {{a1}}) {{a2}}', ['volume', 'volume', 'ratio']), undefined],
    ['what leans on further rules', of('{{a0}} + {{a1}}', ['volume', 'volume'], ['x = y']), undefined],
    ['a figure beside the rule', of('{{a0}}', ['volume', 'volume']), undefined],
  ] as const)('%s', (_, w, form) => expect(plainForm(w)).toBe(form));
});
