<script setup lang="ts">
// Your plans: a card each; start one, bring one in, duplicate, delete with undo.
import { ArchiveRestore, ArrowDownToLine, ChevronRight, Plus, Zap } from '@lucide/vue';
import { defineAsyncComponent, onMounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import type { Fault } from '@vernal-slope/plan/document';
import type { Plan } from '@vernal-slope/plan/schema';
import { role, signInNeeded } from '../session/access.ts';
import { api, type PlanSummary } from '../session/client.ts';
import AccessTools from './AccessTools.vue';
import FaultList from './FaultList.vue';
import PlanCard from './PlanCard.vue';
import TopBar from '../shell/TopBar.vue';
import { downloadPlan, readPlanFile } from '../session/files.ts';
import { useSettings } from '../display/settings.ts';
import FileField from '../fields/FileField.vue';

const CopiesDialog = defineAsyncComponent(() => import('./CopiesDialog.vue'));

const router = useRouter();
const settings = useSettings();
const plans = shallowRef<PlanSummary[] | null>(null);
const trouble = ref('');
const picker = ref<InstanceType<typeof FileField>>();
const faults = shallowRef<{ file: string; list: readonly Fault[] } | null>(null);
const faultsShown = ref(false);
const copiesShown = ref(false);
const deleted = shallowRef<PlanSummary | null>(null);

async function load(): Promise<void> {
  const answer = await api.list();
  if (answer.ok) {
    plans.value = answer.value;
    trouble.value = '';
  } else trouble.value = 'The server cannot be reached. Your plans are kept there; try again in a moment.';
}
onMounted(load);

async function create(document: Plan, open: boolean, step?: string): Promise<void> {
  const answer = await api.create(document);
  if (answer.ok) {
    if (open) await router.push({ name: 'plan', params: { id: answer.value.id, ...(step ? { step } : {}) } });
    else await load();
  } else if (answer.failure.kind === 'refused' && answer.failure.faults.length > 0) {
    faults.value = { file: document.title, list: answer.failure.faults };
    faultsShown.value = true;
  } else
    trouble.value =
      answer.failure.kind === 'refused'
        ? answer.failure.message
        : 'The plan could not be saved: the server cannot be reached. Nothing was changed.';
}

/** An archive is a plan with its photographs. */
async function bringPacked(file: File): Promise<void> {
  const { bringArchive } = await import('../session/archive.ts');
  const made = await bringArchive(new Uint8Array(await file.arrayBuffer()), (plan) => api.create(plan));
  if (made.ok) {
    if (made.lost === 0) return void (await router.push({ name: 'plan', params: { id: made.stored.id } }));
    trouble.value = `The plan is there, but ${made.lost === 1 ? 'one photograph was' : `${made.lost} photographs were`} not taken by the server. Bring the archive in again in a moment.`;
    await load();
  } else if (made.faults.length > 0) {
    faults.value = { file: file.name, list: made.faults };
    faultsShown.value = true;
  } else trouble.value = made.message;
}

async function bringIn(file: File): Promise<void> {
  trouble.value = '';
  if ((await file.slice(0, 2).text()) === 'PK') return bringPacked(file);
  const loaded = await readPlanFile(file);
  if (loaded.ok) await create(loaded.plan, true);
  else {
    faults.value = { file: file.name, list: loaded.faults };
    faultsShown.value = true;
  }
}

async function remove(plan: PlanSummary): Promise<void> {
  const answer = await api.remove(plan.id);
  if (answer.ok || answer.failure.kind === 'missing') {
    deleted.value = answer.ok ? plan : null;
    await load();
  } else
    trouble.value =
      answer.failure.kind === 'refused'
        ? answer.failure.message
        : 'The plan could not be deleted: the server cannot be reached.';
}

async function bringBack(): Promise<void> {
  if (!deleted.value) return;
  const answer = await api.restore(deleted.value.id);
  if (answer.ok) deleted.value = null;
  await load();
}
/** Everything is as it was then: what was said of before no longer holds. */
async function restored(): Promise<void> {
  deleted.value = null;
  await load();
}
/** Nothing yet: the first steps lead on from there. */
const emptyPlan = (): Plan => ({
  format: 'vernal-slope/plan',
  version: 1,
  title: 'My place',
  settings: { units: settings.units },
  used: [],
  nodes: [],
  lines: [],
});
</script>

<template>
  <TopBar />
  <div class="steps" aria-hidden="true"><i></i><i></i><i></i><i></i></div>
  <main>
    <header>
      <h1>Your plans</h1>
      <p class="muted">Kept by the server this page came from.</p>
      <span class="bring">
        <AccessTools />
        <button
          v-if="role === 'writes'"
          type="button"
          class="plain-button"
          data-test="copies-open"
          @click="copiesShown = true"
        >
          <ArchiveRestore :size="18" aria-hidden="true" />Copies of everything
        </button>
        <button v-if="role !== 'reads'" type="button" class="plain-button edged" @click="picker?.open()">
          <ArrowDownToLine :size="18" aria-hidden="true" />Bring in a plan
        </button>
      </span>
      <FileField
        ref="picker"
        hidden
        label="Plan file"
        accept=".json,.zip,application/json,application/zip"
        data-test="file"
        @file="bringIn"
      />
    </header>
    <p v-if="trouble && !signInNeeded" class="trouble" role="alert">
      {{ trouble }} <button type="button" class="plain-button edged" @click="load">Try again</button>
    </p>
    <p v-if="deleted" class="deleted" role="status">
      “{{ deleted.title }}” was deleted.
      <button type="button" class="plain-button edged" data-test="undo-delete" @click="bringBack">Bring it back</button>
    </p>
    <div class="grid">
      <PlanCard
        v-for="plan in plans ?? []"
        :key="`${plan.id}-${plan.revision}`"
        :plan="plan"
        @duplicate="(document) => create({ ...document, title: `${document.title}, copy` }, false)"
        @download="downloadPlan"
        @remove="remove(plan)"
      />
      <section v-if="plans && role !== 'reads'" class="start">
        <svg viewBox="0 0 400 90" aria-hidden="true"><path d="M0 30C120 34 220 74 400 78" /></svg>
        <div>
          <h2>Start a plan</h2>
          <p class="muted">Five figures give the first answer in a minute. Walk it properly afterwards.</p>
          <RouterLink :to="{ name: 'start' }" class="plain-button edged wide" data-test="quick-start"
            ><Zap :size="18" aria-hidden="true" />Quick start<ChevronRight :size="18" aria-hidden="true" class="end"
          /></RouterLink>
          <button
            type="button"
            class="plain-button edged wide"
            data-test="empty-plan"
            @click="create(emptyPlan(), true, 'water')"
          >
            <Plus :size="18" aria-hidden="true" />An empty plan, place by place<ChevronRight
              :size="18"
              aria-hidden="true"
              class="end"
            />
          </button>
          <button type="button" class="plain-button edged wide" @click="picker?.open()">
            <ArrowDownToLine :size="18" aria-hidden="true" />From a plan file<ChevronRight
              :size="18"
              aria-hidden="true"
              class="end"
            />
          </button>
        </div>
      </section>
    </div>
  </main>
  <FaultList v-model:show="faultsShown" :file="faults?.file ?? ''" :faults="faults?.list ?? []" />
  <CopiesDialog v-if="copiesShown" v-model:show="copiesShown" @restored="restored" />
</template>

<style scoped>
.steps {
  display: flex;
  background: linear-gradient(var(--sheet), var(--sheet)) no-repeat 0 0 / 100% 2px;
}

.steps i {
  flex: 1;
  height: 2px;
  background: var(--sheet);
  border-bottom: 1.5px solid var(--rule-strong);
}

.steps i:nth-child(2) {
  height: 5px;
}

.steps i:nth-child(3) {
  height: 8px;
}

.steps i:nth-child(4) {
  height: 11px;
}

main {
  max-width: 1600px;
  margin: 0 auto;
  padding: 16px;
}

main > header {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 8px 20px;
  margin-bottom: 16px;
}

.bring {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
  margin-left: auto;
}

.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(360px, 100%), 1fr));
  gap: 24px;
}

.start {
  display: flex;
  flex-direction: column;
  justify-content: space-between;
  border: var(--line-hair) dashed var(--rule-strong);
  border-radius: var(--radius);
}

.start > svg {
  display: block;
  width: 100%;
}

.start path {
  fill: none;
  stroke: var(--rule-strong);
  stroke-dasharray: 6 5;
}

.start > div {
  padding: 0 16px 16px;
}

.wide {
  display: flex;
  justify-content: flex-start;
  margin-top: 8px;
  width: 100%;
}

.wide .end {
  margin-left: auto;
}

.trouble,
.deleted {
  margin-bottom: 16px;
  padding: 8px 12px;
  background: var(--amber-wash);
  border-radius: var(--radius);
}
</style>
