// Water, need and store of a plan: the face of the subject.
export { broughtBy, broughtHours, broughtOf, broughtPerDay, drawnFrom, type Brought } from './brought.ts';
export {
  hoursOf,
  inflowDays,
  planBalance,
  wishesOf,
  type DriestWeek,
  type PlanBalance,
  type RecordedMonths,
  type Wish,
} from './balance.ts';
export { OFTEN, roomOf, type Room, type RoomBy } from './room.ts';
export {
  drinkingCautions,
  DUE_MONTHS,
  isDrinking,
  qualityOf,
  type DrinkingCaution,
  type QualityState,
} from './quality.ts';
export {
  daysLeft,
  DESIGN_RAIN,
  overflowCascade,
  SIZE_COUNT,
  sizeRun,
  sizesFor,
  storeSeries,
  storeSizes,
  tankStore,
  type SizeAnswer,
  type StoreSeries,
  type TankStore,
} from './store.ts';
export { balanceFindings, qualityFindings, storeFindings } from './findings.ts';
export { balanceReport, storeReport, type BalanceReport, type StoreReport } from './report.ts';
export { capacityWorking, largestWorking, reserveWorking, todayWorking, volumeWorking } from './storeworkings.ts';
export { allDayWorking, waterTold } from './toldworkings.ts';
export { leanWorking, neededWorking, yieldWorking } from './yieldworkings.ts';
export {
  bridgeWorking,
  givenWorking,
  metWorking,
  overflowWorking,
  spareWorking,
  testWorking,
  usableWorking,
  ventWorking,
} from './workings.ts';
