<script setup lang="ts">
// A plan: stair, hillside, the step's own page, judgement, working.
import { useDocumentVisibility, useEventListener } from '@vueuse/core';
import { format } from 'date-fns';
import { storeToRefs } from 'pinia';
import { computed, defineAsyncComponent, nextTick, ref, shallowRef, watch } from 'vue';
import { onBeforeRouteLeave, useRouter } from 'vue-router';
import type { Working } from '@vernal-slope/core/working';
import { worstOf, type FigureKey, type StepKey } from '@vernal-slope/plan/findings';
import { isStore } from '@vernal-slope/plan/kinds';
import { lineLength } from '@vernal-slope/plan/positions';
import { routeTo } from '@vernal-slope/plan/topology';
import { nameIn } from '../display/names.ts';
import { showText } from '../display/quantities.ts';
import { useSettings } from '../display/settings.ts';
import HillsideView from '../drawings/hillside/HillsideView.vue';
import ViewSwitch from '../drawings/ViewSwitch.vue';
import FindingList from '../judgement/FindingList.vue';
import JudgementColumn from '../judgement/JudgementColumn.vue';
import { useSlowAnswers } from '../judgement/useSlowAnswers.ts';
import WorkingDrawer from '../judgement/WorkingDrawer.vue';
import { workingOf } from '../judgement/workings.ts';
import type { Version } from '../session/client.ts';
import ConflictDialog from '../session/ConflictDialog.vue';
import { usePlan } from '../session/plan.ts';
import { providePlanPage, type LegRef, type PlanPage } from '../session/planpage.ts';
import { useBudget } from '../session/useBudget.ts';
import { useEditing } from '../session/useEditing.ts';
import { usePlanResults } from '../session/usePlanResults.ts';
import { useSlide } from '../session/useSlide.ts';
import KeyHelp from '../shell/KeyHelp.vue';
import NoticeBar from '../shell/NoticeBar.vue';
import StairNav, { type Tread } from '../shell/StairNav.vue';
import { FIRST_STEP, hotkeyOf, stepOf, STEPS } from '../steps/registry.ts';
import type { StepUse } from '../steps/step.ts';
import MethodSettings from './MethodSettings.vue';
import PlanTools from './PlanTools.vue';
import { usePlanKeys } from './usePlanKeys.ts';

// what is not on the way to the first answer is fetched when it is opened
const WhatIf = defineAsyncComponent(() => import('../judgement/WhatIf.vue'));
const FromAbove = defineAsyncComponent(() => import('../drawings/above/FromAbove.vue'));
const HistoryDialog = defineAsyncComponent(() => import('../session/HistoryDialog.vue'));

const props = defineProps<{ id: string; step?: string }>();
const router = useRouter();
const store = usePlan();
const settings = useSettings();
const { revision, conflict, openFailure, notice } = storeToRefs(store);
const editing = useEditing(() => props.id);
const { plan, own, viewing, whatIf, edit, perform } = editing;
const results = usePlanResults(plan);
const beside = usePlanResults(own);
const budget = useBudget(plan);

const picked = ref('');
const line = ref('');
const leg = ref<LegRef | null>(null);
const hovered = ref<LegRef | null>(null);
const figure = shallowRef<FigureKey | null>(null);
const historyShown = ref(false);
const keysShown = ref(false);
const above = ref(false);
const current = computed<StepKey>(() => stepOf(props.step)?.key ?? FIRST_STEP);
const row = computed(() => stepOf(current.value) ?? STEPS[0]);

watch(
  () => props.id,
  (id) => {
    picked.value = '';
    line.value = '';
    leg.value = null;
    figure.value = null;
    editing.reset();
    void store.open(id);
  },
  { immediate: true },
);
watch(
  () => plan.value?.title,
  (title) => (document.title = title ? `${title} · Vernal Slope` : 'Vernal Slope'),
);

