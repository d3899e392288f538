// Rows of the catalogue: what a size or a fitting is, and how far its figures can be trusted.

/** computed: recomputed or matched by a second source; memory: recalled from the named source; common practice: no single source. */
export type Basis = 'computed' | 'memory' | 'common practice';

export interface PipeRow {
  readonly id: string;
  readonly family: string;
  readonly standard: string;
  readonly material: 'PE' | 'PE100' | 'PVC' | 'CPVC' | 'PEX' | 'ABS' | 'hose';
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
  readonly aliases?: readonly string[];
  readonly note?: string;
  readonly source: string;
  readonly basis: Basis;
}
