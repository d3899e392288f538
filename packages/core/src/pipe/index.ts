// Friction and minor losses in pipes: the face of the subject.
export { colebrook, frictionFactor } from './friction.ts';
export {
  boreArea,
  darcyKernel,
  darcyLoss,
  hazenKernel,
  hazenLoss,
  insertFittingK,
  lossOut,
  minorCoefficient,
  minorLoss,
  orificeFlow,
  reynoldsNumber,
  velocityHead,
  type Loss,
} from './loss.ts';
export { criticalTime, surge, WATER_BULK, waveSpeed } from './surge.ts';
