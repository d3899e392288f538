// The Parts step: walk out of the shop with everything.
import { computed, defineAsyncComponent, onScopeDispose, ref, shallowRef, watch } from 'vue';
import { isFinding, worstFirst } from '@vernal-slope/plan/findings';
import { countOf, type StepJudgement } from '../../judgement/stepjudgement.ts';
import { fixed } from '@vernal-slope/display/quantities';
import type { Units } from '@vernal-slope/plan/parts';
import type { Plan } from '@vernal-slope/plan/schema';
import { useSettings } from '../../display/settings.ts';
import type { PartsAnswer, PartsApi } from '../../workers/parts.ts';
import { useAnswer, type Answer } from '../../workers/useAnswer.ts';
import type { StepRow } from '../step.ts';
import { partsState } from './state.ts';

/** How long an edit is waited for before the bill is made anew, ms: on its own page, and on others. */
const SOON_MS = 80;
const LATER_MS = 800;
/** What was found last, for the drop on the stair. */
const last = shallowRef<PartsAnswer | null>(null);

export const partsStep: StepRow = {
  key: 'parts',
  name: 'Parts',
  short: true,
  page: defineAsyncComponent(() => import('./PartsPage.vue')),
  begun: (plan) => plan.shop !== undefined,
  // as of the last bill: an edit's own comes a moment after it
  findings: () => last.value?.findings ?? [],
  use: (page) => {
    const settings = useSettings();
    const here = computed(() => page.step.value === 'parts');
    onScopeDispose(() => (last.value = null));
    watch(page.id, () => (last.value = null));
    const now = computed(() => (page.plan.value ? { plan: page.plan.value, units: settings.units } : null));
    const asking = (wanted: () => boolean, settleMs: number): Answer<PartsAnswer> =>
      useAnswer<PartsApi, { plan: Plan; units: Units }, PartsAnswer>({
        worker: () => new Worker(new URL('../../workers/parts.worker.ts', import.meta.url), { type: 'module' }),
        question: () => (wanted() ? now.value : null),
        ask: async (api, q) => {
          const found = await api.parts(q.plan, q.units);
          // what comes out of a worker is a copy: the plan it was asked of is this one
          const own = { ...found, plan: q.plan, bill: { ...found.bill, plan: q.plan } };
          last.value = own;
          return own;
        },
        keeps: () => true,
        settleMs,
      });
    const parts = asking(() => here.value, SOON_MS);
    // elsewhere the stair alone wants to know, and can wait
    asking(() => !here.value && (now.value?.plan.lines.length ?? 0) > 0, LATER_MS);
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
