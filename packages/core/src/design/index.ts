// Design answers: the face of the subject.
export { leastStand, type HeightAnswer, type HeightCase, type WayLink } from './height.ts';
export { findSizes, type SearchOptions, type SizesFound, type Sureness } from './findsizes.ts';
export { applySize, HEAD_SLACK, SizeTrial } from './sizing.ts';
export type { Missing, SizedLeg, SizeOption, SizingProblem, SizingSituation } from './sizing.ts';
export { sizeTree, treeOf } from './treesizes.ts';
