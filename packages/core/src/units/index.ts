// Units and constants: the face of the subject.
export { GRAVITY } from './constants.ts';
export { UNITS, findUnit, fromSI, toSI, unit, type Dimension, type Unit } from './units.ts';
export { parseQuantity, unitSymbols, type ParsedQuantity } from './parse.ts';
