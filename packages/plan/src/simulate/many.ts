// What one run cannot say: how many animals a trough carries, and how the answer spreads with the spring, the heat and
// chance. Many runs, one after the other, with a word of how far it is.
import { glimpse, changeNode } from '../edit/index.ts';
import { isVessel } from '../kinds/index.ts';
import type { Plan } from '../schema/index.ts';
import { dice } from '../intime/index.ts';
import type { InTime } from '../intime/index.ts';
import { simulatePlan, type PlanRun } from './simulate.ts';

/** m³ that count as short. */
const SHORT = 1e-3;
const DAY = 86_400;
/** More animals than this are not sought. */
const MOST_HEADS = 5000;

export interface HeadsCarried {
  readonly at: string;
  readonly herd: number;
  /** As entered, and the most with which nobody is short. */
  readonly now: number;
  readonly most: number;
  /** True where more than is sought for are carried. */
  readonly beyond: boolean;
  readonly runs: number;
}

const shortOf = (found: PlanRun): number =>
  [...found.summary.values()].reduce((sum, s) => sum + (s.vessel ? s.shortfall : 0), 0);
/** Tanks that feed and were down to their outlet: the next day they have nothing to lend. */
const ranOut = (found: PlanRun): boolean =>
  [...found.summary.values()].some((s) => s.vessel && s.vessel.went > SHORT && s.vessel.empty > 0 && s.demand === 0);

/** With so many in a herd. */
const withHeads = (plan: Plan, at: string, herd: number, count: number): Plan =>
  glimpse(
    plan,
    changeNode(at, isVessel, 'heads', (n) => {
      const h = n.herds?.[herd];
      if (h) h.count = count;
    }),
  );

/**
 * The most animals of a herd with which none goes thirsty and no tank runs out, over three days.
 * @param told how far it is, 0 to 1
 */
export function headsCarried(
  plan: Plan,
  at: string,
  herd: number,
  options: InTime,
  told: (share: number) => void = () => {},
): HeadsCarried | undefined {
  const node = plan.nodes.find((n) => n.id === at);
  const now = isVessel(node) ? node.herds?.[herd]?.count : undefined;
  if (now === undefined) return undefined;
  const trial: InTime = { ...options, duration: 3 * DAY };
  let runs = 0;
  const serves = (count: number): boolean => {
    runs++;
    told(Math.min(0.95, runs / 16));
    const found = simulatePlan(withHeads(plan, at, herd, count), trial, { every: trial.duration });
    return found.run.settled && shortOf(found) < SHORT && !ranOut(found);
  };
  let low = 0;
  let high = Math.max(8, now);
  while (high < MOST_HEADS && serves(high)) {
    low = high;
    high *= 2;
  }
  if (high >= MOST_HEADS) return { at, herd, now, most: low, beyond: true, runs };
  while (high - low > Math.max(1, 0.005 * low)) {
    const mid = Math.floor((low + high) / 2);
    if (serves(mid)) low = mid;
    else high = mid;
  }
  return { at, herd, now, most: low, beyond: false, runs };
}

export interface Spread {
  /** Share of days on which nobody was short. */
  readonly daysMet: number;
  readonly days: number;
  /** m³ short a day, of the days that were, sorted. */
  readonly shortfalls: readonly number[];
  /** What was varied, as standard deviations of the share. */
  readonly yieldSpread: number;
  readonly thirstSpread: number;
}

/** Bell-shaped numbers of mean 0 and deviation 1. @see Box and Muller (1958) */
function bell(roll: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - roll())) * Math.cos(2 * Math.PI * roll());
}

/** How much a spring gives more or less than counted on, and animals drink, by the day (assumptions; can be changed). */
export const YIELD_SPREAD = 0.15;
export const THIRST_SPREAD = 0.2;

/**
 * Days with the spring's spread, warm and cool days and habits by chance; each day begins as the one before it ended.
 * @param count of days @param told how far it is, 0 to 1
 */
export function spreadOf(
  plan: Plan,
  options: InTime,
  count: number,
  told: (share: number) => void = () => {},
  spread: { readonly yields: number; readonly thirst: number } = { yields: YIELD_SPREAD, thirst: THIRST_SPREAD },
): Spread {
  const roll = dice(options.seed ?? 1, 'spread');
  const shortfalls: number[] = [];
  let met = 0;
  let levels = options.levels;
  for (let d = 0; d < count; d++) {
    told(d / count);
    const found = simulatePlan(
      plan,
      {
        ...options,
        duration: DAY,
        start: 0,
        seed: (options.seed ?? 1) + d,
        day: d,
        yields: Math.max(0, 1 + spread.yields * bell(roll)),
        thirst: Math.max(0, 1 + spread.thirst * bell(roll)),
        ...(levels ? { levels } : {}),
      },
      { every: DAY },
    );
    const short = shortOf(found);
    if (short < SHORT) met++;
    else shortfalls.push(short);
    levels = Object.fromEntries(found.inTime.vessels.map((n, k) => [n.id, found.run.vessels[k].end]));
  }
  return {
    daysMet: count > 0 ? met / count : 1,
    days: count,
    shortfalls: shortfalls.sort((a, b) => a - b),
    yieldSpread: spread.yields,
    thirstSpread: spread.thirst,
  };
}
