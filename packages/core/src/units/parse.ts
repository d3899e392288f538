// Reads a quantity as a person types it: "40 ft", "12,5 m", "1 1/4 in", "6 ft 4 in", "3/4".
import { findUnit, toSI, UNITS, type Dimension, type Unit } from './units.ts';

export type ParsedQuantity =
  | { readonly ok: true; readonly si: number; readonly unit: Unit }
  | { readonly ok: false; readonly reason: 'empty' | 'not-a-number' | 'unknown-unit'; readonly found: string };

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

const NUMBER = String.raw`\d+\s*\/\s*\d+|\d+[\s-]+\d+\s*\/\s*\d+|\d*[.,]?\d+(?:e[+-]?\d+)?|\d+[.,]`;
const PART = new RegExp(String.raw`^(${String.raw`\d+[\s-]+\d+\s*\/\s*\d+`}|${NUMBER})\s*([^\d\s.,+-][^\d]*)?`, 'i');

function numberOf(text: string): number {
  const mixed = /^(?:(\d+)[\s-]+)?(\d+)\s*\/\s*(\d+)$/.exec(text.trim());
  if (mixed) return Number(mixed[1] ?? 0) + Number(mixed[2]) / Number(mixed[3]);
  return Number(text.replace(',', '.'));
}

/** A comma before exactly three digits groups thousands ("5,000 L"); any other comma is a decimal. */
const ungroup = (text: string): string =>
  /^\d{1,3}(,\d{3})+(?!\d)/.test(text) ? text.replace(/,(?=\d{3}(?!\d))/g, '') : text;

/**
 * Reads what was typed as a quantity of `dimension`.
 * @param text what was typed; a bare number is in `fallback`
 * @param dimension what the field measures
 * @param fallback unit meant when none is typed
 * @returns SI value and the unit that was typed, or the reason why it cannot be read
 * @example parseQuantity('1 1/4 in', 'bore', mm) gives 0.03175 m; parseQuantity('6 ft 4 in', 'length', m) 1.9304 m
 */
export function parseQuantity(text: string, dimension: Dimension, fallback: Unit): ParsedQuantity {
  let rest = text
    .replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (sign) => FRACTION_SIGNS[sign])
    .replace(/[−–]/g, '-')
    .trim();
  if (rest === '') return { ok: false, reason: 'empty', found: text };
  let sign = 1;
  if (/^[+-]/.test(rest)) {
    if (rest[0] === '-') sign = -1;
    rest = rest.slice(1).trim();
  }
  let si = 0;
  let first: Unit | undefined;
  while (rest !== '') {
    const part = PART.exec(ungroup(rest));
    if (!part) return { ok: false, reason: 'not-a-number', found: text };
    const value = numberOf(part[1]);
    if (!Number.isFinite(value)) return { ok: false, reason: 'not-a-number', found: text };
    const named = part[2]?.trim();
    const found = named ? findUnit(named, dimension) : undefined;
    if (named && !found) return { ok: false, reason: 'unknown-unit', found: named };
    if (first && !named) return { ok: false, reason: 'not-a-number', found: text };
    const used = found ?? fallback;
    rest = ungroup(rest).slice(part[0].length).trim();
    // a scale that does not start at zero (°F) takes one figure, with its sign
    if (used.offset) {
      return rest === ''
        ? { ok: true, si: toSI(sign * value, used), unit: used }
        : { ok: false, reason: 'not-a-number', found: text };
    }
    si += value * used.factor;
    first ??= used;
  }
  return { ok: true, si: sign * si, unit: first ?? fallback };
}

/** Symbols a field of this dimension understands, for its help text. */
export const unitSymbols = (dimension: Dimension): string[] =>
  UNITS.filter((u) => u.dimension === dimension && u.symbol !== '').map((u) => u.symbol);
