// Fixtures of a cabin: what a code asks at the outlet, what is of use under gravity, and how much they count at once.
import type { Basis } from './types.ts';

export interface FixtureRow {
  readonly id: string;
  readonly name: string;
  /** What a plumbing code asks: L/min at kPa. */
  readonly code?: { readonly lpm: number; readonly kPa: number; readonly source: string };
  /** What does under gravity: L/min that are of use, kPa that it takes at least. */
  readonly gravity: { readonly lpm: number; readonly kPa: number };
  /** Water supply fixture units, hot and cold; 0 where nothing is counted. */ readonly units: number;
  readonly note?: string;
  /** Of the gravity figures. */ readonly source: string;
  readonly basis: Basis;
}

const IPC = 'IPC Table 604.3 / IRC Table P2903.1';
const PRACTICE = { source: 'trade and off-grid practice; read the maker’s plate', basis: 'common practice' as const };
/** Fixture units: IPC Table E103.3(2), private, from memory; the hose UPC's. */
export const UNITS_SOURCE = 'IPC Table E103.3(2) and Hunter’s curve, Table E103.3(3), flush tanks';

export const FIXTURE_ROWS: readonly FixtureRow[] = [
  {
    id: 'sink',
    name: 'Kitchen sink tap',
    code: { lpm: 6.6, kPa: 55, source: IPC },
    gravity: { lpm: 4, kPa: 3 },
    units: 1.4,
    note: 'A full-bore tap: one with a ceramic disc and an aerator wants more.',
    ...PRACTICE,
  },
  {
    id: 'basin',
    name: 'Wash basin tap',
    code: { lpm: 3, kPa: 55, source: IPC },
    gravity: { lpm: 2, kPa: 3 },
    units: 0.7,
    ...PRACTICE,
  },
  {
    id: 'shower',
    name: 'Shower, free-flow rose',
    code: { lpm: 9.5, kPa: 55, source: IPC },
    gravity: { lpm: 5, kPa: 10 },
    units: 1.4,
    note: '1 m of water over the rose is the usual minimum.',
    ...PRACTICE,
  },
  {
    id: 'mixer-shower',
    name: 'Shower, thermostatic mixer',
    code: { lpm: 9.5, kPa: 138, source: IPC },
    gravity: { lpm: 5, kPa: 50 },
    units: 1.4,
    note: 'Made for mains: under 50 kPa most starve, and some turn hot.',
    ...PRACTICE,
  },
  {
    id: 'bath',
    name: 'Bath',
    code: { lpm: 15.1, kPa: 138, source: IPC },
    gravity: { lpm: 8, kPa: 5 },
    units: 1.4,
    ...PRACTICE,
  },
  {
    id: 'wc',
    name: 'Toilet cistern, low-pressure valve',
    code: { lpm: 11.4, kPa: 138, source: IPC },
    gravity: { lpm: 3, kPa: 5 },
    units: 2.2,
    note: 'Valves for mains want 50 to 140 kPa.',
    ...PRACTICE,
  },
  {
    id: 'washing-machine',
    name: 'Washing machine',
    code: { lpm: 12, kPa: 50, source: 'BS 6700 Table 3; AS/NZS 3500.1 for the pressure' },
    gravity: { lpm: 5, kPa: 30 },
    units: 1.4,
    note: 'Makers ask 20 to 100 kPa, some 140: its valves do not open below their minimum.',
    ...PRACTICE,
  },
  {
    id: 'dishwasher',
    name: 'Dishwasher',
    code: { lpm: 10.4, kPa: 55, source: IPC },
    gravity: { lpm: 4, kPa: 30 },
    units: 1.4,
    ...PRACTICE,
  },
  {
    id: 'laundry',
    name: 'Laundry tub',
    code: { lpm: 15.1, kPa: 55, source: IPC },
    gravity: { lpm: 6, kPa: 3 },
    units: 1.4,
    ...PRACTICE,
  },
  {
    id: 'heater',
    name: 'Water heater that fires on flow',
    gravity: { lpm: 3, kPa: 20 },
    units: 0,
    note: 'Low-pressure kinds fire from about 20 kPa and 2 to 3 L/min; those for mains want 70 to 100 kPa and more.',
    ...PRACTICE,
  },
  {
    id: 'hose',
    name: 'Hose point',
    code: { lpm: 18.9, kPa: 55, source: IPC },
    gravity: { lpm: 8, kPa: 10 },
    units: 2.5,
    ...PRACTICE,
  },
  {
    id: 'hydrant',
    name: 'Hydrant or standpipe',
    gravity: { lpm: 30, kPa: 20 },
    units: 0,
    note: 'One that drains below the frost line stays usable in winter; it wants a drain of stones under it.',
    ...PRACTICE,
  },
  {
    id: 'bucket-shower',
    name: 'Bucket shower, filled by hand',
    gravity: { lpm: 2, kPa: 1 },
    units: 0,
    note: 'Some 10 L a wash, and no pressure at all: warm water is poured in.',
    ...PRACTICE,
  },
  {
    id: 'foot-tap',
    name: 'Foot-worked tap',
    gravity: { lpm: 1.5, kPa: 2 },
    units: 0.7,
    note: 'Runs only while a foot is on it: some 0.3 L a hand wash.',
    ...PRACTICE,
  },
];
export const findFixture = (id: string | undefined): FixtureRow | undefined => FIXTURE_ROWS.find((r) => r.id === id);

/** Hunter's curve for flush tanks: fixture units, L/min (published in gal/min: 3, 5, 6.5, 8, 9.4 and so on). */
export const HUNTER: readonly (readonly [units: number, lpm: number])[] = [
  [1, 11.356235352],
  [2, 18.92705892],
  [3, 24.605176596],
  [4, 30.283294272],
  [5, 35.58287077],
  [6, 40.503906089],
  [7, 44.667859051],
  [8, 48.453270835],
  [9, 51.860141441],
  [10, 55.267012046],
  [12, 60.566588544],
  [14, 64.352000328],
  [16, 68.137412112],
  [18, 71.165741539],
  [20, 74.194070966],
];
