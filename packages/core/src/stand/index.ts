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
export { beam, type BeamAnswer, type BeamCase } from './beam.ts';
export {
  bearing,
  concreteShare,
  DEAD_SHARE,
  GUST,
  overturning,
  WIND_SHARE,
  windPressure,
  type OverturnAnswer,
  type OverturnCase,
  type WindFace,
} from './ground.ts';
