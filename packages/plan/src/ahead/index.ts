// The water ahead: days left, when to haul, what to cut first. The face of the subject.
export {
  CONFIDENCE,
  flowsOf,
  HAUL_AHEAD,
  HORIZON,
  waterAhead,
  type Cut,
  type RainAhead,
  type SourceAhead,
  type TankToday,
  type WaterAhead,
} from './ahead.ts';
export { aheadFindings } from './judge.ts';
export { aheadReport } from './report.ts';
export { aheadWorking, cutWorking } from './workings.ts';
