// What the Stand step keeps while its plan is open.
import type { ComputedRef } from 'vue';
import type { StandAnswer } from '@vernal-slope/plan/stand';
import { keptBy } from '../kept.ts';
import type { useStand } from './useStand.ts';

interface StandState extends ReturnType<typeof useStand> {
  readonly answer: ComputedRef<StandAnswer | null>;
}
export const standState = keptBy<StandState>('stand step');
