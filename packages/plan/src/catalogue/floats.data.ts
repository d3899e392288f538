// Kinds of float valves. Real ones differ widely: check the seat with a drill shank, or enter a measured flow.
import type { Basis } from './types.ts';

export interface FloatRow {
  readonly id: string;
  readonly name: string;
  /** mm */ readonly seat: { readonly low: number; readonly typical: number; readonly high: number };
  readonly dischargeCoefficient: number;
  /** mm */ readonly band: { readonly low: number; readonly typical: number; readonly high: number };
  /** kPa; the most by the seat's force balance where it is shut by a ball. */
  readonly leastKPa: number;
  readonly mostKPa: number;
  readonly characteristic: 'proportional' | 'snap';
  /** Ball (mm) and length to it over length to the seat, of an arm and ball. */
  readonly lever?: { readonly ballMm: number; readonly ratio: number };
  readonly note: string;
  readonly source: string;
  readonly basis: Basis;
}

const SOURCE = 'trade practice; check the seat of the actual valve with a drill shank';
const practice = { source: SOURCE, basis: 'common practice' } as const;

export const FLOAT_ROWS: readonly FloatRow[] = [
  {
    id: 'arm-ball-half',
    name: 'Arm and ball, 1/2 in',
    seat: { low: 3.2, typical: 6, high: 10 },
    dischargeCoefficient: 0.62,
    band: { low: 25, typical: 40, high: 75 },
    leastKPa: 0,
    mostKPa: 400,
    characteristic: 'proportional',
    lever: { ballMm: 110, ratio: 5 },
    note: 'Opens as the level falls; its flow falls off long before the trough is full.',
    ...practice,
  },
  {
    id: 'arm-ball-threequarter',
    name: 'Arm and ball, 3/4 in',
    seat: { low: 6.4, typical: 10, high: 14 },
    dischargeCoefficient: 0.62,
    band: { low: 40, typical: 60, high: 100 },
    leastKPa: 0,
    mostKPa: 400,
    characteristic: 'proportional',
    lever: { ballMm: 150, ratio: 6 },
    note: 'Opens as the level falls; its flow falls off long before the trough is full.',
    ...practice,
  },
  {
    id: 'arm-ball-one',
    name: 'Arm and ball, 1 in',
    seat: { low: 9.5, typical: 16, high: 20 },
    dischargeCoefficient: 0.62,
    band: { low: 50, typical: 75, high: 120 },
    leastKPa: 0,
    mostKPa: 300,
    characteristic: 'proportional',
    lever: { ballMm: 200, ratio: 6 },
    note: 'A wide seat wants a long arm or a big ball.',
    ...practice,
  },
  {
    id: 'diaphragm-bottom',
    name: 'Bottom-sealing, diaphragm',
    seat: { low: 10, typical: 15, high: 22 },
    dischargeCoefficient: 0.6,
    band: { low: 10, typical: 25, high: 50 },
    leastKPa: 10,
    mostKPa: 850,
    characteristic: 'proportional',
    note: 'Pressure seats the diaphragm; it stays nearly wide open until the last centimetres.',
    ...practice,
  },
  {
    id: 'pilot-full-flow',
    name: 'Snap, pilot operated',
    seat: { low: 15, typical: 22, high: 45 },
    dischargeCoefficient: 0.6,
    band: { low: 5, typical: 15, high: 40 },
    leastKPa: 15,
    mostKPa: 1000,
    characteristic: 'snap',
    note: 'Under its least pressure it may neither open nor shut. It shuts at once: mind the water hammer.',
    ...practice,
  },
  {
    id: 'toilet-fill',
    name: 'Toilet-type fill valve',
    seat: { low: 2, typical: 3.5, high: 6 },
    dischargeCoefficient: 0.6,
    band: { low: 3, typical: 10, high: 25 },
    leastKPa: 50,
    mostKPa: 860,
    characteristic: 'proportional',
    note: 'One for the mains may hang open on gravity pressure; low-pressure kinds work from 5 to 10 kPa.',
    ...practice,
  },
  {
    id: 'mini-bucket',
    name: 'Small, for a bucket',
    seat: { low: 1.5, typical: 2.5, high: 4 },
    dischargeCoefficient: 0.62,
    band: { low: 8, typical: 15, high: 30 },
    leastKPa: 1,
    mostKPa: 200,
    characteristic: 'proportional',
    note: 'Its small seat blocks easily: strain to 150 micron.',
    ...practice,
  },
];

export const findFloat = (id: string | undefined): FloatRow | undefined => FLOAT_ROWS.find((row) => row.id === id);
