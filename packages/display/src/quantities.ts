// The one place where SI figures become what screens show, and what people type becomes SI.
import { fromSI, parseQuantity, toSI, unit, unitSymbols, type Dimension, type Unit } from '@vernal-slope/core/units';

export type UnitSystem = 'metric' | 'us';

/** Kinds of figures, by how they are read: a height needs centimetres where a distance does not. */
export type Quantity =
  | 'distance'
  | 'road'
  | 'height'
  | 'rise'
  | 'depth'
  | 'drop'
  | 'evaporation'
  | 'bore'
  | 'loss'
  | 'flow'
  | 'pressure'
  | 'volume'
  | 'speed'
  | 'duration'
  | 'temperature'
  | 'area'
  | 'section'
  | 'bulk'
  | 'force'
  | 'mass'
  | 'stress'
  | 'moment'
  | 'bearing'
  | 'gust'
  | 'ratio';

interface Style {
  readonly dimension: Dimension;
  readonly metric: Unit;
  readonly us: Unit;
  /** Fixed decimals, or significant figures when left out. */
  readonly decimals?: readonly [metric: number, us: number];
}

const length = (symbol: string): Unit => unit(symbol, 'length');
const both = (u: Unit): { metric: Unit; us: Unit } => ({ metric: u, us: u });

const STYLES: Readonly<Record<Quantity, Style>> = {
  distance: { dimension: 'length', metric: length('m'), us: length('ft') },
  road: { dimension: 'length', metric: length('km'), us: length('mi') },
  height: { dimension: 'length', metric: length('m'), us: length('ft'), decimals: [2, 1] },
  rise: { dimension: 'length', metric: length('m'), us: length('ft'), decimals: [2, 2] },
  depth: { dimension: 'length', metric: length('m'), us: length('ft'), decimals: [2, 2] },
  drop: { dimension: 'length', metric: length('mm'), us: length('in') },
  evaporation: { dimension: 'length', metric: length('mm'), us: length('in'), decimals: [1, 2] },
  bore: { dimension: 'bore', metric: unit('mm', 'bore'), us: unit('in', 'bore') },
  loss: { dimension: 'length', metric: length('m'), us: length('ft'), decimals: [2, 2] },
  flow: { dimension: 'flow', metric: unit('L/min', 'flow'), us: unit('US gal/min', 'flow') },
  pressure: { dimension: 'pressure', metric: unit('kPa', 'pressure'), us: unit('psi', 'pressure') },
  volume: { dimension: 'volume', metric: unit('L', 'volume'), us: unit('US gal', 'volume') },
  speed: { dimension: 'velocity', metric: unit('m/s', 'velocity'), us: unit('ft/s', 'velocity'), decimals: [2, 2] },
  duration: { dimension: 'time', ...both(unit('min', 'time')) },
  temperature: {
    dimension: 'temperature',
    metric: unit('°C', 'temperature'),
    us: unit('°F', 'temperature'),
    decimals: [0, 0],
  },
  area: { dimension: 'area', metric: unit('m²', 'area'), us: unit('ft²', 'area') },
  section: { dimension: 'length', metric: length('mm'), us: length('in'), decimals: [0, 2] },
  bulk: { dimension: 'volume', metric: unit('m³', 'volume'), us: unit('ft³', 'volume'), decimals: [2, 1] },
  force: { dimension: 'force', metric: unit('kN', 'force'), us: unit('lbf', 'force') },
  mass: { dimension: 'mass', metric: unit('kg', 'mass'), us: unit('lb', 'mass') },
  stress: { dimension: 'stress', metric: unit('MPa', 'stress'), us: unit('psi', 'stress') },
  moment: { dimension: 'moment', metric: unit('N·m', 'moment'), us: unit('ft·lbf', 'moment') },
  bearing: { dimension: 'pressure', metric: unit('kPa', 'pressure'), us: unit('psf', 'pressure') },
  gust: { dimension: 'velocity', metric: unit('m/s', 'velocity'), us: unit('mph', 'velocity'), decimals: [0, 0] },
  ratio: { dimension: 'ratio', ...both(unit('', 'ratio')) },
};

