// Catalogue entries and inline figures of a leg, resolved to SI for core.
import type { Segment } from '@vernal-slope/core/network';
import { chainK, findPart, type Part } from '@vernal-slope/core/parts';
import { insertFittingK, velocityHead } from '@vernal-slope/core/pipe';
import {
  findFitting,
  findPipe,
  findTreatment,
  insertBoreOf,
  PLAIN_ENTRANCE,
  type PipeRow,
} from '../catalogue/index.ts';
import type { Fitting, Leg, Treatment } from '../schema/index.ts';
import { headOfPressure } from '@vernal-slope/core/water';
import { chainIds, flowFromLpm, metresOfMm, pascals, type OverflowPipeEntry } from '../fields/index.ts';

/** Plates of elements are for cold water, kg/m³. */
const ELEMENT_DENSITY = 1000;

/** What an inline pipe has where it does not say: smooth plastic. */
export const INLINE_DEFAULTS = { roughnessMm: 0.007, hazenWilliamsC: 140 } as const;

export interface ResolvedPipe {
  readonly row?: PipeRow;
  readonly label: string;
  readonly insideDiameterMm: number;
  readonly roughnessMm: number;
  readonly hazenWilliamsC: number;
  readonly ratingKPa?: number;
  readonly source: string;
}

/** The pipe of a leg, from the catalogue or as entered. Throws on an unknown id: checked before. */
export function resolvePipe(pipe: Leg['pipe']): ResolvedPipe {
  if (typeof pipe === 'string') {
    const row = findPipe(pipe);
    if (!row) throw new Error(`pipe ${pipe} is not in the catalogue`);
    return {
      row,
      label: `${row.nominal} ${row.family}`,
      insideDiameterMm: row.insideDiameterMm,
      roughnessMm: row.roughnessMm,
      hazenWilliamsC: row.hazenWilliamsC,
      ratingKPa: row.ratingKPa,
      source: row.source,
    };
  }
  return {
    label: `bore ${pipe.insideDiameterMm} mm`,
    insideDiameterMm: pipe.insideDiameterMm,
    roughnessMm: pipe.roughnessMm ?? INLINE_DEFAULTS.roughnessMm,
    hazenWilliamsC: pipe.hazenWilliamsC ?? INLINE_DEFAULTS.hazenWilliamsC,
    ratingKPa: pipe.ratingKPa,
    source: 'entered in the plan',
  };
}

/** How narrow an insert fitting is in a pipe, of its bore: as measured, else by the kind of joint. */
function insertRatio(pipe: ResolvedPipe, boreMm: unknown): number {
  if (typeof boreMm === 'number') return Math.min(1, boreMm / pipe.insideDiameterMm);
  return insertBoreOf(pipe.row?.family);
}

/** K of a table at a bore, mm: straight between its rows, its first and last beyond. */
function kAt(rows: readonly (readonly [number, number])[], bore: number): number {
  const k = rows.findIndex(([b]) => bore <= b);
  if (k === 0) return rows[0][1];
  if (k < 0) return rows[rows.length - 1][1];
  const [[b0, k0], [b1, k1]] = [rows[k - 1], rows[k]];
  return k0 + ((bore - b0) / (b1 - b0)) * (k1 - k0);
}

/** Loss coefficient of one fitting on the bore of its pipe: entered, or from the catalogue for that bore. */
export function fittingK(fitting: Fitting | NonNullable<Leg['entrance']>, pipe: Leg['pipe']): number {
  if ('k' in fitting && typeof fitting.k === 'number') return fitting.k;
  const type = 'type' in fitting ? String(fitting.type) : '';
  const row = findFitting(type);
  if (!row) throw new Error(`fitting ${type} is not in the catalogue`);
  if (row.kByBore) return kAt(row.kByBore, resolvePipe(pipe).insideDiameterMm);
  if (row.insert === undefined) return row.k;
  return insertFittingK(insertRatio(resolvePipe(pipe), 'boreMm' in fitting ? fitting.boreMm : undefined), row.insert);
}

/** Pressure that opens a fitting, Pa: of spring check valves, entered or from the catalogue; 0 for all others. */
function openingOf(fitting: Fitting): number {
  if (typeof fitting.openingKPa === 'number') return pascals(fitting.openingKPa);
  return pascals(('type' in fitting && findFitting(String(fitting.type))?.openingKPa) || 0);
}

/** Head that must be there before a leg's spring check valves let anything through, m. */
export const openingHead = (leg: Leg, density: number): number =>
  headOfPressure(
    (leg.fittings ?? []).reduce((sum, f) => sum + openingOf(f) * (f.count ?? 1), 0),
    density,
  );

