// Rails of drinkers under a bucket. The face of the subject.
export {
  atOnceOf,
  bandOf,
  betterStand,
  bucketLevels,
  fillsPerDay,
  hangBucket,
  isRail,
  otherDrinkers,
  railsOf,
  railFrost,
  RAIL_FROST,
  railStands,
  standRange,
  tableFlow,
  type BetterStand,
  type Drinkers,
  type DrinkerState,
  type DrinkerStands,
  type OtherDrinker,
  type RailFrost,
  type RailPlot,
  type RailStands,
  type StandRange,
} from './rail.ts';
export { judgeRails, railFindings, reachOf, TAKE_OFF } from './judge.ts';
export { drinkingWorking, railDayWorking, standingWorking, standRangeWorking } from './workings.ts';
export { addRail, changeDrinkers, fallPipe, hangPipe, respaceRail, setDrinkerKind, type RailMade } from './edits.ts';
