// Plan files: the face of the subject.
export { faultLine, jsonPath, type Fault } from './faults.ts';
export { crossChecks } from './crosschecks.ts';
export { checkPlan, loadPlan, MAX_BYTES, MAX_DEPTH, nestingDepth, savePlan, type Loaded } from './load.ts';
