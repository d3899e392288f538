// Treatment in the gravity chain: the face of the subject.
export {
  addElement,
  changeElement,
  changeFilter,
  filterBefore,
  filterDrop,
  forgetMeasured,
  setFilm,
  setMeasuredFlow,
  setSandDepth,
  spillOf,
  takeOutElement,
  treatTap,
  type FilterMade,
} from './edits.ts';
export { elementFindings, filterFindings, judgeTreatment } from './judge.ts';
export {
  CHARGE_LEFT,
  elementHead,
  elementsRun,
  filterRuns,
  filtersOf,
  leastFlow,
  type ElementRuns,
  type FilterRuns,
  type FilterTank,
} from './treat.ts';
export { elementWorking, filmWorking, filterDayWorking, loadingWorking, sandWorking } from './workings.ts';
