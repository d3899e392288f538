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
export { FLOAT_CORRECTION, floatFlow, rectangularWeirFlow, vNotchCoefficients, vNotchFlow } from './stream.ts';
export { designFlow, gutterCapacity, roofSeries, roofYield } from './roof.ts';
export { haulWeek, RAM_EFFICIENCY, ramFlow, sunPumpDay, sunPumpFlow, type Haul, type SunPump } from './pumps.ts';
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
