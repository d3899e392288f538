// Pipes that a stretch could have, side by side: what each gives, what it costs.
import { boreArea } from '@vernal-slope/core/pipe';
import { pressureOfHead } from '@vernal-slope/core/water';
import { deratingFactor, familyOf, type PipeRow } from '../catalogue/index.ts';
import { compilePlan, metresOfMm, pascals, resolvePipe, type Compiled, type StateOptions } from '../compile/index.ts';
import { SITE_DEFAULTS } from '../schema/index.ts';
import { pricesOf, type CostUnit } from './prices.ts';
import { settledRefill } from './refill.ts';
import { withPipe } from './remedy.ts';
import { solvePlan } from './solve.ts';
import { isBasin } from '../kinds/index.ts';
import { servedPlaces } from '../topology/index.ts';

export interface Candidate {
  readonly pipe: string;
  readonly label: string;
  readonly insideDiameter: number;
  readonly now: boolean;
  /** False where no answer was found with it: then none of its figures is to be shown. */ readonly settled: boolean;
  /** m³/s and Pa at each place where water comes out, by id. */
  readonly places: Readonly<Record<string, { readonly flow: number; readonly pressure: number }>>;
  /** Largest speed in the stretch, m/s; head lost in it, m. */
  readonly speed: number;
  readonly loss: number;
  /** Highest standing pressure on the stretch, and what the pipe bears, Pa; undefined where it has no rating. */
  readonly standing: number;
  readonly bears?: number;
  /** One over the other. */
  readonly ratingUsed?: number;
  /** m of the stretch, and cost of one */ readonly length: number;
  readonly perMetre: number;
  /** Of the stretch, in `unit`. */ readonly cost: number;
  readonly unit: CostUnit;
  /** s until the trough is full again after a visit, where the place asked for is one. */
  readonly refill?: number | null;
  /** Litres that stand in the stretch, as m³. */ readonly holds: number;
}

/**
 * Sizes of a family for some legs of a line, each solved.
 * @param place whose filling is told, when it is a trough
 */
export function candidatesFor(
  c: Compiled,
  line: string,
  legs: readonly number[],
  rows: readonly PipeRow[],
  place: string,
  options: StateOptions = {},
): Candidate[] {
  const map = c.lines.get(line);
  if (!map || legs.length === 0) return [];
  const temperature = c.plan.site?.waterTemperatureC ?? SITE_DEFAULTS.waterTemperatureC;
  const length = legs.reduce((sum, k) => sum + map.plan.legs[k].lengthM, 0);
  const full = solvePlan(c, { ...options, level: 'full' }).lines.get(line)?.staticGrade ?? [];
  const highest = Math.max(
    ...legs.flatMap((k) =>
      [k, k + 1].map((s) => pressureOfHead((full[s] ?? 0) - map.geometry.pipe[s], c.water.density)),
    ),
  );
  const prices = pricesOf(c.plan, rows);
  const ids = servedPlaces(c);
  return rows.map((row): Candidate => {
    const trial = compilePlan(withPipe(c.plan, line, legs, row.id));
    const result = solvePlan(trial, options);
    const found = result.lines.get(line);
    const bore = metresOfMm(row.insideDiameterMm);
    const bears = row.ratingKPa === undefined ? undefined : pascals(row.ratingKPa) * deratingFactor(row, temperature);
    return {
      pipe: row.id,
      label: `${row.nominal} ${row.family}`,
      insideDiameter: bore,
      now: legs.every((k) => resolvePipe(map.plan.legs[k].pipe).row?.id === row.id),
      settled: result.converged,
      places: Object.fromEntries(
        ids.map((id) => {
          const at = result.nodes.get(id);
          return [id, { flow: at?.flow ?? 0, pressure: at?.pressure ?? 0 }];
        }),
      ),
      speed: Math.max(0, ...legs.map((k) => found?.segmentSpeed[k] ?? 0)),
      loss: Math.abs(legs.reduce((sum, k) => sum + (found?.segmentLoss[k] ?? 0), 0)),
      standing: Math.max(0, highest),
      ...(bears === undefined ? {} : { bears, ratingUsed: Math.max(0, highest) / bears }),
      length,
      perMetre: prices.perMetre(row),
      cost: prices.perMetre(row) * length,
      unit: prices.unit,
      ...(isBasin(c.nodes.get(place)?.plan) ? { refill: settledRefill(trial, place, options)?.refill.afterVisit } : {}),
      holds: boreArea(bore) * length,
    };
  });
}

/** Speeds between which a line neither hammers nor keeps its air and grit, m/s (common practice, no source). */
export const USUAL_SPEED = { least: 0.3, most: 3 } as const;

/** Places whose flow the size changes by more than a hundredth, the most first; the chosen one always, and first. */
export function placesMoved(candidates: readonly Candidate[], chosen: string): string[] {
  const known = candidates.filter((k) => k.settled);
  const ids = Object.keys(candidates[0]?.places ?? {});
  const spread = (id: string): number => {
    const flows = known.map((k) => k.places[id].flow);
    const most = Math.max(0, ...flows);
    return most > 0 ? (most - Math.min(...flows)) / most : 0;
  };
  const others = ids.filter((id) => id !== chosen && spread(id) > 0.01).sort((a, b) => spread(b) - spread(a));
  return [...ids.filter((id) => id === chosen), ...others];
}

/** Sizes of the family of a leg; none where its pipe was entered by hand. */
export const sizesOf = (c: Compiled, line: string, leg: number): PipeRow[] => {
  const plan = c.lines.get(line)?.plan.legs[leg];
  const row = plan && resolvePipe(plan.pipe).row;
  return row ? familyOf(row) : [];
};
