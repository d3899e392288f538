// Design values of timber with the factors of its use: allowable stress design.

/** How long a load lasts: what a full tank does all year, what a person does, what a gust does. */
export const DURATION = { permanent: 0.9, tenYears: 1.0, wind: 1.6 } as const;
export type Duration = keyof typeof DURATION;

/** Base values of a species, grade and size, Pa. */
export interface TimberBase {
  readonly bending: number;
  readonly tension: number;
  readonly shear: number;
  /** Across the grain, where members cross. */ readonly across: number;
  readonly compression: number;
  readonly modulus: number;
  readonly modulusMin: number;
  /** Up to 4 in thick, or 5 in and thicker: the factors differ. */ readonly thick: boolean;
  /** Size factors of bending and compression; 1 where the table has them in it. */
  readonly sizeBending: number;
  readonly sizeCompression: number;
  /** The table counts with wet service already. */ readonly wetIncluded: boolean;
  /** Specific gravity, oven-dry. */ readonly gravity: number;
  readonly source: string;
}

export interface TimberUse {
  /** Out in the weather: over 19 % of moisture. */ readonly wet: boolean;
  /** Cut in slits for the preservative. */ readonly incised: boolean;
}

/** Under these the wet factors of bending and compression are 1, Pa (1,150 and 750 psi). */
const WET_BENDING_FROM = 7.93e6;
const WET_COMPRESSION_FROM = 5.17e6;
/** Three and more boards or joists, no more than 610 mm apart, help each other. */
export const REPETITIVE = 1.15;

export interface TimberValues {
  /** Pa, every factor in but that of stability */ readonly bending: number;
  readonly tension: number;
  readonly shear: number;
  readonly across: number;
  readonly compression: number;
  readonly modulus: number;
  readonly modulusMin: number;
  readonly factors: {
    readonly duration: number;
    readonly wetBending: number;
    readonly wetShear: number;
    readonly wetAcross: number;
    readonly wetCompression: number;
    readonly wetModulus: number;
    readonly incised: number;
    readonly incisedModulus: number;
  };
}

/**
 * Values of a timber in its use: base × duration × wet service × size × incising. Duration does not touch stiffness
 * and bearing across the grain.
 * @see NDS for Wood Construction, 2.3 and 4.3; NDS Supplement Tables 4A, 4B, 4D (from memory)
 */
export function timberValues(base: TimberBase, use: TimberUse, duration: Duration): TimberValues {
  const wet = use.wet && !base.wetIncluded;
  const thin = wet && !base.thick;
  const wetBending = thin && base.bending * base.sizeBending > WET_BENDING_FROM ? 0.85 : 1;
  const wetCompression = base.thick
    ? wet
      ? 0.91
      : 1
    : thin && base.compression * base.sizeCompression > WET_COMPRESSION_FROM
      ? 0.8
      : 1;
  const factors = {
    duration: DURATION[duration],
    wetBending,
    wetShear: thin ? 0.97 : 1,
    wetAcross: wet ? 0.67 : 1,
    wetCompression,
    wetModulus: thin ? 0.9 : 1,
    // thick timbers are not incised by this rule
    incised: use.incised && !base.thick ? 0.8 : 1,
    incisedModulus: use.incised && !base.thick ? 0.95 : 1,
  };
  const f = factors;
  return {
    bending: base.bending * f.duration * f.wetBending * base.sizeBending * f.incised,
    tension: base.tension * f.duration * f.incised,
    shear: base.shear * f.duration * f.wetShear * f.incised,
    across: base.across * f.wetAcross,
    compression: base.compression * f.duration * f.wetCompression * base.sizeCompression * f.incised,
    modulus: base.modulus * f.wetModulus * f.incisedModulus,
    modulusMin: base.modulusMin * f.wetModulus * f.incisedModulus,
    factors,
  };
}
