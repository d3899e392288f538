<script setup lang="ts">
// A plan: stair, hillside, the step's own page, judgement, working.
import { useDocumentVisibility, useEventListener } from '@vueuse/core';
import { storeToRefs } from 'pinia';
import { computed, defineAsyncComponent, provide, ref, watch } from 'vue';
import { onBeforeRouteLeave, useRouter } from 'vue-router';
import { usedAt } from '@vernal-slope/plan/edit';
import { toldEverywhere, worstFirst, worstOf, type Finding, type StepKey } from '@vernal-slope/plan/findings';
import { isOutlet, isSource, isStore } from '@vernal-slope/plan/kinds';
import { lineLength } from '@vernal-slope/plan/positions';
import type { Plan } from '@vernal-slope/plan/schema';
import { dateText } from '@vernal-slope/display/dates';
import { nameIn } from '@vernal-slope/display/names';
import { SEEN } from '../fields/seen.ts';
import { gallons, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../display/settings.ts';
import HillsideView from '../drawings/hillside/HillsideView.vue';
import ViewSwitch, { type View } from '../drawings/ViewSwitch.vue';
import FindingList from '../judgement/FindingList.vue';
import JudgementColumn from '../judgement/JudgementColumn.vue';
import { useSlowAnswers } from '../judgement/useSlowAnswers.ts';
import WorkingDrawer from '../judgement/WorkingDrawer.vue';
import { workingOf } from '@vernal-slope/display/workingof';
import type { Version } from '../session/client.ts';
import ConflictDialog from '../session/ConflictDialog.vue';
import { usePlan } from '../session/plan.ts';
import { providePlanPage, type LegRef, type PlanPage } from '../session/planpage.ts';
import { todayText, useBudget } from '../session/useBudget.ts';
import { useEditing } from '../session/useEditing.ts';
import { useJoining } from '../session/joining.ts';
import { usePlanResults } from '../session/usePlanResults.ts';
import { useSlide } from '../session/useSlide.ts';
import KeyHelp from '../shell/KeyHelp.vue';
import { aFrameLater } from '../shell/atonce.ts';
import LaterPart from '../shell/LaterPart.vue';
import NoticeBar from '../shell/NoticeBar.vue';
import StairNav, { type Tread } from '../shell/StairNav.vue';
import { FIRST_STEP, hotkeyOf, stepOf, STEPS } from '../steps/registry.ts';
import type { StepRow, StepUse } from '../steps/step.ts';
import FirstSteps from './joining/FirstSteps.vue';
import MethodSettings from './MethodSettings.vue';
import OpenFailure from './OpenFailure.vue';
import PlanTools from './PlanTools.vue';
import { useOpenWorking } from './useOpenWorking.ts';
import { usePlanChoices } from './usePlanChoices.ts';
import { usePlanKeys } from './usePlanKeys.ts';
import ViewingNotice from './ViewingNotice.vue';

// what is not on the way to the first answer is fetched when it is opened
const WhatIf = defineAsyncComponent(() => import('../judgement/WhatIf.vue'));
const WholePlace = defineAsyncComponent(() => import('../drawings/place/WholePlace.vue'));
const JoinPanel = defineAsyncComponent(() => import('./joining/JoinPanel.vue'));
const ThingPanel = defineAsyncComponent(() => import('./joining/ThingPanel.vue'));
const FromAbove = defineAsyncComponent(() => import('../drawings/above/FromAbove.vue'));
const HistoryDialog = defineAsyncComponent(() => import('../session/HistoryDialog.vue'));

const props = defineProps<{ id: string; step?: string }>();
const router = useRouter();
const store = usePlan();
const settings = useSettings();
const { revision, conflict, openFailure, notice, refused } = storeToRefs(store);
const current = computed<StepKey>(() => stepOf(props.step)?.key ?? FIRST_STEP);
const editing = useEditing(
  () => props.id,
  (command) => usedAt(command, current.value),
);
const { plan, own, viewing, whatIf, edit, perform } = editing;
const results = usePlanResults(plan);
const beside = usePlanResults(own);
const budget = useBudget(plan);
const joining = useJoining(plan, perform, () => viewing.value !== null);
/** What the drawings show: the plan with what is being added, while it is. */
const drawn = computed(() => joining.draft.value?.results ?? uses.get(current.value)?.drawn?.value ?? results.value);
const fresh = computed(() => joining.draft.value && { node: joining.draft.value.node, line: joining.draft.value.line });

const historyShown = ref(false);
const keysShown = ref(false);
const view = ref<View>('hillside');
const row = computed(() => stepOf(current.value) ?? STEPS[0]);
const uses = new Map<StepKey, StepUse>();
const choices = usePlanChoices(results, () => uses.get(current.value)?.leadsTo?.value);
const { picked, chosen, leg, hovered } = choices;
const working = useOpenWorking(plan, (key) => {
  if (!results.value) return null;
  for (const use of uses.values()) {
    const found = use.working?.(key);
    if (found) return found;
  }
  return workingOf(key, { results: results.value, budget: budget.value, slow: slow.value });
});

watch(
  () => props.id,
  (id) => {
    choices.reset();
    working.close();
    editing.reset();
    joining.letGo();
    void store.open(id);
  },
  { immediate: true },
);
watch(
  () => plan.value?.settings?.gallons,
  (kind) => (gallons.imperial = kind === 'imperial'),
  { immediate: true },
);
watch(
  () => plan.value?.title,
  (title) => (document.title = title ? `${title} · Vernal Slope` : 'Vernal Slope'),
);

const page: PlanPage = {
  id: computed(() => props.id),
  plan,
  results,
  budget,
  step: current,
  picked,
  chosen,
  line: choices.line,
  leg,
  hovered,
  trying: computed(() => whatIf.value?.label ?? ''),
  edit,
  perform,
  tryIt: editing.tryIt,
  choosePlace: choices.choosePlace,
  showLine: choices.showLine,
  pickLeg: choices.pickLeg,
  joining,
  open: working.open,
  openMade: working.openMade,
};
providePlanPage(page);
provide(SEEN, plan);
for (const s of STEPS) if (s.use) uses.set(s.key, s.use(page));
const more = computed(() => uses.get(current.value)?.more?.value ?? []);
/** What is due somewhere else than at the step that is open. */
const due = computed(() =>
  STEPS.flatMap((s) => {
    const text = uses.get(s.key)?.due?.value ?? '';
    return text === '' ? [] : [{ step: s.key, text }];
  }),
);
/** What the step says of itself; what hangs loose is told at every step. */
const stepJudgement = computed(() => {
  const judged = uses.get(current.value)?.judgement?.value;
  if (!judged) return null;
  const told = new Set(judged.findings.map((f) => `${f.code} ${f.at}`));
  const loose = (results.value?.findings ?? []).filter((f) => toldEverywhere(f) && !told.has(`${f.code} ${f.at}`));
  return loose.length > 0 ? { ...judged, findings: worstFirst([...judged.findings, ...loose]) } : judged;
});
// a change of step in short tasks: what is said of it, then the hillside, then the page that was left is taken down
const drawnStep = aFrameLater(() => current.value);
const pageRow = aFrameLater(() => row.value);
/** How the hillside stands at this step; as it stood until the step is drawn. */
const hill = computed<{ chosen: string; low: boolean; short: boolean; close: boolean }>((before) =>
  before && drawnStep.value !== current.value
    ? before
    : {
        chosen: chosen.value,
        low: stepJudgement.value !== null,
        short: row.value.short ?? false,
        close: row.value.close ?? false,
      },
);
const { slideTo, slid } = useSlide(page, () => viewing.value !== null);
const { answer: slow, busy, error: slowError } = useSlowAnswers(plan, chosen);

/** A step is settled once it has been used and nothing is left to see to; what is to see to is told in any case. */
const usedOrShort = (s: StepRow, p: Plan, found: readonly Finding[]): boolean =>
  found.some((f) => f.severity !== 'ok') || (p.used ? p.used.includes(s.key) : s.begun(p));
/** What is to see to stands on the stair a frame after the figures: it asks water, store and every bench. */
const judged = aFrameLater(() => results.value);
const judgedBudget = useBudget(computed(() => judged.value?.compiled.plan ?? null));
const treads = computed<Tread[]>(() => {
  const now = judged.value;
  const known = now && { plan: now.compiled.plan, results: now, budget: judgedBudget.value };
  return STEPS.map((s) => {
    const found = known ? s.findings(known) : [];
    return {
      key: s.key,
      name: s.name,
      hotkey: hotkeyOf(s.key),
      level: known && usedOrShort(s, known.plan, found) ? worstOf(found) : 'begun',
      toSee: found.filter((f) => f.severity !== 'ok').length,
    };
  });
});
const go = (key: StepKey): void => void router.push({ name: 'plan', params: { id: props.id, step: key } });

/** To the step where a place or a line is entered, with it chosen. */
function goToFault(at: string): void {
  const node = plan.value?.nodes.find((n) => n.id === at);
  if (node) choices.choosePlace(at);
  else choices.showLine(at);
  go(isSource(node) ? 'water' : isStore(node) ? 'store' : isOutlet(node) ? 'outlets' : 'walk');
}

const heading = computed(() => {
  const p = plan.value;
  const l = p?.lines.find((x) => x.id === choices.line.value);
  if (!p || !l) return { title: plan.value?.title ?? '', text: '' };
  const start = p.nodes.find((n) => n.id === l.from)?.groundM ?? 0;
  const fall = start - l.legs[l.legs.length - 1].endGroundM;
  return {
    title: nameIn(p, l.id),
    text: `${showText(lineLength(l), 'distance', settings.units)} of line, ${fall >= 0 ? 'falls' : 'rises'} ${showText(Math.abs(fall), 'rise', settings.units)}`,
  };
});

async function lookAt(version: Version): Promise<void> {
  if (!(await editing.lookAt(version))) return;
  historyShown.value = false;
  working.close();
}
async function openHistory(): Promise<void> {
  await store.flush();
  historyShown.value = true;
}
async function keepBoth(): Promise<void> {
  const copy = await store.keepBoth();
  if (copy) await router.push({ name: 'plan', params: { id: copy } });
}

const visible = useDocumentVisibility();
watch(visible, (now) => {
  if (now === 'visible') void store.lookForNewer();
  else void store.flush();
});
/** Width of the paper that is written on, px. */
const PAPER = 700;
useEventListener('beforeprint', () =>
  document.documentElement.style.setProperty('--print-zoom', String(Math.min(1, PAPER / window.innerWidth))),
);
useEventListener('focus', () => void store.lookForNewer());
useEventListener('online', () => void store.save());
onBeforeRouteLeave(() => store.flush());
usePlanKeys({
  step: current,
  go,
  undo: editing.undo,
  redo: editing.redo,
  help: () => (keysShown.value = true),
  working: () => {
    if (chosen.value) working.open({ of: 'flow', id: chosen.value });
  },
});
</script>

<template>
  <PlanTools
    :id="id"
    :plan="plan"
    :trying="whatIf !== null"
    @undo="editing.undo"
    @redo="editing.redo"
    @history="openHistory"
    @keys="keysShown = true"
  />
  <StairNav v-if="plan" :steps="treads" :current="current" @go="go" />
  <p v-if="due.length > 0" class="due no-print">
    <button v-for="d in due" :key="d.step" type="button" class="plain-button" data-test="due" @click="go(d.step)">
      {{ d.text }}
    </button>
  </p>

  <OpenFailure v-if="openFailure" :failure="openFailure" @again="store.open(id)" />
  <main v-else-if="results && plan">
    <ViewingNotice v-if="viewing" :version="viewing" @take="editing.takeBack" @back="viewing = null" />
    <p class="print-head">
      <strong>{{ plan.title }}</strong>, {{ row.name }}, {{ dateText(todayText()) }}
    </p>
    <div class="upper">
      <div v-if="view === 'hillside'" class="heading" :class="{ unseen: hill.short }">
        <h1>{{ heading.title }}</h1>
        <p class="muted">{{ heading.text }}</p>
      </div>
      <FromAbove
        v-if="view === 'above'"
        class="hill tall"
        :results="drawn ?? results"
        :plan-id="id"
        :chosen="chosen"
        :leg="leg"
        :hovered="hovered"
        :edit="edit"
        :locked="viewing !== null"
        @leg="page.pickLeg"
        @hover="(ref: LegRef | null) => (hovered = ref)"
        @choose="page.choosePlace"
        ><template #switch><ViewSwitch v-model="view" /></template
      ></FromAbove>
      <WholePlace
        v-else-if="view === 'place'"
        class="hill tall"
        :results="drawn ?? results"
        :chosen="fresh?.node ?? chosen"
        :leg="leg"
        :hovered="hovered"
        :fresh="fresh"
        :locked="viewing !== null"
        @leg="page.pickLeg"
        @hover="(ref: LegRef | null) => (hovered = ref)"
        @choose="page.choosePlace"
        ><template #switch><ViewSwitch v-model="view" /></template
      ></WholePlace>
      <HillsideView
        v-else
        class="hill"
        :class="{ low: hill.low, short: hill.short }"
        :results="drawn ?? results"
        :chosen="fresh?.node ?? hill.chosen"
        :leg="leg"
        :hovered="hovered"
        :title="heading.title"
        :ghost="beside"
        :as-read="beside || joining.draft.value ? null : uses.get(current)?.asRead?.value"
        :slides="!viewing && !joining.asked.value"
        :joins="!viewing"
        :close="hill.close"
        @leg="page.pickLeg"
        @hover="(ref) => (hovered = ref)"
        @choose="page.choosePlace"
        @open="page.open"
        @slide="slideTo"
        @slid="slid"
        ><template #switch><ViewSwitch v-model="view" /></template
      ></HillsideView>
    </div>
    <div class="lower" :class="{ asking: joining.asked.value }">
      <div class="page" :class="{ viewed: viewing }">
        <FirstSteps @go="go" />
        <JoinPanel
          v-if="joining.asked.value?.mode === 'line'"
          :key="`${joining.asked.value.group ?? ''}`"
          :asked="joining.asked.value"
        />
        <ThingPanel
          v-else-if="joining.asked.value"
          :key="`${joining.asked.value.mode} ${joining.asked.value.place ?? joining.asked.value.line}`"
          :asked="joining.asked.value"
        />
        <WhatIf
          v-if="beside && whatIf"
          :label="whatIf.label"
          :before="beside"
          :after="results"
          @working="page.openMade"
        />
        <div v-show="pageRow === row">
          <LaterPart :key="pageRow.key" :after="1"><component :is="pageRow.page" /></LaterPart>
        </div>
        <MethodSettings :plan="plan" />
      </div>
      <LaterPart :key="stepJudgement ? 'step' : 'place'" :after="1">
        <FindingList
          v-if="stepJudgement"
          :plan="plan"
          v-bind="stepJudgement"
          :trying="page.trying.value"
          @open="page.open"
          @try="editing.tryIt"
          @keep="editing.keepIt"
          @back="editing.putBack"
        />
        <JudgementColumn
          v-else
          :results="results"
          :chosen="chosen"
          :slow="slow"
          :busy="busy"
          :error="slowError"
          :trying="page.trying.value"
          :more="more"
          @open="page.open"
          @try="editing.tryIt"
          @keep="editing.keepIt"
          @back="editing.putBack"
        />
      </LaterPart>
    </div>
    <WorkingDrawer
      v-if="working.working.value"
      :working="working.working.value"
      :title="working.title.value"
      :alternatives="slow?.alternatives ?? []"
      @close="working.close"
    />
  </main>
  <main v-else class="message muted">Opening the plan …</main>
  <NoticeBar v-if="notice" :text="notice" @close="notice = ''"
    ><button
      v-if="refused[0]?.at"
      type="button"
      class="plain-button edged"
      data-test="go-to-fault"
      @click="goToFault(refused[0].at)"
    >
      Go to {{ refused[0].name }}
    </button></NoticeBar
  >
  <ConflictDialog :conflict="conflict" @mine="store.keepMine()" @theirs="store.takeTheirs()" @both="keepBoth" />
  <KeyHelp v-model:show="keysShown" :steps="treads" />
  <HistoryDialog v-if="historyShown" :id="id" v-model:show="historyShown" :revision="revision" @look="lookAt" />
</template>

<style scoped>
.due {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin: 0;
  padding: 4px 16px;
  background: var(--amber-wash);
}

.upper {
  position: relative;
}

.heading {
  position: absolute;
  z-index: 2;
  top: 8px;
  left: 50%;
  max-width: 44%;
  transform: translateX(-62%);
  pointer-events: none;
}

/* on a strip there is no room for it: it is heard, not seen */
.heading.unseen {
  overflow: hidden;
  width: 1px;
  height: 1px;
  clip-path: inset(50%);
}

.heading h1 {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: var(--title-m);
}

.hill {
  height: 328px;
}

.hill.tall {
  height: 400px;
}

.hill.low {
  height: 264px;
}

.hill.low.short {
  height: 224px;
}

.lower {
  display: grid;
  grid-template-columns: minmax(0, 1fr) var(--judgement-width);
  gap: 16px;
  align-items: start;
  padding: 0 16px 16px;
}

.page {
  min-width: 0;
}

.message {
  padding: 24px;
}

@media (max-width: 1080px) {
  .lower {
    grid-template-columns: 1fr;
  }
}

@media (max-width: 640px) {
  .heading {
    position: static;
    max-width: none;
    transform: none;
    padding: 8px 12px 0;
  }

  .hill {
    height: 250px;
  }

  /* while something is asked the thumb has the drawing and the question */
  .lower.asking > :deep(.judgement) {
    display: none;
  }

  .lower {
    padding: 0 0 16px;
    display: flex;
    flex-direction: column-reverse;
    align-items: stretch;
  }
}

.print-head {
  display: none;
}

/* an older version is looked at: nothing looks as if it could be changed */
.viewed :deep(input),
.viewed :deep(select),
.viewed :deep(textarea),
.viewed :deep(.n-base-selection),
.viewed :deep(.n-checkbox),
.viewed :deep(.plain-button:not(.figure)) {
  border-color: transparent;
  background: none;
  pointer-events: none;
  color: var(--muted);
}

@media (min-width: 1081px) {
  /* the judgement stays in sight while the step scrolls */
  .lower > :deep(.judgement) {
    position: sticky;
    top: 8px;
    max-height: calc(100vh - 16px);
    overflow-y: auto;
  }
}

@media print {
  .print-head {
    display: block;
    padding: 0 0 8px;
  }

  /* drawn for the window, it is made as small as the paper asks */
  .upper {
    zoom: var(--print-zoom, 0.55);
  }

  .lower {
    grid-template-columns: 1fr;
    padding: 0;
  }

  /* the widest table of a step, whole on the width of a letter or an A4 */
  .page {
    zoom: 0.7;
  }

  .lower > :deep(.judgement) {
    position: static;
    max-height: none;
    overflow: visible;
  }
}
</style>
