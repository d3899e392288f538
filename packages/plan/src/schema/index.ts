// The plan document's schema: the face of the subject.
export * from './schema.ts';
export type {
  Climate,
  Emitter,
  FloatValveEntry,
  FlowTest,
  Drain,
  Garden,
  HaulEntry,
  Herd,
  Inlet,
  NeedAt,
  Needs,
  People,
  Plot,
  QualityTest,
  RamEntry,
  Roof,
  Shape,
  Stand,
  StandKind,
  SunPumpEntry,
} from '../fields/index.ts';
export { EARTHQUAKES, LIST_LIMITS, STAND_KINDS, TERRAINS, WIND_MAPS } from '../fields/index.ts';
export type {
  BasinNode,
  BedNode,
  NodeKind,
  OutletNode,
  PlanNode,
  SourceNode,
  StoreNode,
  TapNode,
  VesselNode,
} from '../kinds/index.ts';
