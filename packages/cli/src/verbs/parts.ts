// The verb `parts`: what to buy, how it goes together, holes and cuts.
import { partsReport } from '@vernal-slope/plan/parts';
import type { Verb } from './verb.ts';

export const parts: Verb = {
  name: 'parts',
  options: [],
  usage: ['parts FILE', 'what to buy and cut, the chain of parts at every joint, holes and their saws'],
  run: (plan) => partsReport(plan),
};
