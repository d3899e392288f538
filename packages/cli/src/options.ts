// Options of the command line: one row an option, with how its text is read; anything unknown is a usage error.
import { parseArgs } from 'node:util';
import { dayNumber } from '@vernal-slope/plan/formats';

export class UsageError extends Error {}

interface OptionRow<T> {
  /** May be given several times. */
  readonly multiple?: boolean;
  /** @throws UsageError with one line that says what would be right */
  readonly read: (texts: readonly string[], name: string) => T;
}

const wrong = (name: string, text: string, right: string): UsageError =>
  new UsageError(`vernal: --${name} is "${text}"; give ${right}`);

const text: OptionRow<string> = { read: ([t]) => t };
const texts: OptionRow<readonly string[]> = { multiple: true, read: (all) => all };
/** Ids with commas between. */
const ids: OptionRow<readonly string[]> = {
  read: ([t]) =>
    t
      .split(',')
      .map((id) => id.trim())
      .filter((id) => id !== ''),
};
const choice = <const C extends readonly string[]>(choices: C, right: string): OptionRow<C[number]> => ({
  read: ([t], name) => {
    if (!choices.includes(t)) throw wrong(name, t, right);
    return t as C[number];
  },
});
const number = (fits: (value: number) => boolean, right: string): OptionRow<number> => ({
  read: ([t], name) => {
    const value = t.trim() === '' ? NaN : Number(t);
    if (!fits(value)) throw wrong(name, t, right);
    return value;
  },
});
/** A time of day. */
const clock: OptionRow<string> = {
  read: ([t], name) => {
    if (!/^([01]\d|2[0-3]):[0-5]\d$/.test(t)) throw wrong(name, t, 'a time of day such as 07:30');
    return t;
  },
};
/** A day of the calendar. */
const date: OptionRow<string> = {
  read: ([t], name) => {
    if (Number.isNaN(dayNumber(t)) || t.length !== 10) throw wrong(name, t, 'a date such as 2026-05-01');
    return t;
  },
};
const amount = (unit: string): OptionRow<number> => number((v) => v > 0 && v < 1e6, `a number above 0 in ${unit}`);

/** Every option of every verb. */
const OPTIONS = {
  level: choice(['full', 'low', 'start'], 'full, low or start'),
  open: ids,
  shut: ids,
  month: number((v) => Number.isInteger(v) && v >= 1 && v <= 12, '1 to 12'),
  tank: text,
  plot: text,
  outlet: texts,
  /** L/min */
  flow: amount('L/min'),
  /** kPa */
  pressure: amount('kPa'),
  school: choice(['after', 'before'], 'after or before (yield after or before spillage)'),
  /** h */
  hours: number((v) => v > 0 && v <= 24 * 400, 'hours above 0, at most 9600'),
  /** s */
  every: number((v) => v >= 1 && v <= 86_400, 'seconds from 1 to 86400'),
  start: clock,
  from: date,
  ics: text,
  readings: text,
  seed: number((v) => Number.isInteger(v) && v >= 0 && v < 2 ** 31, 'a whole number'),
  line: text,
  track: text,
  csv: text,
  grid: text,
  /** m */
  tolerance: number((v) => v >= 0 && v <= 1000, 'metres from 0 to 1000'),
  format: choice(
    ['csv', 'geojson', 'gpx', 'html', 'pdf', 'md'],
    'csv, geojson or gpx (export), html, pdf or md (report)',
  ),
  out: text,
  units: choice(['metric', 'us'], 'metric or us'),
  paper: choice(['a4', 'letter'], 'a4 or letter'),
  form: choice(['whole', 'field'], 'whole or field'),
  positions: choice(['yes', 'no'], 'yes or no'),
} as const;

/** A choice that is another one for each verb. @throws UsageError with what would be right */
export function oneOf<const C extends readonly string[]>(
  name: OptionName,
  given: string | undefined,
  choices: C,
  right: string,
): C[number] {
  if (given === undefined) return choices[0];
  if (!choices.includes(given)) throw wrong(name, given, right);
  return given as C[number];
}

export type OptionName = keyof typeof OPTIONS;
type Read<R> = R extends OptionRow<infer T> ? T : never;
export type Options = { readonly [N in OptionName]?: Read<(typeof OPTIONS)[N]> };

export interface Words {
  /** Undefined with `--help` alone. */
  readonly verb?: string;
  readonly files: readonly string[];
  readonly given: readonly OptionName[];
  readonly options: Options;
  readonly help: boolean;
}

/** Parses the words after `vernal`. @throws UsageError with one line that says what is wrong */
export function parseWords(args: readonly string[]): Words {
  const rows = Object.entries(OPTIONS) as [OptionName, OptionRow<unknown>][];
  let parsed;
  try {
    parsed = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        ...Object.fromEntries(
          rows.map(([name, row]) => [name, { type: 'string' as const, multiple: row.multiple ?? false }]),
        ),
        help: { type: 'boolean', short: 'h' },
      },
    });
  } catch (error) {
    throw new UsageError(`vernal: ${(error as Error).message.split('\n')[0]}`);
  }
  const values = parsed.values as Record<string, string | string[] | boolean | undefined>;
  const given = rows.filter(([name]) => values[name] !== undefined);
  const options = (only: readonly OptionName[]): Options =>
    Object.fromEntries(
      given
        .filter(([name]) => only.includes(name))
        .map(([name, row]) => [name, row.read([values[name]].flat() as string[], name)]),
    );
  const names = given.map(([name]) => name);
  const [verb, ...files] = parsed.positionals;
  return {
    verb,
    files,
    given: names,
    help: values.help === true,
    // read when asked for: an option that the verb has not is said first
    get options() {
      return options(names);
    },
  };
}
