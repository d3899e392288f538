// Treatment without power: sand, elements in the line, heaters; what each loses, gives, removes and leaves.
import type { Basis } from './types.ts';

/** Reduction of germs by powers of ten, from to: low where it is carelessly kept, high where all is well. */
export interface Removal {
  readonly bacteria: readonly [number, number];
  readonly viruses: readonly [number, number];
  readonly protozoa: readonly [number, number];
}

export interface SandRow {
  readonly id: 'bio-sand' | 'slow-sand';
  readonly name: string;
  /** m/h on the sand, usual from and at most. */ readonly loading: readonly [number, number];
  /** m of sand at least, m of water kept over it from and to. */
  readonly depth: number;
  readonly film: readonly [number, number];
  /** mm, effective size from and to. */ readonly grain: readonly [number, number];
  /** Days until its living skin has grown. */ readonly ripens: readonly [number, number];
  /** h that it rests between charges, from and to. */ readonly pause?: readonly [number, number];
  readonly removal: Removal;
  readonly leaves: string;
  readonly source: string;
  readonly basis: Basis;
}

const WHO = 'WHO, Guidelines for Drinking-water Quality, 4th edition';
export const SAND_ROWS: readonly SandRow[] = [
  {
    id: 'bio-sand',
    name: 'Bio-sand filter',
    loading: [0.1, 0.4],
    depth: 0.5,
    film: [0.04, 0.06],
    grain: [0.15, 0.2],
    ripens: [10, 30],
    pause: [1, 48],
    removal: { bacteria: [1, 3], viruses: [0.5, 2], protozoa: [2, 4] },
    leaves: 'what is dissolved: salts, nitrate, arsenic, fuel, sprays',
    source: `CAWST, Biosand Filter Construction Manual, version 10; ${WHO}, Table 7.8 for what it removes`,
    basis: 'memory',
  },
  {
    id: 'slow-sand',
    name: 'Slow sand filter',
    loading: [0.1, 0.4],
    depth: 0.5,
    film: [0.05, 1.5],
    grain: [0.15, 0.35],
    ripens: [7, 30],
    removal: { bacteria: [2, 6], viruses: [0.25, 4], protozoa: [0.3, 5] },
    leaves: 'what is dissolved, and much of the colour of peat',
    source: `Huisman and Wood, Slow Sand Filtration, WHO 1974; ${WHO}, Table 7.7 for what it removes`,
    basis: 'memory',
  },
];
export const findSand = (id: string | undefined): SandRow | undefined => SAND_ROWS.find((r) => r.id === id);

export interface TreatmentRow {
  readonly id: string;
  readonly name: string;
  readonly group: 'element' | 'screen' | 'heater';
  /** kPa lost clean at a flow, L/min. */ readonly kPa: number;
  readonly lpm: number;
  /** Rises straight with the flow, as through what is porous, or with its square. */
  readonly law: 'straight' | 'square';
  /** Under these it does not work: kPa before it, L/min through it. */
  readonly leastKPa?: number;
  readonly leastLpm?: number;
  readonly removal?: Removal;
  readonly takes: string;
  readonly leaves: string;
  readonly note?: string;
  readonly source: string;
  readonly basis: Basis;
}

const PLATE = { source: 'trade and off-grid practice; read the maker’s plate', basis: 'common practice' as const };
const NO_GERMS = 'germs of every kind';
export const TREATMENT_ROWS: readonly TreatmentRow[] = [
  {
    id: 'screen',
    name: 'Fine screen',
    group: 'screen',
    kPa: 5,
    lpm: 20,
    law: 'square',
    takes: 'grit, leaves, weed',
    leaves: NO_GERMS,
    note: 'Of 150 micron; rinse it when the flow falls.',
    ...PLATE,
  },
  {
    id: 'sediment-20',
    name: 'Sediment cartridge',
    group: 'element',
    kPa: 7,
    lpm: 8,
    law: 'straight',
    takes: 'silt and rust',
    leaves: NO_GERMS,
    note: 'Of 20 micron, 250 mm long.',
    ...PLATE,
  },
  {
    id: 'carbon',
    name: 'Carbon block',
    group: 'element',
    kPa: 20,
    lpm: 6,
    law: 'straight',
    takes: 'chlorine, taste, some sprays and solvents',
    leaves: `${NO_GERMS}, salts, nitrate, most metals`,
    note: 'Germs can grow in one that stands: change it by its date.',
    ...PLATE,
  },
  {
    id: 'ceramic',
    name: 'Ceramic candle in a housing',
    group: 'element',
    kPa: 20,
    lpm: 1,
    law: 'straight',
    removal: { bacteria: [2, 6], viruses: [1, 4], protozoa: [4, 6] },
    takes: 'fine silt, most bacteria and cysts',
    leaves: 'what is dissolved; viruses less surely',
    note: 'Brush it when the flow falls; one with a hair crack lets all through.',
    source: `flow by trade practice, read the plate; ${WHO}, Table 7.8 for what it removes`,
    basis: 'memory',
  },
  {
    id: 'heater-store',
    name: 'Storage heater, vented',
    group: 'heater',
    kPa: 2,
    lpm: 10,
    law: 'square',
    takes: '',
    leaves: '',
    note: 'An open vent rises higher than the tank’s water; no valve between heater and vent.',
    ...PLATE,
  },
  {
    id: 'heater-thermosiphon',
    name: 'Thermosiphon: stove or panel with its store above',
    group: 'heater',
    kPa: 2,
    lpm: 10,
    law: 'square',
    takes: '',
    leaves: '',
    note: 'The store’s foot stands over the top of what heats it, 300 mm or more, its pipes rise all the way (common practice).',
    ...PLATE,
  },
  {
    id: 'heater-flow',
    name: 'Heater that fires on flow, low-pressure kind',
    group: 'heater',
    kPa: 10,
    lpm: 5,
    law: 'square',
    leastKPa: 20,
    leastLpm: 2.5,
    takes: '',
    leaves: '',
    note: 'Kinds made for mains want 70 to 100 kPa and more.',
    ...PLATE,
  },
];
export const findTreatment = (id: string | undefined): TreatmentRow | undefined =>
  TREATMENT_ROWS.find((r) => r.id === id);
