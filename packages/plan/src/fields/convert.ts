// The border between the plan file's units (L, L/min, mm, kPa) and core's SI: the only place that converts.
import { unit, fromSI, toSI } from '@vernal-slope/core/units';
import type { TankShape } from '@vernal-slope/core/tank';
import type { FloatValve } from '@vernal-slope/core/floatvalve';
import type { FloatValveEntry, Shape } from './vessel.ts';

const LPM = unit('L/min', 'flow');
const KPA = unit('kPa', 'pressure');
const LITRE = unit('L', 'volume');
const MM = unit('mm', 'length');
const MINUTE = unit('min', 'time');

export const flowFromLpm = (lpm: number): number => toSI(lpm, LPM);
export const lpmOfFlow = (flow: number): number => fromSI(flow, LPM);
export const pascals = (kPa: number): number => toSI(kPa, KPA);
export const kiloPascals = (pascal: number): number => fromSI(pascal, KPA);
/** Pa from MPa, for design values of timber. */
export const stressOfMPa = (mPa: number): number => mPa * 1e6;
export const cubicMetres = (litres: number): number => toSI(litres, LITRE);
export const litres = (volume: number): number => fromSI(volume, LITRE);
export const metresOfMm = (mm: number): number => toSI(mm, MM);
export const mmOfMetres = (m: number): number => fromSI(m, MM);
export const seconds = (minutes: number): number => toSI(minutes, MINUTE);

/** Minutes after midnight of a clock time such as "07:30". */
export const minutesOf = (clock: string): number => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));

export const litresPerDay = (flow: number): number => litres(flow) * 86_400;
export const flowFromLitresPerDay = (perDay: number): number => cubicMetres(perDay) / 86_400;
export const metresOfKm = (km: number): number => km * 1000;
export const metresPerSecond = (kmh: number): number => kmh / 3.6;
/** A cost a km or an hour as one a metre or a second. */
export const perMetre = (perKm: number): number => perKm / 1000;
/** m/s of what is told in m an hour, and back. */
export const speedOfMPerH = (mPerHour: number): number => mPerHour / 3600;
export const mPerHOfSpeed = (speed: number): number => speed * 3600;
export const secondsOfHours = (hours: number): number => hours * 3600;
export const hoursOf = (s: number): number => s / 3600;
export const minutesOfSeconds = (s: number): number => fromSI(s, MINUTE);
export const perSecond = (perHour: number): number => perHour / 3600;
/** m/s of rain from mm/h. */
export const rainRate = (mmPerHour: number): number => metresOfMm(mmPerHour) / 3600;

/** Shape of `count` identical tanks, level and joined low down, as one tank of core. */
export function tankShape(shape: Shape, count = 1): TankShape {
  switch (shape.type) {
    case 'vertical-cylinder':
      return { type: shape.type, diameter: shape.diameterM * Math.sqrt(count), height: shape.heightM };
    case 'horizontal-cylinder':
      return { type: shape.type, diameter: shape.diameterM, length: shape.lengthM * count };
    case 'box':
      return { type: shape.type, length: shape.lengthM * count, width: shape.widthM, height: shape.heightM };
    case 'table':
      return { type: shape.type, levels: shape.levelsM, volumes: shape.volumesL.map((v) => cubicMetres(v) * count) };
  }
}

export const floatValve = (entry: FloatValveEntry): FloatValve => ({
  seat: metresOfMm(entry.seatMm),
  dischargeCoefficient: entry.dischargeCoefficient,
  characteristic: entry.characteristic,
  closeLevel: entry.closeLevelM,
  band: entry.bandM,
});

/** Round figures of those who think in feet, gallons and psi, in the file's own units: for figures to start from. */
export const metresOfFeet = (feet: number): number => toSI(feet, unit('ft', 'length'));
export const litresOfGallons = (gallons: number): number => litres(toSI(gallons, unit('US gal', 'volume')));
export const kiloPascalsOfPsi = (psi: number): number => kiloPascals(toSI(psi, unit('psi', 'pressure')));
export const kilometresOfMiles = (miles: number): number => toSI(miles, unit('mi', 'length')) / 1000;
