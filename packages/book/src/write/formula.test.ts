// Formulas on one line: what stands over and under each other is parted by brackets.
import { expect, it } from 'vitest';
import { formulaText, mathml } from './index.ts';

it.each([
  ['h = f \\frac{L}{D} \\frac{v^2}{2 g}', 'h = f · L / D · v² / (2 · g)'],
  ['\\sqrt{2 g h}', '√(2 · g · h)'],
  ['z_\\mathrm{water} - 3{,}5', 'z_water − 3,5'],
  ['2.5 \\cdot 10^{-5}', '2.5 · 10^−5'],
  ['q = C_d A \\sqrt{2 g \\,\\Delta h}', 'q = C_d · A · √(2 · g · Δ · h)'],
  ['\\max(a, -b)', 'max (a, −b)'],
  ['\\left( a + b \\right)^2', '(a + b)²'],
])('%s', (tex, text) => {
  expect(formulaText(tex)).toBe(text);
});

it('MathML has no TeX beside it, and no style that the content policy forbids', () => {
  const math = mathml('\\frac{a}{b}');
  expect(math).toMatch(/^<math[\s\S]*<mfrac>/);
  expect(math).not.toMatch(/annotation|style=/);
});
