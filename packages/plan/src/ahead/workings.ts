// How the days that are left come about.
import type { Working } from '@vernal-slope/core/working';
import { CONFIDENCE, type Cut, type WaterAhead } from './ahead.ts';

const DAY = 86_400;

/**
 * The time until the water is at the reserve: what stands there over what leaves it on the mean.
 * @param empty whole days that are met @param rest m³ left on the last of them @param how what is taken for granted
 * @returns undefined where it does not end within the days looked at, or there is nothing today
 */
function endWorking(w: WaterAhead, empty: number | null, rest: number, name: string, how: string): Working | undefined {
  const above = Math.max(0, Math.min(w.volume, w.capacity) - w.reserve);
  if (empty === null || empty === 0) return undefined;
  // over the whole days that are met, what stood there is gone but for the rest
  const net = (above - rest) / (empty * DAY);
  return {
    code: 'days-left',
    of: name,
    rule: '({{V}} - {{r}}) / {{q}}',
    also: ['V_{d+1} = \\min(C,\\; V_d + Q_d - U_d)', 'Q = Q_0\\, e^{-\\alpha t}'],
    terms: [
      {
        key: 'V',
        tex: 'V',
        name: 'water that can be used above the fire reserve today',
        value: above,
        dimension: 'volume',
        source: w.tanks.every((t) => t.read) ? 'levels as they were read' : 'levels as read, else as the plan starts',
      },
      { key: 'r', tex: 'r', name: 'rest on the last day that is met', value: rest, dimension: 'volume' },
      {
        key: 'q',
        tex: '\\bar q',
        name: 'taken and run over less what comes in, on the mean of those days',
        value: net,
        dimension: 'flow',
        source: 'run day by day; the need by its months, springs by their falling limb, no rain',
      },
    ],
    result: { tex: 't', value: empty * DAY, dimension: 'time' },
    source: 'daily balance of the whole place; falling limb after Maillet (1905)',
    assumptions: ['All tanks are taken as one store; what evaporates is left out.', how],
  };
}

/** The days of one of the three runs. */
export function aheadWorking(w: WaterAhead, edge: 'mid' | 'low' | 'high', name: string): Working | undefined {
  const { empty, volume } = w[edge];
  const how =
    edge === 'mid'
      ? 'The springs go on as their tests fell.'
      : `The springs lie at the ${edge === 'low' ? 'lower' : 'upper'} edge of where ${Math.round(100 * CONFIDENCE)} % of single tests lie.`;
  return endWorking(w, empty, empty ? volume[empty - 1] : 0, name, how);
}

/** The days that are left without one taker. */
export const cutWorking = (w: WaterAhead, cut: Cut): Working | undefined =>
  endWorking(w, cut.days, cut.rest, `without ${cut.name}`, `${cut.name} takes nothing from today on.`);
