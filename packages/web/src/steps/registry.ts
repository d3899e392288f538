// The steps of the job that work, downhill. A new step is a folder of its own and a row here: addresses, stair, keys,
// help and judgement read this table.
import { STEP_KEYS, type StepKey } from '@vernal-slope/plan/findings';
import { buildStep } from './build/step.ts';
import { logStep } from './log/step.ts';
import { needStep } from './need/step.ts';
import { outletsStep } from './outlets/step.ts';
import { partsStep } from './parts/step.ts';
import { pipeStep } from './pipe/step.ts';
import { refillStep } from './refill/step.ts';
import { standStep } from './stand/step.ts';
import type { StepRow } from './step.ts';
import { storeStep } from './store/step.ts';
import { walkStep } from './walk/step.ts';
import { waterStep } from './water/step.ts';

export const STEPS: readonly StepRow[] = [
  waterStep,
  needStep,
  storeStep,
  walkStep,
  standStep,
  pipeStep,
  outletsStep,
  refillStep,
  partsStep,
  buildStep,
  logStep,
];

/** The step that a plan opens at. */
export const FIRST_STEP: StepKey = 'walk';

/** Keys of the eleven steps, by their place in the job: they stay as they are while steps are added. */
const HOT = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0', '-'] as const;

export const stepOf = (key: string | undefined): StepRow | undefined => STEPS.find((s) => s.key === key);
/** The key that leads to a step. */
export const hotkeyOf = (key: StepKey): string => HOT[STEP_KEYS.indexOf(key)];
/** The step that a key leads to from a step: its own, or `n` and `b` for the next tread down and back up. */
export function stepFor(pressed: string, from: StepKey): StepKey | undefined {
  const at = STEPS.findIndex((s) => s.key === from);
  if (pressed === 'n') return STEPS[Math.min(at + 1, STEPS.length - 1)].key;
  if (pressed === 'b') return STEPS[Math.max(at - 1, 0)].key;
  return STEPS.find((s) => hotkeyOf(s.key) === pressed)?.key;
}
