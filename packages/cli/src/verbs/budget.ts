// The verbs `balance` and `store`: what comes in against what is needed, and what a tank is good for.
import { balanceReport, planBalance, storeReport, storeSizes } from '@vernal-slope/plan/budget';
import { planMonth } from '@vernal-slope/plan/year';
import { tankOf, type Verb } from './verb.ts';

export const balance: Verb = {
  name: 'balance',
  options: [],
  usage: ['balance FILE', 'what the sources give against what is needed, by month'],
  run: (plan) => balanceReport(plan, planBalance(plan)),
};

export const store: Verb = {
  name: 'store',
  options: ['tank', 'school', 'month'],
  usage: [
    'store FILE [--tank id] [--school after|before] [--month 1..12]',
    "what a tank's water is good for, and which size pays",
  ],
  run: (plan, { tank: id, school }) => {
    const chosen = school ? { ...plan, settings: { ...plan.settings, storageSchool: school } } : plan;
    const tank = tankOf(chosen, id);
    return storeReport(chosen, tank, planBalance(chosen), storeSizes(chosen, tank), planMonth(chosen));
  },
};
