// Drills, emitters and hoses of the garden: sizes as sold, laws as published.
import type { Basis } from './types.ts';

export interface DrillRow {
  readonly id: string;
  /** As it is called in the shop. */ readonly name: string;
  /** mm */ readonly diameter: number;
  readonly set: 'metric' | 'inch' | 'number';
  readonly source: string;
}

export const DRILL_ROWS: readonly DrillRow[] = [
  {
    id: 'no-80',
    name: '#80',
    diameter: 0.343,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-76',
    name: '#76',
    diameter: 0.508,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-72',
    name: '#72',
    diameter: 0.635,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-70',
    name: '#70',
    diameter: 0.711,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-68',
    name: '#68',
    diameter: 0.787,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-65',
    name: '#65',
    diameter: 0.889,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-60',
    name: '#60',
    diameter: 1.016,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-57',
    name: '#57',
    diameter: 1.092,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-56',
    name: '#56',
    diameter: 1.181,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-55',
    name: '#55',
    diameter: 1.321,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-54',
    name: '#54',
    diameter: 1.397,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-53',
    name: '#53',
    diameter: 1.511,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-52',
    name: '#52',
    diameter: 1.613,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-51',
    name: '#51',
    diameter: 1.702,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-50',
    name: '#50',
    diameter: 1.778,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-48',
    name: '#48',
    diameter: 1.93,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-45',
    name: '#45',
    diameter: 2.083,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-43',
    name: '#43',
    diameter: 2.261,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-42',
    name: '#42',
    diameter: 2.375,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-40',
    name: '#40',
    diameter: 2.489,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-35',
    name: '#35',
    diameter: 2.794,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  {
    id: 'no-30',
    name: '#30',
    diameter: 3.264,
    set: 'number',
    source: 'ASME B94.11M twist drill sizes (diameter from memory)',
  },
  { id: '1-32-in', name: '1/32 in', diameter: 0.794, set: 'inch', source: 'exact size' },
  { id: '3-64-in', name: '3/64 in', diameter: 1.191, set: 'inch', source: 'exact size' },
  { id: '1-16-in', name: '1/16 in', diameter: 1.587, set: 'inch', source: 'exact size' },
  { id: '5-64-in', name: '5/64 in', diameter: 1.984, set: 'inch', source: 'exact size' },
  { id: '3-32-in', name: '3/32 in', diameter: 2.381, set: 'inch', source: 'exact size' },
  { id: '1-8-in', name: '1/8 in', diameter: 3.175, set: 'inch', source: 'exact size' },
  { id: '5-32-in', name: '5/32 in', diameter: 3.969, set: 'inch', source: 'exact size' },
  { id: '3-16-in', name: '3/16 in', diameter: 4.762, set: 'inch', source: 'exact size' },
  { id: '1-4-in', name: '1/4 in', diameter: 6.35, set: 'inch', source: 'exact size' },
  { id: '0.5-mm', name: '0.5 mm', diameter: 0.5, set: 'metric', source: 'exact size' },
  { id: '0.6-mm', name: '0.6 mm', diameter: 0.6, set: 'metric', source: 'exact size' },
  { id: '0.7-mm', name: '0.7 mm', diameter: 0.7, set: 'metric', source: 'exact size' },
  { id: '0.8-mm', name: '0.8 mm', diameter: 0.8, set: 'metric', source: 'exact size' },
  { id: '0.9-mm', name: '0.9 mm', diameter: 0.9, set: 'metric', source: 'exact size' },
  { id: '1-mm', name: '1 mm', diameter: 1, set: 'metric', source: 'exact size' },
  { id: '1.2-mm', name: '1.2 mm', diameter: 1.2, set: 'metric', source: 'exact size' },
  { id: '1.5-mm', name: '1.5 mm', diameter: 1.5, set: 'metric', source: 'exact size' },
  { id: '1.6-mm', name: '1.6 mm', diameter: 1.6, set: 'metric', source: 'exact size' },
  { id: '2-mm', name: '2 mm', diameter: 2, set: 'metric', source: 'exact size' },
  { id: '2.5-mm', name: '2.5 mm', diameter: 2.5, set: 'metric', source: 'exact size' },
  { id: '3-mm', name: '3 mm', diameter: 3, set: 'metric', source: 'exact size' },
  { id: '4-mm', name: '4 mm', diameter: 4, set: 'metric', source: 'exact size' },
  { id: '5-mm', name: '5 mm', diameter: 5, set: 'metric', source: 'exact size' },
  { id: '6-mm', name: '6 mm', diameter: 6, set: 'metric', source: 'exact size' },
];

/** What is put along a lateral besides a drilled hole. Pressures in kPa, flows in L/h. */
export interface EmitterRow {
  readonly id: string;
  readonly name: string;
  readonly litresPerHour: number;
  readonly kPa: number;
  readonly exponent: number;
  /** kPa from which it compensates; undefined where it does not. */ readonly compensatingFrom?: number;
  readonly leastKPa: number;
  readonly mostKPa: number;
  readonly cv: number;
  /** Usual spacing, m; of a hose how closely it is reckoned. */ readonly spacing: number;
  readonly note: string;
  readonly source: string;
  readonly basis: Basis;
}

/** Buried clay pots: what one seeps a day into dry soil, by what it holds (common practice, no source). */
export const CLAY_POTS: readonly { readonly litres: number; readonly seepsPerDay: number }[] = [
  { litres: 1, seepsPerDay: 0.4 },
  { litres: 3, seepsPerDay: 1 },
  { litres: 5, seepsPerDay: 1.5 },
  { litres: 8, seepsPerDay: 2.2 },
];

export const EMITTER_ROWS: readonly EmitterRow[] = [
  {
    id: 'turbulent-2',
    name: 'Turbulent (labyrinth) emitter 2 L/h',
    litresPerHour: 2,
    kPa: 100,
    exponent: 0.5,
    leastKPa: 10,
    mostKPa: 250,
    cv: 0.05,
    spacing: 0.3,
    note: 'Works at low head with proportionally less flow: at 1 m head about 31 % of nominal.',
    source: 'emitter equation q = k H^x, Keller and Karmeli 1974/75; Keller and Bliesner 1990',
    basis: 'memory',
  },
  {
    id: 'turbulent-4',
    name: 'Turbulent (labyrinth) emitter 4 L/h',
    litresPerHour: 4,
    kPa: 100,
    exponent: 0.5,
    leastKPa: 10,
    mostKPa: 250,
    cv: 0.05,
    spacing: 0.3,
    note: 'Works at low head with proportionally less flow: at 1 m head about 31 % of nominal.',
    source: 'emitter equation q = k H^x, Keller and Karmeli 1974/75; Keller and Bliesner 1990',
    basis: 'memory',
  },
  {
    id: 'turbulent-8',
    name: 'Turbulent (labyrinth) emitter 8 L/h',
    litresPerHour: 8,
    kPa: 100,
    exponent: 0.5,
    leastKPa: 10,
    mostKPa: 250,
    cv: 0.05,
    spacing: 0.3,
    note: 'Works at low head with proportionally less flow: at 1 m head about 31 % of nominal.',
    source: 'emitter equation q = k H^x, Keller and Karmeli 1974/75; Keller and Bliesner 1990',
    basis: 'memory',
  },
  {
    id: 'compensating-2',
    name: 'Pressure-compensating emitter 2 L/h',
    litresPerHour: 2,
    kPa: 100,
    exponent: 0.5,
    compensatingFrom: 70,
    leastKPa: 70,
    mostKPa: 350,
    cv: 0.05,
    spacing: 0.3,
    note: 'Flow is constant only above its minimum pressure (usually 50-100 kPa; low-pressure types 25-40 kPa). Below it the flow follows roughly x 0.5 to 0.7 and is not uniform; no-leak (anti-drain) types shut completely below about 15-30 kPa.',
    source:
      'emitter equation q = k H^x, Keller and Karmeli 1974/75; Keller and Bliesner 1990; minimum pressure from catalogue practice',
    basis: 'common practice',
  },
  {
    id: 'compensating-4',
    name: 'Pressure-compensating emitter 4 L/h',
    litresPerHour: 4,
    kPa: 100,
    exponent: 0.5,
    compensatingFrom: 70,
    leastKPa: 70,
    mostKPa: 350,
    cv: 0.05,
    spacing: 0.3,
    note: 'Flow is constant only above its minimum pressure (usually 50-100 kPa; low-pressure types 25-40 kPa). Below it the flow follows roughly x 0.5 to 0.7 and is not uniform; no-leak (anti-drain) types shut completely below about 15-30 kPa.',
    source:
      'emitter equation q = k H^x, Keller and Karmeli 1974/75; Keller and Bliesner 1990; minimum pressure from catalogue practice',
    basis: 'common practice',
  },
  {
    id: 'compensating-8',
    name: 'Pressure-compensating emitter 8 L/h',
    litresPerHour: 8,
    kPa: 100,
    exponent: 0.5,
    compensatingFrom: 70,
    leastKPa: 70,
    mostKPa: 350,
    cv: 0.05,
    spacing: 0.3,
    note: 'Flow is constant only above its minimum pressure (usually 50-100 kPa; low-pressure types 25-40 kPa). Below it the flow follows roughly x 0.5 to 0.7 and is not uniform; no-leak (anti-drain) types shut completely below about 15-30 kPa.',
    source:
      'emitter equation q = k H^x, Keller and Karmeli 1974/75; Keller and Bliesner 1990; minimum pressure from catalogue practice',
    basis: 'common practice',
  },
  {
    id: 'laminar',
    name: 'Laminar long-path emitter (microtube, spiral)',
    litresPerHour: 2,
    kPa: 100,
    exponent: 0.8,
    leastKPa: 5,
    mostKPa: 200,
    cv: 0.05,
    spacing: 0.3,
    note: 'x 0.7 to 1.0; flow also follows water temperature (viscosity), about +2 % per C.',
    source: 'emitter equation q = k H^x, Keller and Karmeli 1974/75; Keller and Bliesner 1990',
    basis: 'memory',
  },
  {
    id: 'vortex',
    name: 'Vortex emitter',
    litresPerHour: 4,
    kPa: 100,
    exponent: 0.4,
    leastKPa: 20,
    mostKPa: 250,
    cv: 0.05,
    spacing: 0.3,
    note: 'x about 0.4.',
    source: 'emitter equation q = k H^x, Keller and Karmeli 1974/75; Keller and Bliesner 1990',
    basis: 'memory',
  },
  {
    id: 'tape',
    name: 'Drip tape, turbulent, 0.2-0.3 m spacing',
    litresPerHour: 1.0,
    kPa: 55,
    exponent: 0.5,
    leastKPa: 20,
    mostKPa: 100,
    cv: 0.05,
    spacing: 0.3,
    note: 'Thin wall: maximum 55 to 100 kPa; nominal at 55-70 kPa.',
    source: 'drip tape catalogue practice',
    basis: 'common practice',
  },
  {
    id: 'soaker',
    name: 'Porous soaker hose, reckoned every 0.1 m',
    litresPerHour: 0.6,
    kPa: 70,
    exponent: 0.75,
    leastKPa: 10,
    mostKPa: 100,
    cv: 0.2,
    spacing: 0.1,
    note: 'Uneven, falls as pores clog; keep runs under 10 to 15 m.',
    source: 'garden practice, 6 L/h a metre at 70 kPa',
    basis: 'common practice',
  },
  ...CLAY_POTS.map((pot): EmitterRow => ({
    id: `clay-${pot.litres}`,
    name: `Buried clay pot of ${pot.litres} L, kept full`,
    litresPerHour: pot.seepsPerDay / 24,
    kPa: 1,
    exponent: 0,
    leastKPa: 0,
    mostKPa: 5,
    cv: 0.3,
    spacing: 0.6,
    note: 'Filled by hand or by a small float; seeps by its size and the dryness of the soil, hardly by pressure.',
    source: 'garden practice',
    basis: 'common practice',
  })),
];

export const findDrill = (id: string): DrillRow | undefined => DRILL_ROWS.find((r) => r.id === id);
export const findEmitter = (id: string): EmitterRow | undefined => EMITTER_ROWS.find((r) => r.id === id);