export const dimensionOf = (quantity: Quantity): Dimension => STYLES[quantity].dimension;
export const unitFor = (quantity: Quantity, system: UnitSystem): Unit => STYLES[quantity][system];

/** A number with `figures` significant figures, thousands parted, no exponent. */
export function significant(value: number, figures = 3): string {
  if (!Number.isFinite(value)) return '–';
  // rounding crumbs of a solved zero
  if (Math.abs(value) < 5e-4) return '0';
  // of the rounded value: 0.99996 is 1.00, not 1.000
  const size = Math.floor(Math.log10(Math.abs(Number(value.toPrecision(figures))))) + 1;
  const decimals = Math.max(0, figures - size);
  const scale = 10 ** Math.max(0, size - figures);
  return fixed(size > figures ? Math.round(value / scale) * scale : value, Math.min(decimals, 6));
}

const formats = new Map<number, Intl.NumberFormat>();
/** Formats are kept: making one costs far more than using it, and an edit writes hundreds of figures. */
function formatOf(decimals: number): Intl.NumberFormat {
  let format = formats.get(decimals);
  if (!format) {
    format = new Intl.NumberFormat('en', { minimumFractionDigits: decimals, maximumFractionDigits: decimals });
    formats.set(decimals, format);
  }
  return format;
}

/** A number with fixed decimals and a true minus sign; thousands parted by a comma. */
export function fixed(value: number, decimals: number): string {
  const text = formatOf(decimals).format(Math.abs(value));
  const zero = !/[1-9]/.test(text);
  return value < 0 && !zero ? `−${text}` : text;
}

/** SI of a figure in the person's unit. */
export const asSI = (value: number, quantity: Quantity, system: UnitSystem): number =>
  toSI(value, unitFor(quantity, system));

/** An amount of one unit in another of its kind, by their symbols. */
export const turned = (value: number, from: string, to: string, dimension: Dimension): number =>
  fromSI(toSI(value, unit(from, dimension)), unit(to, dimension));

/** Two significant figures, three from 100 on, as a table is quoted: it is no measurement. */
export const roughly = (value: number): string => bareNumber(Number(value.toPrecision(Math.abs(value) >= 100 ? 3 : 2)));

/** A bare number as it was given, thousands parted, at most six decimals. */
export const bareNumber = (value: number): string => {
  const text = Math.abs(value).toLocaleString('en', { maximumFractionDigits: 6 });
  return value < 0 && text !== '0' ? `−${text}` : text;
};

export interface Shown {
  readonly text: string;
  readonly unit: string;
}

/** An SI figure as text and unit in a system. Long durations turn to hours, and to days from a week on. */
export function show(si: number, quantity: Quantity, system: UnitSystem): Shown {
  const style = STYLES[quantity];
  const u = style[system];
  const value = fromSI(si, u);
  if (quantity === 'duration') {
    if (si < 60) return { text: fixed(Math.round(si), 0), unit: 's' };
    // what goes on for days is told in days
    if (si >= 7 * 86_400) return { text: significant(si / 86_400), unit: 'days' };
    if (si >= 3 * 3600) return { text: significant(si / 3600), unit: 'h' };
    return { text: value < 10 ? fixed(value, 1) : fixed(value, 0), unit: 'min' };
  }
  if (quantity === 'drop') return { text: system === 'metric' ? fixed(value, 0) : fixed(value, 1), unit: u.symbol };
  if (quantity === 'distance')
    return { text: fixed(value, Number.isInteger(Number(value.toFixed(2))) ? 0 : 1), unit: u.symbol };
  if (quantity === 'bore' && system === 'us') return { text: fixed(value, 3), unit: u.symbol };
  const decimals = style.decimals?.[system === 'metric' ? 0 : 1];
  return { text: decimals === undefined ? significant(value) : fixed(value, decimals), unit: u.symbol };
}

