// The verbs `solve` and `check`: a plan solved, and what is found of it.
import { compilePlan, type StateOptions } from '@vernal-slope/plan/compile';
import { judgeRails } from '@vernal-slope/plan/drink';
import { judgeDrains } from '@vernal-slope/plan/greywater';
import { judgeCabins } from '@vernal-slope/plan/cabin';
import { judgeTreatment } from '@vernal-slope/plan/treat';
import { billOf, partsFindings } from '@vernal-slope/plan/parts';
import { judgeTotes } from '@vernal-slope/plan/tote';
import { judgeTroughs } from '@vernal-slope/plan/trough';
import { judgeGarden } from '@vernal-slope/plan/garden';
import { isTap, isVessel } from '@vernal-slope/plan/kinds';
import type { Plan } from '@vernal-slope/plan/schema';
import { judgePlan, solvePlan, solveReport } from '@vernal-slope/plan/solve';
import type { Options } from '../options.ts';
import { placesNamed, type Verb } from './verb.ts';

/** Outlets and plots that are open. */
function opened(plan: Plan, ids: Options['open']): string[] | undefined {
  const plots = new Set((plan.plots ?? []).map((p) => p.id));
  const taps = placesNamed(
    plan,
    'open',
    ids?.filter((id) => !plots.has(id)),
    isTap,
    plots.size > 0 ? 'outlet or plot' : 'outlet',
  );
  return ids && [...(taps ?? []), ...ids.filter((id) => plots.has(id))];
}

/** Options of a solve, checked against the plan's places. */
const stateOf = (plan: Plan, options: Options): StateOptions => ({
  level: options.level,
  month: options.month,
  open: opened(plan, options.open),
  shut: placesNamed(plan, 'shut', options.shut, isVessel, 'tank or trough'),
});

export const solve: Verb = {
  name: 'solve',
  options: ['level', 'open', 'shut', 'month'],
  usage: [
    'solve FILE [--level full|low|start] [--open a,b] [--shut a,b] [--month 1..12]',
    'heads, pressures and flows',
  ],
  run: (plan, options) => {
    const compiled = compilePlan(plan);
    const state = stateOf(plan, options);
    const result = solvePlan(compiled, state);
    return solveReport(compiled, result, judgePlan(compiled, result, state));
  },
};

export const check: Verb = {
  name: 'check',
  options: ['month'],
  usage: ['check FILE [--month 1..12]', 'what is wrong or right with a plan'],
  run: (plan, options) => {
    const compiled = compilePlan(plan);
    const state = stateOf(plan, options);
    const result = solvePlan(compiled, state);
    // ok: the document is sound; what falls short is said by its findings
    return {
      ok: true,
      findings: [
        ...judgePlan(compiled, result, state),
        ...judgeGarden(compiled),
        ...judgeRails(compiled),
        ...judgeDrains(plan),
        ...judgeTroughs(compiled),
        ...judgeCabins(compiled),
        ...judgeTreatment(compiled),
        ...judgeTotes(compiled),
        ...partsFindings(billOf(plan), compiled, result),
      ],
    };
  },
};
