// Ways to measure a leg, each with its own error: what was read becomes run, slope length, rise and its ±.

/** How a leg's height difference was found. */
export type SurveyMethod =
  | 'water-level'
  | 'sight-level'
  | 'slope-level'
  | 'clinometer'
  | 'map'
  | 'grid'
  | 'altimeter'
  | 'gps'
  | 'gauge'
  | 'guess';

export interface MethodRow {
  readonly name: string;
  /** Standard error of one setting or reading of a height, m. */
  readonly setting: number;
  /** Further standard error by chance for each metre of length, m/m. */
  readonly perMetre: number;
  /** Standard error that is alike on every leg of the instrument, m/m: its index. */
  readonly common?: number;
  /** Length that one setting carries, m: a longer leg is so many of them. */
  readonly reach?: number;
  /** Finds heights, each by itself, and not differences. */
  readonly heights?: boolean;
  /** Standard error of the length, as a share of it. */
  readonly lengthShare: number;
  readonly source: string;
}

/**
 * Errors by method, one standard deviation. Field instruments by people who do this now and then (common practice, no
 * source) except where a source is named; each can be overridden with the reading.
 */
export const METHODS: Readonly<Record<SurveyMethod, MethodRow>> = {
  'water-level': {
    name: 'water-level tube and sticks',
    setting: 0.005,
    perMetre: 0,
    reach: 15,
    lengthShare: 0.01,
    source: '5 mm a mark; a tube carries 15 m at a time (common practice, no source)',
  },
  'sight-level': {
    name: 'hand or sight level and staff',
    setting: 0.02,
    perMetre: 0.000354,
    common: 0.000354,
    reach: 60,
    lengthShare: 0.01,
    source: '20 mm a reading, 0.05 % of the length, half of that variance its index (common practice, no source)',
  },
  'slope-level': {
    name: 'slope vial or inspector’s level',
    setting: 0.005,
    perMetre: 0.00141,
    common: 0.00141,
    lengthShare: 0.01,
    source: '0.2 % of the length, half of that variance its index (common practice, no source)',
  },
  clinometer: {
    name: 'tape and clinometer',
    setting: 0,
    perMetre: 0.00615,
    common: 0.00615,
    lengthShare: 0.01,
    source: 'half a degree of the angle, half of that variance its index (common practice, no source)',
  },
  map: {
    name: 'contours of a map',
    setting: 2.5,
    perMetre: 0,
    heights: true,
    lengthShare: 0.02,
    source: 'half of a 5 m contour interval (from memory: national map accuracy)',
  },
  grid: {
    name: 'elevation grid',
    setting: 2,
    perMetre: 0,
    heights: true,
    lengthShare: 0.01,
    source: 'common practice, no source; the grid’s own figure is better',
  },
  altimeter: {
    name: 'altimeter',
    setting: 1.5,
    perMetre: 0,
    heights: true,
    lengthShare: 0.02,
    source: 'common practice, no source',
  },
  gps: {
    name: 'GPS track',
    setting: 5,
    perMetre: 0,
    heights: true,
    lengthShare: 0.02,
    source: 'heights by satellite are poor: some 5 m (common practice, no source)',
  },
  gauge: {
    name: 'gauge on a closed, full hose',
    setting: 0.094,
    perMetre: 0,
    lengthShare: 0.01,
    source: 'class 1.6 of the least range that reads it, 0.9 kPa to 100 kPa (EN 837-1, from memory)',
  },
  guess: { name: 'guess', setting: 0, perMetre: 0.05, lengthShare: 0.1, source: 'common practice, no source' },
};

/** What a reading says about a leg. */
export interface Measured {
  /** Rise (positive) or fall, m. */
  readonly rise: number;
  /** Standard error of the rise, m. */
  readonly error: number;
  /** Length along the slope, m, where the reading gives it. */
  readonly slope?: number;
  /** Length on the flat, m, where the reading gives it. */
  readonly run?: number;
}

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** Length along the slope from the flat one and the rise. @example slopeOf(40, 30) = 50 */
export const slopeOf = (run: number, rise: number): number => Math.hypot(run, rise);

