// Fields that the kinds and the plan are made of: schemas, limits, units at the border, faults.
export * from './build.ts';
export * from './chains.ts';
export * from './convert.ts';
export * from './drains.ts';
export * from './emitters.ts';
export * from './faults.ts';
export * from './limits.ts';
export * from './log.ts';
export * from './place.ts';
export * from './setting.ts';
export * from './shop.ts';
export * from './stand.ts';
export * from './treatment.ts';
export * from './upkeep.ts';
export * from './vessel.ts';
export * from './water.ts';
export * from './xml.ts';
