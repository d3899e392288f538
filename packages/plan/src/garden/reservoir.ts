// What a bed's reservoir holds, from what lies in it; and the kinds side by side.
import { pipeReservoirShare } from '@vernal-slope/core/irrigation';
import type { Working } from '@vernal-slope/core/working';
import { metresOfMm } from '../compile/index.ts';
import { bedArea, bedTolerance, bedVolume, FALSE_FLOOR_TOLERANCE_MM, nameOf, TOLERANCE_MM } from '../kinds/index.ts';
import { changeBeds, type Command } from '../edit/index.ts';
import type { BedNode } from '../schema/index.ts';

export type ReservoirType = BedNode['reservoir']['type'];

/** Drainable share of washed stone around the pipe, and of stone alone (common practice, no source). */
export const STONE_PORES = 0.4;
/** Under a false floor, less what carries it (common practice, no source). */
const UNDER_FALSE_FLOOR = 0.95;

/** A pipe that is usual: bore and outside, mm, and its length by the bed, m. */
export function usualRing(bed: BedNode): { boreMm: number; outsideMm: number; lengthM: number } {
  const { shape } = bed;
  const round =
    shape.type === 'box'
      ? Math.max(shape.lengthM, 2 * (0.8 * shape.lengthM + 0.5 * shape.widthM))
      : Math.PI * 0.7 * shape.diameterM;
  return { boreMm: 92, outsideMm: 100, lengthM: Number(round.toFixed(2)) };
}

/** Share of water in the reservoir by what lies in it; undefined where a ring pipe's measures are not entered. */
export function shareOf(bed: BedNode, type: ReservoirType = bed.reservoir.type): number | undefined {
  const r = bed.reservoir;
  const pores = r.poresShare ?? STONE_PORES;
  if (type === 'false-floor') return UNDER_FALSE_FLOOR;
  if (type === 'stone') return pores;
  if (r.pipeBoreMm === undefined || r.pipeOutsideMm === undefined || r.pipeLengthM === undefined) return undefined;
  return pipeReservoirShare(
    metresOfMm(r.pipeBoreMm),
    metresOfMm(r.pipeOutsideMm),
    r.pipeLengthM,
    bedArea(bed),
    r.heightM,
    pores,
  );
}

export interface ReservoirKind {
  readonly type: ReservoirType;
  readonly share: number;
  /** By so much a floor may be off, m */ readonly forgives: number;
  /** m³ up to the reservoir's top */ readonly holds: number;
}

/** The kinds of reservoir in one bed, side by side: what each holds, and what it forgives. */
export function reservoirsOf(bed: BedNode): ReservoirKind[] {
  return (['pipe', 'false-floor', 'stone'] as const).map((type): ReservoirKind => {
    const usual = usualRing(bed);
    const ring: BedNode = {
      ...bed,
      reservoir: {
        ...bed.reservoir,
        pipeBoreMm: bed.reservoir.pipeBoreMm ?? usual.boreMm,
        pipeOutsideMm: bed.reservoir.pipeOutsideMm ?? usual.outsideMm,
        pipeLengthM: bed.reservoir.pipeLengthM ?? usual.lengthM,
      },
    };
    const share = type === bed.reservoir.type ? bed.reservoir.waterShare : (shareOf(ring, type) ?? 0);
    const own = { ...bed, reservoir: { ...bed.reservoir, type, waterShare: share } };
    return {
      type,
      share,
      forgives: metresOfMm(
        type === bed.reservoir.type
          ? bedTolerance(bed)
          : type === 'false-floor'
            ? FALSE_FLOOR_TOLERANCE_MM
            : TOLERANCE_MM,
      ),
      holds: bedVolume(own, bed.reservoir.heightM),
    };
  });
}

