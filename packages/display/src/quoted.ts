// What a table or a guide is quoted for, in the person's units: amounts within a sentence are turned, words stay. What
// stands in “quotation marks” is somebody's own and left as it was said.
import type { Dimension } from '@vernal-slope/core/units';
import { gallons, roughly, turned, type UnitSystem } from './quantities.ts';

interface Turn {
  readonly from: string;
  readonly to: string;
  readonly dimension: Dimension;
}
const turn = (from: string, to: string, dimension: Dimension): Turn => ({ from, to, dimension });

/** Units of a quotation, by how they are written there. */
const TO_US: Readonly<Record<string, Turn>> = {
  mL: turn('mL', 'fl oz', 'volume'),
  L: turn('L', 'US gal', 'volume'),
  kg: turn('kg', 'lb', 'mass'),
  mm: turn('mm', 'in', 'length'),
  m: turn('m', 'ft', 'length'),
  km: turn('km', 'mi', 'length'),
  kPa: turn('kPa', 'psi', 'pressure'),
  MPa: turn('MPa', 'psi', 'stress'),
  'kg/m³': turn('kg/m³', 'lb/ft³', 'density'),
  'L/min': turn('L/min', 'US gal/min', 'flow'),
  '°C': turn('°C', '°F', 'temperature'),
};
const TO_METRIC: Readonly<Record<string, Turn>> = {
  psi: turn('psi', 'kPa', 'pressure'),
  gpm: turn('US gal/min', 'L/min', 'flow'),
  lb: turn('lb', 'kg', 'mass'),
  ft: turn('ft', 'm', 'length'),
};
const IMPERIAL: Readonly<Record<string, string>> = { 'US gal': 'imp gal', 'US gal/min': 'imp gal/min' };

const NUMBER = String.raw`[−]?\d[\d,]*(?:\.\d+)?`;
const pattern = (units: readonly string[]): RegExp => {
  const one = [...units].sort((a, b) => b.length - a.length).join('|');
  return new RegExp(
    String.raw`“[^”]*”|(?<![\d/.])(${NUMBER})(?:(\s*(?:-|–|to)\s*)(${NUMBER}))?\s?(${one})(?![\w/²³])(?:(\s(?:per|a)\s)(?:(${NUMBER})\s)?(kg|m)(?![\w/²³]))?`,
    'g',
  );
};
const PATTERNS = { us: pattern(Object.keys(TO_US)), metric: pattern(Object.keys(TO_METRIC)) };

const number = (text: string): number => Number(text.replace(/,/g, '').replace('−', '-'));

/** A sentence of a table or guide with its amounts in the person's units. */
export function quoted(text: string, units: UnitSystem): string {
  const turns = units === 'us' ? TO_US : TO_METRIC;
  return text.replace(
    PATTERNS[units],
    (
      all: string,
      low?: string,
      between?: string,
      high?: string,
      of?: string,
      per?: string,
      many?: string,
      each?: string,
    ) => {
      const way = of === undefined ? undefined : turns[of];
      if (!way || low === undefined) return all;
      const symbol = gallons.imperial ? (IMPERIAL[way.to] ?? way.to) : way.to;
      // "5 L per 100 kg": the same hundred, of pounds
      const other = each === undefined ? undefined : turns[each];
      const scale = other ? turned(1, other.from, other.to, other.dimension) : 1;
      const written = (v: string): string => roughly(turned(number(v), way.from, symbol, way.dimension) / scale);
      const range = high === undefined ? written(low) : `${written(low)}${between ?? ' to '}${written(high)}`;
      const rest = per === undefined ? '' : `${per}${many === undefined ? '' : `${many} `}${other?.to ?? each}`;
      return `${range} ${symbol}${rest}`;
    },
  );
}
