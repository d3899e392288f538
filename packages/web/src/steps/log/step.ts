// The Log step: is it doing what was planned.
import { computed, defineAsyncComponent, onScopeDispose, shallowRef, watch } from 'vue';
import { worstFirst } from '@vernal-slope/plan/findings';
import type { Plan } from '@vernal-slope/plan/schema';
import { percent } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { countOf, type StepFigure, type StepJudgement } from '../../judgement/stepjudgement.ts';
import type { LogAnswer, LogApi } from '../../workers/log.ts';
import type { UpkeepAnswer, UpkeepApi } from '../../workers/upkeep.ts';
import { useAnswer, type Answer } from '../../workers/useAnswer.ts';
import { aFrameLater } from '../../shell/atonce.ts';
import { todayText } from '../../session/useBudget.ts';
import type { StepRow } from '../step.ts';
import { drawnReadings } from './asread.ts';
import { daysWords } from '@vernal-slope/display/logwords';
import { logState } from './state.ts';

/** How long an edit is waited for, ms: on its own page, and on others. */
const SOON_MS = 80;
const LATER_MS = 1500;
/** Days of water below which other steps say it too. */
const SOON_DAYS = 14;
/** What was found last, for the drop on the stair. */
const last = shallowRef<LogAnswer | null>(null);
const lastUpkeep = shallowRef<UpkeepAnswer | null>(null);
/** Upkeep is told on the stair once somebody keeps a log, or said since when the water runs. */
const kept = (plan: Plan): boolean => (plan.log?.length ?? 0) > 0 || plan.upkeep !== undefined;

/** The days that are left, where no reading says more. */
function daysFigure(answer: UpkeepAnswer | null): StepFigure[] {
  const days = answer?.ahead.mid.empty;
  return days === null || days === undefined
    ? []
    : [
        {
          text: String(days),
          unit: days === 1 ? 'day' : 'days',
          label: 'of water stand, without rain',
          test: 'log-days',
        },
      ];
}

export const logStep: StepRow = {
  key: 'log',
  name: 'Log',
  page: defineAsyncComponent(() => import('./LogPage.vue')),
  begun: kept,
  findings: ({ plan }) => [
    ...(plan.log ? (last.value?.findings ?? []) : []),
    ...(kept(plan) ? (lastUpkeep.value?.findings ?? []) : []),
  ],
  use: (page) => {
    const here = computed(() => page.step.value === 'log');
    const forget = (): void => void (last.value = lastUpkeep.value = null);
    onScopeDispose(forget);
    watch(page.id, forget);
    const log = useAnswer<LogApi, Plan, LogAnswer>({
      worker: () => new Worker(new URL('../../workers/log.worker.ts', import.meta.url), { type: 'module' }),
      question: () => (here.value ? page.plan.value : null),
      ask: async (api, plan, told) => {
        const found = { ...(await api.log(plan, told)), plan };
        last.value = found;
        return found;
      },
      keeps: () => true,
      settleMs: SOON_MS,
    });
    const settings = useSettings();
    const question = computed(() => (page.plan.value ? { plan: page.plan.value, today: todayText() } : null));
    const asking = (wanted: () => boolean, settleMs: number): Answer<UpkeepAnswer> =>
      useAnswer<UpkeepApi, { plan: Plan; today: string }, UpkeepAnswer>({
        worker: () => new Worker(new URL('../../workers/upkeep.worker.ts', import.meta.url), { type: 'module' }),
        question: () => (wanted() ? question.value : null),
        ask: async (api, q) => {
          const found = { ...(await api.upkeep(q.plan, q.today)), plan: q.plan };
          lastUpkeep.value = found;
          return found;
        },
        keeps: () => true,
        settleMs,
      });
    const upkeep = asking(() => here.value, SOON_MS);
    asking(() => !here.value && page.plan.value !== null && kept(page.plan.value), LATER_MS);
    /** Drawn for the plan that was asked about: a what-if is drawn as itself. */
    const drawnNow = aFrameLater(() => {
      const answer = here.value ? log.answer.value : null;
      const results = page.results.value;
      if (!answer || !results || answer.plan !== page.plan.value) return null;
      return drawnReadings(answer, results, settings.units) ?? null;
    });
    const asRead = computed(() => drawnNow.value?.read ?? null);
    logState.keep({ log, upkeep, asRead });
    const due = computed(() => {
      const answer = lastUpkeep.value;
      if (here.value || !answer || !page.plan.value || !kept(page.plan.value)) return '';
      const [first, ...more] = answer.dues.filter((d) => d.over >= 0);
      const { empty } = answer.ahead.mid;
      return [
        first ? `Due: ${first.job.title}${more.length > 0 ? `, and ${more.length} more` : ''}` : '',
        empty !== null && empty < SOON_DAYS ? `Water for ${daysWords(empty)}` : '',
      ]
        .filter((t) => t !== '')
        .join('; ');
    });
    const judgement = computed<StepJudgement | null>(() => {
      if (!here.value) return null;
      const answer = log.answer.value;
      if (!answer) return { title: 'Log', subtitle: 'Reading the log …', figures: [], findings: [] };
      const { readings, causes } = answer.diagnosis;
      const agree = readings.filter((r) => r.agrees).length;
      return {
        title: 'Log',
        subtitle: readings.length === 0 ? 'Nothing read yet' : countOf(readings.length, 'reading'),
        figures:
          readings.length === 0
            ? daysFigure(upkeep.answer.value)
            : [
                { text: `${agree} of ${readings.length}`, unit: '', label: 'agree with the plan', test: 'log-agree' },
                ...(agree < readings.length && causes.length > 0
                  ? [
                      {
                        text: percent(causes[0].share),
                        unit: '',
                        label: 'weight of the first cause',
                        test: 'log-share',
                      },
                    ]
                  : []),
              ],
        findings: worstFirst([...answer.findings, ...(upkeep.answer.value?.findings ?? [])]),
      };
    });
    return {
      judgement,
      due,
      drawn: computed(() => drawnNow.value?.planned ?? null),
      asRead,
      leadsTo: computed(() => drawnNow.value?.leads ?? ''),
    };
  },
};
