// Legs of a walk as rows of text: length, rise, depth and remarks in any sensible order, in metres or feet.
import Papa from 'papaparse';
import { findUnit, fromSI, parseQuantity, unit } from '@vernal-slope/core/units';
import type { RowFault } from './dailycsv.ts';

export interface WalkRow {
  readonly lengthM: number;
  readonly riseM: number;
  readonly depthM?: number;
  readonly remark?: string;
}

export interface WalkRows {
  readonly rows: readonly WalkRow[];
  readonly faults: readonly RowFault[];
  /** What each column was taken for, with its unit. */
  readonly columns: readonly string[];
}

type Column = 'length' | 'rise' | 'fall' | 'depth' | 'remark' | 'skip';
const HEADINGS: readonly (readonly [Column, RegExp])[] = [
  ['length', /^(length|dist|distance|leg length|slope)/i],
  ['fall', /^(fall|drop)/i],
  ['rise', /^(rise|up|height|dz)/i],
  ['depth', /^depth/i],
  ['remark', /^(remark|note|ground|what)/i],
];
const NUMBER = /^[-+−]?\d*[.,]?\d+$/;

/** Unit named in a heading, such as "length (ft)" or "rise, m". */
function unitIn(heading: string, fallback: string): string {
  const named = /[([,\s](m|ft|feet|cm|mm|in)\b/i.exec(` ${heading}`)?.[1];
  return named && findUnit(named, 'length') ? (findUnit(named, 'length')?.symbol ?? fallback) : fallback;
}

/**
 * Reads rows of legs. Without headings the columns are length, rise, depth, remarks.
 * @param system what figures without a unit are in: metres, or feet
 */
export function readWalkRows(text: string, system: 'metric' | 'us'): WalkRows {
  const cells = Papa.parse<string[]>(text.trim(), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: ['\t', ';', ',', '|'],
  }).data;
  const plain = system === 'metric' ? 'm' : 'ft';
  const shown = (metres: number): string =>
    `${Number(fromSI(metres, unit(plain, 'length')).toFixed(system === 'metric' ? 4 : 2))} ${plain}`;
  const headed = cells.length > 0 && cells[0].some((c) => /[a-z]/i.test(c)) && !NUMBER.test((cells[0][0] ?? '').trim());
  const columns: Column[] = headed
    ? cells[0].map((h) => HEADINGS.find(([, rule]) => rule.test(h.trim()))?.[0] ?? 'skip')
    : ['length', 'rise', 'depth', 'remark'];
  const units = headed ? cells[0].map((h) => unitIn(h, plain)) : columns.map(() => plain);
  const faults: RowFault[] = [];
  if (!columns.includes('length') || !(columns.includes('rise') || columns.includes('fall'))) {
    return {
      rows: [],
      faults: [{ row: 1, message: 'the headings name no length, or no rise or fall' }],
      columns: [],
    };
  }
  const rows: WalkRow[] = [];
  cells.slice(headed ? 1 : 0).forEach((row, k) => {
    const at = k + (headed ? 2 : 1);
    const made: { length?: number; rise?: number; depth?: number; remark?: string } = {};
    let wrong = false;
    columns.forEach((column, c) => {
      const cell = (row[c] ?? '').trim();
      if (column === 'skip' || cell === '') return;
      if (column === 'remark') {
        made.remark = cell.slice(0, 1000);
        return;
      }
      const read = parseQuantity(cell, 'length', unit(units[c], 'length'));
      if (!read.ok) {
        faults.push({ row: at, message: `“${cell}” is not a number` });
        wrong = true;
        return;
      }
      if (read.other !== undefined) {
        // a sheet cannot be asked: it is said, and nothing is guessed
        faults.push({ row: at, message: `“${cell}” can be read in two ways: write it without the comma` });
        wrong = true;
        return;
      }
      const si = Math.round(1e4 * read.si) / 1e4;
      if (column === 'fall') made.rise = -si;
      else made[column] = si;
    });
    if (wrong) return;
    if (made.length === undefined || !(made.length > 0))
      faults.push({ row: at, message: 'has no length above nothing' });
    else if (Math.abs(made.rise ?? 0) > made.length)
      faults.push({
        row: at,
        message: `is ${shown(made.length)} long and cannot rise or fall ${shown(Math.abs(made.rise ?? 0))}`,
      });
    else
      rows.push({
        lengthM: made.length,
        riseM: made.rise ?? 0,
        ...(made.depth === undefined ? {} : { depthM: made.depth }),
        ...(made.remark === undefined ? {} : { remark: made.remark }),
      });
  });
  return {
    rows,
    faults,
    columns: columns.flatMap((c, k) => (c === 'skip' ? [] : [c === 'remark' ? 'remarks' : `${c} in ${units[k]}`])),
  };
}
