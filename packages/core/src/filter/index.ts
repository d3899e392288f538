// Sand that water seeps through by its own weight: how fast, how much a day, what a bucket takes. Darcy's law throughout.

/**
 * Conductivity of clean, loose sand, m/s.
 * @param grain effective size d10, m @param temperatureC of the water
 * Holds for grains of 0.1 to 3 mm.
 * @see Hazen (1892): K (cm/s) = 100 d10² (cm), times 0.7 + 0.03 T
 */
export const hazenConductivity = (grain: number, temperatureC = 10): number =>
  1e4 * grain * grain * (0.7 + 0.03 * temperatureC);

/**
 * What a bed lets through for each metre of head on it, m²/s.
 * @param conductivity m/s @param area m² @param depth of the sand, m
 */
export const bedConductance = (conductivity: number, area: number, depth: number): number =>
  (conductivity * area) / depth;

/** Flow over the spill with the water so high over it (m), m³/s; none while it stands at the spill or below. */
export const spillFlow = (conductance: number, over: number): number => conductance * Math.max(0, over);

/** Surface loading, m/s: flow on the area of the sand. */
export const surfaceLoading = (flow: number, area: number): number => flow / area;

/**
 * Time until a charge that was poured on has run through but for a share of it, s.
 * @param area of the water on the sand, m² @param left share of the head that is left, 0 to 1
 */
export const chargeTime = (conductance: number, area: number, left: number): number =>
  (area / conductance) * Math.log(1 / left);

/**
 * Water of such a charge given after a time, m³. @param head over the spill at first, m
 */
export const chargeGiven = (conductance: number, area: number, head: number, time: number): number =>
  area * head * (1 - Math.exp((-conductance * time) / area));
