// Properties of liquid water and of the air above it, by temperature and altitude.
import { GRAVITY } from '../units/index.ts';

/** What the solver needs to know of the water. */
export interface Water {
  readonly temperatureC: number;
  /** kg/m³ */
  readonly density: number;
  /** m²/s */
  readonly kinematicViscosity: number;
}

function within(temperatureC: number): number {
  if (!(temperatureC >= 0 && temperatureC <= 100)) {
    throw new RangeError(`water temperature ${temperatureC} °C is outside 0 to 100 °C`);
  }
  return temperatureC;
}

/**
 * Density of air-free water at 101.325 kPa.
 * @param temperatureC 0 to 100 °C
 * @returns kg/m³, within 0.001 % of IAPWS-95 from 0 to 40 °C
 * @throws RangeError outside 0 to 100 °C
 * @see Kell, G.S. (1975), J. Chem. Eng. Data 20(1), 97-105, eq. 16
 * @example waterDensity(10) = 999.70
 */
export function waterDensity(temperatureC: number): number {
  const t = within(temperatureC);
  const top =
    999.83952 + t * (16.945176 + t * (-7.9870401e-3 + t * (-46.170461e-6 + t * (105.56302e-9 - 280.54253e-12 * t))));
  return top / (1 + 16.87985e-3 * t);
}

/**
 * Dynamic viscosity of liquid water at 0.1 MPa.
 * @param temperatureC 0 to 100 °C
 * @returns Pa·s, within 1 % of IAPWS 2008
 * @throws RangeError outside 0 to 100 °C
 * @see IAPWS SR6-08(2011), eq. 7 (Pátek et al. 2009)
 * @example waterViscosity(10) = 1.306e-3
 */
export function waterViscosity(temperatureC: number): number {
  const t = (within(temperatureC) + 273.15) / 300;
  return 1e-6 * (280.68 * t ** -1.9 + 511.45 * t ** -7.7 + 61.131 * t ** -19.6 + 0.45903 * t ** -40);
}

/**
 * Vapour pressure of water at saturation.
 * @param temperatureC 0 to 100 °C
 * @returns Pa, absolute
 * @throws RangeError outside 0 to 100 °C
 * @see Wagner and Pruss (1993), J. Phys. Chem. Ref. Data 22, 783, eq. 1 (IAPWS SR1-86)
 * @example vapourPressure(20) = 2339
 */
export function vapourPressure(temperatureC: number): number {
  const kelvin = within(temperatureC) + 273.15;
  const v = 1 - kelvin / 647.096;
  const sum =
    -7.85951783 * v +
    1.84408259 * v ** 1.5 -
    11.7866497 * v ** 3 +
    22.6807411 * v ** 3.5 -
    15.9618719 * v ** 4 +
    1.80122502 * v ** 7.5;
  return 22.064e6 * Math.exp((647.096 / kelvin) * sum);
}

/**
 * Pressure of the standard atmosphere.
 * @param altitudeM geopotential altitude, −500 to 11 000 m
 * @returns Pa, absolute
 * @throws RangeError outside that range
 * @see ISO 2533:1975, troposphere
 * @example airPressure(1000) = 89 875
 */
export function airPressure(altitudeM: number): number {
  if (!(altitudeM >= -500 && altitudeM <= 11000)) {
    throw new RangeError(`altitude ${altitudeM} m is outside -500 to 11000 m`);
  }
  const lapse = 0.0065;
  const gasConstant = 287.05287;
  return 101325 * (1 - (lapse * altitudeM) / 288.15) ** (GRAVITY / (gasConstant * lapse));
}

/** Density and kinematic viscosity (m²/s) at a temperature of 0 to 100 °C. */
export function waterAt(temperatureC: number): Water {
  const density = waterDensity(temperatureC);
  return { temperatureC, density, kinematicViscosity: waterViscosity(temperatureC) / density };
}

/**
 * Gauge pressure of a column of water.
 * @param headM height of water, m
 * @param density kg/m³
 * @returns Pa
 * @example pressureOfHead(10, 999.1) = 97 978
 */
export const pressureOfHead = (headM: number, density: number): number => density * GRAVITY * headM;

/** Height of water (m) that a gauge pressure (Pa) holds up. */
export const headOfPressure = (pressurePa: number, density: number): number => pressurePa / (density * GRAVITY);
