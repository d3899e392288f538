// What feeds what: one set of rules for every question about ways of the water.
export {
  isOneWay,
  mayRun,
  neighbours,
  outletsOf,
  partAround,
  reachOf,
  routeTo,
  bedBuckets,
  gardenPlaces,
  servedPlaces,
  consumers,
  unreached,
  waysFrom,
  type Route,
  type Way,
} from './topology.ts';
export { fedPart, feedersOf, feedsSomething, looseEnds, type LooseEnd, type LooseWay } from './loose.ts';
export { lineName, nameOfId, placeName } from './names.ts';
