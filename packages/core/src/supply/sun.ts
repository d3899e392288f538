// Where the sun stands: declination, day length, height over the horizon.

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** Middle day of each month (15th), as the day of a common year. */
export const MID_MONTH = [15, 46, 74, 105, 135, 166, 196, 227, 258, 288, 319, 349] as const;
export const DAYS_IN_MONTH = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;

/** Declination of the sun, rad. @see FAO-56 eq. 24 */
export const declination = (dayOfYear: number): number => 0.409 * Math.sin((2 * Math.PI * dayOfYear) / 365 - 1.39);

/** Sunset hour angle, rad; 0 in polar night, π in polar day. @see FAO-56 eq. 25 */
export const sunsetAngle = (latitudeDeg: number, dayOfYear: number): number =>
  Math.acos(Math.min(1, Math.max(-1, -Math.tan(radians(latitudeDeg)) * Math.tan(declination(dayOfYear)))));

/** Hours of daylight. @see FAO-56 eq. 34 @example daylightHours(-20, 246) = 11.7 h (FAO-56 example 9) */
export const daylightHours = (latitudeDeg: number, dayOfYear: number): number =>
  (24 / Math.PI) * sunsetAngle(latitudeDeg, dayOfYear);

/** Sine of the sun's height over the horizon at a solar time in hours; negative at night. */
export function solarElevationSine(latitudeDeg: number, dayOfYear: number, hour: number): number {
  const lat = radians(latitudeDeg);
  const dec = declination(dayOfYear);
  return Math.sin(lat) * Math.sin(dec) + Math.cos(lat) * Math.cos(dec) * Math.cos(((hour - 12) * Math.PI) / 12);
}

/**
 * Radiation above the air on a day, MJ/m².
 * @see FAO-56 eq. 21 to 25 @example extraterrestrial(-20, 246) = 32.2 (FAO-56 example 8)
 */
export function extraterrestrial(latitudeDeg: number, dayOfYear: number): number {
  const lat = radians(latitudeDeg);
  const dec = declination(dayOfYear);
  const near = 1 + 0.033 * Math.cos((2 * Math.PI * dayOfYear) / 365);
  const ws = sunsetAngle(latitudeDeg, dayOfYear);
  return (
    ((24 * 60) / Math.PI) *
    0.082 *
    near *
    (ws * Math.sin(lat) * Math.sin(dec) + Math.cos(lat) * Math.cos(dec) * Math.sin(ws))
  );
}
