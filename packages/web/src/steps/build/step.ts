// The Build step: in the right order.
import { computed, defineAsyncComponent, onScopeDispose, ref, shallowRef, watch } from 'vue';
import type { Units } from '@vernal-slope/plan/parts';
import type { Plan } from '@vernal-slope/plan/schema';
import { dateText } from '@vernal-slope/display/dates';
import { show } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { countOf, type StepJudgement } from '../../judgement/stepjudgement.ts';
import { todayText } from '../../session/useBudget.ts';
import type { BuildAnswer, BuildApi } from '../../workers/build.ts';
import { useAnswer, type Answer } from '../../workers/useAnswer.ts';
import type { StepRow } from '../step.ts';
import { buildState } from './state.ts';

/** How long an edit is waited for before the work is laid out anew, ms: on its own page, and on others. */
const SOON_MS = 80;
const LATER_MS = 1200;
/** What was found last, for the drop on the stair. */
const last = shallowRef<BuildAnswer | null>(null);

export const buildStep: StepRow = {
  key: 'build',
  name: 'Build',
  short: true,
  page: defineAsyncComponent(() => import('./BuildPage.vue')),
  begun: (plan) => plan.build !== undefined,
  // what is open is no fault of the plan: the stair tells it once the work was begun
  findings: ({ plan }) => (plan.build ? (last.value?.findings ?? []) : []),
  use: (page) => {
    const settings = useSettings();
    const here = computed(() => page.step.value === 'build');
    onScopeDispose(() => (last.value = null));
    watch(page.id, () => (last.value = null));
    const question = computed(() =>
      page.plan.value ? { plan: page.plan.value, today: todayText(), units: settings.units } : null,
    );
    const asking = (wanted: () => boolean, settleMs: number): Answer<BuildAnswer> =>
      useAnswer<BuildApi, { plan: Plan; today: string; units: Units }, BuildAnswer>({
        worker: () => new Worker(new URL('../../workers/build.worker.ts', import.meta.url), { type: 'module' }),
        question: () => (wanted() ? question.value : null),
        ask: async (api, q) => {
          const found = { ...(await api.build(q.plan, q.today, q.units)), plan: q.plan };
          last.value = found;
          return found;
        },
        keeps: () => true,
        settleMs,
      });
    const work = asking(() => here.value, SOON_MS);
    // elsewhere only what is due is wanted, once the work was begun
    asking(() => !here.value && page.plan.value?.build !== undefined, LATER_MS);
    const due = computed(() => {
      const answer = last.value;
      if (here.value || !answer || page.plan.value?.build === undefined) return '';
      const [first, ...more] = answer.steps.filter((s) => !s.done && s.first <= answer.today);
      return first ? `Due: ${first.title}${more.length > 0 ? `, and ${more.length} more` : ''}` : '';
    });
    buildState.keep({ work, chosen: ref('') });
    const judgement = computed<StepJudgement | null>(() => {
      if (!here.value) return null;
      const answer = work.answer.value;
      if (!answer) return { title: 'Build', subtitle: 'Laying out the work …', figures: [], findings: [] };
      const { steps, findings } = answer;
      const done = steps.filter((s) => s.done).length;
      const left = steps.filter((s) => !s.done).reduce((sum, s) => sum + s.time, 0);
      const ends = steps.map((s) => s.last).sort();
      return {
        title: 'Build',
        subtitle:
          steps.length === 0
            ? 'Nothing to build yet'
            : `${countOf(steps.length, 'step')} downhill, ${done} done, the last on ${dateText(ends[ends.length - 1])}`,
        figures:
          steps.length === 0
            ? []
            : [
                { text: String(steps.length - done), unit: '', label: 'steps still open', test: 'build-open' },
                {
                  ...show(left, 'duration', settings.units),
                  label: 'of work left, by rule of thumb (common practice)',
                  test: 'build-hours',
                },
              ],
        findings,
      };
    });
    return { judgement, due };
  },
};
