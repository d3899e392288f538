// Design answers: the face of the subject.
export { leastStand, type HeightAnswer, type HeightCase, type WayLink } from './height.ts';
