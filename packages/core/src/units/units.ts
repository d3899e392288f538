// Units of measure: what each symbol is worth in SI, and reading quantities that people type.

/** What a figure measures. SI base in core: m, m³/s, Pa, m³, °C, s, m/s, kg/m³, m². */
export type Dimension =
  | 'length'
  | 'bore'
  | 'flow'
  | 'pressure'
  | 'volume'
  | 'temperature'
  | 'time'
  | 'velocity'
  | 'density'
  | 'viscosity'
  | 'area'
  | 'gravity'
  | 'force'
  | 'mass'
  | 'stress'
  | 'moment'
  | 'ratio';

export interface Unit {
  readonly symbol: string;
  readonly dimension: Dimension;
  /** SI value = typed value × factor + offset. */
  readonly factor: number;
  readonly offset?: number;
  /** Other spellings, lower case. */
  readonly also?: readonly string[];
}

const INCH = 0.0254; // exact, international yard and pound agreement 1959
const US_GALLON = 231 * INCH ** 3; // exact, 231 in³
const IMPERIAL_GALLON = 4.54609e-3; // exact, UK Weights and Measures Act 1985
const ACRE = 43_560 * (12 * INCH) ** 2; // exact in feet
const POUND = 0.45359237; // exact
const POUND_FORCE = POUND * 9.80665; // exact pound and gravity
const PSI = POUND_FORCE / INCH ** 2;

const define = (
  dimension: Dimension,
  rows: readonly (readonly [symbol: string, factor: number, also?: string, offset?: number])[],
): Unit[] =>
  rows.map(([symbol, factor, also, offset]) => ({
    symbol,
    dimension,
    factor,
    offset,
    also: also?.split(','),
  }));

const LENGTHS: readonly (readonly [string, number, string?])[] = [
  ['m', 1, 'metre,metres,meter,meters'],
  ['mm', 1e-3, 'millimetre,millimetres'],
  ['cm', 1e-2, 'centimetre,centimetres'],
  ['km', 1e3, 'kilometre,kilometres'],
  ['ft', 12 * INCH, "',′,feet,foot"],
  ['in', INCH, '",″,inch,inches'],
  ['yd', 36 * INCH, 'yard,yards'],
  ['mi', 63360 * INCH, 'mile,miles'],
];

/** Every unit the program reads or shows. Factors: BIPM SI Brochure, NIST SP 811 (from memory, exact values). */
export const UNITS: readonly Unit[] = [
  ...define('length', LENGTHS),
  ...define('bore', LENGTHS),
  ...define('flow', [
    ['L/min', 1e-3 / 60, 'lpm,l/m,litres a minute,liters a minute'],
    ['L/s', 1e-3, 'lps,l/sec'],
    ['L/h', 1e-3 / 3600, 'lph,l/hr,l/hour'],
    ['m³/h', 1 / 3600, 'm3/h,m3/hr'],
    ['m³/s', 1, 'm3/s'],
    ['US gal/min', US_GALLON / 60, 'gpm,gal/min,usgpm,gallons a minute'],
    ['US gal/h', US_GALLON / 3600, 'gph,gal/h,gal/hr'],
    ['L/day', 1e-3 / 86400, 'l/d'],
    ['US gal/day', US_GALLON / 86400, 'gpd,gal/day,gal/d'],
    ['imp gal/min', IMPERIAL_GALLON / 60, 'igpm'],
    ['imp gal/h', IMPERIAL_GALLON / 3600, 'igph,imp gal/hr'],
    ['imp gal/day', IMPERIAL_GALLON / 86400, 'igpd'],
  ]),
  ...define('pressure', [
    ['kPa', 1e3],
    ['Pa', 1],
    ['bar', 1e5],
    ['mbar', 100],
    ['MPa', 1e6],
    ['psi', PSI, 'lb/in2,lbf/in2,lb/in²,lb/sqin'],
    ['psf', PSI / 144, 'lb/ft2,lbf/ft2'],
  ]),
  ...define('volume', [
    ['L', 1e-3, 'litre,litres,liter,liters,ltr'],
    ['m³', 1, 'm3'],
    ['mL', 1e-6, 'ml'],
    ['ML', 1e3],
    ['ft³', (12 * INCH) ** 3, 'ft3,cuft,cubicfeet'],
    ['fl oz', US_GALLON / 128, 'floz,fluidounce,fluidounces'],
    ['US gal', US_GALLON, 'gal,gallon,gallons,usgal,usgallon,usgallons'],
    ['imp gal', IMPERIAL_GALLON, 'impgallon,impgallons,imperialgal,imperialgallon,imperialgallons'],
  ]),
  ...define('temperature', [
    ['°C', 1, 'c,degc'],
    ['°F', 5 / 9, 'f,degf', (-32 * 5) / 9],
  ]),
  ...define('time', [
    ['s', 1, 'sec,seconds'],
    ['min', 60, 'mins,minutes,minute'],
    ['h', 3600, 'hr,hrs,hour,hours'],
    ['days', 86400, 'd,day'],
  ]),
  ...define('velocity', [
    ['m/s', 1],
    ['ft/s', 12 * INCH, 'fps'],
    ['km/h', 1 / 3.6, 'kph,kmh'],
    ['mph', (63360 * INCH) / 3600, 'mi/h'],
  ]),
  ...define('density', [
    ['kg/m³', 1, 'kg/m3'],
    ['lb/ft³', POUND / (12 * INCH) ** 3, 'lb/ft3,pcf'],
  ]),
  ...define('viscosity', [['mm²/s', 1e-6, 'mm2/s,cst']]),
  ...define('area', [
    ['m²', 1, 'm2,sqm'],
    ['mm²', 1e-6, 'mm2'],
    ['ft²', (12 * INCH) ** 2, 'ft2,sqft,squarefeet'],
    ['acre', ACRE, 'acres'],
    ['ha', 1e4, 'hectare,hectares'],
  ]),
  ...define('gravity', [['m/s²', 1]]),
  ...define('force', [
    ['N', 1, 'newton,newtons'],
    ['kN', 1e3],
    ['lbf', POUND_FORCE, 'lb'],
  ]),
  ...define('mass', [
    ['kg', 1, 'kilogram,kilograms'],
    ['t', 1e3, 'tonne,tonnes'],
    ['lb', POUND, 'lbs,pound,pounds'],
  ]),
  ...define('stress', [
    ['MPa', 1e6, 'n/mm2'],
    ['psi', PSI, 'lb/in2'],
  ]),
  ...define('moment', [
    ['N·m', 1, 'nm'],
    ['ft·lbf', 12 * INCH * POUND_FORCE, 'ftlb'],
  ]),
  ...define('ratio', [
    ['', 1],
    ['%', 0.01],
  ]),
];

