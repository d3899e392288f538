// Gardens watered: plots of emitters, chains of wicking beds. The face of the subject.
export { emittersOf, waterPlot, wateringState, type EmitterRuns, type PlotRuns, type WateringOptions } from './drip.ts';
export { chainsOf, chainStands, type BedStands, type Chain, type ChainStands } from './beds.ts';
export { chainFindings, judgeBeds, judgeGarden, plotFindings, screenFor, smallestHole, WICKS } from './judge.ts';
export {
  DRY_JOINT,
  feedOf,
  plantsOf,
  plantWants,
  pressureForThrow,
  servedBy,
  throwOf,
  waterInTime,
  type PlantsServed,
  type Watering,
} from './watering.ts';
export {
  drillsByGroup,
  searchHoles,
  tryHole,
  usualDrill,
  WISHED_EVEN,
  type GroupDrills,
  type HoleSearch,
  type HoleTried,
} from './holes.ts';
export { potOfRow, potsByHand, potsWorking, type ClayPot, type PotsByHand } from './pots.ts';
export {
  reservoirsOf,
  setPores,
  setReservoir,
  setReservoirPipe,
  setWaterShare,
  shareOf,
  shareWorking,
  STONE_PORES,
  usualRing,
  type ReservoirKind,
  type ReservoirType,
} from './reservoir.ts';
export {
  gardenOfPlot,
  gardenServed,
  openingFor,
  openingWorking,
  type GardenServed,
  type PlotServes,
} from './served.ts';
export {
  bedLasts,
  enteredUse,
  bedUse,
  bedUseWorking,
  firstToRunOver,
  groupsOf,
  holesForRain,
  OVERFLOW_BORE,
  type RainHoles,
} from './use.ts';
export { bedsReport, dripReport } from './report.ts';
export {
  chainDaysWorking,
  chainLasts,
  fillByHose,
  HOSE_FLOW,
  levelling,
  mendChain,
  mendsOf,
  type BedMend,
  type Levelling,
  type Mended,
  type School,
} from './mend.ts';
export {
  bedDaysWorking,
  bedDepthWorking,
  bedFloorWorking,
  bedWorking,
  bucketShimWorking,
  chainFloatWorking,
  chainWaterWorking,
  emitterWorking,
  evennessWorking,
  plotFlowWorking,
} from './workings.ts';
