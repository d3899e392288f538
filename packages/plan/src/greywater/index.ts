// Greywater that runs away by its fall. The face of the subject.
export { drainRuns, type DrainLeg, type DrainRuns } from './drain.ts';
export { addDrain, changeDrain, layEven, takeOutDrain, type DrainMade } from './edits.ts';
export { COVER, drainFindings, judgeDrains } from './judge.ts';
export { basinWorking, drainDayWorking, drainLengthWorking, fallWorking, longestWorking } from './workings.ts';
