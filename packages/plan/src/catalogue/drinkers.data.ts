// Drinkers on a rail: the pressure each likes, what it gives, how far apart; and who drinks from them, how high.
import type { Basis } from './types.ts';

export interface DrinkerRow {
  readonly id: string;
  readonly name: string;
  /** L/min at the pressure it likes least and most, kPa: between them by the square root. */
  readonly most: { readonly lpm: number; readonly kPa: number };
  readonly least: { readonly kPa: number };
  /** mm between two: nearer they cannot be fitted, or animals push each other. */ readonly apartMm: number;
  readonly note: string;
  readonly source: string;
  readonly basis: Basis;
}

export const DRINKER_ROWS: readonly DrinkerRow[] = [
  {
    id: 'poultry-nipple',
    name: 'Poultry nipple, upright',
    most: { lpm: 0.1, kPa: 7 },
    least: { kPa: 0.5 },
    apartMm: 200,
    note: 'Level line, no high spots: air stops it. Raised with age.',
    source: 'poultry house practice',
    basis: 'common practice',
  },
  {
    id: 'poultry-nipple-side',
    name: 'Poultry nipple, side-mounted',
    most: { lpm: 0.15, kPa: 20 },
    least: { kPa: 1 },
    apartMm: 200,
    note: 'Drips above about 20 kPa.',
    source: 'hobby-farm practice',
    basis: 'common practice',
  },
  {
    id: 'poultry-cup',
    name: 'Poultry cup, fills itself',
    most: { lpm: 0.3, kPa: 35 },
    least: { kPa: 1 },
    apartMm: 65,
    note: 'Many do not shut above 20 to 35 kPa.',
    source: 'hobby-farm practice',
    basis: 'common practice',
  },
  {
    id: 'rabbit-nipple',
    name: 'Rabbit nipple, brass',
    most: { lpm: 0.2, kPa: 35 },
    least: { kPa: 3 },
    apartMm: 150,
    note: 'Usually under a bucket 0.5 to 2 m above; some are rated for more.',
    source: 'hobby-farm practice',
    basis: 'common practice',
  },
  {
    id: 'pig-nipple',
    name: 'Pig nipple, low pressure',
    most: { lpm: 2, kPa: 100 },
    least: { kPa: 10 },
    apartMm: 400,
    note: 'Held against the codes’ least flows for the class of pig.',
    source: 'trade practice',
    basis: 'common practice',
  },
];

export interface DrinkerUse {
  /** Class of the table of animals. */ readonly animal: string;
  readonly name: string;
  /** m over the floor, at the drinker's mouth. */ readonly low: number;
  readonly high: number;
  readonly perDrinker: number;
  /** L/min that a drinker gives at least. */ readonly leastLpm?: number;
  /** Where its count and flow are from; heights are common practice. */ readonly source: string;
  readonly basis: Basis;
}

const PIGS = 'DEFRA Code of Recommendations for the Welfare of Livestock: Pigs (2003)';
export const DRINKER_USES: readonly DrinkerUse[] = [
  {
    animal: 'layer',
    name: 'Laying hens',
    low: 0.3,
    high: 0.42,
    perDrinker: 10,
    source: 'Council Directive 1999/74/EC, article 4: a nipple or cup for every ten hens',
    basis: 'memory',
  },
  {
    animal: 'broiler',
    name: 'Chickens to eat, grown',
    low: 0.22,
    high: 0.36,
    perDrinker: 12,
    source: 'poultry house practice',
    basis: 'common practice',
  },
  {
    animal: 'rabbit',
    name: 'Rabbits, grown',
    low: 0.2,
    high: 0.3,
    perDrinker: 4,
    source: 'hobby-farm practice',
    basis: 'common practice',
  },
  {
    animal: 'rabbit-doe',
    name: 'Does with litter',
    low: 0.15,
    high: 0.25,
    perDrinker: 1,
    source: 'hobby-farm practice: one a cage, low enough for the young',
    basis: 'common practice',
  },
  {
    animal: 'pig-weaner',
    name: 'Weaned pigs',
    low: 0.15,
    high: 0.3,
    perDrinker: 10,
    leastLpm: 0.3,
    source: PIGS,
    basis: 'memory',
  },
  {
    animal: 'pig-finisher',
    name: 'Finishing pigs',
    low: 0.5,
    high: 0.7,
    perDrinker: 10,
    leastLpm: 1,
    source: PIGS,
    basis: 'memory',
  },
  {
    animal: 'sow-gestating',
    name: 'Sows in pig',
    low: 0.75,
    high: 0.9,
    perDrinker: 10,
    leastLpm: 2,
    source: PIGS,
    basis: 'memory',
  },
  {
    animal: 'sow-lactating',
    name: 'Sows with litter',
    low: 0.75,
    high: 0.9,
    perDrinker: 1,
    leastLpm: 2,
    source: PIGS,
    basis: 'memory',
  },
];

export const findDrinker = (id: string | undefined): DrinkerRow | undefined => DRINKER_ROWS.find((r) => r.id === id);
export const findDrinkerUse = (animal: string | undefined): DrinkerUse | undefined =>
  DRINKER_USES.find((u) => u.animal === animal);
