// Steady flow in pipe networks: the face of the subject.
export { NetworkBuilder, type HighPoint, type PipeOptions, type Segment } from './builder.ts';
export {
  LinkKind,
  LinkStatus,
  openState,
  type Broken,
  type Condition,
  type FrictionLaw,
  type Network,
  type NetworkState,
  type Solution,
} from './network.ts';
export { law, linkLaw, segmentsLoss } from './laws.ts';
export { minimumDegreeOrder, SymmetricFactor } from './factorise.ts';
export { PartedNetwork } from './parts.ts';
export { solve } from './solve.ts';
