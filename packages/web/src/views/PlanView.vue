<script setup lang="ts">
// A plan: stair, hillside, the step's own page, judgement, working.
import { CloudOff, Download, History, Keyboard, Printer, Redo2, Undo2 } from '@lucide/vue';
import { useEventListener, useDocumentVisibility } from '@vueuse/core';
import { format } from 'date-fns';
import { storeToRefs } from 'pinia';
import { computed, defineAsyncComponent, nextTick, ref, shallowRef, watch } from 'vue';
import { onBeforeRouteLeave, useRouter } from 'vue-router';
import { worstOf } from '@vernal-slope/core/judge';
import { storeFindings } from '@vernal-slope/plan/budget';
import type { Working } from '@vernal-slope/core/working';
import {
  applyCommand,
  changePlan,
  glimpse,
  replacePlan,
  setTitle,
  slidePlace,
  together,
  type Command,
} from '@vernal-slope/plan/edit';
import { crossChecks } from '@vernal-slope/plan/document';
import type { Plan } from '@vernal-slope/plan/schema';
import { api, type Version, type VersionPlan } from '../api/client.ts';
import { standAnswer, standFindings } from '@vernal-slope/plan/stand';
import { lineLength } from '@vernal-slope/plan/positions';
import { routeTo } from '@vernal-slope/plan/solve';
import ConflictDialog from '../components/ConflictDialog.vue';
import HillsideView from '../components/HillsideView.vue';
import type { LegRef, Slide } from '../hillside/section.ts';
import JudgementColumn from '../components/JudgementColumn.vue';
import KeyHelp from '../components/KeyHelp.vue';
import NameField from '../components/NameField.vue';
import OutletStep from '../components/OutletStep.vue';
import StairNav, { type Step } from '../components/StairNav.vue';
import StoreStep from '../components/StoreStep.vue';
import FindingList from '../components/FindingList.vue';
import TopBar from '../components/TopBar.vue';
import ViewSwitch from '../components/ViewSwitch.vue';
import WalkBook from '../components/WalkBook.vue';
import WorkingDrawer from '../components/WorkingDrawer.vue';
import { useBudget } from '../composables/useBudget.ts';
import { providePassing } from '../composables/usePassing.ts';
import { passingResults, usePlanResults } from '../composables/usePlanResults.ts';
import { useStand } from '../composables/useStand.ts';
import { useSizes } from '../composables/useSizes.ts';
import { useStepJudgement } from '../composables/useStepJudgement.ts';
import { useSlowAnswers } from '../composables/useSlowAnswers.ts';
import { nameIn } from '../display/names.ts';
import { showText } from '../display/quantities.ts';
import { workingOf } from '../display/workings.ts';
import type { FigureKey } from '../display/words.ts';
import { downloadPlan } from '../files.ts';
import { usePlan } from '../stores/plan.ts';
import { useSettings } from '../stores/settings.ts';

// steps that are not on the way to the first answer are fetched when they are opened
const WaterStep = defineAsyncComponent(() => import('../components/WaterStep.vue'));
const PipeStep = defineAsyncComponent(() => import('../components/PipeStep.vue'));
const StandStep = defineAsyncComponent(() => import('../components/StandStep.vue'));
const WhatIf = defineAsyncComponent(() => import('../components/WhatIf.vue'));
const FromAbove = defineAsyncComponent(() => import('../components/FromAbove.vue'));
const HistoryDialog = defineAsyncComponent(() => import('../components/HistoryDialog.vue'));
const NeedStep = defineAsyncComponent(() => import('../components/NeedStep.vue'));

const props = defineProps<{ id: string; step?: string }>();
const router = useRouter();
const store = usePlan();
const settings = useSettings();
const {
  plan: stored,
  revision,
  state,
  savedAt,
  undoLabel,
  redoLabel,
  conflict,
  openFailure,
  notice,
} = storeToRefs(store);
const historyShown = ref(false);
/** An older version that is only looked at; nothing can be changed meanwhile. */
const viewing = shallowRef<VersionPlan | null>(null);
/** A copy beside the plan with something changed; nothing of it is saved until it is kept. */
const whatIf = shallowRef<{ label: string; commands: readonly Command[]; plan: Plan } | null>(null);
const plan = computed(() => viewing.value?.document ?? whatIf.value?.plan ?? stored.value);
const beside = usePlanResults(computed(() => (whatIf.value ? stored.value : null)));

