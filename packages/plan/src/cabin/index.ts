// A cabin's fixtures under gravity. The face of the subject.
export {
  atOnce,
  busyShare,
  codeNeeds,
  cabinRuns,
  cabinsOf,
  fillTime,
  fixtureOf,
  gravityNeeds,
  isShort,
  leastHead,
  lostBy,
  ownPipe,
  takings,
  unitsFlow,
  type AtOnce,
  type Cabin,
  type CabinRuns,
  type FixtureRuns,
  type Taking,
} from './cabin.ts';
export { cabinFindings, judgeCabin, judgeCabins } from './judge.ts';
export {
  fireRuns,
  lowerTap,
  nozzles,
  NOZZLES,
  PUMP,
  pumpInstead,
  type FireRuns,
  type LowerTap,
  type NozzleRuns,
  type PumpInstead,
} from './outdoors.ts';
export { aloneWorkings, pumpWorking, unitsWorking } from './workings.ts';
