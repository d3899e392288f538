// Catalogue of pipes and fittings: look-ups by id.
import { ANIMAL_ROWS } from './animals.data.ts';
import { FITTING_ROWS } from './fittings.data.ts';
import { CROP_ROWS, METHOD_ROWS } from './garden.data.ts';
import { SERVICE_ROWS, USE_ROWS } from './household.data.ts';
import { DERATING, PIPE_ROWS } from './pipes.data.ts';
import { FIRST_FLUSH_MM, RUNOFF_ROWS } from './roofs.data.ts';
import type { AnimalRow, CropRow, FittingRow, MethodRow, PipeRow, RunoffRow, ServiceRow } from './types.ts';

export type {
  AnimalRow,
  Basis,
  CropRow,
  Derating,
  FittingRow,
  MethodRow,
  PipeRow,
  RunoffRow,
  ServiceRow,
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
  SERVICE_ROWS,
  USE_ROWS,
};

const byId = <T extends { readonly id: string }>(rows: readonly T[]): ((id: string | undefined) => T | undefined) => {
  const map = new Map(rows.map((row) => [row.id, row]));
  return (id) => (id === undefined ? undefined : map.get(id));
};
export const findAnimal: (id: string | undefined) => AnimalRow | undefined = byId(ANIMAL_ROWS);
export const findService: (id: string | undefined) => ServiceRow | undefined = byId(SERVICE_ROWS);
export const findCrop: (id: string | undefined) => CropRow | undefined = byId(CROP_ROWS);
export const findMethod: (id: string | undefined) => MethodRow | undefined = byId(METHOD_ROWS);
export const findRunoff: (id: string | undefined) => RunoffRow | undefined = byId(RUNOFF_ROWS);

const pipes = new Map(PIPE_ROWS.map((row) => [row.id, row]));
const fittings = new Map(
  FITTING_ROWS.flatMap((row) => [row.id, ...(row.aliases ?? [])].map((id) => [id, row] as const)),
);

export const findPipe = (id: string): PipeRow | undefined => pipes.get(id);
export const findFitting = (id: string): FittingRow | undefined => fittings.get(id);

/** Entrance that a line has when its first leg names none (ruling 1 of the plan format). */
export const PLAIN_ENTRANCE = 'entrance-bulkhead';

const DERATING_OF: Readonly<Record<PipeRow['material'], string | null>> = {
  PE: 'PE3608_PE4710',
  PE100: 'PE100',
  PVC: 'PVC',
  CPVC: 'CPVC',
  PEX: 'PEX',
  ABS: null,
  hose: null,
};

/**
 * Share of its rating that a pipe keeps at a water temperature; never above 1, linear between rows,
 * the last row's value beyond them.
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
  return rows[rows.length - 1][1];
}

/** The sizes of the same family from narrow to wide. */
export const familyOf = (row: PipeRow): PipeRow[] =>
  PIPE_ROWS.filter((other) => other.family === row.family).sort((a, b) => a.insideDiameterMm - b.insideDiameterMm);
