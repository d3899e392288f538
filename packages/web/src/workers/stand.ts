// How high a tank must stand, what each half metre gives, what else would do: off the main thread.
import type { Plan } from '@vernal-slope/plan/schema';
import {
  dryAt,
  heightCurve,
  pressureWays,
  tankNeeds,
  type HeightCurve,
  type PressureWay,
  type TankNeeds,
} from '@vernal-slope/plan/stand';

export interface StandHeights {
  readonly needs: TankNeeds;
  readonly curve?: HeightCurve;
  /** Tanks that would fill no more with this one as high as is needed. */ readonly dry: readonly string[];
}

export interface StandApi {
  heights: (plan: Plan, tank: string) => StandHeights;
  ways: (plan: Plan, tank: string, told: (share: number) => void) => PressureWay[];
}

export const standApi: StandApi = {
  heights: (plan, tank) => {
    const needs = tankNeeds(plan, tank);
    const { most } = needs;
    return { needs, curve: heightCurve(plan, needs), dry: most ? dryAt(plan, tank, most.found.stand) : [] };
  },
  ways: (plan, tank, told) => pressureWays(plan, tank, told),
};
