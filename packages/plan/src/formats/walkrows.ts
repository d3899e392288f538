// Legs of a walk as rows of text: length, rise, depth and remarks in any sensible order, in metres or feet.
import { fromSI, parseQuantity, unit } from '@vernal-slope/core/units';
import { z } from 'zod';
import { findPipe } from '../catalogue/index.ts';
import { legSchema, type Leg } from '../schema/index.ts';
import type { RowFault } from './dailycsv.ts';
import { headingUnit, headingUnits, readSheet } from './headings.ts';

export interface WalkRow {
  readonly lengthM: number;
  readonly riseM: number;
  readonly depthM?: number;
  readonly remark?: string;
  /** A pipe of the catalogue. */
  readonly pipe?: string;
  /** What else the leg had when it was written: its own pipe, fittings, sights, position. */
  readonly more?: Partial<Leg>;
}

export interface WalkRows {
  readonly rows: readonly WalkRow[];
  readonly faults: readonly RowFault[];
  /** What each column was taken for, with its unit. */
  readonly columns: readonly string[];
}

type Column = 'length' | 'rise' | 'fall' | 'depth' | 'remark' | 'pipe' | 'more' | 'skip';
/** Columns of words. */
const WORDS: readonly Column[] = ['remark', 'pipe', 'more', 'skip'];
/** Names of columns, without their units. A slope in per cent or degrees is no length. */
const HEADINGS: readonly (readonly [Column, RegExp])[] = [
  ['length', /^(length|dist|distance|leg|leg length|slope length|slope distance|run)$/i],
  ['fall', /^(fall|drop|down)$/i],
  ['rise', /^(rise|up|height|height difference|difference|dz)$/i],
  ['depth', /^(depth|depth of pipe|pipe depth|buried)$/i],
  ['pipe', /^pipe$/i],
  ['more', /^as stored$/i],
  ['remark', /^(remarks?|notes?|ground|what|comments?)$/i],
];
const WORDS_SAID: Partial<Record<Column, string>> = { remark: 'remarks', more: 'all else as it was stored' };
const stored = legSchema
  .omit({ lengthM: true, endGroundM: true, depthM: true, remark: true })
  .partial()
  .extend({ was: z.tuple([z.number(), z.number()]) });
type Stored = z.infer<typeof stored>;

/** What was stored with a leg; undefined where it is damaged. */
function storedOf(cell: string): Stored | undefined {
  try {
    const read = stored.safeParse(JSON.parse(cell));
    return read.success ? read.data : undefined;
  } catch {
    return undefined;
  }
}

/** m: figures changed by less were rounded. */
const ROUNDED = 1e-3;
/** What was read holds for the leg that it was read on: of one whose length or rise was changed since, only the way is kept. */
function moreOf({ was, ...leg }: Stored, length: number, rise: number): Partial<Leg> {
  const same = Math.abs(was[0] - length) <= ROUNDED && Math.abs(was[1] - rise) <= ROUNDED;
  const { survey } = leg;
  return same || !survey ? leg : { ...leg, survey: { method: survey.method } };
}

const NUMBER = /^[-+−]?\d*[.,]?\d+$/;

/**
 * Reads rows of legs. Without headings the columns are length, rise, depth, remarks.
 * @param system what figures without a unit are in: metres, or feet
 */
