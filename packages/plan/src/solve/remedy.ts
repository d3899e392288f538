// The one change of pipe that helps an outlet or trough most: wider from the tank to a station, same family.
import { familyOf } from '../catalogue/index.ts';
import { compilePlan, lpmOfFlow, resolvePipe, type Compiled, type StateOptions } from '../compile/index.ts';
import type { Plan } from '../schema/index.ts';

import { settledRefill, type PlanRefill } from './refill.ts';
import { routeTo } from '../topology/index.ts';
import { solvePlan } from './solve.ts';
import { isOutlet, wantsOf } from '../kinds/index.ts';

export interface PipeRemedy {
  readonly line: string;
  /** Indices of the legs that change. */
  readonly legs: readonly number[];
  readonly pipe: string;
  readonly label: string;
  /** Length changed, m. */
  readonly length: number;
  /** m³/s before and after */ readonly flowBefore: number;
  readonly flowAfter: number;
  /** Pa */ readonly pressureAfter: number;
  readonly refillAfter?: PlanRefill;
}

/** The plan with another pipe on some legs of a line. */
export const withPipe = (plan: Plan, line: string, legs: readonly number[], pipe: string): Plan => ({
  ...plan,
  lines: plan.lines.map((l) =>
    l.id === line ? { ...l, legs: l.legs.map((leg, k) => (legs.includes(k) ? { ...leg, pipe } : leg)) } : l,
  ),
});

/** How many sizes wider are tried. */
const STEPS_WIDER = 3;
/** A change must win at least this share of flow to be worth a word. */
const WORTH = 0.05;

/**
 * Tries wider pipe of the same family on the first stretch of each line on the way, station by station, and
 * takes the least metres that give what is wanted, else the largest gain in flow for its metres.
 */
export function bestWiderPipe(c: Compiled, id: string, options: StateOptions = {}): PipeRemedy | undefined {
  const map = c.nodes.get(id);
  const node = map?.plan;
  const route = routeTo(c, id);
  if (!route || !isOutlet(node)) return undefined;
  const now = solvePlan(c, options);
  const before = now.nodes.get(id)?.flow ?? 0;
  const wants = wantsOf(node);
  let best: { remedy: PipeRemedy; enough: boolean; gain: number } | undefined;
  for (const { line } of route.lines) {
    const legs = c.lines.get(line)?.plan.legs ?? [];
    const row = resolvePipe(legs[0].pipe).row;
    if (!row) continue;
    const sizes = familyOf(row);
    const start = sizes.findIndex((s) => s.id === row.id);
    for (const size of sizes.slice(start + 1, start + 1 + STEPS_WIDER)) {
      for (let upTo = 1; upTo <= legs.length; upTo++) {
        const chosen = legs.flatMap((leg, k) =>
          k < upTo && resolvePipe(leg.pipe).insideDiameterMm < size.insideDiameterMm ? [k] : [],
        );
        if (chosen.length === 0) continue;
        const tried = solvePlan(compilePlan(withPipe(c.plan, line, chosen, size.id)), options);
        const trial = tried.converged ? tried.nodes.get(id) : undefined;
        if (!trial || trial.flow < before * (1 + WORTH) + 1e-9) continue;
        const length = chosen.reduce((sum, k) => sum + legs[k].lengthM, 0);
        const enough =
          (wants.flow === undefined || trial.flow >= wants.flow) &&
          (wants.pressure === undefined || trial.pressure >= wants.pressure);
        const gain = (trial.flow - before) / (length * size.insideDiameterMm);
        const better =
          !best ||
          (enough !== best.enough
            ? enough
            : enough
              ? length * size.insideDiameterMm < best.remedy.length * widthOf(best.remedy.pipe, sizes)
              : gain > best.gain);
        if (better) {
          best = {
            enough,
            gain,
            remedy: {
              line,
              legs: chosen,
              pipe: size.id,
              label: `${size.nominal} ${size.family}`,
              length,
              flowBefore: before,
              flowAfter: trial.flow,
              pressureAfter: trial.pressure,
            },
          };
        }
      }
    }
  }
  if (!best) return undefined;
  const { remedy } = best;
  return {
    ...remedy,
    refillAfter: settledRefill(compilePlan(withPipe(c.plan, remedy.line, remedy.legs, remedy.pipe)), id, options),
  };
}

const widthOf = (pipe: string, sizes: readonly { id: string; insideDiameterMm: number }[]): number =>
  sizes.find((s) => s.id === pipe)?.insideDiameterMm ?? Infinity;

/** Whether everything the node wants is met. */
export const isServed = (c: Compiled, id: string, flow: number, pressure: number): boolean => {
  const node = c.nodes.get(id)?.plan;
  if (!isOutlet(node)) return true;
  const wants = wantsOf(node);
  return flow > 0 && lpmOfFlow(flow) >= lpmOfFlow(wants.flow ?? 0) && pressure >= (wants.pressure ?? 0);
};
