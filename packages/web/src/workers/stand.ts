// How high a tank must stand, what each half metre gives, what else would do: off the main thread.
import type { Plan } from '@vernal-slope/plan/schema';
import {
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
}

export interface StandApi {
  heights: (plan: Plan, tank: string) => StandHeights;
  ways: (plan: Plan, tank: string, told: (share: number) => void) => PressureWay[];
}

export const standApi: StandApi = {
  heights: (plan, tank) => {
    const needs = tankNeeds(plan, tank);
    return { needs, curve: heightCurve(plan, needs) };
  },
  ways: (plan, tank, told) => pressureWays(plan, tank, told),
};
