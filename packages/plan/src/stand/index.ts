// A tank's stand: how high, what else would do, will it carry. The face of the subject.
export { membersFor, membersOf, presetStand, STAND_PRESETS, tankOutside, type FullStand } from './presets.ts';
export { readStand, type StandRead } from './design.ts';
export {
  groundUpSlope,
  heapVolume,
  HIGHEST_BERM,
  HIGHEST_PAD,
  simpleWays,
  upSlopeCommand,
  type GroundSpot,
  type SimpleWays,
} from './simple.ts';
export {
  ENGINEER_FROM,
  standAnswer,
  standFindings,
  unseenStand,
  type CuringDates,
  type EngineerReason,
  type StandAnswer,
} from './answer.ts';
export {
  dryAt,
  heightCurve,
  heightFinding,
  needWorking,
  staticNeedWorking,
  pointWorking,
  pressureWays,
  roundStand,
  setStand,
  tankNeeds,
  wayCommand,
  type HeightCurve,
  type HeightPoint,
  type PressureWay,
  type SituationNeed,
  type TankNeeds,
  type WayChange,
} from './needs.ts';
export { standReport } from './report.ts';
export { BAG_KG, partLines, type PartLine } from './costs.ts';
