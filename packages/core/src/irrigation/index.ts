// Emitters, holes and the lines that carry them; evenness; jets. The face of the subject.
export { compensatingLaw, emitterFlow, emitterHead, holeLaw, ratedLaw, type EmitterLaw } from './emitter.ts';
export { lateralProfile, layLateral, type Lateral, type LateralEmitter } from './lateral.ts';
export { christiansen, emissionUniformity, evennessOf, lowerQuarter, manyOutlets, type Evenness } from './evenness.ts';
export { jetThrow } from './jet.ts';
export {
  bedShape,
  bedWater,
  capillaryRise,
  chainAtRest,
  pipeReservoirShare,
  type BedAtRest,
  type BedForm,
  type BedState,
  type ChainAtRest,
} from './bed.ts';
