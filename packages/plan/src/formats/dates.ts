// Dates of a sheet in the order that its country writes them: told by the sheet itself, asked for where it does not tell.
const DAY_MS = 86_400_000;

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

/** Day number of a month and day, such as 10-25, of a year; 29 February is the 28th in a year without one. */
export const dayOfYear = (year: number, monthDay: string): number => {
  const day = dayNumber(`${year}-${monthDay}`);
  return Number.isNaN(day) && monthDay === '02-29' ? dayNumber(`${year}-02-28`) : day;
};

/** Year first; day, month, year with dots; or parted by slashes or dashes, whose order the figures must tell. */
const YEAR_FIRST = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/;
const DOTS = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/;
const PARTED = /^(\d{1,2})[-/](\d{1,2})[-/](\d{4})$/;

export type DateOrder = 'day' | 'month';

/** A date without the time that may stand behind it. */
const bare = (cell: string): string =>
  cell.trim().replace(/[T\s]+\d{1,2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:?\d{2})?$/, '');

export interface OrderRead {
  /** Undefined where no date asks for one. */
  readonly order?: DateOrder;
  /** Said where it cannot be told. */
  readonly asked?: string;
}

/** Whether the day or the month comes first in a column of dates. */
export function dateOrder(cells: readonly string[]): OrderRead {
  const parted = cells.map((c) => PARTED.exec(bare(c))).filter((m) => m !== null);
  if (parted.length === 0) return {};
  const day = parted.find((m) => Number(m[1]) > 12);
  const month = parted.find((m) => Number(m[2]) > 12);
  if (day && month)
    return { asked: `“${day[0]}” has its day first and “${month[0]}” its month: write dates like 2024-06-30` };
  if (day) return { order: 'day' };
  if (month) return { order: 'month' };
  return { asked: `dates such as “${parted[0][0]}” can be read in two ways: write them like 2024-06-30` };
}

/** Day number of a date of a sheet; NaN of what is none. */
export function sheetDay(cell: string, order: DateOrder | undefined): number {
  const text = bare(cell);
  const iso = (y: string, m: string, d: string): number =>
    dayNumber(`${y}-${m.padStart(2, '0')}-${d.padStart(2, '0')}`);
  const year = YEAR_FIRST.exec(text);
  if (year) return iso(year[1], year[2], year[3]);
  const dots = DOTS.exec(text);
  if (dots) return iso(dots[3], dots[2], dots[1]);
  const parted = order && PARTED.exec(text);
  if (!parted) return NaN;
  return order === 'day' ? iso(parted[3], parted[2], parted[1]) : iso(parted[3], parted[1], parted[2]);
}