const results = usePlanResults(plan);
const picked = ref('');
const line = ref('');
const leg = ref<LegRef | null>(null);
const hovered = ref<LegRef | null>(null);
const figure = shallowRef<FigureKey | null>(null);
const keysShown = ref(false);
const above = ref(false);
const trying = computed(() => whatIf.value?.label ?? '');

watch(
  () => props.id,
  (id) => {
    picked.value = '';
    line.value = '';
    leg.value = null;
    figure.value = null;
    whatIf.value = null;
    viewing.value = null;
    void store.open(id);
  },
  { immediate: true },
);
watch(
  () => plan.value?.title,
  (title) => (document.title = title ? `${title} · Vernal Slope` : 'Vernal Slope'),
);

const current = computed(() => props.step || 'walk');
/** The tank that the Stand step is about: what was picked, else the first that stands on something. */
const standTank = computed(() => {
  const tanks = plan.value?.nodes.filter((n) => n.kind === 'tank') ?? [];
  const raised = tanks.find((t) => (t.standM ?? 0) > 0);
  return (tanks.find((t) => t.id === picked.value) ?? raised ?? tanks[0])?.id ?? '';
});
const stand = computed(() => {
  const tank = plan.value?.nodes.find((n) => n.id === standTank.value);
  return plan.value && tank?.kind === 'tank' ? standAnswer(plan.value, tank) : null;
});
const askedTank = computed(() => (current.value === 'stand' ? standTank.value : ''));
const { figures: standFigures, ways: standWays, progress: standProgress } = useStand(plan, askedTank);

/** The place the judgement speaks of: what was picked, else the last place where water comes out. */
const chosen = computed(() => {
  const r = results.value;
  if (!r) return '';
  const kind = r.compiled.nodes.get(picked.value)?.plan.kind;
  // at Stand the slope shows the way from the tank to the place that governs its height
  if (current.value === 'stand' && (!kind || kind === 'tank'))
    return standFigures.value?.heights.needs.most?.found.governing ?? standTank.value;
  if (kind) return picked.value;
  const ends = r.takers.filter((id) => r.compiled.nodes.get(id)?.plan.kind !== 'tank');
  return ends.at(-1) ?? r.takers.at(-1) ?? r.compiled.plan.nodes.find((n) => n.kind === 'tank')?.id ?? '';
});
const shownLine = computed(() => {
  const r = results.value;
  if (!r) return '';
  if (line.value && r.compiled.lines.has(line.value)) return line.value;
  return routeTo(r.compiled, chosen.value)?.lines.at(-1)?.line ?? r.compiled.plan.lines[0]?.id ?? '';
});
const { answers: slow, busy } = useSlowAnswers(plan, chosen);

const budget = useBudget(plan);
const storeTank = computed(() => {
  const tanks = plan.value?.nodes.filter((n) => n.kind === 'tank') ?? [];
  return (tanks.find((t) => t.id === picked.value) ?? tanks[0])?.id ?? '';
});
const sizedTank = computed(() => (current.value === 'store' ? storeTank.value : ''));
const { answer: sizes, progress, cancel: cancelSizes } = useSizes(plan, sizedTank);

const stepJudgement = useStepJudgement({ plan, budget, results, current, storeTank, sizes, stand, standFigures });

