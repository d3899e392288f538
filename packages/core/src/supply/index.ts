// What comes in: timed fills, falling springs, streams, roofs, pumps, hauling. The face of the subject.
export {
  deviation,
  farthestAllowed,
  mean,
  repairWorth,
  studentT,
  timedFills,
  type Fill,
  type FlowEstimate,
} from './timedfills.ts';
export { fallingLimb, recession, type DatedFlow, type Recession } from './recession.ts';
export {
  floatCorrection,
  floatFlow,
  rectangularWeirFlow,
  rectangularWeirLimit,
  vNotchCoefficients,
  vNotchFlow,
  vNotchLimit,
  type WeirLimit,
} from './stream.ts';
export { GUTTER_LENGTH, gutterCapacity, holeCarries, type Gutter } from './gutter.ts';
export { designFlow, roofSeries, roofYield } from './roof.ts';
export {
  haulWeek,
  RAM_EFFICIENCY,
  ramFlow,
  sunPumpAtLift,
  sunPumpDay,
  sunPumpFlow,
  type Haul,
  type SunPump,
} from './pumps.ts';
export { pumpCharge, pumpEnergy, pumpPower, pumpTime, type SmallPump } from './electric.ts';
export {
  DAYS_IN_MONTH,
  daylightHours,
  declination,
  extraterrestrial,
  MID_MONTH,
  solarElevationSine,
  sunsetAngle,
} from './sun.ts';