/** Text and unit in one string, parted by a narrow space that does not break. */
export const showText = (si: number, quantity: Quantity, system: UnitSystem): string => {
  const { text, unit: symbol } = show(si, quantity, system);
  return symbol === '' ? text : `${text}\u00A0${symbol}`;
};

/** A figure that somebody entered: as short as it was, without zeros that claim more than was said. */
export const showEntered = (si: number, quantity: Quantity, system: UnitSystem): string =>
  showText(si, quantity, system)
    .replace(/(\.\d*?)0+(?=\D|$)/, '$1')
    .replace(/\.(?=\D|$)/, '');

/** A number rounded to decimals, as a field keeps it. */
export const rounded = (value: number, decimals: number): number => Number(value.toFixed(decimals));

/** A figure as a bare number in the person's unit, for the scale of a chart. */
export const inUnit = (si: number, quantity: Quantity, system: UnitSystem): number =>
  fromSI(si, unitFor(quantity, system));

/** What stands in a field: plain digits in the field's unit, enough of them to lose nothing that matters. */
export function editable(si: number, quantity: Quantity, system: UnitSystem): string {
  const value = fromSI(si, unitFor(quantity, system));
  const fine = system === 'metric' ? 2 : 4;
  const digits = quantity === 'drop' || quantity === 'bore' ? fine : quantity === 'section' ? 2 : 3;
  const text = String(Number(value.toFixed(digits)));
  const decimals = STYLES[quantity].decimals?.[system === 'metric' ? 0 : 1] ?? 0;
  const given = text.split('.')[1]?.length ?? 0;
  return (given < decimals ? Number(text).toFixed(decimals) : text).replace('-', '−');
}

export type Reading =
  | {
      readonly ok: true;
      readonly si: number;
      /** How it was read, where that is not plain: "1,250 ft". */
      readonly as?: string;
      /** What else it could be, as text to type. */
      readonly other?: string;
    }
  | { readonly ok: false; readonly message: string };

export interface Limits {
  readonly min?: number;
  readonly max?: number;
}

/** A limit as it is told: as finely as it takes for the figure told to be taken, and never a bare nought. */
function limitText(si: number, quantity: Quantity, system: UnitSystem, least: boolean): string {
  const u = unitFor(quantity, system);
  const told = show(si, quantity, system);
  const back = told.unit === u.symbol ? toSI(Number(told.text.replace(/,/g, '').replace('−', '-')), u) : si;
  if (si === 0 || (back !== 0 && (least ? back >= si : back <= si))) return showText(si, quantity, system);
  const value = fromSI(si, u);
  const step = 10 ** (Math.floor(Math.log10(Math.abs(value))) - 1);
  const near = (least ? Math.ceil(value / step - 1e-9) : Math.floor(value / step + 1e-9)) * step;
  return `${bareNumber(Number(near.toPrecision(6)))}\u00A0${u.symbol}`.trim();
}

/** Reads what was typed into a field; any unit of the dimension is taken, a bare number is in the field's own. */
export function read(text: string, quantity: Quantity, system: UnitSystem, limits: Limits = {}): Reading {
  const fallback = unitFor(quantity, system);
  const parsed = parseQuantity(text, dimensionOf(quantity), fallback, { imperial: gallons.imperial });
  const units = unitSymbols(dimensionOf(quantity)).slice(0, 7).join(', ');
  if (!parsed.ok) {
    const message =
      parsed.reason === 'empty'
        ? `Give a number${fallback.symbol ? ` in ${fallback.symbol}` : ''}.`
        : parsed.reason === 'unknown-unit'
          ? `“${parsed.found}” is no unit here. Use ${units}.`
          : `“${parsed.found}” is not a number. Give one such as ${quantity === 'bore' ? '32 mm or 1 1/4 in' : `12 ${fallback.symbol}`}.`;
    return { ok: false, message };
  }
  const { min, max } = limits;
  if (min !== undefined && parsed.si < min)
    return { ok: false, message: `Give at least ${limitText(min, quantity, system, true)}.` };
  if (max !== undefined && parsed.si > max)
    return { ok: false, message: `Give at most ${limitText(max, quantity, system, false)}.` };
  if (parsed.plain) return { ok: true, si: parsed.si };
  const written = (si: number): string => `${bareNumber(fromSI(si, parsed.unit))} ${parsed.unit.symbol}`.trim();
  return {
    ok: true,
    si: parsed.si,
    as: written(parsed.si),
    ...(parsed.other === undefined ? {} : { other: written(parsed.other) }),
  };
}

