// What the Outlets step keeps while its plan is open.
import { keptBy } from '../kept.ts';
import type { OutletsState } from './useBenches.ts';

export const outletsState = keptBy<OutletsState>('outlets step');
