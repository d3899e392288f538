// Reads a quantity as a person types it: "40 ft", "12,5 m", "1 1/4 in", "6 ft 4 in", "5’-6”", "1 250 ft". What could be
// meant another way is said with the reading, so that a field can ask before it takes it.
import { SPELLED, unit as unitOf, UNITS, type Dimension, type Unit } from './units.ts';
import { toSI } from './units.ts';

export type ParsedQuantity =
  | {
      readonly ok: true;
      readonly si: number;
      readonly unit: Unit;
      /** Nobody could read it otherwise: digits, a point, a unit. Else a field shows how it was read before it takes it. */
      readonly plain: boolean;
      /** What else it could be, SI: "1,250" is 1.25 to some. */
      readonly other?: number;
    }
  | {
      readonly ok: false;
      readonly reason: 'empty' | 'not-a-number' | 'unknown-unit' | 'two-ways';
      readonly found: string;
    };

/** How a person's own words are to be read. */
export interface Reading {
  /** "gal" is the imperial gallon; else the US one. */
  readonly imperial?: boolean;
}

const FRACTION_SIGNS: Readonly<Record<string, string>> = {
  '½': ' 1/2',
  '¼': ' 1/4',
  '¾': ' 3/4',
  '⅓': ' 1/3',
  '⅔': ' 2/3',
  '⅛': ' 1/8',
  '⅜': ' 3/8',
  '⅝': ' 5/8',
  '⅞': ' 7/8',
};

interface NumberRead {
  readonly value: number;
  readonly length: number;
  readonly plain: boolean;
  readonly fraction: boolean;
  /** The other value that it could be. */
  readonly other?: number;
}

