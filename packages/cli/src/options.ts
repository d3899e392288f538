// Words of the command line to verb, file and options; anything unknown is a usage error.
import { parseArgs } from 'node:util';

export class UsageError extends Error {}

export type Verb =
  'check' | 'solve' | 'balance' | 'store' | 'size' | 'height' | 'stand' | 'import' | 'export' | 'schema' | 'help';

export interface Options {
  readonly level?: 'full' | 'low' | 'start';
  readonly open?: readonly string[];
  readonly shut?: readonly string[];
  readonly month?: number;
  readonly tank?: string;
  readonly outlets?: readonly string[];
  /** L/min */ readonly flow?: number;
  /** kPa */ readonly pressure?: number;
  readonly school?: 'after' | 'before';
  readonly line?: string;
  readonly track?: string;
  readonly csv?: string;
  readonly grid?: string;
  readonly tolerance?: number;
  readonly format?: 'csv' | 'geojson' | 'gpx';
}

const ALLOWED: Readonly<Record<Verb, readonly string[]>> = {
  check: ['month'],
  solve: ['level', 'open', 'shut', 'month'],
  balance: [],
  store: ['tank', 'school', 'month'],
  size: ['open', 'level'],
  height: ['tank', 'outlet', 'flow', 'pressure', 'open'],
  stand: ['tank'],
  import: ['line', 'track', 'csv', 'grid', 'tolerance'],
  export: ['line', 'format'],
  schema: [],
  help: [],
};

const list = (text: string | undefined): string[] | undefined =>
  text === undefined
    ? undefined
    : text
        .split(',')
        .map((id) => id.trim())
        .filter((id) => id !== '');

/** Parses the words after `vernal`. @throws UsageError with one line that says what is wrong */
export function parseOptions(args: readonly string[]): { verb: Verb; file: string; options: Options } {
  let parsed;
  try {
    parsed = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        level: { type: 'string' },
        open: { type: 'string' },
        shut: { type: 'string' },
        month: { type: 'string' },
        tank: { type: 'string' },
        outlet: { type: 'string', multiple: true },
        flow: { type: 'string' },
        pressure: { type: 'string' },
        school: { type: 'string' },
        line: { type: 'string' },
        track: { type: 'string' },
        csv: { type: 'string' },
        grid: { type: 'string' },
        tolerance: { type: 'string' },
        format: { type: 'string' },
        help: { type: 'boolean', short: 'h' },
      },
    });
  } catch (error) {
    throw new UsageError(`vernal: ${(error as Error).message.split('\n')[0]}`);
  }
  const { values, positionals } = parsed;
  if (values.help) return { verb: 'help', file: '', options: {} };
  const [verb, file, ...more] = positionals;
  if (verb === undefined) throw new UsageError('vernal: no verb given');
  if (verb !== 'help' && !Object.hasOwn(ALLOWED, verb)) throw new UsageError(`vernal: unknown verb "${verb}"`);
  const known = verb as Verb;
  for (const name of Object.keys(values)) {
    if (!ALLOWED[known].includes(name)) throw new UsageError(`vernal: ${known} has no option --${name}`);
  }
  const wantsFile = known !== 'schema' && known !== 'help';
  if (wantsFile && file === undefined) throw new UsageError(`vernal: ${known} needs a plan file`);
  if (more.length > 0 || (!wantsFile && file !== undefined)) {
    throw new UsageError(`vernal: unexpected "${wantsFile ? more[0] : file}"`);
  }
  const { level, month, school, format } = values;
  if (format !== undefined && format !== 'csv' && format !== 'geojson' && format !== 'gpx') {
    throw new UsageError(`vernal: --format is "${format}"; give csv, geojson or gpx`);
  }
  const tolerance = values.tolerance === undefined ? undefined : Number(values.tolerance);
  if (tolerance !== undefined && !(tolerance >= 0 && tolerance <= 1000)) {
    throw new UsageError(`vernal: --tolerance is "${values.tolerance}"; give metres from 0 to 1000`);
  }
  const amount = (name: 'flow' | 'pressure', unit: string): number | undefined => {
    const text = values[name];
    if (text === undefined) return undefined;
    const value = Number(text);
    if (text.trim() === '' || !(value > 0 && value < 1e6))
      throw new UsageError(`vernal: --${name} is "${text}"; give a number above 0 in ${unit}`);
    return value;
  };
  const [flow, pressure] = [amount('flow', 'L/min'), amount('pressure', 'kPa')];
  if (known === 'height' && !values.outlet?.length) throw new UsageError('vernal: height needs at least one --outlet');
  const brought = [values.track, values.csv].filter((v) => v !== undefined).length;
  if (known === 'import' && (brought > 1 || (brought === 0 && values.grid === undefined))) {
    throw new UsageError('vernal: import needs one of --track and --csv, or --grid');
  }
  if (school !== undefined && school !== 'after' && school !== 'before') {
    throw new UsageError(`vernal: --school is "${school}"; give after or before (yield after or before spillage)`);
  }
  if (level !== undefined && level !== 'full' && level !== 'low' && level !== 'start') {
    throw new UsageError(`vernal: --level is "${level}"; give full, low or start`);
  }
  const monthNumber = month === undefined ? undefined : Number(month);
  if (monthNumber !== undefined && !(Number.isInteger(monthNumber) && monthNumber >= 1 && monthNumber <= 12)) {
    throw new UsageError(`vernal: --month is "${month}"; give 1 to 12`);
  }
  return {
    verb: known,
    file: file ?? '',
    options: {
      level,
      open: list(values.open),
      shut: list(values.shut),
      month: monthNumber,
      tank: values.tank,
      outlets: values.outlet,
      flow,
      pressure,
      school,
      line: values.line,
      track: values.track,
      csv: values.csv,
      grid: values.grid,
      tolerance,
      format,
    },
  };
}
