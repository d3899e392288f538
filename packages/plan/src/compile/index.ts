// Plan to network: the face of the subject.
export {
  compilePlan,
  floorOf,
  inletElevation,
  lineGeometry,
  vesselHeight,
  type Compiled,
  type LineEnd,
  type LineMap,
  type NodeMap,
} from './compile.ts';
export * from './convert.ts';
export { entranceK, fittingK, legK, resolvePipe, segmentOf, type ResolvedPipe } from './parts.ts';
export {
  DEFAULT_MONTH,
  levelFor,
  LOW_WATER,
  standingState,
  stateFor,
  yieldOf,
  type LevelChoice,
  type StateOptions,
} from './state.ts';
