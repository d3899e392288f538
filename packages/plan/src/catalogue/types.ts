// Rows of the catalogue: what a size or a fitting is, and how far its figures can be trusted.

/** computed: recomputed or matched by a second source; memory: recalled from the named source; common practice: no single source. */
export type Basis = 'computed' | 'memory' | 'common practice';

export interface PipeRow {
  readonly id: string;
  readonly family: string;
  readonly standard: string;
  readonly material: 'PE' | 'PE100' | 'PVC' | 'CPVC' | 'PEX' | 'ABS' | 'hose' | 'copper';
  readonly nominal: string;
  /** Average bore where the standard gives wall tolerances, else the controlled or nominal bore. */
  readonly insideDiameterMm: number;
  /** Outside diameter less two minimum walls. */
  readonly largestInsideDiameterMm?: number;
  readonly outsideDiameterMm?: number;
  readonly minimumWallMm?: number;
  readonly roughnessMm: number;
  readonly hazenWilliamsC: number;
  readonly ratingKPa?: number;
  readonly ratingTemperatureC?: number;
  readonly source: string;
  readonly basis: Basis;
  readonly note?: string;
}

export interface Derating {
  readonly rows: readonly (readonly [temperatureC: number, factor: number])[];
  readonly source: string;
  readonly basis: Basis;
}

export interface FittingRow {
  readonly id: string;
  readonly name: string;
  readonly group: string;
  readonly k: number;
  readonly kLow: number;
  readonly kHigh: number;
  /** K by the bore of the pipe it is in, mm, narrow first; straight between, the last beyond. `k` stands for a 1 in pipe. */
  readonly kByBore?: readonly (readonly [boreMm: number, k: number])[];
  /** K of the turn on the fitting's own bore, of a fitting that is pushed into the pipe and narrows it. */
  readonly insert?: number;
  /** Pressure under which nothing passes: of check valves with a spring. */
  readonly openingKPa?: number;
  readonly aliases?: readonly string[];
  readonly note?: string;
  readonly source: string;
  readonly basis: Basis;
}

/** Daily water of a class of animals, litres a head. */
export interface AnimalRow {
  readonly id: string;
  readonly name: string;
  readonly low: number;
  readonly typical: number;
  readonly high: number;
  /** On a hot day or at work. */
  readonly hot?: number;
  /** Rising air temperature (°C) against litres a head and day. */
  readonly byTemperature?: readonly (readonly number[])[];
  /** Litres a minute that one drinks. */
  readonly ratePerMin?: number;
  /** Share of the herd that drinks at once, water near and far. */
  readonly atOnceNear?: number;
  readonly atOnceFar?: number;
  /** Hours of the day over which they come. */
  readonly hours?: number;
  readonly edgeMm?: number;
  /** Height of a rim over which they drink at ease, from and to, mm. */
  readonly rimMm?: readonly [number, number];
  readonly source: string;
  readonly basis: Basis;
  readonly note?: string;
}

/** Litres a person and day at a level of service. */
export interface ServiceRow {
  readonly id: string;
  readonly name: string;
  readonly low: number;
  readonly typical: number;
  readonly high: number;
  readonly source: string;
  readonly basis: Basis;
}

/** Litres a use. */
export interface UseRow {
  readonly name: string;
  readonly litres: number;
  readonly low: number;
  readonly high: number;
  readonly perPersonPerDay: number;
  readonly source: string;
  readonly basis: Basis;
}

/** Crop coefficients; the mid-season one is what a plan counts with. */
export interface CropRow {
  readonly id: string;
  readonly name: string;
  readonly kcInitial?: number;
  readonly kcMid: number;
  readonly kcEnd?: number;
  readonly source: string;
  readonly basis: Basis;
}

/** Share of the water sent that reaches the roots. */
export interface MethodRow {
  readonly id: string;
  readonly name: string;
  readonly low: number;
  readonly typical: number;
  readonly high: number;
  readonly source: string;
  readonly basis: Basis;
}

/** Share of the rain that runs off a roof. */
export interface RunoffRow {
  readonly id: string;
  readonly name: string;
  readonly low: number;
  readonly typical: number;
  readonly high: number;
  readonly source: string;
  readonly basis: Basis;
}

/** Base design values of one species, grade and size of timber. */
export interface TimberRow {
  readonly species: string;
  readonly speciesName: string;
  readonly grade: string;
  readonly gradeName: string;
  /** 5 in and thicker, not 2 to 4 in. */
  readonly thick: boolean;
  /** Over and up to which wide face it holds, mm, size factor included; all sizes when left out. */
  readonly faceMm?: readonly [number, number];
  readonly bendingMPa: number;
  readonly tensionMPa: number;
  readonly shearMPa: number;
  /** Across the grain. */
  readonly acrossMPa: number;
  readonly compressionMPa: number;
  readonly modulusMPa: number;
  readonly modulusMinMPa: number;
  readonly wetIncluded: boolean;
  /** Specific gravity, oven-dry. */
  readonly gravity: number;
  readonly source: string;
  readonly basis: Basis;
}

/** What a kind of ground is presumed to bear; 0 where it must be looked into. */
export interface SoilRow {
  readonly id: string;
  readonly name: string;
  readonly bearingKPa: number;
  /** Of a footing that slides on it. */
  readonly friction: number;
  /** Against what is pushed sideways into it, a metre of depth. */
  readonly lateralKPaPerM: number;
  readonly source: string;
  readonly basis: Basis;
}

/** A size that timber is sold in. */
export interface SectionRow {
  readonly id: string;
  /** As it is called, in inches before planing. */
  readonly name: string;
  readonly widthMm: number;
  readonly depthMm: number;
}
