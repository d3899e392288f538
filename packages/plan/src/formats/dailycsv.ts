// Daily rain and temperature from a CSV: columns in any order, faults by row, gaps named; nothing is guessed.
import Papa from 'papaparse';

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
}

const DAY_MS = 86_400_000;
const LIMITS = { rain: [0, 2000], tmax: [-60, 60], tmin: [-70, 50] } as const;
type Column = 'date' | keyof typeof LIMITS;

const HEADINGS: Readonly<Record<Column, RegExp>> = {
  date: /^(date|day|datum)\b/i,
  rain: /^(rain|rainfall|precip\w*|prcp)\b|^(rain|precip)/i,
  tmax: /^t[_ ]?max|max.*temp|temp.*max|^high/i,
  tmin: /^t[_ ]?min|min.*temp|temp.*min|^low/i,
};

/** Longest series taken, days. */
export const MAX_DAYS = 60_000;

/** Days since 1970 of a date like 2024-06-30, or NaN. Dates that no calendar has (31 April) are NaN. */
export function dayNumber(text: string): number {
  const m = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text.trim());
  if (!m) return NaN;
  const ms = Date.UTC(Number(m[1]), Number(m[2]) - 1, Number(m[3]));
  const back = new Date(ms);
  return back.getUTCMonth() === Number(m[2]) - 1 && back.getUTCDate() === Number(m[3]) ? ms / DAY_MS : NaN;
}

/** Date like 2024-06-30 of a day number. */
export const dateOf = (day: number): string => new Date(day * DAY_MS).toISOString().slice(0, 10);

function columnsOf(headings: readonly string[]): Partial<Record<Column, number>> {
  const found: Partial<Record<Column, number>> = {};
  headings.forEach((heading, k) => {
    const name = heading.trim();
    const fits = (Object.keys(HEADINGS) as Column[]).find((c) => found[c] === undefined && HEADINGS[c].test(name));
    if (fits) found[fits] = k;
  });
  return found;
}

/** Reads a number with point or comma; undefined for an empty cell, NaN for text. */
function numberOf(cell: string | undefined): number | undefined {
  const text = (cell ?? '').trim();
  if (text === '' || text === '-' || /^(na|nan|null)$/i.test(text)) return undefined;
  return /^[-+]?\d*[.,]?\d+$/.test(text) ? Number(text.replace(',', '.')) : NaN;
}

/**
 * Reads days of rain (mm) and, where they are given, highest and lowest temperature (°C).
 * Needs a heading row with a date (2024-06-30) and rain. Inches and °F are taken where the heading says so.
 */
export function readDailyCsv(text: string): DailyCsv {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [headings, ...rows] = parsed.data;
  const at = columnsOf(headings ?? []);
  const columns: Record<string, string> = {};
  for (const c of Object.keys(at) as Column[]) columns[c] = headings[at[c] ?? 0].trim();
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
    };
  }
  const inches = /\b(in|inch|inches)\b/i.test(columns.rain);
  const fahrenheit = (c: string | undefined): boolean => /°?\bF\b/.test(c ?? '');
  const faults: RowFault[] = [];
  const days = new Map<number, Partial<Record<keyof typeof LIMITS, number>>>();
  rows.forEach((cells, k) => {
    const row = k + 2;
    const day = dayNumber(cells[at.date ?? 0] ?? '');
    if (Number.isNaN(day)) {
      faults.push({ row, message: `“${cells[at.date ?? 0] ?? ''}” is no date; write it like 2024-06-30` });
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
      const raw = numberOf(cells[column]);
      if (raw === undefined) continue;
      const value = c === 'rain' ? (inches ? raw * 25.4 : raw) : fahrenheit(columns[c]) ? ((raw - 32) * 5) / 9 : raw;
      const [low, high] = LIMITS[c];
      if (Number.isNaN(raw))
        faults.push({ row, message: `“${cells[column].trim()}” under “${columns[c]}” is not a number` });
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
  };
}