const FRACTION = /^(?:(\d+)(?:\s+|-))?(\d+)\s*\/\s*(\d+)(?![\d./])/;
const DIGITS = /^[\d.,'](?:[\d.,']|[ ](?=\d{3}(?:$|\D)))*(?:e[+-]?\d+)?/i;
/** What a token of digits and marks can be; tried in turn. A decimal sign is a point or a comma, thousands are parted by the other, by a space or by a tick. */
const FORMS: readonly {
  readonly form: RegExp;
  readonly read: (t: string) => number;
  readonly plain: boolean;
  readonly other?: (t: string) => number;
}[] = [
  { form: /^(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?$/i, read: Number, plain: true },
  // "5,000" is thousands as the program writes them; to some it is five
  {
    form: /^[1-9]\d{0,2},\d{3}$/,
    read: (t) => Number(t.replace(',', '')),
    plain: false,
    other: (t) => Number(t.replace(',', '.')),
  },
  { form: /^[1-9]\d{0,2}(?:,\d{3}){2,}$/, read: (t) => Number(t.replaceAll(',', '')), plain: false },
  { form: /^[1-9]\d{0,2}(?:,\d{3})+\.\d*$/, read: (t) => Number(t.replaceAll(',', '')), plain: false },
  { form: /^(?:\d+,\d*|,\d+)$/, read: (t) => Number(t.replace(',', '.')), plain: false },
  { form: /^[1-9]\d{0,2}(?:\.\d{3}){2,}$/, read: (t) => Number(t.replaceAll('.', '')), plain: false },
  {
    form: /^[1-9]\d{0,2}(?:\.\d{3})+,\d*$/,
    read: (t) => Number(t.replaceAll('.', '').replace(',', '.')),
    plain: false,
  },
  {
    form: /^[1-9]\d{0,2}(?: \d{3})+(?:[.,]\d*)?$/,
    read: (t) => Number(t.replaceAll(' ', '').replace(',', '.')),
    plain: false,
  },
  {
    form: /^[1-9]\d{0,2}(?:'\d{3})+(?:[.,]\d*)?$/,
    read: (t) => Number(t.replaceAll("'", '').replace(',', '.')),
    plain: false,
  },
];

function readNumber(text: string): NumberRead | undefined {
  const fraction = FRACTION.exec(text);
  if (fraction) {
    const value = Number(fraction[1] ?? 0) + Number(fraction[2]) / Number(fraction[3]);
    return Number.isFinite(value) ? { value, length: fraction[0].length, plain: true, fraction: true } : undefined;
  }
  let token = DIGITS.exec(text)?.[0];
  // a tick at the end is the sign of feet, and so is one before fewer or more than three digits
  while (token) {
    const now: string = token;
    const form = FORMS.find((f) => f.form.test(now));
    if (form)
      return {
        value: form.read(now),
        length: now.length,
        plain: form.plain,
        fraction: false,
        ...(form.other ? { other: form.other(now) } : {}),
      };
    const tick = now.lastIndexOf("'");
    if (tick < 0) return undefined;
    token = now.slice(0, tick);
  }
  return undefined;
}

/** Units that are added to each other, the larger first. */
const FAMILIES: readonly (readonly string[])[] = [
  ['mi', 'yd', 'ft', 'in'],
  ['km', 'm', 'cm', 'mm'],
  ['days', 'h', 'min', 's'],
  ['m³', 'L', 'mL'],
  ['t', 'kg'],
];
const familyOf = (u: Unit): readonly string[] | undefined => FAMILIES.find((f) => f.includes(u.symbol));
const mayFollow = (before: Unit, next: Unit): boolean => {
  const family = familyOf(before);
  return (
    family !== undefined && family.includes(next.symbol) && family.indexOf(next.symbol) > family.indexOf(before.symbol)
  );
};

/** The unit that a text begins with, and how long its name is. */
function readUnit(text: string, dimension: Dimension, imperial: boolean): { unit: Unit; length: number } | undefined {
  for (const { unit, form, exact, gallon } of SPELLED[dimension]) {
    const found = form.exec(text);
    if (!found || (exact !== undefined && found[0].trim() !== exact)) continue;
    const meant = gallon && imperial ? (gallon as Unit) : unit;
    return { unit: meant, length: found[0].length };
  }
  return undefined;
}

/**
 * Reads what was typed as a quantity of `dimension`.
 * @param text what was typed; a bare number is in `fallback`, a bare fraction of a bore in inches
 * @param dimension what the field measures
 * @param fallback unit meant when none is typed
 * @returns SI value, the unit that was typed and whether it could be meant otherwise, or the reason why it cannot be read
 * @example parseQuantity('1 1/4 in', 'bore', mm) gives 0.03175 m; parseQuantity('6 ft 4 in', 'length', m) 1.9304 m;
 * parseQuantity('1 250 ft', 'length', m) 381 m, not plain
 */
export function parseQuantity(
  text: string,
  dimension: Dimension,
  fallback: Unit,
  { imperial = false }: Reading = {},
): ParsedQuantity {
  let rest = text
    .replace(/[\u00A0\u2000-\u200A\u202F]/g, ' ')
    .replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (sign) => FRACTION_SIGNS[sign])
    .replace(/[−–—]/g, '-')
    .replace(/[’‘ʼ′`]/g, "'")
    .replace(/[”“″]/g, '"')
    .replace(/''/g, '"')
    .trim();
  if (rest === '') return { ok: false, reason: 'empty', found: text };
  const no = (reason: 'not-a-number' | 'unknown-unit', found = text): ParsedQuantity => ({ ok: false, reason, found });
  let sign = 1;
  if (/^[+-]/.test(rest)) {
    if (rest[0] === '-') sign = -1;
    rest = rest.slice(1).trim();
  }
  const clock = /^(\d{1,3}):([0-5]\d)(?::([0-5]\d))?$/.exec(rest);
  if (clock && dimension === 'time') return clockOf(clock, fallback, sign);
  let si = 0;
  let other: number | undefined;
  let plain = true;
  let last: Unit | undefined;
  let first: Unit | undefined;
  while (rest !== '') {
    const number = readNumber(rest);
    if (!number) return no('not-a-number');
    rest = rest.slice(number.length).trimStart();
    const named = readUnit(rest, dimension, imperial);
    if (!named && rest !== '' && !/^[-+\d.,'/]/.test(rest))
      return no('unknown-unit', rest.replace(/[\s\d].*$/, '') || rest);
    if (!named && rest !== '') return no('not-a-number');
    if (named) rest = rest.slice(named.length).trimStart();
    let used: Unit;
    if (named) used = named.unit;
    else if (!last) {
      // sizes of pipe are spoken of in fractions of an inch
      used = number.fraction && dimension === 'bore' ? unitOf('in', 'bore') : fallback;
      if (used !== fallback) plain = false;
    } else {
      // "5 ft 6": only inches are left out so
      if (last.symbol !== 'ft' || number.value >= 12) return no('not-a-number');
      used = unitOf('in', last.dimension);
      plain = false;
    }
    if (last && !mayFollow(last, used)) return no('not-a-number');
    // a scale that does not start at zero (°F) takes one figure, with its sign
    if (used.offset) {
      return rest === '' && !last
        ? { ok: true, si: toSI(sign * number.value, used), unit: used, plain: number.plain }
        : no('not-a-number');
    }
    if (number.other !== undefined) other = si + number.other * used.factor;
    else if (other !== undefined) other += number.value * used.factor;
    si += number.value * used.factor;
    plain &&= number.plain;
    first ??= used;
    last = used;
    // "5'-6"": the dash of carpenters
    if (last.symbol === 'ft') rest = rest.replace(/^-\s*(?=\d)/, '');
  }
  return {
    ok: true,
    si: sign * si,
    unit: first ?? fallback,
    plain,
    ...(other === undefined ? {} : { other: sign * other }),
  };
}

/** "2:30" is minutes and seconds where seconds or minutes are asked, hours and minutes where hours are. */
function clockOf(clock: RegExpExecArray, fallback: Unit, sign: number): ParsedQuantity {
  const [a, b, c] = [Number(clock[1]), Number(clock[2]), clock[3] === undefined ? undefined : Number(clock[3])];
  const hours = fallback.symbol === 'h' || fallback.symbol === 'days';
  const si = c !== undefined ? 3600 * a + 60 * b + c : hours ? 3600 * a + 60 * b : 60 * a + b;
  return { ok: true, si: sign * si, unit: unitOf(hours ? 'h' : 'min', 'time'), plain: false };
}

/** Symbols a field of this dimension understands, for its help text. */
export const unitSymbols = (dimension: Dimension): string[] =>
  UNITS.filter((u) => u.dimension === dimension && u.symbol !== '').map((u) => u.symbol);
