// Pipes side by side, situations, who takes whose water, sizes found: off the main thread.
import { familyOf, findPipe } from '@vernal-slope/plan/catalogue';
import { compilePlan } from '@vernal-slope/plan/compile';
import {
  candidatesFor,
  interactions,
  situationResults,
  sizePlan,
  worstSituation,
  type Candidate,
  type Interactions,
  type PlanSizes,
  type Served,
  type WorstSituation,
} from '@vernal-slope/plan/solve';
import { servedPlaces } from '@vernal-slope/plan/topology';
import type { Plan, Situation } from '@vernal-slope/plan/schema';

export interface PipeAsked {
  readonly line: string;
  readonly legs: readonly number[];
  /** A size whose family is shown. */ readonly like: string;
  readonly place: string;
}

export interface SituationAnswer {
  readonly situation: Situation;
  readonly served: readonly Served[];
  readonly converged: boolean;
}

export interface PipeAnswers {
  readonly candidates: readonly Candidate[];
  readonly situations: readonly SituationAnswer[];
  /** Undefined where there are too many places for a table one can read. */
  readonly table?: Interactions;
}

/** Most places of the table of who takes whose water. */
const TABLE_UP_TO = 12;

export interface PipesApi {
  answers: (plan: Plan, asked: PipeAsked) => PipeAnswers;
  sizes: (plan: Plan, told: (share: number) => void) => PlanSizes;
  worst: (plan: Plan, level: Situation['level'], told: (share: number) => void) => WorstSituation | undefined;
}

/** A word of progress every so often is enough. */
const sparing = (told: (share: number) => void): ((share: number) => boolean) => {
  let last = -1;
  return (share) => {
    if (share - last >= 0.01) {
      last = share;
      told(share);
    }
    return true;
  };
};

export const pipesApi: PipesApi = {
  answers: (plan, { line, legs, like, place }) => {
    const c = compilePlan(plan);
    const row = findPipe(like);
    const situations = situationResults(c);
    return {
      candidates: row ? candidatesFor(c, line, legs, familyOf(row), place) : [],
      situations,
      ...(servedPlaces(c).length <= TABLE_UP_TO ? { table: interactions(c, undefined, 'start') } : {}),
    };
  },
  sizes: (plan, told) => {
    const tell = sparing(told);
    return sizePlan(plan, { onProgress: (share) => tell(share) });
  },
  worst: (plan, level, told) => worstSituation(compilePlan(plan), level, sparing(told)),
};