const uses = new Map<StepKey, StepUse>();
/** The place the page speaks of: what was picked, else what the step leads to, else the last place where water comes out. */
const chosen = computed(() => {
  const r = results.value;
  if (!r) return '';
  const leads = uses.get(current.value)?.leadsTo?.value;
  if (leads) return leads;
  if (r.compiled.nodes.has(picked.value)) return picked.value;
  const ends = r.consumers.filter((id) => !isStore(r.compiled.nodes.get(id)?.plan));
  return ends.at(-1) ?? r.consumers.at(-1) ?? r.compiled.plan.nodes.find(isStore)?.id ?? '';
});
const shownLine = computed(() => {
  const r = results.value;
  if (!r) return '';
  if (line.value && r.compiled.lines.has(line.value)) return line.value;
  return routeTo(r.compiled, chosen.value)?.lines.at(-1)?.line ?? r.compiled.plan.lines[0]?.id ?? '';
});

/** A working that a step made itself: of a pipe that is not laid, of a situation. */
const made = shallowRef<Working | null>(null);
const madeCount = ref(0);
watch([figure, plan], () => (made.value = null));

const page: PlanPage = {
  id: computed(() => props.id),
  plan,
  results,
  budget,
  step: current,
  picked,
  chosen,
  line: shownLine,
  leg,
  hovered,
  trying: computed(() => whatIf.value?.label ?? ''),
  edit,
  perform,
  tryIt: editing.tryIt,
  // another place: its own way, from its own walk
  choosePlace: (node) => {
    picked.value = node;
    line.value = '';
    leg.value = null;
  },
  showLine: (next) => {
    line.value = next;
    leg.value = null;
  },
  pickLeg: (ref) => {
    leg.value = ref;
    line.value = ref.line;
  },
  open: (key) => (figure.value = key),
  openMade: (now) => {
    figure.value = null;
    madeCount.value++;
    void nextTick(() => (made.value = now ?? null));
  },
};
providePlanPage(page);
for (const s of STEPS) if (s.use) uses.set(s.key, s.use(page));
const stepJudgement = computed(() => uses.get(current.value)?.judgement?.value ?? null);
const { slideTo, slid } = useSlide(page, () => viewing.value !== null);
const { answer: slow, busy, error: slowError } = useSlowAnswers(plan, chosen);

const treads = computed<Tread[]>(() => {
  const known = plan.value && results.value && { plan: plan.value, results: results.value, budget: budget.value };
  return STEPS.map((s) => {
    const found = known ? s.findings(known) : [];
    return {
      key: s.key,
      name: s.name,
      hotkey: hotkeyOf(s.key),
      level: known && s.begun(known.plan) ? worstOf(found) : 'begun',
      toSee: found.filter((f) => f.severity !== 'ok').length,
    };
  });
});
const go = (key: StepKey): void => void router.push({ name: 'plan', params: { id: props.id, step: key } });

const heading = computed(() => {
  const p = plan.value;
  const l = p?.lines.find((x) => x.id === shownLine.value);
  if (!p || !l) return { title: plan.value?.title ?? '', text: '' };
  const start = p.nodes.find((n) => n.id === l.from)?.groundM ?? 0;
  const fall = start - l.legs[l.legs.length - 1].endGroundM;
  return {
    title: l.name ?? `${nameIn(p, l.from)} to ${nameIn(p, l.to)}`,
    text: `${showText(lineLength(l), 'distance', settings.units)} of line, ${fall >= 0 ? 'falls' : 'rises'} ${showText(Math.abs(fall), 'rise', settings.units)}`,
  };
});

const working = computed<Working | null>(() => {
  if (made.value) return made.value;
  const key = figure.value;
  if (!results.value || !key) return null;
  for (const use of uses.values()) {
    const found = use.working?.(key);
    if (found) return found;
  }
  return workingOf(key, { results: results.value, budget: budget.value, slow: slow.value });
});

async function lookAt(version: Version): Promise<void> {
  if (!(await editing.lookAt(version))) return;
  historyShown.value = false;
  figure.value = null;
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
    if (chosen.value) figure.value = { of: 'flow', id: chosen.value };
  },
});
</script>

