// Buried clay pots: filled by hand, how many, how often, how much to carry.
import type { Working } from '@vernal-slope/core/working';
import { CLAY_POTS } from '../catalogue/index.ts';
import { cubicMetres, flowFromLitresPerDay } from '../compile/index.ts';

export type ClayPot = (typeof CLAY_POTS)[number];
/** A pot is filled again when so much of it is gone: below that it seeps slower and its wall dries (common practice, no source). */
const REFILL_AT = 0.5;

/** The pot whose seepage an emitter of the catalogue stands for. */
export const potOfRow = (id: string): ClayPot | undefined => CLAY_POTS.find((p) => `clay-${p.litres}` === id);

export interface PotsByHand {
  /** s between two fillings */ readonly every: number;
  /** m³ to be carried at a filling, all pots */ readonly carried: number;
  /** m³ a day, all pots */ readonly perDay: number;
  /** Pots that give each plant what it wants; undefined where nobody said what that is. */
  readonly perPlant?: number;
}

/** @param pots how many @param plants how many share them @param wants m³ a plant and day */
export function potsByHand(pot: ClayPot, pots: number, plants: number, wants?: number): PotsByHand {
  const seeps = flowFromLitresPerDay(pot.seepsPerDay);
  const part = REFILL_AT * cubicMetres(pot.litres);
  return {
    every: part / seeps,
    carried: part * pots,
    perDay: cubicMetres(pot.seepsPerDay) * pots,
    ...(wants === undefined || plants === 0 ? {} : { perPlant: wants / cubicMetres(pot.seepsPerDay) }),
  };
}

export function potsWorking(pot: ClayPot, of: string): Working {
  const seeps = flowFromLitresPerDay(pot.seepsPerDay);
  const holds = cubicMetres(pot.litres);
  return {
    code: 'pots-by-hand',
    of,
    rule: 't = \\frac{{{part}}\\,{{holds}}}{{{seeps}}}',
    terms: [
      {
        key: 'part',
        tex: 'p',
        name: 'share that is gone before it is filled again',
        value: REFILL_AT,
        dimension: 'ratio',
      },
      { key: 'holds', tex: 'V', name: 'what a pot holds', value: holds, dimension: 'volume' },
      { key: 'seeps', tex: 'q', name: 'what it seeps', value: seeps, dimension: 'flow' },
    ],
    result: { tex: 't', value: (REFILL_AT * holds) / seeps, dimension: 'time' },
    source: 'common practice, no source: seepage by the size of the pot',
    assumptions: ['Soil as dry as in a usual summer; in wet soil a pot hardly seeps, in hot sand up to twice as fast.'],
  };
}
