// How evenly the plants of a plot are watered, by three measures.

/** Flows of a plot's emitters, m³/s, and what spreads them besides the pressure. */
export interface Evenness {
  readonly mean: number;
  readonly least: number;
  readonly most: number;
  /** Shares, 0 to 1; NaN where nothing flows. */
  readonly lowerQuarter: number;
  readonly christiansen: number;
  readonly emission: number;
}

const sum = (list: readonly number[]): number => list.reduce((total, v) => total + v, 0);

/**
 * What the driest quarter has of an even share: mean of the lowest n/4 (rounded down, at least one) over the mean.
 * @see Merriam and Keller (1978), Farm irrigation system evaluation: distribution uniformity of the low quarter
 */
export function lowerQuarter(flows: readonly number[]): number {
  const count = Math.max(1, Math.floor(flows.length / 4));
  const lowest = [...flows].sort((a, b) => a - b).slice(0, count);
  return sum(lowest) / count / (sum(flows) / flows.length);
}

/** 1 − mean deviation over mean. @see Christiansen (1942), Irrigation by sprinkling, Univ. of California Bull. 670 */
export function christiansen(flows: readonly number[]): number {
  const mean = sum(flows) / flows.length;
  return 1 - sum(flows.map((q) => Math.abs(q - mean))) / flows.length / mean;
}

/**
 * (1 − 1.27 cv/√e) · least/mean. @param cv of manufacture @param perPlant emitters at a plant
 * @see Keller and Karmeli (1974), Trickle irrigation design parameters, Trans. ASAE 17
 */
export function emissionUniformity(flows: readonly number[], cv: number, perPlant: number): number {
  const mean = sum(flows) / flows.length;
  return (1 - (1.27 * cv) / Math.sqrt(perPlant)) * (Math.min(...flows) / mean);
}

/** All three of a plot. */
export function evennessOf(flows: readonly number[], cv = 0, perPlant = 1): Evenness {
  const mean = flows.length > 0 ? sum(flows) / flows.length : 0;
  const some = mean > 0;
  return {
    mean,
    least: flows.length > 0 ? Math.min(...flows) : 0,
    most: flows.length > 0 ? Math.max(...flows) : 0,
    lowerQuarter: some ? lowerQuarter(flows) : NaN,
    christiansen: some ? christiansen(flows) : NaN,
    emission: some ? emissionUniformity(flows, cv, perPlant) : NaN,
  };
}

/**
 * Friction of a pipe with equal outlets along it, as a share of one that carries all to its end; the first a spacing from
 * the inlet. @param outlets N @param exponent m of the friction law
 * @see Christiansen (1942)
 */
export const manyOutlets = (outlets: number, exponent: number): number =>
  1 / (exponent + 1) + 1 / (2 * outlets) + Math.sqrt(exponent - 1) / (6 * outlets * outlets);
