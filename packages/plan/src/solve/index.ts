// A plan solved and judged: the face of the subject.
export { judgePlan, LEAST_BORE } from './findings.ts';
export { raiseFor, starvedBy, starvedStores } from './inflow.ts';
export { heightFor, type PlanHeight } from './height.ts';
export { ASSUMED_METHOD, errorBetween, heightErrors, legError, lineClosure, stationErrors } from './heights.ts';
export { refillOf, settledRefill, visitsOf, type PlanRefill, type Visit } from './refill.ts';
export { bestWiderPipe, withPipe, withPipes, type PipeRemedy } from './remedy.ts';
export { sizesReport, solveReport, type SolveReport } from './report.ts';
export {
  nodeFlow,
  plotFlow,
  profileOf,
  type Warm,
  solvePlan,
  type LineResult,
  type NodeResult,
  type PlanResult,
} from './solve.ts';
export { flowWorking, pressureWorking, staticWorking } from './workings.ts';
export {
  legLossWorking,
  lineFlowWorking,
  lineLossWorking,
  pipeHeightWorking,
  speedWorking,
  stationStaticWorking,
  stationWorking,
} from './legworkings.ts';
export { heightWorking, refillWorking } from './heightworkings.ts';
export { lineTold } from './toldworkings.ts';
export {
  ALL_AT_ONCE,
  interactions,
  optionsOf,
  gardenIn,
  servedIn,
  situationResults,
  situationsOf,
  worstSituation,
  type Interactions,
  type Served,
  type WorstSituation,
} from './situations.ts';
export { candidatesFor, placesMoved, sizesOf, USUAL_SPEED, type Candidate } from './candidates.ts';
export { plasticOf, pricesOf, type CostUnit, type Prices } from './prices.ts';
export { serveFreely, type FreeRun, type ShortServed, type SizedRow } from './freerun.ts';
export { sizePlan, withSizes, type LegSize, type PlanMissing, type PlanSizes } from './sizing.ts';
export { FULL_PORT, QUICK_CLOSING } from './valves.ts';
export {
  HIGHEST_STAND,
  standFor,
  standRunning,
  standWorking,
  type StandAsked,
  type StandFound,
  type StandNeed,
} from './stands.ts';
export {
  candidateWorking,
  lostWorking,
  missingWorking,
  situationFlow,
  sizesCostWorking,
  type CandidateFigure,
} from './pipeworkings.ts';
