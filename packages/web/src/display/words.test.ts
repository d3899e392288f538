import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { plainText, sentence } from './words.ts';

const source = (path: string): string => readFileSync(new URL(`../../../${path}`, import.meta.url), 'utf8');
/** Every code of a finding that the judges can give, read from their source. */
const CODES = [
  ...new Set(
    [
      source('core/src/judge/index.ts'),
      source('plan/src/solve/findings.ts'),
      source('plan/src/solve/heights.ts'),
      source('plan/src/budget/findings.ts'),
    ]
      .join('\n')
      .match(/'[a-z]+(?:-[a-z]+)+'/g)
      ?.map((code) => code.slice(1, -1)) ?? [],
  ),
  ...new Set(
    [source('plan/src/stand/answer.ts'), source('web/src/composables/useStepJudgement.ts')]
      .join('\n')
      .match(/'stand-[a-z]+(?:-[a-z]+)*'/g)
      ?.map((code) => code.slice(1, -1)) ?? [],
  ),
  ...['post', 'posts', 'beam', 'joist', 'platform-front', 'platform-side', 'footing', 'gap', 'height'].map(
    (member) => `stand-misfit-${member}`,
  ),
  ...['unknown', 'moderate', 'high'].map((how) => `stand-earthquake-${how}`),
].filter(
  (code) =>
    ![
      'darcy-weisbach',
      'hazen-williams',
      'as-good',
      'sight-level',
      'stand-wind',
      'stand-weight',
      'stand-concrete',
    ].includes(code),
);

describe('every finding', () => {
  it('has words of its own', () => {
    expect(CODES.length).toBeGreaterThan(50);
    for (const code of CODES) {
      const text = plainText(
        sentence(
          { code, severity: 'fair', at: 'x', values: { date: '2026-09-05', month: 6, share: 0.9, word: 'better' } },
          'metric',
          () => 'Somewhere',
        ),
      );
      expect(text, code).not.toBe(code);
      expect(text.endsWith('.'), `${code}: ${text}`).toBe(true);
    }
  });
  it('is said without haste, praise or promise', () => {
    const words = ['words', 'waterwords', 'standwords'].map((f) => source(`web/src/display/${f}.ts`)).join('\n');
    const said = (words.match(/say`[^`]*`/g) ?? []).join('\n');
    expect(said).not.toMatch(/!|oops|\bsafe\b|approved/i);
  });
});

it('no screen calls water or a structure safe', () => {
  const folder = new URL('../components/', import.meta.url);
  for (const file of readdirSync(folder).filter((f) => f.endsWith('.vue')))
    expect(readFileSync(new URL(file, folder), 'utf8'), file).not.toMatch(/\b(is|are) safe\b|safe to drink|approved/i);
});

it('figures open what they are made of', () => {
  const parts = sentence(
    { code: 'flow-below-wanted', severity: 'fair', at: 'low', values: { flow: 1e-4, wanted: 2e-4 } },
    'us',
    () => 'Low',
  );
  expect(parts.find((p) => p.opens)?.opens).toEqual({ of: 'flow', id: 'low' });
  expect(plainText(parts).replace(/\u00A0/g, ' ')).toBe('It gets 1.59 US gal/min and wants 3.17 US gal/min.');
});