/** Findings of every tank, without the years of days. */
const storeStep = computed(() => {
  const b = budget.value;
  return b ? b.plan.nodes.flatMap((n) => (n.kind === 'tank' ? storeFindings(b.plan, n.id, b.balance) : [])) : [];
});
/** Findings about lines that the pipe can mend; the others are about the walk. */
const OF_PIPES = /^(hump|air|rating|part-full|hazen|least-pipe|slow|surge)/;
const steps = computed<Step[]>(() => {
  const found = results.value?.findings ?? [];
  const nodes = new Map(plan.value?.nodes.map((n) => [n.id, n.kind]) ?? []);
  const at = (kinds: readonly (string | undefined)[]): typeof found =>
    found.filter((f) => kinds.includes(nodes.get(f.at)));
  const ofLines = at([undefined]);
  const walked = (plan.value?.lines.length ?? 0) > 0;
  const make = (key: string, name: string, number: number, list: typeof found, begun: boolean): Step => ({
    key,
    name,
    number,
    level: begun ? worstOf(list) : 'begun',
    toSee: list.filter((f) => f.severity !== 'good').length,
  });
  return [
    make(
      'water',
      'Water',
      1,
      [...at(['source']), ...(budget.value?.findings.filter((f) => f.at !== 'need') ?? [])],
      [...nodes.values()].includes('source'),
    ),
    make(
      'need',
      'Need',
      2,
      budget.value?.findings.filter((f) => f.at === 'need') ?? [],
      (budget.value?.balance.needs.rows.length ?? 0) > 0,
    ),
    make('store', 'Store', 3, storeStep.value, [...nodes.values()].includes('tank')),
    make(
      'walk',
      'Walk',
      4,
      ofLines.filter((f) => !OF_PIPES.test(f.code)),
      walked,
    ),
    make(
      'stand',
      'Stand',
      5,
      plan.value ? standFindings(plan.value) : [],
      plan.value?.nodes.some((n) => n.kind === 'tank' && n.stand) ?? false,
    ),
    make(
      'pipe',
      'Pipe',
      6,
      ofLines.filter((f) => OF_PIPES.test(f.code)),
      walked,
    ),
    make(
      'outlets',
      'Outlets',
      7,
      at(['outlet', 'trough']),
      [...nodes.values()].some((k) => k === 'outlet' || k === 'trough'),
    ),
  ];
});
const go = (key: string): void => void router.push({ name: 'plan', params: { id: props.id, step: key } });

const heading = computed(() => {
  const p = plan.value;
  const l = p?.lines.find((x) => x.id === shownLine.value);
  if (!p || !l) return { title: plan.value?.title ?? '', text: '' };
  const length = lineLength(l);
  const start = p.nodes.find((n) => n.id === l.from)?.groundM ?? 0;
  const fall = start - l.legs[l.legs.length - 1].endGroundM;
  return {
    title: l.name ?? `${nameIn(p, l.from)} to ${nameIn(p, l.to)}`,
    text: `${showText(length, 'distance', settings.units)} of line, ${fall >= 0 ? 'falls' : 'rises'} ${showText(Math.abs(fall), 'rise', settings.units)}`,
  };
});

async function lookAt(version: Version): Promise<void> {
  const answer = await api.version(props.id, version.revision);
  if (answer.ok) {
    viewing.value = answer.value;
    historyShown.value = false;
    figure.value = null;
  } else notice.value = 'This version cannot be read: the server cannot be reached.';
}
function takeBack(): void {
  const old = viewing.value;
  if (!old) return;
  viewing.value = null;
  edit(replacePlan(old.document, `taken back: ${old.name ?? `version ${old.revision}`}`));
}
async function openHistory(): Promise<void> {
  await store.flush();
  historyShown.value = true;
}

const OLDER: ReturnType<typeof store.edit> = [
  { path: '$', message: 'this is an older version', advice: 'take it back first, or go back to now' },
];
/** Changes the what-if while there is one, else the plan. */
function edit(command: Command): ReturnType<typeof store.edit> {
  if (viewing.value) return OLDER;
  return whatIf.value ? tryMore(command, whatIf.value.label) : store.edit(command);
}
function tryMore(command: Command, label: string): ReturnType<typeof store.edit> {
  const from = whatIf.value?.plan ?? stored.value;
  const applied = from && applyCommand(from, command);
  if (!applied) return [];
  const faults = crossChecks(applied.plan);
  if (faults.length === 0)
    whatIf.value = { label, commands: [...(whatIf.value?.commands ?? []), command], plan: applied.plan };
  return faults;
}
function tryIt(command: Command): void {
  if (viewing.value) return;
  const faults = tryMore(command, command.label);
  if (faults.length > 0) notice.value = `It cannot be tried: ${faults[0].message}.`;
}
function keepIt(): void {
  const now = whatIf.value;
  whatIf.value = null;
  if (now) store.edit(together(now.label, now.commands));
}
const putBack = (): void => void (whatIf.value = null);
/** Within a what-if the last change of it is undone, then the what-if itself. */
function undo(): void {
  const now = whatIf.value;
  if (!now || !stored.value) return store.undo();
  const left = now.commands.slice(0, -1);
  const rest = left.length > 0 && applyCommand(stored.value, together(now.label, left));
  whatIf.value = rest ? { ...now, commands: left, plan: rest.plan } : null;
}
function redo(): void {
  if (!whatIf.value) store.redo();
}

