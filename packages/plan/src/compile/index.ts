// Plan to network: the face of the subject.
export { armsOf, type Arm } from './arms.ts';
export {
  compilePlan,
  emitterLaw,
  lineGeometry,
  placedEmitters,
  type Compiled,
  type LateralMap,
  type LineMap,
  type NodeMap,
  type PlacedEmitter,
} from './compile.ts';
export {
  cubicMetres,
  floatValve,
  flowFromLitresPerDay,
  flowFromLpm,
  kiloPascals,
  litres,
  litresPerDay,
  lpmOfFlow,
  metresOfKm,
  metresOfMm,
  metresPerSecond,
  minutesOf,
  mmOfMetres,
  pascals,
  perMetre,
  perSecond,
  rainRate,
  seconds,
  stressOfMPa,
  tankShape,
} from '../fields/index.ts';
export {
  DEFAULT_MONTH,
  floorOf,
  inletElevation,
  levelFor,
  levelIn,
  LOW_WATER,
  vesselHeight,
  yieldOf,
  type LevelChoice,
  type LineEnd,
  type StateOptions,
} from '../kinds/index.ts';
export {
  elementLoss,
  entranceK,
  fittingK,
  legK,
  legLinear,
  openingHead,
  overflowBore,
  resolvePipe,
  segmentOf,
  type ResolvedPipe,
} from './parts.ts';
export { drinkRates, railHours, railPerDay } from '../year/index.ts';
export { limitEmitters, openPlots, setEmitters, standingState, stateFor } from './state.ts';
