import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { loadPlan } from '../document/index.ts';
import { csvOf, readSheet, readWalkRows, unguarded, walkCsv } from './index.ts';
import { readFileSync } from 'node:fs';

const written = (text: string): string => Papa.parse<string[]>(csvOf([{ a: text }]), { delimiter: ',' }).data[1][0];

describe('a cell of a sheet that goes out', () => {
  it.each([
    '=1+1',
    '=HYPERLINK("http://evil.example")',
    '+1+1',
    '-1+1',
    '@SUM(A1)',
    ' =1+1',
    '\t=1+1',
    '\r=1',
    '−1+1',
    '＝1+1',
    '-',
    "'=1+1",
    '-5 m of tape',
  ])('%j is guarded, and comes back as it was', (text) => {
    expect(written(text)).toBe(`'${text}`);
    expect(unguarded(written(text))).toBe(text);
  });
  it.each(['-5', '+5', '-1.25', '-1,25', '-.5', '1e-5', '-2E+3', '', 'gate', "'quoted'", 'a=b', '5-2'])(
    '%j is left as it is: a number, or no formula',
    (text) => {
      expect(written(text)).toBe(text);
      expect(unguarded(text)).toBe(text);
    },
  );
  it('never begins as a formula, whatever it says, and always comes back', () => {
    const risky = fc.string({
      unit: fc.constantFrom('=', '+', '-', '@', "'", ' ', '\t', '−', '1', '.', 'a', 'e', ',', '"', ';'),
      maxLength: 8,
    });
    fc.assert(
      fc.property(risky, (text) => {
        const cell = written(text);
        // as a spreadsheet looks at it: a number, or no sign in front
        const number = /^\s*[-+]?(\d+([.,]\d+)?|[.,]\d+)(e[-+]?\d+)?\s*$/i.test(cell);
        expect(number || !/^\s*[=+\-@−]/.test(cell)).toBe(true);
        expect(unguarded(cell)).toBe(text);
      }),
      { numRuns: 3000 },
    );
  });
});

describe('the walk book as a sheet', () => {
  const loaded = loadPlan(
    readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'),
  );
  if (!loaded.ok) throw new Error('demo plan has faults');
  const { plan } = loaded;
  it('has its remarks guarded and its falls as numbers, and reads back as the same legs', () => {
    const line = plan.lines[0];
    const remark = '=cmd|calc!A1';
    const csv = walkCsv(plan, { ...line, legs: line.legs.map((leg) => ({ ...leg, remark })) });
    expect(csv).toContain(`'${remark}`);
    expect(csv).not.toMatch(/(^|,)"?=/m);
    expect(csv).toMatch(/,-\d/);
    const back = readWalkRows(csv, 'metric');
    expect(back.rows.map((r) => r.remark)).toEqual(line.legs.map(() => remark));
  });
  it('and every other sheet is read without its guards', () => {
    expect(readSheet("a,b\n'=x,'-1+2\n'-5,plain").rows.map((r) => r.cells)).toEqual([
      ['a', 'b'],
      ['=x', '-1+2'],
      // somebody else's apostrophe before a number stays
      ["'-5", 'plain'],
    ]);
  });
});
