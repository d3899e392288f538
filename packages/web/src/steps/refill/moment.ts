// The plan as it stands at a moment of a run, for the hillside.
import { compilePlan } from '@vernal-slope/plan/compile';
import { isVessel } from '@vernal-slope/plan/kinds';
import type { Plan } from '@vernal-slope/plan/schema';
import type { Block, RunPicture } from '@vernal-slope/plan/simulate';
import { solvePlan } from '@vernal-slope/plan/solve';
import type { PlanResults } from '../../session/usePlanResults.ts';
import { valueAt } from './strips.ts';

/** More places than this are not solved again for every moment. */
const MOST_PLACES = 120;

export const isOn = (blocks: readonly Block[], t: number): boolean => blocks.some((b) => b.from <= t && t < b.to);

/** Heads and flows at a moment; what was judged of the plan stays. Null where that would take too long. */
export function resultsAt(plan: Plan, picture: RunPicture, t: number, before: PlanResults): PlanResults | null {
  if (plan.nodes.length > MOST_PLACES) return null;
  const levels = new Map(picture.vessels.map((v) => [v.id, valueAt(picture.times, v.levels, t)]));
  const now: Plan = {
    ...plan,
    nodes: plan.nodes.map((n) => {
      const level = levels.get(n.id);
      return isVessel(n) && level !== undefined ? { ...n, startLevelM: level } : n;
    }),
  };
  const compiled = compilePlan(now);
  const result = solvePlan(compiled, {
    month: picture.month,
    open: picture.taps.filter((tap) => isOn(tap.draws, t)).map((tap) => tap.id),
    floatOpening: Object.fromEntries(
      picture.vessels.flatMap((v) => (v.openings ? [[v.id, valueAt(picture.times, v.openings, t)]] : [])),
    ),
  });
  return { ...before, compiled, result };
}
