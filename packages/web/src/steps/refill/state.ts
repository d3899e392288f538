// What the Refill step keeps while its plan is open.
import { keptBy } from '../kept.ts';
import type { RefillState } from './useRefill.ts';

export const refillState = keptBy<RefillState>('refill step');
