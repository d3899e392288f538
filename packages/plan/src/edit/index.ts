// Edits with undo: the face of the subject.
export { applyCommand, glimpse, redoEdit, undoEdit, usedAt, type Command, type Edit } from './apply.ts';
export {
  changeNode,
  changePlan,
  insertLeg,
  moveLeg,
  moveWalk,
  removeLeg,
  replacePlan,
  setGround,
  setLeg,
  setPipe,
  setReducer,
  setRise,
  setSizes,
  setTitle,
  together,
} from './commands.ts';
export { riseOf, startGround } from './beyond.ts';
export { freeId } from './sources.ts';
export {
  addPlace,
  addRefusal,
  chainageOf,
  freeName,
  groundAt,
  guessedLength,
  guessedRise,
  joinRefusal,
  joinSpots,
  placeAt,
  renameLine,
  renamePlace,
  setFeeds,
  spotAlong,
  unitsOf,
  USUAL_PIPE,
  wayBetween,
  type Joining,
  type LineCommand,
  type LineSpot,
  type NewLine,
  type PlaceCommand,
} from './places.ts';
export { PRESETS, presetOf, type Preset, type PresetGroup, type PresetKey } from './presets.ts';
export { hangsOnLine, hangsOnPlace, takeOutLine, takeOutPlace, type Hanging, type TakeOut } from './takeout.ts';
export {
  joinFault,
  joinLegs,
  legsFromRows,
  legsFromTrack,
  pasteLegs,
  reverseLegs,
  setReading,
  splitLeg,
  spreadOverLegs,
  type LegReading,
  type PastedRow,
  type WalkedTrack,
} from './legs.ts';
export { endsFor, joinEnd, swapEnds } from './branches.ts';
export { setFloatKind } from './floats.ts';
export {
  keepLayout,
  legsFromGround,
  lineOn,
  moveTee,
  setDrawn,
  setPosition,
  slidePlace,
  type GroundParts,
  type LineEnd,
  type Spotted,
} from './positions.ts';
export { remedyCommand, swapFitting } from './remedies.ts';
export {
  addGarden,
  addHerd,
  addPeople,
  changeGarden,
  changeHerd,
  changeNeeds,
  changePeople,
  gardenAt,
  herdAt,
  herdPlace,
  peopleAt,
  changeVisits,
  forgetVisits,
  setIfToo,
  visitsAt,
  removeNeed,
  setHerdClass,
} from './needs.ts';
