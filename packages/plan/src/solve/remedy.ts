// The one change of pipe that helps an outlet or trough most: wider from the tank to a station, same family.
import { familyOf } from '../catalogue/index.ts';
import { compilePlan, lpmOfFlow, resolvePipe, type Compiled, type StateOptions } from '../compile/index.ts';
import type { Plan } from '../schema/index.ts';

import { settledRefill, type PlanRefill } from './refill.ts';
import { routeTo } from '../topology/index.ts';
import { solvePlan } from './solve.ts';
import { isOutlet, wantsOf } from '../kinds/index.ts';

export interface PipeRemedy {
  /** Legs that change, along the way from the water on; of several lines where the way has several. */
  readonly parts: readonly { readonly line: string; readonly legs: readonly number[] }[];
  /** It is all of the way that is narrower. */
  readonly all: boolean;
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

/** The plan with another pipe on legs of several lines. */
export const withPipes = (plan: Plan, parts: PipeRemedy['parts'], pipe: string): Plan =>
  parts.reduce((p, { line, legs }) => withPipe(p, line, legs, pipe), plan);

/** How many sizes wider are tried. */
const STEPS_WIDER = 3;
/** A change must win at least this share of flow to be worth a word. */
const WORTH = 0.05;

/** Most places along the way where the wider pipe is tried to end. */
const ENDS = 24;

/**
 * Tries wider pipe of the same family from the water on, to one end of a leg after the other along the whole way, and
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
  /** Legs in the order in which the water passes them. */
  const way = route.lines.flatMap(({ line, reversed }) => {
    const legs = (c.lines.get(line)?.plan.legs ?? []).map((leg, k) => ({ line, k, leg, bore: resolvePipe(leg.pipe) }));
    return reversed ? legs.reverse() : legs;
  });
  const families = new Map(way.flatMap(({ bore }) => (bore.row ? [[bore.row.family, bore.row] as const] : [])));
  let best: { remedy: PipeRemedy; enough: boolean; gain: number; plastic: number } | undefined;
  // a long way is tried at some of its ends only, its last among them
  const every = Math.max(1, Math.ceil(way.length / ENDS));
  const ends = way.flatMap((_, k) => ((k + 1) % every === 0 || k === way.length - 1 ? [k + 1] : []));
  for (const row of families.values()) {
    const sizes = familyOf(row);
    const narrowest = Math.min(...way.map((w) => w.bore.insideDiameterMm));
    const first = sizes.findIndex((s) => s.insideDiameterMm > narrowest * (1 + 1e-9));
    if (first < 0) continue;
    for (const size of sizes.slice(first, first + STEPS_WIDER)) {
      const narrower = way.filter((w) => w.bore.insideDiameterMm < size.insideDiameterMm);
      let tried = 0;
      for (const end of ends) {
        const chosen = way.slice(0, end).filter((w) => w.bore.insideDiameterMm < size.insideDiameterMm);
        if (chosen.length === tried) continue;
        tried = chosen.length;
        const parts = partsOf(chosen);
        const trialPlan = solvePlan(compilePlan(withPipes(c.plan, parts, size.id)), options);
        const trial = trialPlan.converged ? trialPlan.nodes.get(id) : undefined;
        if (!trial || trial.flow < before * (1 + WORTH) + 1e-9) continue;
        const length = chosen.reduce((sum, w) => sum + w.leg.lengthM, 0);
        const plastic = length * size.insideDiameterMm;
        const enough =
          (wants.flow === undefined || trial.flow >= wants.flow) &&
          (wants.pressure === undefined || trial.pressure >= wants.pressure);
        const gain = (trial.flow - before) / plastic;
        const better = !best || (enough !== best.enough ? enough : enough ? plastic < best.plastic : gain > best.gain);
        if (!better) continue;
        best = {
          enough,
          gain,
          plastic,
          remedy: {
            parts,
            all: chosen.length === narrower.length,
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
  if (!best) return undefined;
  const { remedy } = best;
  return {
    ...remedy,
    refillAfter: settledRefill(compilePlan(withPipes(c.plan, remedy.parts, remedy.pipe)), id, options),
  };
}

/** Legs by their lines. */
function partsOf(chosen: readonly { readonly line: string; readonly k: number }[]): PipeRemedy['parts'] {
  const parts = new Map<string, number[]>();
  for (const { line, k } of chosen)
    parts.set(
      line,
      [...(parts.get(line) ?? []), k].sort((a, b) => a - b),
    );
  return [...parts].map(([line, legs]) => ({ line, legs }));
}

/** Whether everything the node wants is met. */
export const isServed = (c: Compiled, id: string, flow: number, pressure: number): boolean => {
  const node = c.nodes.get(id)?.plan;
  if (!isOutlet(node)) return true;
  const wants = wantsOf(node);
  return flow > 0 && lpmOfFlow(flow) >= lpmOfFlow(wants.flow ?? 0) && pressure >= (wants.pressure ?? 0);
};
