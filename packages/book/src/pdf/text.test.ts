// Lines of text: broken at spaces, within a word only where it has no room on any line, nothing lost.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { oneFamily, stretchesOf, textWidth } from './fonts.ts';
import { flowOf, plainFlow, setText } from './text.ts';

const lines = (text: string, width: number): string[] =>
  plainFlow(text, { size: 10 })
    .lines(width)
    .map((line) => line.map((w) => w.text).join(''));

describe('lines', () => {
  it('are broken at spaces', () => {
    const wide = textWidth('Low Meadow', 'Text', 10) + 1;
    expect(lines('Hill tank to Low Meadow', wide)).toEqual(['Hill tank to', 'Low Meadow']);
  });
  it('are no wider than they may be, and lose no letter', () => {
    fc.assert(
      fc.property(
        fc.array(fc.string({ unit: fc.constantFrom('a', 'W', 'é', '7', '−', 'ρ'), minLength: 1, maxLength: 40 }), {
          maxLength: 12,
        }),
        fc.integer({ min: 30, max: 300 }),
        (words, width) => {
          const broken = plainFlow(words.join(' '), { size: 10 }).lines(width);
          for (const line of broken)
            expect(line.reduce((sum, w) => sum + w.width, 0)).toBeLessThanOrEqual(width + 0.05);
          expect(
            broken
              .flatMap((l) => l.map((w) => w.text))
              .join('')
              .replace(/ /g, ''),
          ).toBe(words.join(''));
        },
      ),
    );
  });
  it('have a height for each, one where there is nothing', () => {
    expect(setText(plainFlow('', { size: 10 }), 100, 10).height).toBeCloseTo(12.4);
    expect(setText(plainFlow('a b', { size: 10 }), textWidth('a', 'Text', 10) + 0.5, 10).height).toBeCloseTo(24.8);
  });
  it('a figure is set in figures, its unit in words, its number leads to its working', () => {
    const [line] = flowOf([{ text: '8.32\u00A0kPa', figure: true, working: 7 }], { size: 10 }).lines(200);
    expect(line.map((w) => [w.text, w.family, w.worked, w.to])).toEqual([
      ['8.32', 'Figure', true, undefined],
      ['\u00A0kPa', 'Text', true, undefined],
      [expect.stringContaining('7'), expect.any(String), false, 'w7'],
    ]);
  });
});

describe('fonts', () => {
  it('write what they can, another writes the rest', () => {
    expect(stretchesOf('a ρ b', 'text').map((s) => [s.text, s.family])).toEqual([
      ['a ', 'Text'],
      ['ρ ', 'Rest'],
      ['b', 'Text'],
    ]);
    expect(stretchesOf('泉', 'text')).toEqual([{ text: '□', family: 'Rest' }]);
  });
  it('marks without a look of their own are left out', () => {
    expect(stretchesOf('a\u200Bb\uFE0F', 'text')).toEqual([{ text: 'ab', family: 'Text' }]);
  });
  it('one writes all words of a mark in a drawing', () => {
    expect(oneFamily('Hill tank 1.4', 'text')).toBe('Text');
    expect(oneFamily('Hill ρ', 'text')).toBe('Rest');
  });
});
