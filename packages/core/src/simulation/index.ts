// Behaviour in time: the face of the subject.
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
