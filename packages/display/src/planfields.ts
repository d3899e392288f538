// Fields of the plan file, by their names: each says its unit at its end, and what it is by the rest. The one place where
// a screen turns a figure of the plan (mm, L, L/min, kPa, °C) into what is shown, and back.
import { FILE_UNITS, fromSI, showText, toSI, type Quantity, type UnitSystem } from './quantities.ts';

interface Suffix {
  readonly ending: string;
  readonly unit?: keyof typeof FILE_UNITS;
  readonly quantity: Quantity;
  /** Decimals kept in the file. */
  readonly decimals: number;
}

/** Longest ending first. */
const SUFFIXES: readonly Suffix[] = [
  { ending: 'LPerDay', unit: 'litre', quantity: 'volume', decimals: 4 },
  { ending: 'MmPerH', unit: 'mm', quantity: 'drop', decimals: 2 },
  { ending: 'MmPerM', unit: 'mm', quantity: 'drop', decimals: 2 },
  { ending: 'Lpm', unit: 'lpm', quantity: 'flow', decimals: 4 },
  { ending: 'KPa', unit: 'kPa', quantity: 'pressure', decimals: 4 },
  { ending: 'Kmh', unit: 'km', quantity: 'road', decimals: 4 },
  { ending: 'Min', unit: 'min', quantity: 'duration', decimals: 4 },
  { ending: 'Mm', unit: 'mm', quantity: 'bore', decimals: 3 },
  { ending: 'Km', unit: 'km', quantity: 'road', decimals: 4 },
  { ending: 'Ms', quantity: 'gust', decimals: 4 },
  { ending: 'Kg', quantity: 'mass', decimals: 3 },
  { ending: 'M2', quantity: 'area', decimals: 4 },
  { ending: 'L', unit: 'litre', quantity: 'volume', decimals: 4 },
  { ending: 'C', quantity: 'temperature', decimals: 2 },
  { ending: 'M', quantity: 'height', decimals: 4 },
];

/** Fields that are another quantity than their ending says. */
const QUANTITIES: Readonly<Record<string, Quantity>> = {
  lengthM: 'distance',
  depthM: 'depth',
  riseM: 'rise',
  diameterM: 'depth',
  widthM: 'depth',
  litresPerHeadPerDay: 'volume',
  litresPerDay: 'volume',
  litresPerTrip: 'volume',
  widthMm: 'section',
  depthMm: 'section',
  deckMm: 'section',
  gapMm: 'section',
  spacingMm: 'section',
  sideMm: 'section',
  thicknessMm: 'section',
  wallMm: 'section',
  pierMm: 'section',
  levelM: 'depth',
  rainMm: 'drop',
  stormMm: 'drop',
  et0Mm: 'evaporation',
  firstFlushMm: 'drop',
};
const LITRES = SUFFIXES.find((s) => s.ending === 'L') as Suffix;

export interface PlanField {
  readonly quantity: Quantity;
  /** SI from a figure of the plan. */
  readonly toSI: (value: number) => number;
  /** A figure of the plan from SI, rounded as the file keeps it. */
  readonly toPlan: (si: number) => number;
}

/** What a field of the plan is. Throws on a name that says no unit: a bug. */
export function planField(name: string): PlanField {
  const suffix = /^litres/.test(name) ? LITRES : SUFFIXES.find((s) => name.endsWith(s.ending));
  if (!suffix) throw new Error(`the field ${name} says no unit`);
  const unit = suffix.unit && FILE_UNITS[suffix.unit];
  return {
    quantity: QUANTITIES[name] ?? suffix.quantity,
    toSI: (value) => (unit ? toSI(value, unit) : value),
    toPlan: (si) => Number((unit ? fromSI(si, unit) : si).toFixed(suffix.decimals)),
  };
}

/** A figure of the plan as text in the person's units. */
export function showField(name: string, value: number, system: UnitSystem): string {
  const field = planField(name);
  return showText(field.toSI(value), field.quantity, system);
}

/** A figure of the plan from SI, rounded as the file keeps it. */
export const planValue = (name: string, si: number): number => planField(name).toPlan(si);
