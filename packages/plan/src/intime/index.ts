// A plan as a place in time: the face of the subject.
export { dice } from './dice.ts';
export { overflowOf, placeInTime, volumeOfLevel, type InTime, type PlanInTime, type WaterNode } from './place.ts';