/** What a gallon is to the person: the plan's setting, for every field. */
export const gallons = { imperial: false };

/** A working's term in SI with its unit, for formulas (figures there must fit the rule). */
export function inRule(value: number, dimension: Dimension): Shown {
  const symbols: Readonly<Record<Dimension, string>> = {
    length: 'm',
    bore: 'm',
    flow: 'm³/s',
    pressure: 'Pa',
    volume: 'm³',
    temperature: '°C',
    time: 's',
    velocity: 'm/s',
    density: 'kg/m³',
    viscosity: 'm²/s',
    area: 'm²',
    gravity: 'm/s²',
    force: 'N',
    mass: 'kg',
    stress: 'Pa',
    moment: 'N·m',
    ratio: '',
  };
  return { text: plain(value), unit: symbols[dimension] };
}

/** Up to six significant figures, without trailing zeros; powers of ten for the very small. */
function plain(value: number): string {
  if (value === 0) return '0';
  const size = Math.abs(value);
  if (size < 1e-3 || size >= 1e7) return value.toExponential(3);
  return String(Number(value.toPrecision(6)));
}

/** A working's term in the person's units. */
const QUANTITY_OF: Readonly<Partial<Record<Dimension, Quantity>>> = {
  length: 'height',
  bore: 'bore',
  flow: 'flow',
  pressure: 'pressure',
  volume: 'volume',
  temperature: 'temperature',
  time: 'duration',
  velocity: 'speed',
  force: 'force',
  mass: 'mass',
  stress: 'stress',
  moment: 'moment',
};

const INCH = unit('in', 'length');
const FOOT = unit('ft', 'length');

export function showTerm(value: number, dimension: Dimension, system: UnitSystem): Shown {
  const quantity = QUANTITY_OF[dimension];
  if (quantity === 'height' && Math.abs(value) < 0.1) {
    const u = unitFor('height', system);
    return { text: fixed(fromSI(value, u), 3), unit: u.symbol };
  }
  if (quantity) return show(value, quantity, system);
  if (dimension === 'area' && value >= 0.1) return show(value, 'area', system);
  if (dimension === 'area' && system === 'us') return { text: plain(fromSI(fromSI(value, INCH), INCH)), unit: 'in²' };
  if (dimension === 'area') return { text: plain(value * 1e6), unit: 'mm²' };
  if (dimension === 'ratio' && Math.abs(value) >= 1000) return { text: fixed(value, 0), unit: '' };
  if (system === 'us') {
    if (dimension === 'density') return { text: significant(fromSI(value, unit('lb/ft³', 'density'))), unit: 'lb/ft³' };
    if (dimension === 'gravity') return { text: fixed(fromSI(value, FOOT), 2), unit: 'ft/s²' };
    if (dimension === 'viscosity') return { text: plain(fromSI(fromSI(value, FOOT), FOOT)), unit: 'ft²/s' };
  }
  if (dimension === 'density') return { text: fixed(value, 1), unit: 'kg/m³' };
  const rule = inRule(value, dimension);
  return dimension === 'ratio' ? { text: String(Number(value.toPrecision(4))), unit: '' } : rule;
}

/** A share of one as a whole per cent; one decimal where it is nearly all. */
export const percent = (share: number): string =>
  `${share > 0.99 && share < 1 ? fixed(Math.min(99.9, share * 100), 1) : fixed(share * 100, 0)} %`;

