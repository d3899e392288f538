// Parts of a plan: joints with their chains, the bill, holes, lists, and what other ways would cost.
export {
  billOf,
  standName,
  soldLengths,
  wholePrice,
  type Bill,
  type BillItem,
  type Group,
  type HoleRow,
  type Phase,
  type PipeBill,
  type Run,
  type Units,
} from './bill.ts';
export {
  changeShop,
  setBought,
  setLengthPrice,
  setOverflow,
  setPartPrice,
  setPipeEnd,
  setPipePrice,
  setShed,
  setStock,
  setWall,
  takeChain,
  takePrices,
} from './edits.ts';
export { endEntered, inTrade, pipeEnds, threadsOf, type Threads } from './ends.ts';
export {
  HAUL_DEFAULTS,
  haulWorking,
  HOURS,
  otherWays,
  paidWorking,
  PUMP_DEFAULTS,
  pumpWorking,
  type OtherWays,
} from './haul.ts';
export { floatSweep, floatThing, idsOf, jointsOf, suits, tapThing, type Joint, type JointKind } from './joints.ts';
export { keptChain, type KeptAt } from './kept.ts';
export { narrowingLoss, partsFindings } from './judge.ts';
export { billCsv, billText, GROUPS, readPrices, toBuy, type PriceRow, type PricesRead } from './lists.ts';
export { partsReport, type PartsReport } from './report.ts';
export { oneSystem, systemWays, type SystemWay } from './systems.ts';
export { itemWorking, narrowWorking, pipeWorking } from './workings.ts';
