// The Parts step: walk out of the shop with everything.
import { computed, defineAsyncComponent, ref } from 'vue';
import { isFinding, worstFirst } from '@vernal-slope/plan/findings';
import { countOf, type StepJudgement } from '../../judgement/stepjudgement.ts';
import { fixed } from '../../display/quantities.ts';
import type { Units } from '@vernal-slope/plan/parts';
import type { Plan } from '@vernal-slope/plan/schema';
import { useSettings } from '../../display/settings.ts';
import type { PartsAnswer, PartsApi } from '../../workers/parts.ts';
import { useAnswer } from '../../workers/useAnswer.ts';
import type { StepRow } from '../step.ts';
import { partsState } from './state.ts';

/** What was found last, for the drop on the stair: bills are made while the step is open. */
const last = ref<PartsAnswer | null>(null);

export const partsStep: StepRow = {
  key: 'parts',
  name: 'Parts',
  short: true,
  page: defineAsyncComponent(() => import('./PartsPage.vue')),
  begun: (plan) => plan.shop !== undefined || (plan.prices?.parts ?? []).length > 0,
  findings: ({ plan }) =>
    last.value?.plan.nodes === plan.nodes && last.value.plan.lines === plan.lines ? last.value.findings : [],
  use: (page) => {
    const settings = useSettings();
    const here = computed(() => page.step.value === 'parts');
    const question = computed(() =>
      here.value && page.plan.value ? { plan: page.plan.value, units: settings.units } : null,
    );
    const parts = useAnswer<PartsApi, { plan: Plan; units: Units }, PartsAnswer>({
      worker: () => new Worker(new URL('../../workers/parts.worker.ts', import.meta.url), { type: 'module' }),
      question: () => question.value,
      ask: async (api, q) => {
        const found = await api.parts(q.plan, q.units);
        // what comes out of a worker is a copy: the plan it was asked of is this one
        const own = { ...found, plan: q.plan, bill: { ...found.bill, plan: q.plan } };
        last.value = own;
        return own;
      },
      keeps: () => true,
    });
    partsState.keep({ parts, joint: ref('') });
    const judgement = computed<StepJudgement | null>(() => {
      const answer = parts.answer.value;
      if (!here.value) return null;
      if (!answer) return { title: 'Parts', subtitle: 'Working out the bill …', figures: [], findings: [] };
      const { bill, ways } = answer;
      const joints = bill.joints.reduce((sum, j) => sum + j.count, 0);
      const open = bill.unpriced.length > 0;
      return {
        title: 'Parts',
        subtitle: `${countOf(joints, 'joint')}, ${countOf(bill.items.length + bill.pipe.length, 'line')} to buy`,
        figures:
          bill.total > 0
            ? [
                {
                  text: fixed(bill.total, 0),
                  unit: '',
                  label: open ? 'for what has a price' : 'in all, everything priced',
                  test: 'parts-total',
                },
                ...(ways.paidTrips === undefined
                  ? []
                  : [
                      {
                        text: fixed(ways.paidTrips, 0),
                        unit: 'trips',
                        label: 'of hauling cost as much',
                        test: 'parts-trips',
                      },
                    ]),
              ]
            : [{ text: String(joints), unit: '', label: 'places where two things meet', test: 'parts-joints' }],
        findings: worstFirst(answer.findings.filter((f) => !isFinding(f, 'parts-unpriced') || bill.total > 0)),
      };
    });
    return { judgement };
  },
};
