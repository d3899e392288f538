// A plan run in time, and the questions that take many runs: off the main thread.
import type { Plan } from '@vernal-slope/plan/schema';
import {
  headsCarried,
  mendsFor,
  pictureOf,
  simulatePlan,
  spreadOf,
  type HeadsCarried,
  type InTime,
  type MendTried,
  type RunPicture,
  type Spread,
} from '@vernal-slope/plan/simulate';

/** Runs longer than this are sampled, s. */
const EVERY_STEP_UP_TO = 4 * 86_400;
const SAMPLE = 600;

export interface HeadsAsked {
  readonly at: string;
  readonly herd: number;
}

export interface RefillApi {
  run: (plan: Plan, options: InTime, told: (share: number) => void) => RunPicture;
  mends: (plan: Plan, options: InTime, told: (share: number) => void) => MendTried[];
  heads: (plan: Plan, options: InTime, asked: HeadsAsked, told: (share: number) => void) => HeadsCarried | undefined;
  spread: (plan: Plan, options: InTime, days: number, told: (share: number) => void) => Spread;
}

export const refillApi: RefillApi = {
  run: (plan, options, told) =>
    pictureOf(
      simulatePlan(plan, options, {
        ...(options.duration > EVERY_STEP_UP_TO ? { every: SAMPLE } : {}),
        progress: (t) => {
          told(t / options.duration);
          return false;
        },
      }),
    ),
  mends: (plan, options, told) => mendsFor(plan, options, told),
  heads: (plan, options, { at, herd }, told) => headsCarried(plan, at, herd, options, told),
  spread: (plan, options, days, told) => spreadOf(plan, options, days, told),
};
