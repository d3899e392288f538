// Daily rain and temperature from a CSV: columns in any order, faults by row, gaps named; nothing is guessed.
import { dateOf, dateOrder, sheetDay } from './dates.ts';
import { headingUnit, headingUnits, readSheet, type HeadingKind } from './headings.ts';

export interface RowFault {
  /** Row of the file, the heading being row 1. */
  readonly row: number;
  readonly message: string;
}

export interface Gap {
  /** First and last missing date. */
  readonly from: string;
  readonly to: string;
  readonly days: number;
}

export interface DailySeries {
  readonly start: string;
  readonly rainMm: (number | null)[];
  readonly tMaxC?: (number | null)[];
  readonly tMinC?: (number | null)[];
}

export interface DailyCsv {
  readonly series?: DailySeries;
  /** Rows that could not be read. The series holds what could. */
  readonly faults: readonly RowFault[];
  readonly gaps: readonly Gap[];
  /** Headings taken for each column, for the preview. */
  readonly columns: Readonly<Record<string, string>>;
  /** Units that they were read in: as headed, else mm and °C. */
  readonly units: Readonly<Record<string, string>>;
}

const LIMITS = { rain: [0, 2000], tmax: [-60, 60], tmin: [-70, 50] } as const;
type Column = 'date' | keyof typeof LIMITS;

/** Names of columns, without their units: "rain quality" is no rain. */
const HEADINGS: Readonly<Record<Column, RegExp>> = {
  date: /^(date|day|datum|datetime)$/i,
  rain: /^(daily )?(rain|rainfall|precip|precipitation|prcp)( (total|sum|amount|daily|depth))?$/i,
  tmax: /^(t ?max|tmax|max(imum)? (t|temp|temperature)|(t|temp|temperature) max(imum)?|high)$/i,
  tmin: /^(t ?min|tmin|min(imum)? (t|temp|temperature)|(t|temp|temperature) min(imum)?|low)$/i,
};
const KIND: Readonly<Record<Exclude<Column, 'date'>, HeadingKind>> = {
  rain: 'rain',
  tmax: 'temperature',
  tmin: 'temperature',
};
/** Figures of a unit in mm, or °C. */
const TURNED: Readonly<Record<string, (v: number) => number>> = {
  mm: (v) => v,
  cm: (v) => 10 * v,
  m: (v) => 1000 * v,
  in: (v) => 25.4 * v,
  '0.1 mm': (v) => v / 10,
  '°C': (v) => v,
  '°F': (v) => ((v - 32) * 5) / 9,
  '0.1 °C': (v) => v / 10,
};
/** Headings of services that count in tenths in one file and in whole units in another. */
const inTenths = (heading: string): boolean => /^prcp$/i.test(heading) || /^(TMAX|TMIN)$/.test(heading);

/** Longest series taken, days. */
export const MAX_DAYS = 60_000;

interface Found {
  readonly at: number;
  readonly heading: string;
  readonly unit: string;
}

/** Columns by what they are, and what of their headings has to be asked. */
function columnsOf(headings: readonly string[]): { found: Partial<Record<Column, Found>>; asked: string[] } {
  const found: Partial<Record<Column, Found>> = {};
  const asked: string[] = [];
  headings.forEach((text, at) => {
    const heading = text.trim();
    const plain = heading.replace(/[_\s]+/g, ' ');
    for (const c of Object.keys(HEADINGS) as Column[]) {
      if (found[c] !== undefined) continue;
      if (c === 'date') {
        if (HEADINGS.date.test(plain)) found.date = { at, heading, unit: '' };
        continue;
      }
      const { unit, unknown, name } = headingUnit(heading, KIND[c]);
      if (!HEADINGS[c].test(name.replace(/[_\s]+/g, ' '))) continue;
      if (unknown !== undefined)
        asked.push(`“${heading}”: ${unknown} is no unit here; write one of ${headingUnits(KIND[c])}`);
      else if (unit === undefined && inTenths(heading))
        asked.push(
          `“${heading}” says no unit, and such files often count in tenths: write ${c === 'rain' ? '“PRCP (0.1 mm)” or “PRCP (mm)”' : `“${heading} (0.1 °C)” or “${heading} (°C)”`}`,
        );
      else found[c] = { at, heading, unit: unit ?? (c === 'rain' ? 'mm' : '°C') };
      return;
    }
  });
  return { found, asked };
}

/** What a comma is in a sheet: told by other figures of it, where one can only be read one way. */
type Comma = 'decimal' | 'thousands' | 'unknown';

function commaOf(cells: readonly string[]): Comma {
  if (cells.some((c) => /^[-+]?(\d*,\d{1,2}|\d*,\d{4,}|\d{4,},\d+|0*,\d+)$/.test(c.trim()))) return 'decimal';
  return cells.some((c) => /^[-+]?\d*\.\d+$/.test(c.trim())) ? 'thousands' : 'unknown';
}

/** "1,250": a thousand and a quarter of it, or one and a quarter. */
const EITHER = /^[-+]?[1-9]\d{0,2},\d{3}$/;

