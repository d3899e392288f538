// What a garden's benches ask that takes a while: drills tried, waterings in time, chains levelling out.
import {
  chainsOf,
  chainStands,
  judgeGarden,
  drillsByGroup,
  levelling,
  searchHoles,
  waterInTime,
  type GroupDrills,
  type HoleSearch,
  type Levelling,
  type Watering,
} from '@vernal-slope/plan/garden';
import { judgeCabins } from '@vernal-slope/plan/cabin';
import { compilePlan } from '@vernal-slope/plan/compile';
import { worstFirst, type Finding } from '@vernal-slope/plan/findings';
import type { Plan } from '@vernal-slope/plan/schema';
import { judgeRails } from '@vernal-slope/plan/drink';
import { judgeDrains } from '@vernal-slope/plan/greywater';
import { judgeTotes } from '@vernal-slope/plan/tote';
import { judgeTreatment } from '@vernal-slope/plan/treat';
import { isBasin } from '@vernal-slope/plan/kinds';
import type { PlanRefill } from '@vernal-slope/plan/solve';
import { partAround } from '@vernal-slope/plan/topology';
import { judgeTroughs, troughVisit } from '@vernal-slope/plan/trough';

export interface HolesAsked {
  readonly plot: string;
  readonly us: boolean;
  readonly wished: number;
  readonly month: number;
}

export interface GardenApi {
  holes: (plan: Plan, asked: HolesAsked, told: (share: number) => void) => HoleSearch | undefined;
  groups: (plan: Plan, asked: HolesAsked, told: (share: number) => void) => GroupDrills | undefined;
  watering: (plan: Plan, plot: string, month: number) => Watering | undefined;
  levelling: (plan: Plan, bucket: string) => Levelling | undefined;
  visit: (plan: Plan, trough: string) => PlanRefill | undefined;
  /** Of all that has a bench, each asking for solves of its own. */
  judged: (plan: Plan) => Finding[];
}

export const gardenApi: GardenApi = {
  holes: (plan, { plot, us, wished, month }, told) =>
    plan.plots?.some((p) => p.id === plot) ? searchHoles(plan, plot, us, wished, month, told) : undefined,
  groups: (plan, { plot, us }, told) => drillsByGroup(plan, plot, us, told),
  watering: (plan, id, month) => {
    const plot = plan.plots?.find((p) => p.id === id);
    return plot && waterInTime(plan, plot, month);
  },
  levelling: (plan, bucket) => {
    const chain = chainsOf(plan).find((c) => c.buckets.some((b) => b.id === bucket));
    const stands = chain && chainStands(chain);
    return stands && levelling(plan, stands);
  },
  visit: (plan, id) => {
    // of the same part as the judgement's: one figure for one thing
    const c = compilePlan(partAround(plan, id));
    const node = plan.nodes.find((n) => n.id === id);
    return isBasin(node) ? troughVisit(c, node) : undefined;
  },
  judged: (plan) => {
    const c = compilePlan(plan);
    return worstFirst([
      ...judgeGarden(c),
      ...judgeRails(c),
      ...judgeDrains(plan),
      ...judgeTroughs(c),
      ...judgeCabins(c),
      ...judgeTreatment(c),
      ...judgeTotes(c),
    ]);
  },
};
