// A plan in time: the face of the subject.
export { levelOfVolume, overflowOf, placeInTime, volumeOfLevel, type InTime, type PlanInTime } from './place.ts';
export { flowAt, simulatePlan, type PlaceSummary, type PlanEvent, type PlanRun } from './simulate.ts';
export { simulateReport, type SimulateReport } from './report.ts';
export { judgeRun } from './judge.ts';
export { floatFindings, limitsOfFloat, rowOfFloat, type FloatLimits } from './floats.ts';
export { eventsOf, timeWorking } from './workings.ts';
export { dice } from './dice.ts';
