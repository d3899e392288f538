// Float valves: the face of the subject.
export { floatCoefficient, floatOpening, type FloatValve } from './valve.ts';
export {
  levelling,
  orificeDrain,
  proportionalFill,
  seatThatShuts,
  shutsAgainst,
  snapFill,
  type Lever,
} from './fill.ts';