const partsOf = (ids: readonly string[] | undefined): Part[] => (ids ?? []).flatMap((id) => findPart(id) ?? []);
/** Bore that an overflow has on its way, m: its own, or that of a narrower pipe that leads it away. */
export const overflowBore = (overflow: OverflowPipeEntry): number =>
  metresOfMm(
    Math.min(overflow.insideDiameterMm, overflow.lead ? resolvePipe(overflow.lead.pipe).insideDiameterMm : Infinity),
  );

/** What is put there on purpose loses of its own what its row of the plan says; here, by its bore alone. */
const byBore = (p: Part): Pick<Part, 'boreMm' | 'k'> => (p.placed ? { boreMm: p.boreMm, k: 0 } : p);

/** K of a chain of parts on the bore of a leg's pipe. */
export const takenK = (ids: readonly string[] | undefined, leg: Leg): number =>
  chainK(partsOf(ids).map(byBore), resolvePipe(leg.pipe).insideDiameterMm);

/** A chain through a tee, parted behind it: what the run passes, and what the line ahead does. */
export function partedAtTee(ids: readonly string[]): readonly [readonly string[], readonly string[]] {
  const tee = ids.findIndex((id) => findPart(id)?.placed);
  return [ids.slice(0, tee + 1), ids.slice(tee + 1)];
}

/** K of the chains of parts that were taken at a leg's ends, around its fittings and elements, on its bore. */
export const chainsK = (leg: Leg): number => {
  const bore = resolvePipe(leg.pipe).insideDiameterMm;
  const atEnds = [leg.startChain, leg.endChain].reduce((sum, ids) => sum + chainK(partsOf(ids), bore), 0);
  // what a valve or an elbow loses of its own is in its fitting already
  const around = (leg.fittings ?? []).reduce((sum, f) => {
    return sum + takenK(chainIds(f), leg) * (f.count ?? 1);
  }, 0);
  return atEnds + around + (leg.treatment ?? []).reduce((sum, t) => sum + takenK(t.chain, leg), 0);
};

/** Sum of K of a leg's fittings and taken chains, and of its elements whose loss goes with the square of the flow. */
export const legK = (leg: Leg): number =>
  (leg.fittings ?? []).reduce((sum, f) => sum + fittingK(f, leg.pipe) * (f.count ?? 1), 0) +
  chainsK(leg) +
  elementK(leg);

/** K of the entrance of a line: its first leg's, else the plain bulkhead's. */
export const entranceK = (leg: Leg): number => fittingK(leg.entrance ?? { type: PLAIN_ENTRANCE }, leg.pipe);

/** Loss of an element at its flow, Pa and m³/s, clean or as it has clogged. */
export function elementLoss(t: Treatment): { pressure: number; flow: number; law: 'straight' | 'square' } {
  const row = findTreatment(t.kind);
  const own = t.lossKPa !== undefined && t.atLpm !== undefined;
  return {
    pressure: pascals((own ? (t.lossKPa ?? 0) : (row?.kPa ?? 0)) * (t.clogged ?? 1)),
    flow: flowFromLpm(own ? (t.atLpm ?? 1) : (row?.lpm ?? 1)),
    law: row?.law ?? 'straight',
  };
}

/** Loss of a leg's elements that rises straight with the flow, s/m². */
export const legLinear = (leg: Leg): number =>
  (leg.treatment ?? []).reduce((sum, t) => {
    const { pressure, flow, law } = elementLoss(t);
    return law === 'straight' ? sum + headOfPressure(pressure, ELEMENT_DENSITY) / flow : sum;
  }, 0);

/** The same with the square of the flow, as K on the leg's bore. */
export const elementK = (leg: Leg): number => {
  const bore = metresOfMm(resolvePipe(leg.pipe).insideDiameterMm);
  return (leg.treatment ?? []).reduce((sum, t) => {
    const { pressure, flow, law } = elementLoss(t);
    return law === 'square' ? sum + headOfPressure(pressure, ELEMENT_DENSITY) / velocityHead(flow, bore) : sum;
  }, 0);
};

/** A leg as a segment of core. */
export function segmentOf(leg: Leg): Segment {
  const pipe = resolvePipe(leg.pipe);
  return {
    length: leg.lengthM,
    diameter: metresOfMm(pipe.insideDiameterMm),
    roughness: metresOfMm(pipe.roughnessMm),
    hazenC: pipe.hazenWilliamsC,
    k: legK(leg),
    linear: legLinear(leg),
  };
}
