// Whether a rule holds in any units, or only in SI because a figure in it hides one.
import type { Dimension } from '../units/index.ts';
import { ruleValue } from './evaluate.ts';
import type { Working } from './working.ts';

/** Exponents of metre, second and kilogram; a temperature has an origin of its own and no such exponents. */
const EXPONENTS: Readonly<Record<Exclude<Dimension, 'temperature'>, readonly [m: number, s: number, kg: number]>> = {
  length: [1, 0, 0],
  bore: [1, 0, 0],
  area: [2, 0, 0],
  volume: [3, 0, 0],
  time: [0, 1, 0],
  velocity: [1, -1, 0],
  gravity: [1, -2, 0],
  flow: [3, -1, 0],
  viscosity: [2, -1, 0],
  mass: [0, 0, 1],
  density: [-3, 0, 1],
  force: [1, -2, 1],
  moment: [2, -2, 1],
  pressure: [-1, -2, 1],
  stress: [-1, -2, 1],
  ratio: [0, 0, 0],
};

/** Units of no system: a rule that holds in them and in SI holds in any. */
const ODD = [1.7, 1.3, 2.1] as const;
const CLOSE = 1e-6;

function inOdd(value: number, dimension: Dimension): number | undefined {
  if (dimension === 'temperature') return value === 0 ? 0 : undefined;
  return EXPONENTS[dimension].reduce((v, exponent, k) => v * ODD[k] ** exponent, value);
}

/**
 * True where the figures of a working may be put into its rule in any units, each with its own: the rule gives its result
 * in units of no system as it does in SI. False where a constant hides a unit, and where the rule cannot be put in
 * (an integral, a sum that is only named).
 */
export function holdsInAnyUnits(w: Working): boolean {
  const terms = w.terms.map((t) => ({ ...t, value: inOdd(t.value, t.dimension) }));
  const result = inOdd(w.result.value, w.result.dimension);
  if (result === undefined || terms.some((t) => t.value === undefined)) return false;
  const close = (value: number, wanted: number): boolean =>
    Math.abs(value - wanted) <= CLOSE * Math.max(Math.abs(wanted), Number.MIN_VALUE);
  try {
    // a rule whose own figures do not give its result says nothing of units
    return (
      close(ruleValue(w), w.result.value) &&
      close(ruleValue({ ...w, terms: terms.map((t) => ({ ...t, value: t.value ?? 0 })) }), result)
    );
  } catch {
    return false;
  }
}
