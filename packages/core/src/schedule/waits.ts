// How long glue and sealant stand before water comes.

/** Silicone before water: a day (common practice, no source; a film of 3 mm cures in about that). */
export const SILICONE_DAYS = 1;

/**
 * Days that a cemented joint stands before it is put under pressure, at a temperature of the air, °C: a day from 15 °C
 * up, two from 5 °C, four below, where nothing sets fast (common practice; ASTM D2855 has the same steps, from memory).
 */
export const cementDays = (temperature: number): number => (temperature >= 15 ? 1 : temperature >= 5 ? 2 : 4);
