// Behaviour in time: the face of the subject.
export { integrate, type StepEnd, type Tolerance } from './integrate.ts';
export { type Rates } from './pair.ts';
export { FULL_MARK, refillAfterVisit, type Refill, type RefillCase } from './refill.ts';
export {
  fullOverflow,
  type OutletInTime,
  type OverflowPipe,
  type PlaceInTime,
  type PourInTime,
  type SourceInTime,
  type Taking,
  type VesselInTime,
  type Visit,
  type Window,
} from './place.ts';
export {
  RunEnded,
  runPlace,
  type EventKind,
  type Moment,
  type Run,
  type RunOptions,
  type TimedEvent,
  type VesselSummary,
} from './run.ts';
