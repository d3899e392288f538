// Plan files: the face of the subject.
export { faultLine, jsonPath, type Fault, type FaultWords } from '../fields/index.ts';
export { crossChecks, looseFaults } from './crosschecks.ts';
export { MAX_BYTES, MAX_DEPTH } from '../fields/index.ts';
export { broughtUp, PLAN_VERSION } from './migrate.ts';
export { fieldWords } from './issues.ts';
export { changeFaults, checkPlan, loadPlan, loadWhole, nestingDepth, savePlan, type Loaded } from './load.ts';
