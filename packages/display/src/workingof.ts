// Which working a figure opens, from the answers it was read from.
import type { Compiled } from '@vernal-slope/plan/compile';
import type { PlanHeight, PlanRefill, PlanResult } from '@vernal-slope/plan/solve';
import {
  bridgeWorking,
  givenWorking,
  overflowWorking,
  spareWorking,
  tankStore,
  testWorking,
  usableWorking,
  ventWorking,
  waterTold,
  type PlanBalance,
} from '@vernal-slope/plan/budget';
import { testResults } from '@vernal-slope/plan/year';
import {
  flowWorking,
  heightWorking,
  legLossWorking,
  lineTold,
  pressureWorking,
  refillWorking,
  speedWorking,
  staticWorking,
  stationWorking,
} from '@vernal-slope/plan/solve';
import { overflowBore } from '@vernal-slope/plan/compile';
import type { Working } from '@vernal-slope/core/working';
import { benchTold } from './toldbenches.ts';
import { nameIn } from './names.ts';
import type { FigureKey, WaterFigure } from '@vernal-slope/plan/findings';
import { isSource, isStore } from '@vernal-slope/plan/kinds';

/** What was worked out of a plan; what is not there yet has no working yet. */
export interface WorkingContext {
  readonly results: {
    readonly compiled: Compiled;
    readonly result: PlanResult;
    readonly height: (id: string) => PlanHeight | undefined;
  };
  readonly budget: { readonly balance: PlanBalance } | null;
  readonly slow: { readonly refill?: PlanRefill } | null;
}

const WATER: readonly string[] = [
  'test',
  'need',
  'given',
  'spare',
  'usable',
  'overflow',
  'vent',
  'met',
  'bridge',
] satisfies WaterFigure[];
const isWater = (key: FigureKey): key is Extract<FigureKey, { of: WaterFigure }> => WATER.includes(key.of);

function waterWorking(
  key: Extract<FigureKey, { of: WaterFigure }>,
  plan: Compiled['plan'],
  { balance }: { readonly balance: PlanBalance },
): Working | undefined {
  const node = plan.nodes.find((n) => n.id === key.id);
  const of = nameIn(plan, key.id);
  switch (key.of) {
    case 'test': {
      const result = isSource(node) ? testResults(node).find((r) => r.index === key.leg) : undefined;
      return result && testWorking(of, result);
    }
    case 'need':
      return [...balance.needs.rows, ...balance.needs.wished].find((r) => r.id === key.id)?.working;
    case 'given':
      return givenWorking(balance, key.leg);
    case 'spare':
      return spareWorking(balance, key.leg);
    case 'bridge':
      return bridgeWorking(balance, key.leg);
    // made by the step that has the years of days
    case 'met':
      return undefined;
    default: {
      if (!isStore(node)) return undefined;
      const store = tankStore(plan, node, balance);
      if (key.of === 'usable') return usableWorking(of, store);
      if (key.of === 'overflow')
        return overflowWorking(of, store, node.overflowPipe ? overflowBore(node.overflowPipe) : 0);
      return ventWorking(of, store, store.breathes);
    }
  }
}

/** The working of a figure; null when the figure has gone meanwhile. */
export function workingOf(key: FigureKey, { results, budget, slow }: WorkingContext): Working | null {
  const { compiled: c, result } = results;
  if (isWater(key)) return (budget && waterWorking(key, c.plan, budget)) ?? null;
  if (key.of === 'told')
    return lineTold(c, result, key) ?? (budget && waterTold(budget.balance, key)) ?? benchTold(c, key) ?? null;
  switch (key.of) {
    case 'pressure':
      return pressureWorking(c, result, key.id) ?? null;
    case 'flow':
      return flowWorking(c, result, key.id) ?? null;
    case 'static':
      return staticWorking(c, result, key.id) ?? null;
    case 'refill':
      return slow?.refill?.settled ? (refillWorking(c, key.id, slow.refill) ?? null) : null;
    // made by the step that runs the place in time
    case 'time':
      return null;
    case 'height': {
      const h = results.height(key.id);
      return h ? heightWorking(c, h) : null;
    }
    case 'loss':
      return legLossWorking(c, result, key.id, key.leg) ?? null;
    case 'speed':
      return speedWorking(c, result, key.id, key.leg) ?? null;
    default:
      return stationWorking(c, result, key.id, key.leg) ?? null;
  }
}