/**
 * Length on the flat from the one along the slope and the rise.
 * @throws RangeError where the slope is shorter than the rise
 * @example runOf(50, 30) = 40
 */
export function runOf(slope: number, rise: number): number {
  if (Math.abs(rise) > slope) throw new RangeError('the slope is shorter than the rise');
  return Math.sqrt(slope * slope - rise * rise);
}

/** Error of a method's height difference over a length, from settings read `settings` times; m. */
export const methodError = (method: SurveyMethod, length: number, settings = 1): number =>
  Math.hypot(
    METHODS[method].setting * Math.sqrt(2 * settings),
    METHODS[method].perMetre * length,
    (METHODS[method].common ?? 0) * length,
  );

/** Ends of the scales that gauges are made with, Pa. @see EN 837-1 (from memory) */
const RANGES = [60e3, 100e3, 160e3, 250e3, 400e3, 600e3, 1000e3, 1600e3];
/** Share of its range that a gauge may be wrong by: class 1.6. */
const CLASS = 0.016;

/**
 * Standard error of a gauge, Pa: its class is a share of its range, whatever it reads, and any error within it is as likely.
 * @param pressure Pa; the least range that reads it is taken @param share class, as a share
 * @see EN 837-1 (from memory); Guide to the expression of uncertainty in measurement, 4.3.7: limit over root three
 * @example gaugeError(85_000) = 924 Pa (a gauge to 100 kPa)
 */
export function gaugeError(pressure: number, share = CLASS): number {
  const read = Math.abs(pressure);
  return (share * (RANGES.find((range) => range >= read) ?? read)) / Math.sqrt(3);
}

/**
 * Water-level tube: the marks on two sticks, read from the ground up.
 * @param start mark on the stick at the start, m @param end mark on the stick at the end, m
 * @returns the end lies higher by start − end
 */
export const waterLevel = (start: number, end: number): Measured => ({
  rise: start - end,
  error: methodError('water-level', 0),
});

/**
 * Differential levelling: staff readings looking back and ahead, a pair for each setting of the level.
 * @param pairs backsight and foresight, m
 * @param length of the leg, m, for the error of the sights
 * @returns rise Σ backsight − Σ foresight (any textbook of surveying)
 */
export function levelled(pairs: readonly (readonly [back: number, fore: number])[], length: number): Measured {
  return {
    rise: pairs.reduce((sum, [back, fore]) => sum + back - fore, 0),
    error: methodError('sight-level', length, pairs.length),
  };
}

/** Slope vial: fall (positive downhill) for each metre along the slope. */
export const slopeLevel = (slope: number, fallPerMetre: number): Measured => ({
  rise: -slope * fallPerMetre,
  slope,
  run: runOf(slope, slope * fallPerMetre),
  error: methodError('slope-level', slope),
});

/**
 * Tape along the slope and an angle, up positive.
 * @example clinometer(50, -6): falls 5.226 m over 49.73 m on the flat
 */
export const clinometer = (slope: number, angleDeg: number): Measured => ({
  rise: slope * Math.sin(radians(angleDeg)),
  run: slope * Math.cos(radians(angleDeg)),
  slope,
  error: methodError('clinometer', slope),
});

/** Two heights from a map, a grid, an altimeter or a satellite. */
export const byHeights = (method: 'map' | 'grid' | 'altimeter' | 'gps', start: number, end: number): Measured => ({
  rise: end - start,
  error: methodError(method, 0),
});

/**
 * Gauge at the lower end of a closed hose that is full from the start: the fall from the pressure.
 * @param pressure Pa, gauge @param density kg/m³ of the water in it @param g m/s²
 * @example 49 kPa at 999.7 kg/m³: 5.0 m
 */
export const gaugeFall = (pressure: number, density: number, g: number): Measured => ({
  rise: -pressure / (density * g),
  error: gaugeError(pressure) / (density * g),
});