<template>
  <PlanTools
    :plan="plan"
    :trying="whatIf !== null"
    @undo="editing.undo"
    @redo="editing.redo"
    @history="openHistory"
    @keys="keysShown = true"
  />
  <StairNav v-if="plan" :steps="treads" :current="current" @go="go" />

  <main v-if="openFailure" class="message">
    <h1>{{ openFailure.kind === 'missing' ? 'No such plan' : 'The plan cannot be opened' }}</h1>
    <p v-if="openFailure.kind === 'unreachable'">
      The server cannot be reached.
      <button type="button" class="plain-button edged" @click="store.open(id)">Try again</button>
    </p>
    <p v-else-if="openFailure.kind === 'refused'">{{ openFailure.message }}</p>
    <p v-else>It may have been deleted. <RouterLink to="/">Your plans</RouterLink> are this way.</p>
  </main>
  <main v-else-if="results && plan">
    <p v-if="viewing" class="notice no-print" role="status" data-test="viewing">
      This is {{ viewing.name ? `“${viewing.name}”, ` : '' }}the plan as it was saved on
      {{ format(new Date(viewing.savedAt), 'd MMMM yyyy, HH:mm') }}. Nothing can be changed here.
      <button type="button" class="plain-button main" data-test="take-back" @click="editing.takeBack">
        Take it back
      </button>
      <button type="button" class="plain-button edged" data-test="back-to-now" @click="viewing = null">
        Back to now
      </button>
    </p>
    <div class="upper">
      <div v-if="!above" class="heading">
        <h1>{{ heading.title }}</h1>
        <p class="muted">{{ heading.text }}</p>
      </div>
      <FromAbove
        v-if="above"
        class="hill tall"
        :results="results"
        :plan-id="id"
        :chosen="chosen"
        :leg="leg"
        :hovered="hovered"
        :edit="edit"
        @leg="page.pickLeg"
        @hover="(ref: LegRef | null) => (hovered = ref)"
        @choose="page.choosePlace"
        ><template #switch><ViewSwitch v-model="above" /></template
      ></FromAbove>
      <HillsideView
        v-else
        class="hill"
        :class="{ low: stepJudgement }"
        :results="results"
        :chosen="chosen"
        :leg="leg"
        :hovered="hovered"
        :title="heading.title"
        :ghost="beside"
        :slides="!viewing"
        :close="row.close ?? false"
        @leg="page.pickLeg"
        @hover="(ref) => (hovered = ref)"
        @choose="page.choosePlace"
        @open="page.open"
        @slide="slideTo"
        @slid="slid"
        ><template #switch><ViewSwitch v-model="above" /></template
      ></HillsideView>
    </div>
    <div class="lower">
      <div class="page">
        <WhatIf
          v-if="beside && whatIf"
          :label="whatIf.label"
          :before="beside"
          :after="results"
          @working="page.openMade"
        />
        <component :is="row.page" />
        <MethodSettings :plan="plan" />
      </div>
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
        @open="page.open"
        @try="editing.tryIt"
        @keep="editing.keepIt"
        @back="editing.putBack"
      />
    </div>
    <WorkingDrawer
      v-if="working"
      :working="working"
      :title="figure ? JSON.stringify(figure) : `made ${madeCount}`"
      :alternatives="slow?.alternatives ?? []"
      @close="
        figure = null;
        made = null;
      "
    />
  </main>
  <main v-else class="message muted">Opening the plan …</main>
  <NoticeBar v-if="notice" :text="notice" @close="notice = ''" />
  <ConflictDialog :conflict="conflict" @mine="store.keepMine()" @theirs="store.takeTheirs()" @both="keepBoth" />
  <KeyHelp v-model:show="keysShown" :steps="treads" />
  <HistoryDialog v-if="historyShown" :id="id" v-model:show="historyShown" :revision="revision" @look="lookAt" />
</template>

<style scoped>
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

.notice {
  margin: 0;
  padding: 6px 16px;
  background: var(--amber-wash);
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

  .lower {
    padding: 0 0 16px;
    display: flex;
    flex-direction: column-reverse;
    align-items: stretch;
  }
}

@media print {
  .lower {
    grid-template-columns: 1fr;
  }
}
</style>
