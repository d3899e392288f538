// Where places and stations lie seen from above: the face of the subject.
export { lineLength, runAlong, stationsOf, type Station } from './stations.ts';
export { layoutOf, type Layout, type Spot } from './layout.ts';
