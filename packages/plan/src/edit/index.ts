// Edits with undo: the face of the subject.
export { applyCommand, glimpse, redoEdit, undoEdit, type Command, type Edit } from './apply.ts';
export {
  changeNode,
  changePlan,
  insertLeg,
  moveLeg,
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
export { addSource, freeId, removeSource } from './sources.ts';
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
export { addBranch, branchFault, endsFor, joinEnd, removeLine, swapEnds, type EndKind } from './branches.ts';
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
  removeNeed,
  setHerdClass,
} from './needs.ts';
