// Water in the cold: the flow that keeps a trough open, how long a still pipe stays so.

/** Volumetric heat of water, J/m³K (4.19 kJ/kgK at 5 °C). */
export const WATER_HEAT = 4.19e6;
/** Heat of fusion of ice, J/m³ of water (334 kJ/kg). */
export const ICE_HEAT = 3.34e8;
/** Film of a surface out of doors, W/m²K: wind of 24 km/h, and of 12 (ASHRAE Fundamentals, from memory); still air (the same, 9.3). */
export const FILM = { windy: 34, breeze: 22.7, still: 9.3 } as const;
/** What a trough is kept at, °C, so that no ice begins (assumption). */
export const KEPT_AT = 0.5;

/**
 * Flow that keeps open water from freezing, m³/s: what comes in cools to `KEPT_AT` and so gives what its surface loses.
 * Loss by evaporation and gain from the ground are left out.
 * @param area open surface, m² @param airC °C @param inflowC °C @param film W/m²K
 * @returns Infinity where what comes in is no warmer than what is kept
 */
export function keepOpenFlow(area: number, airC: number, inflowC: number, film: number): number {
  if (airC >= KEPT_AT) return 0;
  if (inflowC <= KEPT_AT) return Infinity;
  return (film * area * (KEPT_AT - airC)) / (WATER_HEAT * (inflowC - KEPT_AT));
}

/**
 * Time in which a still, full pipe in the air cools to 0 °C, s; the wall is left out.
 * @param diameter m @param startC °C @param airC °C, below zero @param film W/m²K
 * @see lumped capacity, t = ρ c D / (4 h) · ln((T₀ − T)/(0 − T)) (Incropera and DeWitt, from memory)
 */
export function coolTime(diameter: number, startC: number, airC: number, film: number): number {
  if (airC >= 0) return Infinity;
  return ((WATER_HEAT * diameter) / (4 * film)) * Math.log((startC - airC) / -airC);
}

/** Time after that until all of it is ice, s: its heat of fusion through the same film (a lower bound: ice insulates). */
export const freezeTime = (diameter: number, airC: number, film: number): number =>
  airC >= 0 ? Infinity : (ICE_HEAT * diameter) / (4 * film * -airC);
