// Sheets of the book read back as what they were made of.
import Papa from 'papaparse';
import { expect, it } from 'vitest';
import { demo } from '../read.testdata.ts';
import { SHEETS } from './index.ts';

const rows = (id: string, plan = demo('ousel-bank')): Record<string, string>[] =>
  Papa.parse<Record<string, string>>(SHEETS.find((s) => s.id === id)?.make(plan) ?? '', {
    header: true,
    skipEmptyLines: true,
  }).data;

it('the pipe schedule has every leg with its length', () => {
  const plan = demo('ousel-bank');
  const all = rows('pipes');
  expect(all).toHaveLength(plan.lines.reduce((n, l) => n + l.legs.length, 0));
  const sum = all.reduce((total, r) => total + Number(r['length m']), 0);
  expect(sum).toBeCloseTo(
    plan.lines.flatMap((l) => l.legs).reduce((total, g) => total + g.lengthM, 0),
    9,
  );
});
it('the walk of every line says whose each leg is', () => {
  const plan = demo('ousel-bank');
  const all = rows('walk');
  for (const line of plan.lines) expect(all.filter((r) => r.line === line.id)).toHaveLength(line.legs.length);
  expect(Object.values(all[0]).every((cell) => typeof cell === 'string')).toBe(true);
});
it('readings keep what ran and how the tanks stood; a text that a spreadsheet would compute is guarded', () => {
  const log = [
    {
      at: '2026-08-14T07:40',
      place: 'low',
      pressureKPa: 8.1,
      open: ['low', 'rowan'],
      levelsM: { hill: 1.2 },
      note: '=1+1',
    },
  ];
  const [row] = rows('readings', { ...demo('ousel-bank'), log });
  expect(row).toMatchObject({
    at: '2026-08-14T07:40',
    place: 'low',
    pressureKPa: '8.1',
    open: 'low rowan',
    levelsM: 'hill=1.2',
    note: "'=1+1",
  });
});
it('an empty plan has sheets without rows', () => {
  for (const s of SHEETS)
    expect(() => s.make({ format: 'vernal-slope/plan', version: 1, title: '', nodes: [], lines: [] })).not.toThrow();
});
