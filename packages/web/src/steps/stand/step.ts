// The Stand step: how high the tank must be, and what it stands on.
import { computed, defineAsyncComponent } from 'vue';
import { stepOf, toldAt, toldEverywhere, worstFirst } from '@vernal-slope/plan/findings';
import { isStore } from '@vernal-slope/plan/kinds';
import { heightFinding, standAnswer, standFindings, unseenStand, type StandAnswer } from '@vernal-slope/plan/stand';
import { show } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import type { StepJudgement } from '../../judgement/stepjudgement.ts';
import type { StepRow } from '../step.ts';
import { standState } from './state.ts';
import { usedText } from '@vernal-slope/display/standwords';
import { useStand } from './useStand.ts';

const STANDS_ON: Readonly<Record<StandAnswer['full']['kind'], string>> = {
  posts: 'on a stand of posts',
  pad: 'on a pad',
  berm: 'on a berm',
  improvised: 'on something improvised',
};

export const standStep: StepRow = {
  key: 'stand',
  name: 'Stand',
  page: defineAsyncComponent(() => import('./StandPage.vue')),
  begun: (plan) => plan.nodes.some((n) => isStore(n) && n.stand),
  findings: ({ plan, results }) => [
    ...results.findings.filter((f) => stepOf(f) !== 'stand' && toldAt(f, 'stand') && !toldEverywhere(f)),
    ...standFindings(plan),
  ],
  close: true,
  use: (page) => {
    const settings = useSettings();
    /** The tank that the step is about: what was picked, else the first that stands on something. */
    const tank = computed(() => {
      const tanks = page.plan.value?.nodes.filter(isStore) ?? [];
      const raised = tanks.find((t) => (t.standM ?? 0) > 0);
      return tanks.find((t) => t.id === page.picked.value) ?? raised ?? tanks.at(0);
    });
    const here = computed(() => page.step.value === 'stand');
    const answer = computed(() =>
      here.value && page.plan.value && tank.value ? standAnswer(page.plan.value, tank.value) : null,
    );
    const state = useStand(
      page.plan,
      computed(() => (here.value ? (tank.value?.id ?? '') : '')),
    );
    standState.keep({ ...state, answer });
    const needs = computed(() => {
      const found = state.figures.answer.value?.heights.needs;
      return found?.tank === tank.value?.id ? found : undefined;
    });
    const judgement = computed<StepJudgement | null>(() => {
      const a = answer.value;
      if (!a) return null;
      const has = a.tank.standM ?? 0;
      const most = needs.value?.most;
      const told = needs.value && heightFinding(a.tank, needs.value);
      // raised so, it may stand over what fills it: then nothing is offered
      const dry = state.figures.answer.value?.heights.dry ?? [];
      // nor does a height that will do make a drop good over a stand that nobody, or an engineer only, can speak for
      const spoken = has <= 0 || (!a.assumed && a.findings.every((f) => f.severity === 'ok'));
      const low = told && dry.length > 0 ? { ...told, remedy: undefined } : told;
      const height = low?.severity === 'ok' && !spoken ? undefined : low;
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
        // an assumed stand is judged by its height only, for nothing of it is the plan's yet; an engineer's line stays first
        findings: [
          ...a.findings.filter((f) => f.code === 'stand-engineer'),
          ...worstFirst([
            ...(page.results.value?.findings ?? []).filter((f) => f.at === a.tank.id && toldAt(f, 'stand')),
            ...(height ? [height] : []),
            ...(a.assumed ? unseenStand(a.tank) : a.findings.filter((f) => f.code !== 'stand-engineer')),
          ]),
        ],
      };
    });
    return {
      judgement,
      // the slope shows the way from the tank to the place that governs its height
      leadsTo: computed(() => {
        const node = page.plan.value?.nodes.find((n) => n.id === page.picked.value);
        return !node || isStore(node) ? (needs.value?.most?.found.governing ?? tank.value?.id ?? '') : '';
      }),
    };
  },
};
