// The Refill step: how the place behaves in time.
import { refDebounced } from '@vueuse/core';
import { computed, defineAsyncComponent, shallowRef, watch } from 'vue';
import { DEFAULT_MONTH } from '@vernal-slope/plan/compile';
import { stepOf, worstFirst, worstOf, type Finding } from '@vernal-slope/plan/findings';
import { isTap, isVessel } from '@vernal-slope/plan/kinds';
import type { Plan } from '@vernal-slope/plan/schema';
import { planMonth } from '@vernal-slope/plan/year';
import { show } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { countOf, type StepJudgement } from '../../judgement/stepjudgement.ts';
import type { StepRow } from '../step.ts';
import { useGuessing } from './guess.ts';
import { resultsAt } from './moment.ts';
import { toldKey } from '@vernal-slope/plan/simulate';
import { refillState } from './state.ts';
import { useRefill } from './useRefill.ts';

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** What the last run of the open plan found, for its drop on the stair. */
const lastFound = shallowRef<{ readonly plan: Plan; readonly findings: readonly Finding[] } | null>(null);
/** The hillside is drawn for a moment that stands still this long, ms. */
const STILL_MS = 40;

export const refillStep: StepRow = {
  key: 'refill',
  name: 'Refill',
  short: true,
  page: defineAsyncComponent(() => import('./RefillPage.vue')),
  begun: (plan) =>
    plan.nodes.some(
      (n) =>
        (isVessel(n) && (n.herds ?? []).some((h) => h.visits.length > 0)) || (isTap(n) && (n.draws ?? []).length > 0),
    ),
  findings: ({ plan, results }) => [
    ...results.findings.filter((f) => stepOf(f) === 'refill'),
    ...(lastFound.value?.plan === plan ? lastFound.value.findings : []),
  ],
  use: (page) => {
    const settings = useSettings();
    const guessing = useGuessing();
    const here = computed(() => page.step.value === 'refill');
    const state = useRefill(
      computed(() => (here.value ? page.plan.value : null)),
      () => (page.plan.value ? planMonth(page.plan.value) : DEFAULT_MONTH),
    );
    const picture = computed(() => state.run.answer.value?.picture ?? null);
    watch(state.run.answer, (found) => {
      if (found) lastFound.value = { plan: found.plan, findings: found.picture.findings };
    });
    // another question is another guess
    let asked: string | undefined;
    watch(
      // away from here nobody asks: the month costs a balance of the plan
      () => (here.value ? [page.id.value, state.span.value, state.month.value].join() : asked),
      (now) => {
        asked = now;
        state.guessed.value = false;
      },
    );
    refillState.keep(state);

    const hidden = computed(() => guessing.value.on && !state.guessed.value);
    const judgement = computed<StepJudgement | null>(() => {
      const run = picture.value;
      if (!run || hidden.value)
        return {
          title: 'Refill',
          subtitle: hidden.value && run ? 'your guess first' : 'the place in time',
          figures: [],
          findings: [],
        };
      const short = new Set(run.findings.filter((f) => f.severity === 'error').map((f) => f.at));
      const worst = worstOf(run.findings);
      const chosen = run.vessels.find((v) => v.id === page.picked.value);
      const thirsty = [...run.vessels, ...run.taps].reduce((a, b) => (b.shortfall > a.shortfall ? b : a), {
        id: '',
        shortfall: 0,
      });
      const findings = chosen
        ? [
            ...run.findings.filter((f) => f.at === chosen.id),
            ...run.findings.filter((f) => f.at !== chosen.id && f.severity !== 'ok'),
          ]
        : run.findings;
      return {
        title:
          chosen?.name ?? (worst === 'error' ? capital(`${countOf(short.size, 'place')} short`) : 'Nothing runs dry'),
        subtitle: chosen ? chosen.who || (chosen.feeds ? 'tank' : 'trough') : 'the place in time',
        figures: [
          chosen
            ? {
                ...show(
                  chosen.feeds ? chosen.lowest - (chosen.outlet ?? 0) : chosen.full - chosen.lowest,
                  chosen.feeds ? 'height' : 'drop',
                  settings.units,
                ),
                label: chosen.feeds ? 'over its outlet at the lowest' : 'down at the lowest',
                test: 'lowest',
                opens: { of: 'time', id: chosen.id } as const,
              }
            : {
                ...show(run.shortfall, 'volume', settings.units),
                label: 'wanted and not there',
                test: 'short',
                ...(thirsty.id ? { opens: { of: 'time', id: thirsty.id } as const } : {}),
              },
          { ...show(run.overflow, 'volume', settings.units), label: 'ran over', test: 'ran-over' },
        ],
        findings: worstFirst(findings),
      };
    });
    /** What is drawn follows the clock when it stands for a moment, and no faster. */
    const at = refDebounced(state.now, STILL_MS, { maxWait: 2 * STILL_MS });
    return {
      judgement,
      drawn: computed(() =>
        here.value && picture.value && !hidden.value && page.plan.value && page.results.value
          ? resultsAt(page.plan.value, picture.value, at.value, page.results.value)
          : null,
      ),
      working: (key) =>
        key.of === 'time'
          ? picture.value?.workings[key.id]
          : key.of === 'told'
            ? picture.value?.workings[toldKey(key.id, key.figure)]
            : undefined,
    };
  },
};