/** Symbols whose case tells a thousandth from a million: taken as written only. */
const CASE_TELLS = new Set(['mL', 'ml', 'ML', 'MPa']);
/** What a bare gallon is where gallons are imperial. */
const IMPERIAL: Readonly<Record<string, string>> = {
  'US gal': 'imp gal',
  'US gal/min': 'imp gal/min',
  'US gal/h': 'imp gal/h',
  'US gal/day': 'imp gal/day',
};

interface Spelled {
  readonly unit: Unit;
  /** Matches the name at the start of a text. */
  readonly form: RegExp;
  /** It must be written just so. */
  readonly exact?: string;
  /** The imperial unit that the same word is elsewhere. */
  readonly gallon?: Unit;
}

const escaped = (c: string): string => c.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&');

/** Names of the units of each dimension, the longest first, as they are found at the start of a text. */
export const SPELLED: Readonly<Record<Dimension, readonly Spelled[]>> = (() => {
  const all: Partial<Record<Dimension, { name: string; row: Spelled }[]>> = {};
  for (const unit of UNITS) {
    const list = (all[unit.dimension] ??= []);
    for (const name of [unit.symbol, ...(unit.also ?? [])]) {
      const letters = [...name.replace(/\s+/g, '')];
      if (letters.length === 0) continue;
      // a name may be written with spaces and end with a point; no letter may follow
      const ends = /[a-z]$/i.test(name) ? '\\.?(?![a-zµ°²³/])' : '';
      const exact = CASE_TELLS.has(name) ? name : undefined;
      const bare = !name.toLowerCase().startsWith('us') && !name.startsWith('imp') ? IMPERIAL[unit.symbol] : undefined;
      list.push({
        name,
        row: {
          unit,
          form: new RegExp(`^${letters.map(escaped).join('\\s*')}${ends}`, 'i'),
          ...(exact === undefined ? {} : { exact }),
          ...(bare === undefined ? {} : { gallon: UNITS.find((u) => u.symbol === bare) as Unit }),
        },
      });
    }
  }
  const sorted = Object.entries(all).map(
    ([dimension, rows]) => [dimension, rows.sort((a, b) => b.name.length - a.name.length).map((r) => r.row)] as const,
  );
  return Object.fromEntries(sorted) as unknown as Record<Dimension, readonly Spelled[]>;
})();

const SPELLINGS = new Map<string, Unit>();
for (const unit of UNITS) {
  for (const name of [unit.symbol, ...(unit.also ?? [])]) {
    const key = `${unit.dimension}:${name.toLowerCase().replace(/\s+/g, '')}`;
    if (!SPELLINGS.has(key)) SPELLINGS.set(key, unit);
  }
}

/** Finds a unit of a dimension by any spelling; undefined when there is none. */
export function findUnit(name: string, dimension: Dimension): Unit | undefined {
  const exact = UNITS.find((u) => u.dimension === dimension && u.symbol === name);
  if (exact) return exact;
  return SPELLINGS.get(`${dimension}:${name.toLowerCase().replace(/\s+/g, '')}`);
}

/** A unit that must exist: throws when the program itself asks for an unknown one. */
export function unit(name: string, dimension: Dimension): Unit {
  const found = findUnit(name, dimension);
  if (!found) throw new Error(`no unit ${name} of ${dimension}`);
  return found;
}

/** Value in `unit` to SI. Example: toSI(40, ft) = 12.192 m. */
export const toSI = (value: number, u: Unit): number => value * u.factor + (u.offset ?? 0);

/** SI value to `unit`. Example: fromSI(12.192, ft) = 40. */
export const fromSI = (si: number, u: Unit): number => (si - (u.offset ?? 0)) / u.factor;
