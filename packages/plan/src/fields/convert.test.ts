// The border of units against the definitions: litre, minute, kilopascal, millimetre, the tank shapes in numbers.
import { describe, expect, it } from 'vitest';
import { tankCapacity, volumeAt } from '@vernal-slope/core/tank';
import {
  cubicMetres,
  floatValve,
  flowFromLitresPerDay,
  flowFromLpm,
  kiloPascals,
  litres,
  litresPerDay,
  lpmOfFlow,
  metresOfKm,
  metresOfMm,
  metresPerSecond,
  minutesOf,
  mmOfMetres,
  pascals,
  perMetre,
  perSecond,
  rainRate,
  seconds,
  stressOfMPa,
  tankShape,
} from './convert.ts';

describe('units of the plan file', () => {
  it.each([
    ['60 L/min is a litre a second', flowFromLpm(60), 1e-3],
    ['a litre a second is 60 L/min', lpmOfFlow(1e-3), 60],
    ['2.5 kPa', pascals(2.5), 2500],
    ['2,500 Pa', kiloPascals(2500), 2.5],
    ['250 L', cubicMetres(250), 0.25],
    ['a quarter of a cubic metre', litres(0.25), 250],
    ['38 mm', metresOfMm(38), 0.038],
    ['0.038 m', mmOfMetres(0.038), 38],
    ['one minute and a half', seconds(1.5), 90],
    ['86,400 L a day is a litre a second', flowFromLitresPerDay(86_400), 1e-3],
    ['a litre a second is 86,400 L a day', litresPerDay(1e-3), 86_400],
    ['3 km', metresOfKm(3), 3000],
    ['36 km/h', metresPerSecond(36), 10],
    ['a cost of 2 a kilometre', perMetre(2), 0.002],
    ['a cost of 36 an hour', perSecond(36), 0.01],
    ['75 mm of rain an hour', rainRate(75), 0.075 / 3600],
    ['8.3 MPa', stressOfMPa(8.3), 8.3e6],
    ['07:30', minutesOf('07:30'), 450],
  ])('%s', (_, value, expected) => expect(value / expected).toBeCloseTo(1, 12));
});

describe('shapes of tanks', () => {
  it.each([
    ['upright', { type: 'vertical-cylinder', diameterM: 1.9, heightM: 2 } as const, (Math.PI / 4) * 1.9 ** 2 * 2],
    ['lying', { type: 'horizontal-cylinder', diameterM: 1.2, lengthM: 3 } as const, (Math.PI / 4) * 1.2 ** 2 * 3],
    ['box', { type: 'box', lengthM: 1.2, widthM: 1, heightM: 1 } as const, 1.2],
    ['table', { type: 'table', levelsM: [0, 0.5, 1], volumesL: [0, 300, 900] } as const, 0.9],
  ])('three %s ones hold three times what one holds, at every level', (_, shape, one) => {
    const [single, three] = [tankShape(shape as never), tankShape(shape as never, 3)];
    expect(tankCapacity(single)).toBeCloseTo(one, 9);
    for (const level of [0.1, 0.37, 0.8, 1]) expect(volumeAt(three, level)).toBeCloseTo(3 * volumeAt(single, level), 9);
  });
  it('a float keeps its coefficient and its manner', () => {
    const entry = {
      seatMm: 9.5,
      dischargeCoefficient: 0.62,
      characteristic: 'snap' as const,
      closeLevelM: 0.4,
      bandM: 0.06,
    };
    expect(floatValve(entry)).toEqual({
      seat: 0.0095,
      dischargeCoefficient: 0.62,
      characteristic: 'snap',
      closeLevel: 0.4,
      band: 0.06,
    });
  });
});