/** The plan with a place slid to where the pointer is; nothing is changed until it is let go. */
const slideCommand = shallowRef<Command | null>(null);
const slideResults = providePassing();
function slideTo(slide: Slide): void {
  if (!plan.value || viewing.value) return;
  slideCommand.value = slidePlace(slide.line, slide.end, slide.chainage);
  const before = slideResults.value ?? results.value;
  const slidden = glimpse(plan.value, slideCommand.value);
  if (before) slideResults.value = passingResults(slidden, before, slide.node);
}
function slid(done: boolean): void {
  const command = slideCommand.value;
  slideResults.value = null;
  slideCommand.value = null;
  if (!done || !command) return;
  const faults = edit(command);
  if (faults.length > 0) notice.value = `It cannot stand there: ${faults[0].message}.`;
}

/** Another place: its own way, from its own walk. */
function choosePlace(node: string): void {
  picked.value = node;
  line.value = '';
  leg.value = null;
}
/** Another line in the step's own table. */
function showLine(next: string): void {
  line.value = next;
  leg.value = null;
}
function pickLeg(ref: LegRef): void {
  leg.value = ref;
  line.value = ref.line;
}

/** A working that a step made itself: of a pipe that is not laid, of a situation. */
const made = shallowRef<Working | null>(null);
watch([figure, plan], () => (made.value = null));
const madeCount = ref(0);
function openMade(now: Working | undefined): void {
  figure.value = null;
  madeCount.value++;
  void nextTick(() => (made.value = now ?? null));
}
const working = computed<Working | null>(() =>
  made.value
    ? made.value
    : results.value && figure.value
      ? workingOf(figure.value, {
          results: results.value,
          budget: budget.value,
          slow: slow.value,
          sizes: sizes.value,
        })
      : null,
);

const STATES = {
  unsaved: 'Saving soon',
  saving: 'Saving',
  offline: 'Not saved: no connection, kept here',
  conflict: 'Saved from elsewhere too',
  refused: 'Not saved',
} as const;
const stateText = computed(() =>
  state.value === 'saved' ? `Saved ${savedAt.value ? format(savedAt.value, 'HH:mm') : ''}` : STATES[state.value],
);
const printPage = (): void => window.print();

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

const typingIn = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.matches('input:not([type=checkbox]), textarea, select') || target.isContentEditable);

useEventListener('keydown', (event: KeyboardEvent) => {
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
    // a field with unfinished typing keeps the browser's own undo
    if (typingIn(event.target) && (event.target as HTMLInputElement).closest('.wrong')) return;
    event.preventDefault();
    if (typingIn(event.target)) (event.target as HTMLElement).blur();
    if (event.shiftKey) redo();
    else undo();
    return;
  }
  if (event.ctrlKey || event.metaKey || event.altKey || typingIn(event.target)) return;
  if (document.querySelector('.n-modal')) return;
  const step = steps.value.find((s) => String(s.number) === event.key);
  if (step) go(step.key);
  else if (event.key === '?') keysShown.value = true;
  else if (event.key === 'w') {
    const focused = document.activeElement;
    if (focused instanceof HTMLButtonElement && focused.classList.contains('figure')) focused.click();
    else if (chosen.value) figure.value = { of: 'flow', id: chosen.value };
  } else if (event.key === 't') document.querySelector<HTMLButtonElement>('[data-test=try]')?.click();
  else return;
  event.preventDefault();
});

const setFriction = (event: Event): void => {
  const value = (event.target as HTMLSelectElement).value as 'darcy-weisbach' | 'hazen-williams';
  edit(changePlan('friction law', (p) => void ((p.settings ??= {}).friction = value)));
};
const setSiphons = (event: Event): void => {
  const value = (event.target as HTMLSelectElement).value as 'held' | 'allowed';
  edit(changePlan('siphons', (p) => void ((p.settings ??= {}).siphons = value)));
};
const setTemperature = (event: Event): void => {
  const input = event.target as HTMLInputElement;
  const value = Number(input.value);
  if (input.value !== '' && value >= 0 && value <= 60)
    edit(changePlan('water temperature', (p) => void ((p.site ??= {}).waterTemperatureC = value)));
  else input.value = String(plan.value?.site?.waterTemperatureC ?? 10);
};
</script>