/** Reads a number with point or comma; undefined for an empty cell, NaN for text or what could be two numbers. */
function numberOf(cell: string | undefined, comma: Comma): number | undefined {
  const text = (cell ?? '').trim();
  if (text === '' || text === '-' || /^(na|nan|null)$/i.test(text)) return undefined;
  if (EITHER.test(text) && comma !== 'decimal') return comma === 'thousands' ? Number(text.replace(',', '')) : NaN;
  return /^[-+]?\d*[.,]?\d+$/.test(text) ? Number(text.replace(',', '.')) : NaN;
}

/**
 * Reads days of rain (mm) and, where they are given, highest and lowest temperature (°C).
 * Needs a heading row with a date (2024-06-30) and rain. Inches and °F are taken where the heading says so.
 */
export function readDailyCsv(text: string): DailyCsv {
  const { rows: lines, quote } = readSheet(text);
  const [headings, ...rows] = lines;
  const { found: at, asked } = columnsOf(headings?.cells ?? []);
  const columns: Record<string, string> = {};
  const units: Record<string, string> = {};
  for (const [c, { heading, unit }] of Object.entries(at)) {
    columns[c] = heading;
    if (unit !== '') units[c] = unit;
  }
  if (quote !== undefined)
    return {
      faults: [{ row: quote, message: 'has a quote that does not end: take it out, or double it' }],
      gaps: [],
      columns,
      units,
    };
  if (asked.length > 0)
    return { faults: asked.map((message) => ({ row: headings.row, message })), gaps: [], columns, units };
  if (at.date === undefined || at.rain === undefined) {
    const missing = at.date === undefined ? 'date' : 'rain';
    return {
      faults: [
        {
          row: 1,
          message: `no column is headed “${missing}”; the first row must name the columns: date, rain, tmax, tmin`,
        },
      ],
      gaps: [],
      columns,
      units,
    };
  }
  const { date } = at;
  const order = dateOrder(rows.map(({ cells }) => cells[date.at] ?? ''));
  if (order.asked) return { faults: [{ row: headings.row, message: order.asked }], gaps: [], columns, units };
  const faults: RowFault[] = [];
  const numeric = (['rain', 'tmax', 'tmin'] as const).flatMap((c) => at[c]?.at ?? []);
  const comma = commaOf(rows.flatMap(({ cells }) => numeric.map((k) => cells[k] ?? '')));
  const days = new Map<number, Partial<Record<keyof typeof LIMITS, number>>>();
  rows.forEach(({ row, cells }) => {
    const day = sheetDay(cells[date.at] ?? '', order.order);
    if (Number.isNaN(day)) {
      faults.push({ row, message: `“${cells[date.at] ?? ''}” is no date; write it like 2024-06-30` });
      return;
    }
    if (days.has(day)) {
      faults.push({ row, message: `${dateOf(day)} is there a second time; the first was taken` });
      return;
    }
    const record: Partial<Record<keyof typeof LIMITS, number>> = {};
    for (const c of ['rain', 'tmax', 'tmin'] as const) {
      const column = at[c];
      if (column === undefined) continue;
      // a trace of rain is none that could be counted
      const cell = c === 'rain' && /^t$/i.test((cells[column.at] ?? '').trim()) ? '0' : cells[column.at];
      const raw = numberOf(cell, comma);
      if (raw === undefined) continue;
      const value = TURNED[column.unit](raw);
      const [low, high] = LIMITS[c];
      if (Number.isNaN(raw))
        faults.push({
          row,
          message: `“${cells[column.at].trim()}” under “${columns[c]}” ${EITHER.test(cells[column.at].trim()) ? 'can be read in two ways: write it without the comma' : 'is not a number'}`,
        });
      else if (value < low || value > high)
        faults.push({ row, message: `${raw} under “${columns[c]}” cannot be; it must lie between ${low} and ${high}` });
      else record[c] = Math.round(value * 100) / 100;
    }
    days.set(day, record);
  });
  if (days.size === 0)
    return {
      faults: faults.length > 0 ? faults : [{ row: 1, message: 'no days under the heading' }],
      gaps: [],
      columns,
      units,
    };
  const sorted = [...days.keys()].sort((a, b) => a - b);
  const [first, last] = [sorted[0], sorted[sorted.length - 1]];
  if (last - first >= MAX_DAYS) {
    return {
      faults: [
        ...faults,
        { row: 1, message: `the dates run from ${dateOf(first)} to ${dateOf(last)}, more than ${MAX_DAYS} days` },
      ],
      gaps: [],
      columns,
      units,
    };
  }
  const list = (c: keyof typeof LIMITS): (number | null)[] =>
    Array.from({ length: last - first + 1 }, (_, k) => days.get(first + k)?.[c] ?? null);
  const rainMm = list('rain');
  const gaps: Gap[] = [];
  for (let k = 0; k < rainMm.length; k++) {
    if (rainMm[k] !== null) continue;
    let end = k;
    while (end + 1 < rainMm.length && rainMm[end + 1] === null) end++;
    gaps.push({ from: dateOf(first + k), to: dateOf(first + end), days: end - k + 1 });
    k = end;
  }
  return {
    series: {
      start: dateOf(first),
      rainMm,
      ...(at.tmax === undefined ? {} : { tMaxC: list('tmax') }),
      ...(at.tmin === undefined ? {} : { tMinC: list('tmin') }),
    },
    faults,
    gaps,
    columns,
    units,
  };
}
