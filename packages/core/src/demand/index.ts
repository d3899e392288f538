// What is needed, and whether the source carries it: the face of the subject.
export {
  fao56Pressure,
  hargreaves,
  meanSaturationKPa,
  netRadiation,
  penmanMonteith,
  psychrometric,
  radiationFromRange,
  radiationFromSunshine,
  saturationKPa,
  saturationSlope,
  soilHeatOfMonth,
  vapourFromHumidity,
  windAt2,
  type Weather,
} from './et0.ts';
export {
  blendHours,
  EFFECTIVE_RAIN,
  interpolate,
  plantNeed,
  spreadOver,
  totalNeed,
  type NeedTotals,
  type Consumer,
} from './need.ts';
export { soilDays, type RootZone, type SoilDays } from './soil.ts';
export { bridgeVolume, monthBalance, type MonthBalance } from './balance.ts';
