// What each source gives and each need takes through the year, before any line is looked at: the face of the subject.
export {
  ASSUMED_LATITUDE,
  enteredMonths,
  etByMonth,
  monthlyClimate,
  monthsOfDays,
  meansOfMonths,
  typicalMonth,
  weatherDays,
  weatherOf,
  type EtByMonth,
  type MonthlyClimate,
  type WeatherKey,
} from './climate.ts';
export { drinkRates, railHours, railPerDay } from './drinkers.ts';
export { inMonth, planMonth, tightestMonth, yieldsVary } from './month.ts';
export {
  DEFAULT_LOSS,
  dryNeed,
  gardenOf,
  needDays,
  planNeeds,
  plantsIn,
  type NeedRow,
  type PlanNeeds,
} from './needs.ts';
export { summariseTests, testFlow, weirLimit, testResults, type TestResult, type TestSummary } from './tests.ts';
export { yieldRuleOf } from './yieldrule.ts';
export {
  dividedBarrels,
  firstFlush,
  gutterCarries,
  haulFigures,
  pumpOf,
  roofArea,
  roofDays,
  roofRunoff,
  sourceYield,
  sourceYields,
  WET_DAYS,
  type SourceYield,
  type YieldBasis,
} from './yields.ts';
