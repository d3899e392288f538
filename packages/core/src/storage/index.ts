// Holding the night for the day and the wet for the dry: the face of the subject.
export { emptiedEvery, type Emptied } from './emptied.ts';
export { runAhead, type Ahead, type AheadInput } from './ahead.ts';
export {
  daysUntilEmpty,
  dayReliability,
  runStore,
  storeDays,
  volumeReliability,
  type YieldRule,
  type StoreDays,
  type StoreRun,
} from './behaviour.ts';
export { kneeOf, sizeCurve, sizeRange, type SizeRow } from './sizes.ts';
export {
  levelTable,
  linkedLevel,
  linkedTanks,
  linkedVolume,
  stickMarks,
  usableParts,
  type LinkedGroup,
  type LinkedTank,
  type Usable,
  type UsableCase,
} from './vessels.ts';
export {
  cascade,
  LEAST_VENT,
  overflowCapacity,
  overflowHead,
  ventBore,
  type CascadePlace,
  type OverflowKind,
} from './overflow.ts';
export { dividedStores, type Barrel, type Divided } from './divided.ts';
