// Reference evapotranspiration: FAO-56 Penman-Monteith where the data allow, Hargreaves and Samani where not.
// The equations are empirical in °C, kPa, MJ/m² and mm a day; the names say so.
import { extraterrestrial, daylightHours } from '../supply/index.ts';

/** Saturation vapour pressure, kPa. @see FAO-56 eq. 11 @example saturationKPa(24.5) = 3.075 (FAO-56 example 3) */
export const saturationKPa = (temperatureC: number): number =>
  0.6108 * Math.exp((17.27 * temperatureC) / (temperatureC + 237.3));

/** Mean of saturation at the day's extremes, kPa. @see FAO-56 eq. 12 */
export const meanSaturationKPa = (tMaxC: number, tMinC: number): number =>
  (saturationKPa(tMaxC) + saturationKPa(tMinC)) / 2;

/** Slope of the saturation curve, kPa/°C. @see FAO-56 eq. 13 */
export const saturationSlope = (temperatureC: number): number =>
  (4098 * saturationKPa(temperatureC)) / (temperatureC + 237.3) ** 2;

/** Air pressure as FAO-56 takes it, kPa. @see FAO-56 eq. 7 @example fao56Pressure(1800) = 81.8 (example 2) */
export const fao56Pressure = (altitudeM: number): number => 101.3 * ((293 - 0.0065 * altitudeM) / 293) ** 5.26;

/** Psychrometric constant, kPa/°C. @see FAO-56 eq. 8 */
export const psychrometric = (pressureKPa: number): number => 0.665e-3 * pressureKPa;

/** Wind at 2 m from wind at another height over grass, m/s. @see FAO-56 eq. 47 @example windAt2(3.2, 10) = 2.4 */
export const windAt2 = (speed: number, heightM: number): number => (speed * 4.87) / Math.log(67.8 * heightM - 5.42);

/** Vapour pressure from relative humidity at the extremes, kPa. @see FAO-56 eq. 17 @example 1.70 (example 5) */
export const vapourFromHumidity = (tMaxC: number, tMinC: number, rhMax: number, rhMin: number): number =>
  (saturationKPa(tMinC) * rhMax + saturationKPa(tMaxC) * rhMin) / 200;

/** Solar radiation from hours of sunshine, MJ/m². @see FAO-56 eq. 35 (Angström, 0.25 and 0.50) */
export const radiationFromSunshine = (ra: number, sunshine: number, daylight: number): number =>
  (0.25 + (0.5 * Math.min(sunshine, daylight)) / daylight) * ra;

/** Solar radiation from the range of temperature, MJ/m². @see FAO-56 eq. 50, kRs 0.16 inland, 0.19 by the sea */
export const radiationFromRange = (ra: number, tMaxC: number, tMinC: number, kRs = 0.16): number =>
  kRs * Math.sqrt(Math.max(0, tMaxC - tMinC)) * ra;

/** Net radiation of the reference grass, MJ/m². @see FAO-56 eq. 37 to 40 @example 7.6 (examples 11 and 12) */
export function netRadiation(rs: number, rso: number, tMaxC: number, tMinC: number, eaKPa: number): number {
  const kelvin4 = ((tMaxC + 273.16) ** 4 + (tMinC + 273.16) ** 4) / 2;
  const cloud = 1.35 * Math.min(1, rs / rso) - 0.35;
  return 0.77 * rs - 4.903e-9 * kelvin4 * (0.34 - 0.14 * Math.sqrt(eaKPa)) * cloud;
}

export interface Weather {
  readonly latitudeDeg: number;
  readonly altitudeM: number;
  readonly dayOfYear: number;
  readonly tMaxC: number;
  readonly tMinC: number;
  /** Actual vapour pressure, kPa; taken as saturation at the lowest temperature when left out. */
  readonly vapourKPa?: number;
  /** Wind at 2 m, m/s; 2 when left out. */
  readonly windAt2?: number;
  /** Hours of bright sunshine; from the range of temperature when left out. */
  readonly sunshineHours?: number;
  /** Soil heat flux, MJ/m² a day; 0 for a day, `soilHeatOfMonth` for a month. */
  readonly soilHeat?: number;
}

/**
 * Heat that goes into the ground in a month, MJ/m² a day, from the mean warmth (°C) of the months before and after.
 * @see FAO-56 eq. 43
 * @example soilHeatOfMonth(14.1, 18.8) = 0.33 (FAO-56 example 13)
 */
export const soilHeatOfMonth = (before: number, after: number): number => 0.07 * (after - before);

/**
 * Penman-Monteith of the reference grass.
 * @returns mm a day, never below 0
 * @see FAO-56 eq. 6; estimates for what is missing as in its chapter 3
 * @example FAO-56 example 18 (Uccle, 6 July): 3.9 mm a day
 */
export function penmanMonteith(w: Weather): number {
  const ra = extraterrestrial(w.latitudeDeg, w.dayOfYear);
  const rs =
    w.sunshineHours === undefined
      ? radiationFromRange(ra, w.tMaxC, w.tMinC)
      : radiationFromSunshine(ra, w.sunshineHours, daylightHours(w.latitudeDeg, w.dayOfYear));
  const rso = (0.75 + 2e-5 * w.altitudeM) * ra;
  const mean = (w.tMaxC + w.tMinC) / 2;
  const ea = w.vapourKPa ?? saturationKPa(w.tMinC);
  const u2 = w.windAt2 ?? 2;
  const rn = rso > 0 ? netRadiation(rs, rso, w.tMaxC, w.tMinC, ea) : 0;
  const slope = saturationSlope(mean);
  const gamma = psychrometric(fao56Pressure(w.altitudeM));
  const dry = Math.max(0, meanSaturationKPa(w.tMaxC, w.tMinC) - ea);
  const et0 =
    (0.408 * slope * (rn - (w.soilHeat ?? 0)) + gamma * (900 / (mean + 273)) * u2 * dry) /
    (slope + gamma * (1 + 0.34 * u2));
  return Math.max(0, et0);
}

/**
 * Hargreaves and Samani: from temperatures alone.
 * @returns mm a day, never below 0
 * @see Hargreaves and Samani (1985), Appl. Eng. Agric. 1, 96-99; FAO-56 eq. 52
 * @example FAO-56 example 20 (Lyon, July): 5.0 mm a day
 */
export function hargreaves(latitudeDeg: number, dayOfYear: number, tMaxC: number, tMinC: number): number {
  const ra = 0.408 * extraterrestrial(latitudeDeg, dayOfYear);
  const mean = (tMaxC + tMinC) / 2;
  return Math.max(0, 0.0023 * (mean + 17.8) * Math.sqrt(Math.max(0, tMaxC - tMinC)) * ra);
}
