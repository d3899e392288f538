// Water in the root zone, day by day: what rain brings, what plants take, what must be given to keep them from thirst.

/** Rain of a day under this share of ET0 evaporates again and counts for nothing. @see FAO-56 chapter 8, eq. 85 */
const LOST_SHARE = 0.2;

export interface RootZone {
  /** m of water between field capacity and wilting point over the roots' depth: TAW */ readonly available: number;
  /** m that it may lack in the evening: 0 keeps it moist, the readily available water keeps plants from thirst alone */
  readonly mayLack: number;
}

export interface SoilDays {
  /** m of water to be given to the roots, each day */ readonly given: Float64Array;
  /** m of rain that ran through or off, each day */ readonly lost: Float64Array;
  /** m that the root zone lacks in the evening of the last day */ readonly depletion: number;
}

/**
 * Soil water balance of the root zone day by day: D = D' − P + ETc + DP, D between 0 and the water available. In the
 * evening of a day of the season as much is given as the soil may not lack. Outside the season nothing is given, and what
 * grows there dries the soil to the wilting point at most.
 * @param et0 reference evapotranspiration of each day, m @param rain of each day, m; none reaches what stands under a roof
 * @param kc crop coefficient @param season true on the days on which the crop stands
 * @see FAO-56 (Allen and others 1998) eq. 82 to 85
 */
export function soilDays(
  et0: Float64Array,
  rain: Float64Array,
  kc: number,
  zone: RootZone,
  season: (day: number) => boolean,
): SoilDays {
  const given = new Float64Array(et0.length);
  const lost = new Float64Array(et0.length);
  let lacks = 0;
  for (let d = 0; d < et0.length; d++) {
    const counted = rain[d] < LOST_SHARE * et0[d] ? 0 : rain[d];
    const before = lacks - counted + kc * et0[d];
    if (before < 0) lost[d] = -before;
    lacks = Math.max(0, before);
    if (season(d)) {
      given[d] = Math.max(0, lacks - zone.mayLack);
      lacks -= given[d];
    } else lacks = Math.min(lacks, zone.available);
  }
  return { given, lost, depletion: lacks };
}
