// Catalogue of pipes and fittings: look-ups by id.
import { ANIMAL_ROWS } from './animals.data.ts';
import { FITTING_ROWS, INSERT_BORES } from './fittings.data.ts';
import { GARDEN_SOIL_ROWS, ROOT_ROWS, USUAL_ROOTS, type GardenSoilRow } from './roots.data.ts';
import { CROP_ROWS, METHOD_ROWS } from './garden.data.ts';
import { USUAL_HOURS } from './hours.data.ts';
import { SERVICE_ROWS, USE_ROWS } from './household.data.ts';
import { DERATING, PIPE_ROWS } from './pipes.data.ts';
import { FIRST_FLUSH_MM, RUNOFF_ROWS } from './roofs.data.ts';
import { SECTION_ROWS } from './sections.data.ts';
import { SOIL_ROWS } from './soils.data.ts';
import { SIZE_FACTORS, TIMBER_ROWS } from './timber.data.ts';
import type {
  AnimalRow,
  CropRow,
  FittingRow,
  MethodRow,
  PipeRow,
  RunoffRow,
  SectionRow,
  ServiceRow,
  SoilRow,
  TimberRow,
} from './types.ts';

export {
  CLEAN_SPEED,
  DRAIN_FALLS,
  findGreySoil,
  GREY_SOILS,
  GREY_SOURCE,
  GREYWATER_PER_HEAD,
  leastFall,
  type DrainFall,
  type GreySoil,
} from './greywater.data.ts';
export { FIXTURE_ROWS, findFixture, HUNTER, UNITS_SOURCE, type FixtureRow } from './fixtures.data.ts';
export {
  DRINKER_ROWS,
  DRINKER_USES,
  findDrinker,
  findDrinkerUse,
  type DrinkerRow,
  type DrinkerUse,
} from './drinkers.data.ts';
export {
  CLAY_POTS,
  DRILL_ROWS,
  EMITTER_ROWS,
  findDrill,
  findEmitter,
  type DrillRow,
  type EmitterRow,
} from './emitters.data.ts';
export {
  findSand,
  findTreatment,
  SAND_ROWS,
  TREATMENT_ROWS,
  type Removal,
  type SandRow,
  type TreatmentRow,
} from './treatment.data.ts';
export { findTrough, TROUGH_ROWS, TROUGH_RULES, type TroughRow } from './troughs.data.ts';
export { GARDEN_SOIL_ROWS, ROOT_ROWS, USUAL_GARDEN_SOIL, USUAL_ROOTS, type GardenSoilRow } from './roots.data.ts';
export { FLOAT_ROWS, findFloat, type FloatRow } from './floats.data.ts';
export type { UsualVisit } from './hours.data.ts';
export type {
  AnimalRow,
  Basis,
  CropRow,
  Derating,
  FittingRow,
  MethodRow,
  PipeRow,
  RunoffRow,
  SectionRow,
  ServiceRow,
  SoilRow,
  TimberRow,
  UseRow,
} from './types.ts';
export {
  ANIMAL_ROWS,
  CROP_ROWS,
  DERATING,
  FIRST_FLUSH_MM,
  FITTING_ROWS,
  METHOD_ROWS,
  PIPE_ROWS,
  RUNOFF_ROWS,
  SECTION_ROWS,
  SERVICE_ROWS,
  SIZE_FACTORS,
  SOIL_ROWS,
  TIMBER_ROWS,
  USE_ROWS,
  USUAL_HOURS,
};

const byId = <T extends { readonly id: string }>(rows: readonly T[]): ((id: string | undefined) => T | undefined) => {
  const map = new Map(rows.map((row) => [row.id, row]));
  return (id) => (id === undefined ? undefined : map.get(id));
};
/** °C up to which the tables of warmth are used, and at which a hot day is meant. */
const HOT_C = 32.2;
/** °C for which the typical figure of a class without a table of warmth is meant. */
const MILD_C = 21.1;

/** Litres a head and day by the mean warmth of the air, °C, where the class has a table or a figure for hot days. */
export function drinkByWarmth(row: AnimalRow): readonly (readonly [celsius: number, litres: number])[] | undefined {
  const table = row.byTemperature?.map(([t, l]) => [t, l] as const);
  if (row.hot === undefined) return table;
  const mild = (table ?? [[MILD_C, row.typical] as const]).filter(([t]) => t < HOT_C);
  return [...mild, [HOT_C, row.hot]];
}

export const findAnimal: (id: string | undefined) => AnimalRow | undefined = byId(ANIMAL_ROWS);
export const findService: (id: string | undefined) => ServiceRow | undefined = byId(SERVICE_ROWS);
export const findCrop: (id: string | undefined) => CropRow | undefined = byId(CROP_ROWS);
/** Roots of a crop: how deep, and the share of the soil's water that they take without thirst. */
export const rootsOf = (
  crop: string | undefined,
): { readonly depthM: number; readonly readily: number; readonly known: boolean } => {
  const row = ROOT_ROWS.find((r) => crop !== undefined && r.crops.includes(crop));
  return { ...(row ?? USUAL_ROOTS), known: row !== undefined };
};
export const findGardenSoil: (id: string | undefined) => GardenSoilRow | undefined = byId(GARDEN_SOIL_ROWS);
export const findMethod: (id: string | undefined) => MethodRow | undefined = byId(METHOD_ROWS);
export const findSoil: (id: string | undefined) => SoilRow | undefined = byId(SOIL_ROWS);
export const findSection: (id: string | undefined) => SectionRow | undefined = byId(SECTION_ROWS);
export const findRunoff: (id: string | undefined) => RunoffRow | undefined = byId(RUNOFF_ROWS);

