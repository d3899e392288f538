// Vessels that animals drink from, and the rules by which they are sized and set.
import type { Basis } from './types.ts';

export interface TroughRow {
  readonly id: string;
  readonly name: string;
  /** Inside, m. */
  readonly shape:
    | { readonly type: 'box'; readonly lengthM: number; readonly widthM: number; readonly heightM: number }
    | { readonly type: 'vertical-cylinder'; readonly diameterM: number; readonly heightM: number };
  /** m that its floor stands over what it stands on */ readonly floorM?: number;
  readonly note?: string;
  readonly source: string;
  readonly basis: Basis;
}

const TRADE = { source: 'trade sizes; walls taper, measure your own', basis: 'common practice' as const };
export const TROUGH_ROWS: readonly TroughRow[] = [
  {
    id: 'oval-380',
    name: 'Moulded stock tank, small',
    // straight-sided boxes that hold as much
    shape: { type: 'box', lengthM: 1.22, widthM: 0.585, heightM: 0.53 },
    ...TRADE,
  },
  {
    id: 'oval-570',
    name: 'Moulded stock tank, middling',
    shape: { type: 'box', lengthM: 1.37, widthM: 0.751, heightM: 0.55 },
    ...TRADE,
  },
  {
    id: 'oval-1140',
    name: 'Moulded stock tank, large',
    shape: { type: 'box', lengthM: 1.66, widthM: 1.209, heightM: 0.56 },
    ...TRADE,
  },
  {
    id: 'round-4ft',
    name: 'Round stock tank, small',
    shape: { type: 'vertical-cylinder', diameterM: 1.219, heightM: 0.61 },
    ...TRADE,
  },
  {
    id: 'round-6ft',
    name: 'Round stock tank, middling',
    shape: { type: 'vertical-cylinder', diameterM: 1.829, heightM: 0.61 },
    ...TRADE,
  },
  {
    id: 'round-8ft',
    name: 'Round stock tank, large',
    shape: { type: 'vertical-cylinder', diameterM: 2.438, heightM: 0.61 },
    ...TRADE,
  },
  {
    id: 'tyre',
    name: 'Tyre of a large machine, one bead cut out',
    shape: { type: 'vertical-cylinder', diameterM: 1.85, heightM: 0.48 },
    note: 'Black and heavy, slow to freeze; some 450 kg, on a plug of concrete of 150 to 200 mm. Measure the tyre.',
    source: 'NRCS watering-facility practice (tire tanks)',
    basis: 'common practice',
  },
  {
    id: 'tote-cut',
    name: 'Tote cut down to half its height',
    shape: { type: 'box', lengthM: 1.11, widthM: 0.93, heightM: 0.5 },
    floorM: 0.15,
    note: 'Its history must be known; its edge is rounded off or covered, its cage stays on. White walls grow algae.',
    source: 'IBC of 1,000 L on a pallet of 1,200 by 1,000 mm',
    basis: 'common practice',
  },
  {
    id: 'wall-1800',
    name: 'Long trough',
    shape: { type: 'box', lengthM: 1.8, widthM: 0.6, heightM: 0.5 },
    ...TRADE,
  },
];
export const findTrough = (id: string | undefined): TroughRow | undefined => TROUGH_ROWS.find((r) => r.id === id);

/** The rules, with where they are from. */
export const TROUGH_RULES = {
  /** m within which they come a few at a time; from which the herd comes together. */
  near: 250,
  far: 400,
  /** m beyond which grazing suffers on any range. */ furthest: 800,
  /** Share of the day's water that it holds, near and far. */
  share: { near: 0.25, far: 0.5 },
  /** At least so many places, however small the herd. */ leastPlaces: 2,
  /** A round rim serves more heads: they fan out. */ round: 0.7,
  /** m of hard ground on every side that animals stand at. */ pad: 3,
  /** m a metre that it falls away, from and to. */ padFall: [0.02, 0.05] as const,
  source: 'NRCS Conservation Practice Standard 614, Watering Facility, with its guidance (from memory)',
  sizes: 'extension practice: a quarter of the day near, half and more far (common practice, no source)',
  ground: 'NRCS Practices 614 and 561 for hard ground (from memory); falls are common practice, no source',
} as const;
