// A plan in time: the face of the subject.
export { overflowOf, placeInTime, volumeOfLevel, type InTime, type PlanInTime } from '../intime/index.ts';
export { flowAt, simulatePlan, type PlaceSummary, type PlanEvent, type PlanRun } from './simulate.ts';
export { simulateReport, type SimulateReport } from './report.ts';
export { judgeRun } from './judge.ts';
export { ballOf, floatFindings, limitsOfFloat, rowOfFloat, type FloatLimits } from './floats.ts';
export { eventsOf, timeWorking, toldKey } from './workings.ts';
export { runWorkings, type RunWorkings, type VesselWorkings } from './runworkings.ts';
export { pictureOf, type Block, type FlowPicture, type RunPicture, type VesselPicture } from './picture.ts';
export { mendCommand, mendPipe, mendsFor, type Mend, type MendTried } from './mends.ts';
export { headsCarried, spreadOf, THIRST_SPREAD, YIELD_SPREAD, type HeadsCarried, type Spread } from './many.ts';
