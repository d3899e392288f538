// What pipe costs: by the plan's own prices where every size has one, else by how much plastic is in it.
import type { PipeRow } from '../catalogue/index.ts';
import { metresOfMm } from '../compile/index.ts';
import type { Plan } from '../schema/index.ts';

export type CostUnit =
  /** The currency of the place. */
  | 'money'
  /** Kilograms of what the pipe is made of, plastic but for copper: dearer pipe is heavier pipe (assumption). */
  | 'plastic';

/** kg/m³, about that of polyethylene and PVC alike (assumption: only comparisons matter). */
const PLASTIC = 1000;
/** Wall over bore where the catalogue has no outside diameter (assumption). */
const USUAL_WALL = 0.08;

/** Copper, kg/m³ (handbooks). */
const COPPER = 8940;

/** Kilograms of plastic, or of copper, in a metre of pipe. */
export function plasticOf(row: PipeRow): number {
  const bore = metresOfMm(row.insideDiameterMm);
  const outside = row.outsideDiameterMm === undefined ? bore * (1 + 2 * USUAL_WALL) : metresOfMm(row.outsideDiameterMm);
  return (row.material === 'copper' ? COPPER : PLASTIC) * (Math.PI / 4) * Math.max(0, outside * outside - bore * bore);
}

export interface Prices {
  readonly unit: CostUnit;
  /** Of one metre. */ readonly perMetre: (row: PipeRow) => number;
}

/** Prices of a set of sizes, all in one unit: money only where each of them has a price. */
export function pricesOf(plan: Plan, rows: readonly PipeRow[]): Prices {
  const known = new Map(plan.prices?.pipes?.map((p) => [p.pipe, p.perM]));
  if (rows.length > 0 && rows.every((row) => known.has(row.id)))
    return { unit: 'money', perMetre: (row) => known.get(row.id) ?? NaN };
  return { unit: 'plastic', perMetre: plasticOf };
}
