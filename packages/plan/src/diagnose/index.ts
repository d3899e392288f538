// Is it doing what was planned: readings against predictions, causes, what to read next. The face of the subject.
export { calibrate, CAUSE_UNITS, leakId, placesOf, withCause, type Cause, type CauseKind } from './causes.ts';
export { diagnose, type Diagnosis, type FoundCause, type ReadAgainst, type Telling } from './diagnose.ts';
export { addReading, addReadings, takeReading } from './edits.ts';
export {
  diagnoseFindings,
  diagnoseReport,
  readingCount,
  readLogCsv,
  type DiagnoseReport,
  type LogRead,
} from './report.ts';
export { shareWorking } from './workings.ts';
export {
  agrees,
  fromSI,
  possibleReadings,
  READING_KINDS,
  Predictor,
  readingsOf,
  situationOf,
  usualError,
  usualErrorSI,
  type Read,
  type ReadingKind,
} from './predict.ts';
