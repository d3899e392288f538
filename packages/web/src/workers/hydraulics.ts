// What takes longer than a frame, off the main thread: filling in time, the best change, what would change a figure.
import { compilePlan, levelFor, type Compiled } from '@vernal-slope/plan/compile';
import {
  bestWiderPipe,
  heightFor,
  raiseFor,
  refillOf,
  settledRefill,
  solvePlan,
  starvedBy,
  withPipes,
  type PipeRemedy,
  type PlanRefill,
} from '@vernal-slope/plan/solve';
import { partAround, routeTo } from '@vernal-slope/plan/topology';
import type { Plan } from '@vernal-slope/plan/schema';
import { changeNode } from '@vernal-slope/plan/edit';
import { isStore } from '@vernal-slope/plan/kinds';
import { STAND_TRIAL, type Alternative } from './trial.ts';

export interface SlowAnswers {
  readonly refill?: PlanRefill;
  readonly remedy?: PipeRemedy;
  /** Stores that would fill no more, were its tank raised as high as it must stand; left out where it stands so. */
  readonly dryWhenRaised?: readonly string[];
  readonly alternatives: readonly Alternative[];
}

function figures(
  c: Compiled,
  id: string,
  level: 'start' | 'full' | 'low',
  code: Alternative['code'],
  label?: string,
): Alternative[] {
  const result = solvePlan(c, { level });
  // what is not settled is no way to anything
  if (!result.converged) return [];
  const node = result.nodes.get(id);
  return [
    {
      code,
      label,
      flow: node?.flow ?? 0,
      pressure: node?.pressure ?? 0,
      refill: settledRefill(c, id, { level })?.refill.afterVisit,
    },
  ];
}

/** Everything slow that the judgement of one node asks for. */
export function slowAnswers(whole: Plan, id: string): SlowAnswers {
  const plan = partAround(whole, id);
  const c = compilePlan(plan);
  const refill = refillOf(c, id);
  const remedy = bestWiderPipe(c, id);
  const route = routeTo(c, id);
  const tank = route && c.nodes.get(route.start)?.plan;
  const alternatives = figures(c, id, 'start', 'as-is');
  if (remedy) {
    alternatives.push(
      ...figures(compilePlan(withPipes(plan, remedy.parts, remedy.pipe)), id, 'start', 'wider-pipe', remedy.label),
    );
  }
  if (isStore(tank)) {
    const higher = {
      ...plan,
      nodes: plan.nodes.map((n) =>
        n.id === tank.id && isStore(n) ? { ...n, standM: (n.standM ?? 0) + STAND_TRIAL } : n,
      ),
    };
    // raised so, it may stand over what fills it
    const raise = changeNode(tank.id, isStore, 'stand', (n) => void (n.standM = (n.standM ?? 0) + STAND_TRIAL));
    if (starvedBy(whole, raise, tank.id).length === 0)
      alternatives.push(...figures(compilePlan(higher), id, 'start', 'stand-higher'));
    if (levelFor(tank, 'full') > levelFor(tank, 'start') + 0.01)
      alternatives.push(...figures(c, id, 'full', 'tank-full'));
    alternatives.push(...figures(c, id, 'low', 'tank-low'));
  }
  const height = heightFor(c, id);
  const raise = height && raiseFor(whole, height);
  return {
    refill,
    remedy,
    alternatives,
    ...(height && raise ? { dryWhenRaised: starvedBy(whole, raise, height.tank) } : {}),
  };
}
