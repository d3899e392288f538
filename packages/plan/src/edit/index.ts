// Edits with undo: the face of the subject.
export { applyCommand, redoEdit, undoEdit, type Command, type Edit } from './apply.ts';
export {
  changeNode,
  changePlan,
  insertLeg,
  moveLeg,
  removeLeg,
  riseOf,
  setGround,
  setLeg,
  setPipe,
  setRise,
  setTitle,
  startGround,
} from './commands.ts';
export { addSource, freeId, removeSource } from './sources.ts';
