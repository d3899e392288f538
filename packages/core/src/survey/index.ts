// Heights and distances from simple means, with their errors: the face of the subject.
export {
  byHeights,
  clinometer,
  gaugeError,
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
  type Closure,
  type ClosureWord,
  type Contradiction,
  type WalkLeg,
} from './walk.ts';
export { along, errorAlone, errorOf, errorOfLeg, from, type Gathered, type LegError } from './errors.ts';
export { bookLevels, type BookedRow, type LevelBook, type StaffReading } from './booking.ts';
export { simplifyTrack, toMetres, type TrackPoint } from './simplify.ts';
