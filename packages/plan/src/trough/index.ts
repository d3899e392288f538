// Troughs that animals drink from: the face of the subject.
export { addSecond, changeSetting, setVesselRow, setWaterLine } from './edits.ts';
export { judgeTroughs, troughFindings } from './judge.ts';
export {
  byTravel,
  edgeOf,
  floatTooLarge,
  otherVessels,
  travelOf,
  troughRuns,
  troughVisit,
  type OtherVessel,
  type TroughFrost,
  type TroughRuns,
} from './trough.ts';
export { drinkWorking, frostWorking, holdsWorking, placesWorking } from './workings.ts';
