// Parts: ends and what mates, chains between them, holes, cut lists, and what it costs otherwise.
export { ALL_ENDS, endWords, findPart, holeSize, PARTS } from './catalogue.ts';
export {
  bestChains,
  chainOf,
  chainsBetween,
  meetings,
  reachFrom,
  turned,
  type Chain,
  type ChainSearch,
  type Link,
  type PriceOf,
  type RankedChain,
} from './chain.ts';
export {
  end,
  endKey,
  isKnownEnd,
  mateOf,
  mates,
  outsideOf,
  SYSTEM_IDS,
  SYSTEMS,
  type End,
  type Gender,
  type PartBasis,
  type Seal,
  type SystemId,
  type SystemRow,
} from './ends.ts';
export { chainK, contractionK, expansionK } from './loss.ts';
export { cutFrom, firstFit, leastBins, pack, type Bin, type Cut } from './packing.ts';
export type { Aisle, HoleFor, Part, Shop } from './part.ts';
export { hauled, paidInTrips, paidInWeek, pumped, type Hauled, type Hauling, type Pumping } from './payback.ts';
export { sealingOf, type Sealing } from './seals.ts';
