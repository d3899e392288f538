// The Need step: what goes out, and when.
import { computed, defineAsyncComponent } from 'vue';
import { wishesOf, type PlanBalance } from '@vernal-slope/plan/budget';
import { setIfToo } from '@vernal-slope/plan/edit';
import { stepOf, toldAt } from '@vernal-slope/plan/findings';
import { isVessel } from '@vernal-slope/plan/kinds';
import { MONTHS } from '@vernal-slope/display/dates';
import { percent, showPerDay, type UnitSystem } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { countOf, perDayFigure, type Offer, type StepJudgement } from '../../judgement/stepjudgement.ts';
import type { StepRow } from '../step.ts';

/** What might come too, each with what it would take of what is to spare. */
const offersOf = (balance: PlanBalance, units: UnitSystem): Offer[] =>
  wishesOf(balance).map(({ row, takes, left, month }) => ({
    title: `Also ${row.name}`,
    text: `${showPerDay(takes, units)} more with losses; ${showPerDay(Math.abs(left), units)} ${left >= 0 ? 'stay spare' : 'would be lacking'} in ${MONTHS[month]}.`,
    command: setIfToo(row.at, false, row.name),
  }));

export const needStep: StepRow = {
  key: 'need',
  name: 'Need',
  page: defineAsyncComponent(() => import('./NeedPage.vue')),
  begun: (plan) =>
    plan.nodes.some((n) => isVessel(n) && (n.herds?.length ?? 0) > 0) ||
    (plan.needs?.people?.length ?? 0) + (plan.needs?.gardens?.length ?? 0) > 0,
  findings: ({ budget }) => (budget?.findings ?? []).filter((f) => stepOf(f) === 'need'),
  use: (page) => {
    const settings = useSettings();
    const judgement = computed<StepJudgement | null>(() => {
      const budget = page.budget.value;
      if (!budget) return null;
      const { months, tightest, needs } = budget.balance;
      return {
        title: 'Need',
        subtitle: `${countOf(needs.rows.length, 'need')}, ${percent(needs.losses)} lost on the way`,
        figures: [
          perDayFigure(Math.max(...needs.totals.perDay), 'needed at most', settings.units),
          perDayFigure(
            months[tightest].spare,
            `to spare in ${MONTHS[tightest]}`,
            settings.units,
            { of: 'spare', id: 'need', leg: tightest },
            'spare',
          ),
        ],
        findings: budget.findings.filter((f) => toldAt(f, 'need')),
        offers: offersOf(budget.balance, settings.units),
      };
    });
    return { judgement };
  },
};
