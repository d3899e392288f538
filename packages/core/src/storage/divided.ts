// Barrels that share a roof: by a division that is fixed, or as one store.
import { runStore, storeDays, type YieldRule } from './behaviour.ts';

export interface Barrel {
  /** m³ */ readonly capacity: number;
  /** Share of the inflow, 0 to 1. */ readonly share: number;
}

export interface Divided {
  /** m³ yielded over the days: by the barrels as divided, and joined to one. */
  readonly divided: number;
  readonly joined: number;
  /** m³ each barrel spilled */ readonly spills: readonly number[];
}

/** What a fixed division of the inflow costs against joining the barrels; each barrel serves its share of the need. */
export function dividedStores(
  inflow: Float64Array,
  demand: Float64Array,
  barrels: readonly Barrel[],
  rule: YieldRule,
): Divided {
  const total = barrels.reduce((sum, b) => sum + b.capacity, 0);
  const runs = barrels.map((b) =>
    runStore(
      storeDays(
        inflow.map((q) => q * b.share),
        demand.map((q) => (total > 0 ? (q * b.capacity) / total : 0)),
      ),
      b.capacity,
      rule,
    ),
  );
  return {
    divided: runs.reduce((sum, r) => sum + r.yield, 0),
    joined: runStore(storeDays(inflow, demand), total, rule).yield,
    spills: runs.map((r) => r.spill),
  };
}
