// Behaviour in time: the face of the subject.
export { integrate, type Rates, type StepEnd, type Tolerance } from './integrate.ts';
export { FULL_MARK, refillAfterVisit, type Refill, type RefillCase } from './refill.ts';
