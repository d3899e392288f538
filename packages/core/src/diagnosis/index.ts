// Which single cause explains readings that part from what was predicted. The face of the subject.
export { bestTrial, fitSize, misfitOf, type Candidate, type Fit, type Reading } from './fit.ts';
export { rankCauses, type Ranked, type Weighed } from './rank.ts';
export { mostTelling, type Measurement } from './telling.ts';