/** A round step to move things by, m: so many mm, or inches in the US. */
export const handStep = (system: UnitSystem, mm: number, inch: number): number =>
  system === 'us' ? turned(inch, 'in', 'm', 'length') : turned(mm, 'mm', 'm', 'length');

/** A fall, m a metre, in per cent with one decimal: "2.1 %". */
export const fallText = (fall: number): string => `${fixed(100 * fall, 1)} %`;

/** A volume a day, "1,440 L a day". */
export const showPerDay = (perDay: number, system: UnitSystem): string => `${showText(perDay, 'volume', system)} a day`;

/** mm, L, kPa, L/min of the plan file to SI and back, for fields that edit it. */
export const FILE_UNITS = {
  mm: unit('mm', 'length'),
  km: unit('km', 'length'),
  litre: unit('L', 'volume'),
  lpm: unit('L/min', 'flow'),
  kPa: unit('kPa', 'pressure'),
  min: unit('min', 'time'),
} as const;
export { fromSI, toSI };

const KILOGRAMS_A_POUND = 0.45359237;

/** A small flow as what comes in an hour: "11.9 L/h". @param flow m³/s */
export function perHourText(flow: number, system: UnitSystem): string {
  const { text, unit: symbol } = show(flow * 3600, 'volume', system);
  return `${text} ${symbol}/h`;
}

/** A fluid ounce of the US gallon, m³ (231 in³ / 128). */
const FLUID_OUNCE = 2.957352956e-5;
/** A very small flow as what comes in a minute, in mL or fluid ounces. @param flow m³/s */
export const perMinute = (flow: number, system: UnitSystem): Shown =>
  system === 'metric'
    ? { text: significant(flow * 60 * 1e6), unit: 'mL/min' }
    : { text: significant((flow * 60) / FLUID_OUNCE), unit: 'fl oz/min' };

/** A long time in hours or days, one decimal. @param seconds s */
export const longText = (seconds: number, as: 'hours' | 'days'): string =>
  fixed(seconds / (as === 'hours' ? 3600 : 86_400), 1);

/** A cost: in the plan's money, or as the weight of the plastic in the pipe (kg). */
export const costText = (cost: number, unit: 'money' | 'plastic', system: UnitSystem): string =>
  unit === 'money'
    ? fixed(cost, 2)
    : system === 'us'
      ? `${significant(cost / KILOGRAMS_A_POUND)} lb`
      : `${significant(cost)} kg`;

/** A price a metre as one a metre or a foot, as it is typed, and back. */
export const showPrice = (perMetre: number, system: UnitSystem): string =>
  String(Number((perMetre * toSI(1, unitFor('distance', system))).toFixed(3)));
export const readPrice = (typed: number, system: UnitSystem): number =>
  Number((typed / toSI(1, unitFor('distance', system))).toFixed(6));

const EIGHTHS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞'] as const;

/** A length as a builder reads it from a tape: metres and centimetres, or feet and inches to the nearest eighth. */
export function tapeText(si: number, system: UnitSystem): string {
  if (system === 'metric') return showText(si, 'height', system);
  const eighths = Math.round(fromSI(Math.abs(si), unitFor('section', 'us')) * 8);
  const [feet, rest] = [Math.floor(eighths / 96), eighths % 96];
  const [whole, part] = [Math.floor(rest / 8), EIGHTHS[rest % 8]];
  const inches = `${whole > 0 || part === '' ? whole : ''}${part}`;
  const words = [...(feet > 0 ? [`${feet}\u00A0ft`] : []), ...(rest > 0 || feet === 0 ? [`${inches}\u00A0in`] : [])];
  return `${si < 0 && eighths > 0 ? '−' : ''}${words.join(' ')}`;
}

/** Size of a file for people: "217 kB", "3.4 MB". */
export const bytesText = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1000))}\u00a0kB` : `${(bytes / 1e6).toFixed(1)}\u00a0MB`;