export function shareWorking(bed: BedNode): Working | undefined {
  const r = bed.reservoir;
  const share = shareOf(bed);
  if (r.type !== 'pipe' || share === undefined) return undefined;
  const [bore, outside] = [metresOfMm(r.pipeBoreMm ?? 0), metresOfMm(r.pipeOutsideMm ?? 0)];
  return {
    code: 'reservoir-share',
    of: nameOf(bed),
    rule: 's = \\frac{ \\frac{\\pi}{4}{{bore}}^2 {{length}} + {{pores}}\\left({{area}}\\,{{height}} - \\frac{\\pi}{4}{{outside}}^2 {{length}}\\right)}{{{area}}\\,{{height}}}',
    terms: [
      { key: 'bore', tex: 'd', name: 'bore of the pipe', value: bore, dimension: 'length' },
      { key: 'outside', tex: 'D', name: 'outside of the pipe', value: outside, dimension: 'length' },
      { key: 'length', tex: 'L', name: 'pipe in the bed', value: r.pipeLengthM ?? 0, dimension: 'length' },
      {
        key: 'pores',
        tex: 'n',
        name: 'share of water in the stone around it',
        value: r.poresShare ?? STONE_PORES,
        dimension: 'ratio',
      },
      { key: 'area', tex: 'A', name: 'area of the bed', value: bedArea(bed), dimension: 'area' },
      { key: 'height', tex: 'h', name: 'height of the reservoir', value: r.heightM, dimension: 'length' },
    ],
    result: { tex: 's', value: share, dimension: 'ratio' },
    source: 'volumes of pipe and stone',
    assumptions: [
      'The walls of the pipe hold no water; stone holds 40 % where nothing is entered (common practice, no source).',
    ],
  };
}

const tidy = (share: number): number => Number(share.toFixed(3));
/** The share follows what lies in the bed. */
function reckon(bed: BedNode): void {
  const share = shareOf(bed);
  if (share !== undefined) bed.reservoir.waterShare = tidy(share);
}

/** Another kind of reservoir in beds, with what it holds and forgives. */
export const setReservoir = (ids: readonly string[], type: ReservoirType, label: string): Command =>
  changeBeds(ids, label, (bed) => {
    const share = reservoirsOf(bed).find((k) => k.type === type)?.share;
    bed.reservoir.type = type;
    if (share !== undefined) bed.reservoir.waterShare = tidy(share);
    delete bed.toleranceMm;
  });

/** A measure of the pipe that lies in the reservoir; the others as is usual where nothing is said, and the share by them. */
export const setReservoirPipe = (
  ids: readonly string[],
  key: 'pipeBoreMm' | 'pipeOutsideMm' | 'pipeLengthM',
  value: number,
): Command =>
  changeBeds(ids, 'pipe in the reservoir', (bed) => {
    const usual = usualRing(bed);
    const r = bed.reservoir;
    r.pipeLengthM ??= usual.lengthM;
    // a wall as thick as is usual round the one that is said
    if (key === 'pipeBoreMm') r.pipeOutsideMm ??= Math.max(usual.outsideMm, Math.ceil(1.08 * value));
    else r.pipeBoreMm ??= key === 'pipeOutsideMm' ? Math.min(usual.boreMm, Math.floor(0.92 * value)) : usual.boreMm;
    r.pipeBoreMm ??= usual.boreMm;
    r.pipeOutsideMm ??= usual.outsideMm;
    r[key] = value;
    reckon(bed);
  });

/** Share of water between the stones, 0 to 1. */
export const setPores = (ids: readonly string[], share: number): Command =>
  changeBeds(ids, 'water between the stones', (bed) => {
    bed.reservoir.poresShare = share;
    if (bed.reservoir.type !== 'false-floor') reckon(bed);
  });

/** The share as somebody says, 0 to 1: what it was reckoned from is left out. */
export const setWaterShare = (ids: readonly string[], share: number): Command =>
  changeBeds(ids, 'share of water in the reservoir', (bed) => {
    bed.reservoir.waterShare = share;
    delete bed.reservoir.pipeBoreMm;
    delete bed.reservoir.pipeOutsideMm;
    delete bed.reservoir.pipeLengthM;
  });