<template>
  <TopBar>
    <template #title>
      <NameField
        v-if="plan"
        class="title"
        :value="plan.title"
        label="Name of the plan"
        @change="(title) => edit(setTitle(title))"
      />
      <span class="saved" :class="state" role="status" data-test="saved"
        ><CloudOff v-if="state === 'offline'" :size="16" aria-hidden="true" />{{ plan ? stateText : '' }}</span
      >
    </template>
    <template #tools>
      <button
        type="button"
        class="plain-button"
        :disabled="!undoLabel && !whatIf"
        :title="undoLabel ? `Undo ${undoLabel} (Ctrl Z)` : 'Nothing to undo'"
        aria-label="Undo"
        data-test="undo"
        @click="undo"
      >
        <Undo2 :size="18" aria-hidden="true" /><span class="wide">Undo</span>
      </button>
      <button
        type="button"
        class="plain-button"
        :disabled="!redoLabel"
        :title="redoLabel ? `Redo ${redoLabel} (Ctrl Shift Z)` : 'Nothing to redo'"
        aria-label="Redo"
        data-test="redo"
        @click="redo"
      >
        <Redo2 :size="18" aria-hidden="true" />
      </button>
    </template>
    <template #end>
      <button
        type="button"
        class="plain-button"
        title="History: look at an older version, take it back"
        aria-label="History"
        data-test="history"
        @click="openHistory"
      >
        <History :size="18" aria-hidden="true" />
      </button>
      <button
        type="button"
        class="plain-button"
        title="Save as a plan file"
        aria-label="Save as a plan file"
        data-test="export"
        @click="plan && downloadPlan(plan)"
      >
        <Download :size="18" aria-hidden="true" />
      </button>
      <button type="button" class="plain-button keys" title="Keys (?)" aria-label="Keys" @click="keysShown = true">
        <Keyboard :size="18" aria-hidden="true" />
      </button>
      <button
        type="button"
        class="plain-button edged"
        title="Print the book"
        aria-label="Print the book"
        @click="printPage"
      >
        <Printer :size="18" aria-hidden="true" /><span class="wide">Print the book</span>
      </button>
    </template>
  </TopBar>
  <StairNav v-if="plan" :steps="steps" :current="current" @go="go" />

  <main v-if="openFailure" class="message">
    <h1>{{ openFailure.kind === 'missing' ? 'No such plan' : 'The plan cannot be opened' }}</h1>
    <p v-if="openFailure.kind === 'unreachable'">
      The server cannot be reached.
      <button type="button" class="plain-button edged" @click="store.open(id)">Try again</button>
    </p>
    <p v-else>It may have been deleted. <RouterLink to="/">Your plans</RouterLink> are this way.</p>
  </main>
  <main v-else-if="results && plan">
    <p v-if="notice" class="notice no-print" role="status">
      {{ notice }} <button type="button" class="plain-button edged" @click="notice = ''">Close</button>
    </p>
    <p v-if="viewing" class="notice no-print" role="status" data-test="viewing">
      This is {{ viewing.name ? `“${viewing.name}”, ` : '' }}the plan as it was saved on
      {{ format(new Date(viewing.savedAt), 'd MMMM yyyy, HH:mm') }}. Nothing can be changed here.
      <button type="button" class="plain-button main" data-test="take-back" @click="takeBack">Take it back</button>
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
        @leg="pickLeg"
        @hover="(ref: LegRef | null) => (hovered = ref)"
        @choose="choosePlace"
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
        :close="current === 'stand'"
        @leg="pickLeg"
        @hover="(ref) => (hovered = ref)"
        @choose="choosePlace"
        @open="(key) => (figure = key)"
        @slide="slideTo"
        @slid="slid"
        ><template #switch><ViewSwitch v-model="above" /></template
      ></HillsideView>
    </div>
    <div class="lower">
      <div class="page">
        <WhatIf v-if="beside && whatIf" :label="whatIf.label" :before="beside" :after="results" @working="openMade" />
        <WalkBook
          v-if="current === 'walk' && shownLine"
          :results="results"
          :plan-id="id"
          :line="shownLine"
          :leg="leg && leg.line === shownLine ? leg.leg : null"
          :hovered="hovered"
          :edit="edit"
          @line="showLine"
          @choose="choosePlace"
          @leg="(k) => (leg = { line: shownLine, leg: k })"
          @hover="(ref) => (hovered = ref)"
          @open="(key) => (figure = key)"
        />
        <section v-else-if="current === 'walk'" class="sheet message">
          <h2>No line walked yet</h2>
          <p>
            Walk from the tank to where the water is wanted, with a tape and a level: for each leg how far, and how much
            up or down. It takes an hour for a few hundred metres. Quick start on the page of your plans makes the first
            line from five figures.
          </p>
        </section>
        <PipeStep
          v-else-if="current === 'pipe'"
          :results="results"
          :line="shownLine"
          :chosen="chosen"
          :edit="edit"
          @line="showLine"
          @try="tryIt"
          @working="openMade"
        />
        <StandStep
          v-else-if="current === 'stand'"
          :plan="plan"
          :answer="stand"
          :figures="standFigures"
          :ways="standWays"
          :progress="standProgress"
          :trying="!!whatIf"
          :edit="edit"
          @tank="(node: string) => (picked = node)"
          @try="tryIt"
          @working="openMade"
        />
        <WaterStep
          v-else-if="current === 'water' && budget"
          :plan="plan"
          :balance="budget.balance"
          :edit="edit"
          @open="(key) => (figure = key)"
        />
        <NeedStep
          v-else-if="current === 'need' && budget"
          :plan="plan"
          :balance="budget.balance"
          :edit="edit"
          @open="(key) => (figure = key)"
        />
        <StoreStep
          v-else-if="current === 'store'"
          :results="results"
          :tank="storeTank"
          :balance="budget?.balance ?? null"
          :curve="sizes"
          :progress="progress"
          :edit="edit"
          @cancel="cancelSizes"
          @open="(key: FigureKey) => (figure = key)"
          @tank="(node) => (picked = node)"
        />
        <OutletStep v-else :results="results" :chosen="chosen" :edit="edit" @choose="(node) => (picked = node)" />
        <details class="method small">
          <summary>How it is worked out</summary>
          <div class="settings">
            <label
              >Friction
              <select :value="plan.settings?.friction ?? 'darcy-weisbach'" @change="setFriction">
                <option value="darcy-weisbach">Darcy-Weisbach, Colebrook</option>
                <option value="hazen-williams">Hazen-Williams</option>
              </select></label
            >
            <label
              >Over a hump
              <select :value="plan.settings?.siphons ?? 'held'" @change="setSiphons">
                <option value="held">no siphon is counted on</option>
                <option value="allowed">a full siphon is counted on</option>
              </select></label
            >
            <label
              >Water, °C
              <input
                type="number"
                min="0"
                max="60"
                step="1"
                :value="plan.site?.waterTemperatureC ?? 10"
                @change="setTemperature"
            /></label>
          </div>
          <p class="muted">
            Planning figures, with nothing allowed for wear, leaks or bad measuring. Local codes, water rights and
            licensed practice come first. Untested water is not for drinking.
          </p>
        </details>
      </div>
      <FindingList
        v-if="stepJudgement"
        :plan="plan"
        v-bind="stepJudgement"
        :trying="trying"
        @open="(key) => (figure = key)"
        @try="tryIt"
        @keep="keepIt"
        @back="putBack"
      />
      <JudgementColumn
        v-else
        :results="results"
        :chosen="chosen"
        :slow="slow"
        :busy="busy"
        :trying="trying"
        @open="(key) => (figure = key)"
        @try="tryIt"
        @keep="keepIt"
        @back="putBack"
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
  <ConflictDialog :conflict="conflict" @mine="store.keepMine()" @theirs="store.takeTheirs()" @both="keepBoth" />
  <KeyHelp v-model:show="keysShown" />
  <HistoryDialog v-if="historyShown" :id="id" v-model:show="historyShown" :revision="revision" @look="lookAt" />
</template>

<style scoped>
.title {
  max-width: 280px;
  border-color: transparent;
  background: none;
  font-weight: 700;
}

.title:hover,
.title:focus {
  border-color: var(--rule-strong);
}

.saved {
  display: inline-flex;
  margin-left: auto;
  gap: 6px;
  align-items: center;
  padding: 0 8px;
  color: var(--muted);
  font-size: var(--text-s);
  white-space: nowrap;
}

.saved.offline,
.saved.conflict,
.saved.refused {
  color: var(--amber-ink);
  font-weight: 700;
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

.method {
  margin-top: 12px;
}

.method summary {
  cursor: pointer;
  color: var(--muted);
}

.settings {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  padding: 8px 0;
}

.settings select,
.settings input {
  min-height: var(--hit);
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--sheet);
}

.settings input {
  width: 64px;
}

@media (max-width: 1080px) {
  .lower {
    grid-template-columns: 1fr;
  }

  .wide {
    display: none;
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

  .title {
    max-width: 100%;
    min-width: 0;
    flex: 1;
  }

  .keys {
    display: none;
  }
}

@media print {
  .lower {
    grid-template-columns: 1fr;
  }
}
</style>