export function readWalkRows(text: string, system: 'metric' | 'us'): WalkRows {
  const { rows: cells, quote } = readSheet(text.trim());
  const plain = system === 'metric' ? 'm' : 'ft';
  const shown = (metres: number): string =>
    `${Number(fromSI(metres, unit(plain, 'length')).toFixed(system === 'metric' ? 4 : 2))} ${plain}`;
  const first = cells[0]?.cells ?? [];
  const headed = first.some((c) => /[a-z]/i.test(c)) && !NUMBER.test((first[0] ?? '').trim());
  const heads = headed ? first.map((h) => headingUnit(h, 'length')) : [];
  const columns: Column[] = headed
    ? heads.map(
        ({ name }) => HEADINGS.find(([, rule]) => rule.test(name.trim().replace(/[_\s]+/g, ' ')))?.[0] ?? 'skip',
      )
    : ['length', 'rise', 'depth', 'remark'];
  const units = columns.map((_, k) => heads[k]?.unit ?? plain);
  const faults: RowFault[] = [];
  if (quote !== undefined)
    return {
      rows: [],
      faults: [{ row: quote, message: 'has a quote that does not end: take it out, or double it' }],
      columns: [],
    };
  const asked = columns.findIndex((c, k) => !WORDS.includes(c) && heads[k]?.unknown !== undefined);
  if (asked >= 0)
    return {
      rows: [],
      faults: [
        {
          row: cells[0].row,
          message: `“${first[asked].trim()}”: ${heads[asked].unknown ?? ''} is no unit here; write one of ${headingUnits('length')}`,
        },
      ],
      columns: [],
    };
  const twice = columns.find((c, k) => c !== 'skip' && columns.indexOf(c) !== k);
  if (twice)
    return { rows: [], faults: [{ row: cells[0].row, message: `two columns are headed ${twice}` }], columns: [] };
  if (!columns.includes('length') || !(columns.includes('rise') || columns.includes('fall'))) {
    return {
      rows: [],
      faults: [{ row: 1, message: 'the headings name no length, or no rise or fall' }],
      columns: [],
    };
  }
  const rows: WalkRow[] = [];
  cells.slice(headed ? 1 : 0).forEach(({ row: at, cells: row }) => {
    const made: {
      length?: number;
      rise?: number;
      fall?: number;
      depth?: number;
      remark?: string;
      pipe?: string;
      more?: Stored;
    } = {};
    let wrong = false;
    columns.forEach((column, c) => {
      const cell = (row[c] ?? '').trim();
      if (column === 'skip' || cell === '') return;
      if (column === 'remark') {
        made.remark = cell.slice(0, 1000);
        return;
      }
      if (column === 'pipe') {
        if (findPipe(cell)) made.pipe = cell;
        else {
          faults.push({ row: at, message: `“${cell}” is no pipe of the catalogue` });
          wrong = true;
        }
        return;
      }
      if (column === 'more') {
        made.more = storedOf(cell);
        if (made.more === undefined) {
          faults.push({ row: at, message: 'what is stored with the leg is damaged: empty its cell under “as stored”' });
          wrong = true;
        }
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
      made[column] = si;
    });
    if (wrong) return;
    if (made.rise !== undefined && made.fall !== undefined && made.rise !== 0 && made.fall !== 0) {
      faults.push({ row: at, message: 'rises and falls at once: fill in one of the two' });
      return;
    }
    const rise = made.rise || (made.fall === undefined ? made.rise : -made.fall);
    if (made.length === undefined || !(made.length > 0))
      faults.push({ row: at, message: 'has no length above nothing' });
    else if (rise === undefined) faults.push({ row: at, message: 'has no rise: write 0 where it is level' });
    else if (Math.abs(rise) > made.length)
      faults.push({
        row: at,
        message: `is ${shown(made.length)} long and cannot rise or fall ${shown(Math.abs(rise))}`,
      });
    else
      rows.push({
        lengthM: made.length,
        // no nought with a sign
        riseM: rise + 0,
        ...(made.depth === undefined ? {} : { depthM: made.depth }),
        ...(made.remark === undefined ? {} : { remark: made.remark }),
        ...(made.pipe === undefined ? {} : { pipe: made.pipe }),
        ...(made.more === undefined ? {} : { more: moreOf(made.more, made.length, rise) }),
      });
  });
  return {
    rows,
    faults,
    columns: columns.flatMap((c, k) =>
      c === 'skip' ? [] : [WORDS.includes(c) ? (WORDS_SAID[c] ?? c) : `${c} in ${units[k]}`],
    ),
  };
}
