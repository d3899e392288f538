// How errors of heights add up along a walk: what is chance from leg to leg, what one instrument does alike on every leg,
// and heights that were each found by themselves, which do not add up at all.
import { GRAVITY } from '../units/index.ts';
import { gaugeError, METHODS, type SurveyMethod } from './methods.ts';

/** What a leg adds to the error of a height. */
export interface LegError {
  /** Standard error by chance, m. */ readonly chance: number;
  /**
   * Standard error that is common to all legs of one instrument, m, up positive: an index that is off lifts every leg walked
   * one way and lowers those walked the other.
   */
  readonly common?: { readonly of: SurveyMethod; readonly error: number };
  /** Standard error of each of its two heights, m, where a method finds heights and not differences. */
  readonly heights?: { readonly of: SurveyMethod; readonly each: number };
}

/** Water of a gauge's hose, kg/m³: its warmth changes nothing here. */
const HOSE_WATER = 1000;

/**
 * Error of a leg by its method.
 * @param length m @param rise m, for a gauge's range @param settings how often the instrument was set up; by its reach
 *   where left out
 */
export function errorOfLeg(method: SurveyMethod, length: number, rise: number, settings?: number): LegError {
  const row = METHODS[method];
  if (method === 'gauge') return { chance: gaugeError(HOSE_WATER * GRAVITY * Math.abs(rise)) / (HOSE_WATER * GRAVITY) };
  if (row.heights) return { chance: 0, heights: { of: method, each: row.setting } };
  const times = settings ?? Math.max(1, Math.ceil(length / (row.reach ?? Infinity) - 1e-9));
  const chance = Math.hypot(row.setting * Math.sqrt(2 * times), row.perMetre * length);
  return row.common ? { chance, common: { of: method, error: row.common * length } } : { chance };
}

/** Errors gathered along a walk. */
export interface Gathered {
  /** m²: what is chance and done with */ readonly variance: number;
  /** By instrument: the sum of what it does alike, m. */
  readonly common: ReadonlyMap<SurveyMethod, number>;
  /** The height found last by itself, as long as the next one is found likewise. */
  readonly height?: { readonly of: SurveyMethod; readonly each: number };
}

/** A height that is known with a standard error, m, where a walk begins. */
export const from = (error = 0): Gathered => ({ variance: error * error, common: new Map() });

/** The walk one leg on; `backwards` where it is gone against its direction. */
export function along(walk: Gathered, leg: LegError, backwards = false): Gathered {
  const { heights } = leg;
  if (heights) {
    // the heights between fall out: the error is that of the first and of the last of them
    const goes = walk.height?.of === heights.of;
    const entry = goes ? 0 : heights.each ** 2 + (walk.height?.each ?? 0) ** 2;
    return { ...walk, variance: walk.variance + entry, height: heights };
  }
  const common = new Map(walk.common);
  if (leg.common) common.set(leg.common.of, (common.get(leg.common.of) ?? 0) + (backwards ? -1 : 1) * leg.common.error);
  return { variance: walk.variance + leg.chance ** 2 + (walk.height?.each ?? 0) ** 2, common };
}

/** Standard error of the height where a walk has come to, m. */
export const errorOf = (walk: Gathered): number =>
  Math.sqrt(
    walk.variance + (walk.height?.each ?? 0) ** 2 + [...walk.common.values()].reduce((sum, v) => sum + v * v, 0),
  );

/** Standard error of one leg alone, m. */
export const errorAlone = (leg: LegError): number => errorOf(along(from(), leg));
