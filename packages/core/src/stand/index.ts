// Stands of tanks, as screening: the face of the subject. Nothing here says that a structure is fit for use.
export {
  column,
  END_CONDITIONS,
  MOST_SLENDER,
  STABILITY_C,
  stabilityFactor,
  type ColumnAnswer,
  type ColumnCase,
  type EndCondition,
} from './column.ts';
export { tippingPush, tippingSlope, tippingWind, type Loose } from './tipping.ts';
export { spanLoad, type SpanAnswer, type SpanCase } from './spans.ts';
export { bearing, concreteShare, DEAD_SHARE, edgeFactor, embedment, GUST, windPressure } from './ground.ts';
export { bearingOf, bolt, type BoltAnswer, type BoltCase } from './bolts.ts';
export { DURATION, REPETITIVE, timberValues, type TimberBase, type TimberUse, type TimberValues } from './timber.ts';
export {
  misfits,
  standGeometry,
  type Misfit,
  type Section,
  type StandDesign,
  type StandGeometry,
  type StandTank,
} from './design.ts';
export { CONCRETE_DENSITY, EARTH_DENSITY, liftOf, pushOn, standLoads, type StandLoads } from './loads.ts';
export {
  exposureAt,
  ON_A_CREST,
  tankCoefficient,
  TERRAIN,
  WIND_SHARES,
  type SpeedKind,
  type Terrain,
  type Wind,
} from './wind.ts';
export { loose } from './bracechecks.ts';
export { screenStand } from './screening.ts';
export type { CheckCode, StandCheck } from './check.ts';
export { bags, curing, type Curing } from './concrete.ts';
export {
  buy,
  standParts,
  STOCK,
  STOCK_FEET,
  type Bought,
  type Fastener,
  type Piece,
  type PieceOf,
  type StandParts,
} from './parts.ts';
