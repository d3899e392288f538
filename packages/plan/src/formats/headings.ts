// Units in the headings of sheets: read where they are plain, asked for where they are not, never guessed.
import Papa from 'papaparse';
import { unguarded } from './sheets.ts';

/** Names of a unit as headings write it, and how much of the sheet's base unit it is. */
interface UnitRow {
  readonly symbol: string;
  readonly names: readonly string[];
}
const row = (symbol: string, ...names: string[]): UnitRow => ({ symbol, names: [symbol, ...names] });

const LENGTHS: readonly UnitRow[] = [
  row('m', 'metre', 'metres', 'meter', 'meters', 'mtr'),
  row('ft', 'foot', 'feet', '′', "'"),
  row('cm', 'centimetre', 'centimetres', 'centimeter', 'centimeters'),
  row('mm', 'millimetre', 'millimetres', 'millimeter', 'millimeters'),
  row('km', 'kilometre', 'kilometres', 'kilometer', 'kilometers'),
  row('in', 'inch', 'inches', '″', '"'),
  row('yd', 'yard', 'yards'),
  row('mi', 'mile', 'miles'),
];
export const HEADING_UNITS = {
  length: LENGTHS,
  rain: [
    ...LENGTHS.filter((u) => ['mm', 'cm', 'in', 'm'].includes(u.symbol)),
    row('0.1 mm', 'tenths of mm', 'tenths of a mm', 'tenth mm', 'mm/10', '1/10 mm'),
  ],
  temperature: [
    row('°C', 'c', 'degc', 'deg c', 'celsius', 'degrees c', 'degrees celsius'),
    row('°F', 'f', 'degf', 'deg f', 'fahrenheit', 'degrees f', 'degrees fahrenheit'),
    row('0.1 °C', 'tenths of °c', 'tenths of c', 'tenths of deg c', 'tenths of degc'),
  ],
} as const;
export type HeadingKind = keyof typeof HEADING_UNITS;

/** What a heading says of its unit: one that is known, words that are none here, or nothing. */
export interface HeadingUnit {
  readonly unit?: string;
  /** Said where a unit stands, and not understood. */
  readonly unknown?: string;
  /** The heading without it. */
  readonly name: string;
}

const find = (text: string, kind: HeadingKind): string | undefined => {
  const wanted = text.trim().toLowerCase().replace(/\.$/, '');
  return HEADING_UNITS[kind].find((u) => u.names.some((n) => n.toLowerCase() === wanted))?.symbol;
};

/**
 * The unit of a heading: in brackets, after a comma or slash, after "in", after an underscore, or as its last word. Of
 * "Rain in mm" the unit is mm; of "Rain in" it is inches. What stands in brackets, or after a comma or "in", and is no
 * unit is told.
 */
export function headingUnit(heading: string, kind: HeadingKind): HeadingUnit {
  const text = heading.trim();
  // where a unit must stand
  const said =
    /^(.*?)\s*[([]([^)\]]*)[)\]]\s*$/.exec(text) ??
    /^(.*?)\s*[,;]\s*(.+)$/.exec(text) ??
    /^(.*?)\s+in\s+(.+)$/i.exec(text);
  if (said) {
    const unit = find(said[2], kind);
    return unit ? { unit, name: said[1].trim() } : { unknown: said[2].trim(), name: said[1].trim() };
  }
  // where one may stand: what is none is part of the name
  for (const rule of [/^(.*?)[\s_/]+(tenths? of .+|deg(?:rees)?[\s_]\w+)$/i, /^(.*?)[\s_/]+([^\s_/]+)$/]) {
    const may = rule.exec(text);
    const unit = may && find(may[2].replace(/_/g, ' '), kind);
    if (may && unit) return { unit, name: may[1].trim() };
  }
  return { name: text };
}

/** Units of a kind, for a message. */
export const headingUnits = (kind: HeadingKind): string => HEADING_UNITS[kind].map((u) => u.symbol).join(', ');

/** A sheet as rows of cells with the row that each stands in, blank ones left out. */
export interface Sheet {
  readonly rows: readonly { readonly row: number; readonly cells: readonly string[] }[];
  /** What was parted by. */
  readonly delimiter: string;
  /** Row of a quote that never ends, or stands where none may. */
  readonly quote?: number;
}

/** What a sheet may be parted by, the surest first. */
const DELIMITERS = ['\t', ';', '|'] as const;

/** Reads a sheet that is parted by tabs, semicolons, commas or bars. Rows count as the file has them. */
export function readSheet(text: string): Sheet {
  const whole = text.replace(/^\uFEFF/, '').trimEnd();
  // the first row tells: a comma there may be a unit's or a decimal
  const first = whole.split(/\r?\n/).find((line) => line.trim() !== '') ?? '';
  const delimiter = DELIMITERS.find((d) => first.includes(d)) ?? ',';
  const parsed = Papa.parse<string[]>(whole, { delimiter });
  const error = parsed.errors.find((e) => e.type === 'Quotes');
  return {
    rows: parsed.data
      .map((cells, k) => ({ row: k + 1, cells: cells.map(unguarded) }))
      .filter(({ cells }) => cells.some((c) => c.trim() !== '')),
    delimiter,
    ...(error ? { quote: (error.row ?? 0) + 1 } : {}),
  };
}
