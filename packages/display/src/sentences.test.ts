import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { finding, FINDINGS, type Finding, type FindingCode } from '@vernal-slope/plan/findings';
import { plainText, sentence } from './sentences.ts';

const CODES = Object.keys(FINDINGS) as FindingCode[];

/** A finding of a code with a value of each kind that its row names. */
function sample(code: FindingCode, figure = 1.25): Finding {
  const values = Object.fromEntries(
    Object.entries(FINDINGS[code].values).map(([key, kind]: [string, unknown]) => [
      key,
      Array.isArray(kind)
        ? (kind as string[])[0]
        : kind === 'date'
          ? '2026-09-05'
          : kind === 'name'
            ? 'Upper spring'
            : kind === 'month'
              ? 6
              : kind === 'count'
                ? 3
                : figure,
    ]),
  );
  return finding(code, 'x', values as never);
}
const said = (code: FindingCode, system: 'metric' | 'us', figure?: number): string =>
  plainText(sentence(sample(code, figure), system, () => 'Somewhere'));

describe('every finding', () => {
  it.each(CODES)('%s has a sentence of its own, whole, with no figure left out', (code) => {
    for (const system of ['metric', 'us'] as const) {
      const text = said(code, system);
      expect(text.endsWith('.'), text).toBe(true);
      expect(text).not.toMatch(/undefined|NaN|\[object|!|oops|\bsafe\b|approved/i);
    }
  });
  it('is told in the person’s own units: no metre and litre in US, no foot and gallon in metric', () => {
    for (const code of CODES) {
      expect(said(code, 'us'), code).not.toMatch(/\d[\u00A0 ](m|mm|L|kPa|L\/min|m\/s|°C)(?![\w/])/);
      expect(said(code, 'metric'), code).not.toMatch(/\d\u00A0(ft|in|US gal|psi|psf|US gal\/min|ft\/s|°F)(?![\w/])/);
    }
  });
  it('says how bad it is by its row alone', () => {
    expect(sample('hump-stops').severity).toBe('error');
    expect(finding('walk-closes', 'l', { by: 0.1, expected: 0.2, word: 'blunder' }).severity).toBe('error');
    expect(finding('walk-closes', 'l', { by: 0.1, expected: 0.2, word: 'as-good' }).severity).toBe('ok');
    expect(finding('stand-pad', 't', { pressure: 2e4, bearing: 7e4, raised: 'on-the-ground' }).severity).toBe('ok');
    expect(finding('stand-pad', 't', { pressure: 9e4, bearing: 7e4, raised: 'on-the-ground' }).severity).toBe('error');
  });
});

it('no screen calls water or a structure safe', () => {
  const root = fileURLToPath(new URL('../../web/src/', import.meta.url));
  for (const file of readdirSync(root, { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith('.vue')))
    expect(readFileSync(join(root, file), 'utf8'), file).not.toMatch(/\b(is|are) safe\b|safe to drink|approved/i);
});

it('figures open what they are made of', () => {
  const parts = sentence(finding('flow-below-wanted', 'low', { flow: 1e-4, wanted: 2e-4 }), 'us', () => 'Low');
  expect(parts.find((p) => p.opens)?.opens).toEqual({ of: 'flow', id: 'low' });
  expect(plainText(parts).replace(/\u00A0/g, ' ')).toBe('It gets 1.59 US gal/min and wants 3.17 US gal/min.');
});
