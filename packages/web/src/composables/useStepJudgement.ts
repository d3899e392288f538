// What the judgement column says on the steps that are about water, not about one place.
import { computed, type ComputedRef, type Ref } from 'vue';
import { worstFirst, type Finding } from '@vernal-slope/core/judge';
import { storeFindings, tankStore, type SizeAnswer } from '@vernal-slope/plan/budget';
import { roundStand, type StandAnswer } from '@vernal-slope/plan/stand';
import type { Plan } from '@vernal-slope/plan/schema';
import { numberWord } from '../display/names.ts';
import { show } from '../display/quantities.ts';
import { usedText } from '../display/standwords.ts';
import { MONTHS } from '../display/waterwords.ts';
import type { FigureKey } from '../display/words.ts';
import { useSettings } from '../stores/settings.ts';
import type { Budget } from './useBudget.ts';
import type { StandFigures } from './useStand.ts';
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

const STANDS_ON: Readonly<Record<StandAnswer['full']['kind'], string>> = {
  posts: 'on a stand of posts',
  pad: 'on a pad',
  berm: 'on a berm',
  improvised: 'on something improvised',
};

const countOf = (n: number, what: string): string => `${numberWord(n)} ${what}${n === 1 ? '' : 's'}`;

export function useStepJudgement(on: {
  plan: Readonly<Ref<Plan | null>>;
  budget: Readonly<Ref<Budget | null>>;
  results: Readonly<Ref<PlanResults | null>>;
  current: Readonly<Ref<string>>;
  storeTank: Readonly<Ref<string>>;
  sizes: Readonly<Ref<SizeAnswer | null>>;
  stand: Readonly<Ref<StandAnswer | null>>;
  standFigures: Readonly<Ref<StandFigures | null>>;
}): ComputedRef<StepJudgement | null> {
  const settings = useSettings();
  const day = (v: number, label: string, opens?: FigureKey, test?: string): StepFigure => {
    const { text, unit } = show(v, 'volume', settings.units);
    return { text, unit: `${unit} a day`, label, opens, test };
  };
  /** The stand of a tank: how high, how near the nearest check, what was found. */
  function standJudgement(a: StandAnswer, figures: StandFigures | null): StepJudgement {
    const most = figures?.heights.needs.tank === a.tank.id ? figures.heights.needs.most : undefined;
    const has = a.tank.standM ?? 0;
    const height: Finding[] = most
      ? [
          most.found.stand > has + 1e-6
            ? {
                code: 'stand-low',
                severity: 'fair',
                at: a.tank.id,
                values: { needs: most.found.stand, has, situation: most.name },
                remedy: { kind: 'stand', tank: a.tank.id, standM: roundStand(most.found.stand) },
              }
            : {
                code: 'stand-high-enough',
                severity: 'good',
                at: a.tank.id,
                values: { needs: most.found.stand, has, situation: most.name },
              },
        ]
      : [];
    const nearest = Math.max(0, ...a.checks.map((c) => c.ratio));
    return {
      title: a.tank.name ?? a.tank.id,
      subtitle: has > 0 ? STANDS_ON[a.full.kind] : 'on the ground',
      figures: [
        { ...show(has, 'height', settings.units), label: 'it stands above its ground', test: 'stands' },
        ...(a.checks.length > 0
          ? [{ text: usedText(nearest), unit: '', label: 'used, of the nearest check', test: 'nearest' }]
          : most
            ? [{ ...show(most.found.stand, 'height', settings.units), label: 'it must stand', test: 'must' }]
            : []),
      ],
      // an assumed stand is judged by its height only: nothing of it is the plan's yet
      findings: worstFirst([...height, ...(a.assumed ? [] : a.findings)]),
    };
  }
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
    if (on.current.value === 'stand') return on.stand.value && standJudgement(on.stand.value, on.standFigures.value);
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
