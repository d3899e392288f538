// What the judgement column says on the steps that are about water, not about one place.
import { computed, type ComputedRef, type Ref } from 'vue';
import { worstFirst, type Finding } from '@vernal-slope/core/judge';
import { storeFindings, tankStore, type SizeAnswer } from '@vernal-slope/plan/budget';
import type { Plan } from '@vernal-slope/plan/schema';
import { numberWord } from '../display/names.ts';
import { show } from '../display/quantities.ts';
import { MONTHS } from '../display/waterwords.ts';
import type { FigureKey } from '../display/words.ts';
import { useSettings } from '../stores/settings.ts';
import type { Budget } from './useBudget.ts';
import type { PlanResults } from './usePlanResults.ts';

export interface StepFigure {
  readonly text: string;
  readonly unit: string;
  readonly label: string;
  readonly test?: string;
  readonly opens?: FigureKey;
}

export interface StepJudgement {
  readonly title: string;
  readonly subtitle: string;
  readonly figures: readonly StepFigure[];
  readonly findings: readonly Finding[];
}

const countOf = (n: number, what: string): string => `${numberWord(n)} ${what}${n === 1 ? '' : 's'}`;

export function useStepJudgement(on: {
  plan: Readonly<Ref<Plan | null>>;
  budget: Readonly<Ref<Budget | null>>;
  results: Readonly<Ref<PlanResults | null>>;
  current: Readonly<Ref<string>>;
  storeTank: Readonly<Ref<string>>;
  sizes: Readonly<Ref<SizeAnswer | null>>;
}): ComputedRef<StepJudgement | null> {
  const settings = useSettings();
  const day = (v: number, label: string, opens?: FigureKey, test?: string): StepFigure => {
    const { text, unit } = show(v, 'volume', settings.units);
    return { text, unit: `${unit} a day`, label, opens, test };
  };
  return computed(() => {
    const p = on.plan.value;
    const b = on.budget.value;
    if (!p || !b) return null;
    const { months, tightest, needs } = b.balance;
    const spare: FigureKey = { of: 'spare', id: 'need', leg: tightest };
    if (on.current.value === 'water') {
      const drinking = on.results.value?.findings.filter((f) => f.code.startsWith('water-')) ?? [];
      return {
        title: 'Water',
        subtitle: `${countOf(p.nodes.filter((n) => n.kind === 'source').length, 'source')}; ${MONTHS[tightest]} is the tightest month`,
        figures: [
          day(months[tightest].given, `given in ${MONTHS[tightest]}`, spare, 'given'),
          day(b.balance.week.given, 'in the driest week'),
        ],
        findings: worstFirst([...b.findings.filter((f) => f.at !== 'need'), ...drinking]),
      };
    }
    if (on.current.value === 'need') {
      return {
        title: 'Need',
        subtitle: `${countOf(needs.rows.length, 'taker')} of water, ${Math.round(100 * needs.losses)} % lost on the way`,
        figures: [
          day(Math.max(...needs.totals.perDay), 'needed at most'),
          day(months[tightest].spare, `to spare in ${MONTHS[tightest]}`, spare, 'spare'),
        ],
        findings: b.findings.filter((f) => f.at === 'need'),
      };
    }
    const tank = p.nodes.find((n) => n.id === on.storeTank.value);
    if (on.current.value !== 'store' || tank?.kind !== 'tank') return null;
    const s = tankStore(p, tank, b.balance);
    return {
      title: tank.name ?? tank.id,
      subtitle: tank.linked?.length ? `${tank.linked.length + 1} tanks joined` : 'tank',
      figures: [
        {
          ...show(s.usableAll, 'volume', settings.units),
          label: 'can be used',
          test: 'usable',
          opens: { of: 'usable', id: tank.id, leg: 0 },
        },
        { ...show(s.today, 'volume', settings.units), label: 'of it there today' },
      ],
      findings: storeFindings(p, tank.id, b.balance, on.sizes.value ?? undefined),
    };
  });
}