const pipes = new Map(PIPE_ROWS.map((row) => [row.id, row]));
const fittings = new Map(
  FITTING_ROWS.flatMap((row) => [row.id, ...(row.aliases ?? [])].map((id) => [id, row] as const)),
);

export const findPipe = (id: string): PipeRow | undefined => pipes.get(id);
export const findFitting = (id: string): FittingRow | undefined => fittings.get(id);

/** Bore of an insert fitting over that of the pipe of a family. */
export const insertBoreOf = (family = 'pipe'): number => INSERT_BORES.find(([kind]) => kind.test(family))?.[1] ?? 1;

/** Entrance that a line has when its first leg names none. */
export const PLAIN_ENTRANCE = 'entrance-bulkhead';

const DERATING_OF: Readonly<Record<PipeRow['material'], string | null>> = {
  PE: 'PE3608_PE4710',
  PE100: 'PE100',
  PVC: 'PVC',
  CPVC: 'CPVC',
  PEX: 'PEX',
  ABS: null,
  hose: null,
  copper: null,
};

/**
 * Share of its rating that a pipe keeps at a water temperature, °C; never above 1, linear between rows. Nothing is
 * published beyond the last row: there it keeps none.
 */
export function deratingFactor(row: PipeRow, temperatureC: number): number {
  const key = DERATING_OF[row.material];
  if (key === null) return 1;
  const rows = DERATING[key].rows;
  if (temperatureC <= rows[0][0]) return Math.min(1, rows[0][1]);
  for (let k = 1; k < rows.length; k++) {
    const [t1, f1] = rows[k];
    const [t0, f0] = rows[k - 1];
    if (temperatureC <= t1) return Math.min(1, f0 + ((temperatureC - t0) / (t1 - t0)) * (f1 - f0));
  }
  return 0;
}

/** The sizes of the same family from narrow to wide. */
export const familyOf = (row: PipeRow): PipeRow[] =>
  PIPE_ROWS.filter((other) => other.family === row.family).sort((a, b) => a.insideDiameterMm - b.insideDiameterMm);

/** Least side of the timbers that have a table of their own, mm (5 in before planing). */
const THICK_FROM_MM = 110;

/** A row of timber and its size factors for a section; the nearest grade where this size has no row of its own. */
export interface TimberOfSize {
  readonly row: TimberRow;
  readonly sizeBending: number;
  readonly sizeCompression: number;
  /** The grade that was asked for has no row for this size. */
  readonly otherGrade: boolean;
}

export function timberOfSize(
  species: string,
  grade: string,
  widthMm: number,
  depthMm: number,
): TimberOfSize | undefined {
  const thick = Math.min(widthMm, depthMm) >= THICK_FROM_MM;
  const face = Math.max(widthMm, depthMm);
  const fits = TIMBER_ROWS.filter(
    (r) =>
      r.species === species &&
      r.thick === thick &&
      (r.faceMm === undefined || (face > r.faceMm[0] && face <= r.faceMm[1])),
  );
  const row = fits.find((r) => r.grade === grade) ?? fits.at(-1);
  if (!row) return undefined;
  const otherGrade = row.grade !== grade;
  if (thick) {
    // timbers deeper than 305 mm bear a little less in bending
    return { row, sizeBending: face > 305 ? (305 / face) ** (1 / 9) : 1, sizeCompression: 1, otherGrade };
  }
  if (row.faceMm) return { row, sizeBending: 1, sizeCompression: 1, otherGrade };
  const factors = SIZE_FACTORS.find(([upTo]) => face <= upTo) ?? SIZE_FACTORS[SIZE_FACTORS.length - 1];
  const four = Math.min(widthMm, depthMm) > 70;
  return { row, sizeBending: factors[four ? 2 : 1], sizeCompression: factors[3], otherGrade };
}

/** Words that do not take an s. */
const PLURALS: Readonly<Record<string, string>> = {
  beef: 'beef',
  calf: 'calves',
  pony: 'ponies',
  goose: 'geese',
  colony: 'colonies',
  heifer: 'heifers',
  sheep: 'sheep',
};

const plural = (noun: string): string => PLURALS[noun] ?? `${noun}s`;

/** So many animals of a class, in words: "22 goats, dry or meat type"; a class that no table has goes by its own name. */
export function herdWords(count: number, kind: string): string {
  const row = findAnimal(kind);
  if (!row) return `${count} ${kind}`;
  // what one weighs is in the table's units, and told apart there
  const name = row.name.toLowerCase().replace(/,? \(?(?:per )?[\d.]+(?:-[\d.]+)? kg\)?$/, '');
  const both = /^([a-z]+) or ([a-z]+)(?=,|$)/.exec(name);
  if (both && count !== 1) return `${count} ${plural(both[1])} or ${plural(both[2])}${name.slice(both[0].length)}`;
  // what comes before what tells them apart
  const head = /^[a-z]+(?: [a-z]+)*?(?=,| with | in | or | \d| \(| gestating| lactating|$)/.exec(name)?.[0] ?? name;
  const noun = /[a-z]+$/.exec(head)?.[0] ?? head;
  return `${count} ${count === 1 ? name : head.slice(0, head.length - noun.length) + plural(noun) + name.slice(head.length)}`;
}
