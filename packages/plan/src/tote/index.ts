// Tanks that are carried about: the face of the subject.
export { addTote, changeMoved, setCourseHeight, setCourses } from './edits.ts';
export { judgeTotes, toteFindings } from './judge.ts';
export {
  capacityOf,
  GALE,
  hoursAWeek,
  PALLET,
  roundOf,
  SERVES,
  stretchesOf,
  UNDER_TAP,
  toteRuns,
  totesOf,
  type RoundStretch,
  type RoundWeek,
  type Tote,
  type ToteRuns,
  type ToteServes,
} from './tote.ts';
export {
  fillWorking,
  lastsWorking,
  toteHoldsWorking,
  toteMassWorking,
  toteSlopeWorking,
  toteTapWorking,
} from './workings.ts';
