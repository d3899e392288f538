// The Outlets step: taps, showers, troughs; rows of holes and wicking beds on benches of their own.
import { computed, defineAsyncComponent, shallowRef, watch } from 'vue';
import { stepOf, worstFirst, worstOf, type Finding } from '@vernal-slope/plan/findings';
import { chainFindings, plotFindings, waterPlot } from '@vernal-slope/plan/garden';
import { herdWords } from '@vernal-slope/plan/catalogue';
import { cabinFindings, cabinRuns } from '@vernal-slope/plan/cabin';
import { railFindings, railStands } from '@vernal-slope/plan/drink';
import { drainFindings, drainRuns } from '@vernal-slope/plan/greywater';
import { isBasin, isBed, isOutlet, isTap } from '@vernal-slope/plan/kinds';
import { elementsRun, elementFindings, filterFindings, filterRuns, filtersOf } from '@vernal-slope/plan/treat';
import { toteFindings, toteRuns } from '@vernal-slope/plan/tote';
import { troughFindings, troughRuns } from '@vernal-slope/plan/trough';
import { DEFAULT_MONTH } from '@vernal-slope/plan/compile';
import { planMonth } from '@vernal-slope/plan/year';
import type { Plan } from '@vernal-slope/plan/schema';
import { nameIn } from '@vernal-slope/display/names';
import { fallText, percent, show, showEntered, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { countOf, type StepJudgement } from '../../judgement/stepjudgement.ts';
import type { StepRow } from '../step.ts';
import { outletsState } from './state.ts';
import { gardenWorker, PLACES, useBenches } from './useBenches.ts';
import type { GardenApi } from '../../workers/garden.ts';
import { useAnswer } from '../../workers/useAnswer.ts';

/** How long after an edit its taps and troughs are judged, ms. */
const JUDGED_MS = 250;

/** What a worker found of all benches; of the plan before while it works. */
const late = shallowRef<readonly Finding[] | null>(null);

export const outletsStep: StepRow = {
  key: 'outlets',
  name: 'Outlets',
  page: defineAsyncComponent(() => import('./OutletsPage.vue')),
  begun: (plan) =>
    plan.nodes.some((n) => isOutlet(n) || isBed(n)) || (plan.plots ?? []).length + (plan.drains ?? []).length > 0,
  findings: ({ results }) => [...results.findings.filter((f) => stepOf(f) === 'outlets'), ...(late.value ?? [])],
  use: (page) => {
    const settings = useSettings();
    const here = computed(() => page.step.value === 'outlets');
    const state = useBenches(
      computed(() => (here.value ? page.plan.value : null)),
      () => settings.units === 'us',
      () => (page.plan.value ? planMonth(page.plan.value) : DEFAULT_MONTH),
      () => page.chosen.value,
    );
    // a trough or a tap picked elsewhere opens its bench, unless all entries are open
    watch(page.picked, (id) => {
      const node = page.plan.value?.nodes.find((n) => n.id === id);
      if (here.value && state.picked.value !== PLACES && (isBasin(node) || isTap(node))) state.picked.value = '';
    });
    outletsState.keep(state);
    const question = computed(() =>
      page.plan.value && typeof Worker !== 'undefined' ? { id: page.id.value, plan: page.plan.value } : null,
    );
    const judged = useAnswer<GardenApi, { readonly id: string; readonly plan: Plan }, Finding[]>({
      worker: gardenWorker,
      question: () => question.value,
      ask: (api, q) => api.judged(q.plan),
      keeps: (before, now) => before.id === now.id,
      settleMs: JUDGED_MS,
    });
    watch(judged.answer, (found) => (late.value = found), { immediate: true });
    const judgement = computed<StepJudgement | null>(() => {
      const bench = state.bench.value;
      const plan = page.plan.value;
      const results = page.results.value;
      if (!plan || !results || bench.kind === 'place' || bench.kind === 'trough') return null;
      if (bench.kind === 'plot') {
        const r = waterPlot(results.compiled, bench.plot, { month: state.month.value });
        const flow = show(r.flow, 'flow', settings.units);
        return {
          title: nameIn(plan, bench.plot.id),
          subtitle: countOf(r.emitters.length, 'hole'),
          figures: [
            {
              text: Number.isFinite(r.evenness.lowerQuarter)
                ? percent(r.evenness.lowerQuarter).replace(/\s?%/, '')
                : '–',
              unit: '%',
              label: 'what the driest quarter has of an even share',
              test: 'plot-even',
            },
            { ...flow, label: 'in all, while it is open', test: 'plot-flow' },
          ],
          findings: worstFirst(plotFindings(results.compiled, r)),
        };
      }
      if (bench.kind === 'tote') {
        const r = toteRuns(results.compiled, bench.node);
        return {
          title: nameIn(plan, bench.node.id),
          subtitle: 'a tank that is carried',
          figures: [
            {
              ...(r.settled && Number.isFinite(r.lasts)
                ? show(r.lasts, 'duration', settings.units)
                : { text: '–', unit: '' }),
              label: 'it lasts',
              test: 'tote-days',
            },
            { ...show(r.fillTime, 'duration', settings.units), label: 'to fill it', test: 'tote-filling' },
          ],
          findings: toteFindings(r),
        };
      }
      if (bench.kind === 'treatment') {
        const filters = filtersOf(plan).map((n) => filterRuns(results.compiled, n));
        const elements = elementsRun(results.compiled);
        return {
          title: 'Treatment',
          subtitle: [
            ...(filters.length > 0 ? [countOf(filters.length, 'filter')] : []),
            ...(elements.length > 0 ? [`${countOf(elements.length, 'element')} in lines`] : []),
          ].join(', '),
          figures: filters.slice(0, 1).flatMap((r) => [
            { ...show(r.most, 'flow', settings.units), label: 'the filter gives when full', test: 'filter-flow' },
            {
              ...show(Math.max(0, r.film), 'drop', settings.units),
              label: 'of water over its sand',
              test: 'filter-film',
            },
          ]),
          findings: worstFirst([...filters.flatMap(filterFindings), ...elementFindings(results.compiled, elements)]),
        };
      }
      if (bench.kind === 'cabin') {
        const { cabin } = bench;
        const runs = cabinRuns(results.compiled, cabin, state.opened.value);
        const open = runs.fixtures.filter((f) => f.open).length;
        return {
          title: `Under ${nameIn(plan, cabin.feed)}`,
          subtitle: countOf(cabin.taps.length, 'tap'),
          figures: [
            { text: String(open), unit: `of ${cabin.taps.length}`, label: 'are open on the bench', test: 'cabin-open' },
            { ...show(runs.flow, 'flow', settings.units), label: 'comes out of them', test: 'cabin-flow' },
          ],
          findings: worstFirst([
            ...cabinFindings(results.compiled, cabin, runs),
            // water that is not fit to drink is told wherever its taps are
            ...results.findings.filter((f) => f.code.startsWith('water-') && cabin.taps.some((t) => t.id === f.at)),
          ]),
        };
      }
      if (bench.kind === 'drain') {
        const runs = drainRuns(plan, bench.drain);
        const least = Math.min(...runs.legs.map((l) => l.fall));
        return {
          title: nameIn(plan, bench.drain.id),
          subtitle: `${countOf(runs.basins.length, 'basin')}, ${showText(runs.length, 'distance', settings.units)}`,
          figures: [
            {
              text: fallText(least).replace(/\s?%/, ''),
              unit: '%',
              label: 'its flattest leg falls',
              test: 'drain-least',
            },
            { ...show(runs.perDay, 'volume', settings.units), label: 'runs in it a day', test: 'drain-day' },
          ],
          findings: drainFindings(runs),
        };
      }
      if (bench.kind === 'rail') {
        const s = railStands(results.compiled, bench.rail);
        const off = s.drinkers.filter((k) => k.state !== 'good').length;
        const most = Math.max(0, ...s.drinkers.map((k) => k.standing));
        return {
          title: nameIn(plan, bench.rail.id),
          subtitle: `${herdWords(bench.rail.drinkers.heads, bench.rail.drinkers.animal)}, ${countOf(s.drinkers.length, 'drinker')}${s.kind ? ` that like ${showEntered(s.band.least, 'pressure', settings.units)} to ${showEntered(s.band.most, 'pressure', settings.units)}` : ''}`,
          figures: [
            {
              text: String(off),
              unit: `of ${s.drinkers.length}`,
              label: 'drip, starve or stay dry',
              test: 'rail-off',
            },
            { ...show(most, 'pressure', settings.units), label: 'at the lowest, at rest', test: 'rail-most' },
          ],
          findings: railFindings(results.compiled, s),
        };
      }
      const { stands, chain } = bench;
      const findings = worstFirst(chainFindings(plan, chain, stands));
      const worst = stands ? Math.max(...stands.beds.map((b) => Math.abs(b.off))) : 0;
      return {
        title: worstOf(findings) === 'ok' ? 'The beds stand level' : 'Beds',
        subtitle: `${countOf(chain.beds.length, 'bed')} joined low`,
        figures: stands
          ? [
              { ...show(worst, 'drop', settings.units), label: 'the worst is off', test: 'beds-worst' },
              { ...show(stands.water, 'volume', settings.units), label: 'in the beds', test: 'beds-water' },
            ]
          : [],
        findings,
      };
    });
    const more = computed<readonly Finding[]>(() => {
      const bench = state.bench.value;
      const results = page.results.value;
      if (!here.value || bench.kind !== 'trough' || !results || bench.node.id !== page.chosen.value) return [];
      return troughFindings(troughRuns(results.compiled, bench.node));
    });
    return { judgement, more };
  },
};
