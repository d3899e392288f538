// Heights and distances from simple means, with their errors: the face of the subject.
export {
  byHeights,
  clinometer,
  gaugeFall,
  levelled,
  methodError,
  METHODS,
  runOf,
  slopeLevel,
  slopeOf,
  waterLevel,
  type Measured,
  type MethodRow,
  type SurveyMethod,
} from './methods.ts';
export {
  closure,
  contradiction,
  reverseWalk,
  spreadMisclosure,
  walkErrors,
  type Closure,
  type ClosureWord,
  type Contradiction,
  type WalkLeg,
} from './walk.ts';
export { bookLevels, type BookedRow, type LevelBook, type StaffReading } from './booking.ts';
export { simplifyTrack, toMetres, type TrackPoint } from './simplify.ts';
