// Which part of what the program does not know (docs/limits.md) a finding comes near.
import { STEP_KEYS, type StepKey } from './row.ts';

/** Parts of the page are the steps, by their headings. */
export const LIMIT_PARTS = STEP_KEYS;
export type LimitPart = StepKey;

/** By the codes of findings. */
export const CLOSE_TO: Readonly<Record<string, LimitPart>> = {
  'yield-above-tests': 'water',
  'tests-one-season': 'water',
  'low-season': 'water',
  'weir-outside': 'water',
  'gutter-enough': 'water',
  'gutter-overflows': 'water',
  'month-solved': 'pipe',
  'months-short': 'need',
  'months-carried': 'need',
  'week-short': 'need',
  'need-note': 'need',
  'bridges-day': 'store',
  'bridges-not': 'store',
  'days-met': 'store',
  'overflow-enough': 'store',
  'overflow-small': 'store',
  vent: 'store',
  'walk-closes': 'walk',
  'walk-misses-node': 'walk',
  'gauge-contradicts': 'walk',
  'stand-check': 'stand',
  'stand-checks-under': 'stand',
  'stand-engineer': 'stand',
  'pressure-enough': 'pipe',
  'flow-enough': 'pipe',
  'surge-too-much': 'pipe',
  'air-can-gather': 'pipe',
  'air-may-stop-filling': 'pipe',
  'plot-even': 'outlets',
  'plot-uneven': 'outlets',
  'trough-places': 'outlets',
  'rail-good': 'outlets',
  'full-in-time': 'refill',
  'not-full-again': 'refill',
  'tank-lasts': 'refill',
  'tank-sinks': 'refill',
  'parts-close': 'parts',
  'build-next': 'build',
  'build-warm': 'build',
  'log-cause-leak': 'log',
  'log-cause-blockage': 'log',
  'log-cause-narrow': 'log',
  'ahead-days': 'log',
  'ahead-lasts': 'log',
  'ahead-haul': 'log',
};

/** The part that a finding comes near; undefined where nothing there touches it. */
export const limitOf = (f: { readonly code: string }): LimitPart | undefined =>
  Object.hasOwn(CLOSE_TO, f.code) ? CLOSE_TO[f.code] : undefined;
