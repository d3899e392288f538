<script setup lang="ts">
// The page of Outlets on an open plan: taps and troughs, beds, rows; one bench at a time.
import { computed, inject, proxyRefs, useTemplateRef } from 'vue';
import { routerKey } from 'vue-router';
import { Plus } from '@lucide/vue';
import { fixtureOf } from '@vernal-slope/plan/cabin';
import { addRail } from '@vernal-slope/plan/drink';
import { addBeds, addRows } from '@vernal-slope/plan/edit';
import { addDrain } from '@vernal-slope/plan/greywater';
import { addTote, capacityOf } from '@vernal-slope/plan/tote';
import { isBareJoint, isStore, isTap } from '@vernal-slope/plan/kinds';
import type { StoreNode, TapNode } from '@vernal-slope/plan/schema';
import { nameIn } from '@vernal-slope/display/names';
import { useSettings } from '../../display/settings.ts';
import { usePlanPage } from '../../session/planpage.ts';
import BedsBench from './BedsBench.vue';
import DrainBench from './DrainBench.vue';
import DripBench from './DripBench.vue';
import OutletStep from './OutletStep.vue';
import CabinBench from './CabinBench.vue';
import RailBench from './RailBench.vue';
import ToteBench from './ToteBench.vue';
import TreatmentBench from './TreatmentBench.vue';
import TroughBench from './TroughBench.vue';
import { bedsPresets, drainPreset, railPresets, rowsPresets, totePreset } from './presets.ts';
import { outletsState } from './state.ts';
import { PLACES, toteId, type BenchTab } from './useBenches.ts';

const { results, plan, chosen, edit, perform, picked, tryIt, trying, openMade } = usePlanPage();
const settings = useSettings();
// none where a page is drawn by itself
const router = inject(routerKey, null);
const state = outletsState.use();
const { tabs, bench } = state;
const holes = proxyRefs(state.holes);
const groups = proxyRefs(state.groups);
const watering = proxyRefs(state.watering);
const levelling = proxyRefs(state.levelling);
const visit = proxyRefs(state.visit);
/** What goes before the name of a bench. */
const TITLES = {
  plot: '',
  rail: '',
  trough: '',
  tote: 'Tote: ',
  treatment: 'Treatment',
  chain: 'Beds: ',
  cabin: 'Taps under ',
  drain: 'Drain: ',
} as const;
/** A trough that is opened is the place that the page speaks of. */
function open(t: BenchTab): void {
  if (t.kind === 'trough') picked.value = t.of;
  state.picked.value = t.id;
}
const testOf = (t: BenchTab): string =>
  t.kind === 'cabin' || t.kind === 'tote' ? `${t.kind}-${t.of}` : t.kind === 'treatment' ? 'treatment' : t.id;
/** A tank's own entries are at its step. */
function toStore(id: string): void {
  picked.value = id;
  void router?.push({ params: { step: 'store' } });
}
function allEntries(id: string): void {
  picked.value = id;
  state.picked.value = PLACES;
}
/** Where a new garden hangs on: the chosen place where lines may leave it, else the last tank. */
const source = computed(() => {
  const nodes = plan.value?.nodes ?? [];
  const own = nodes.find((n) => n.id === picked.value);
  return isStore(own) || isBareJoint(own) ? own : nodes.filter(isStore).at(-1);
});
/** The list of what can be added folds again. */
const list = useTemplateRef<HTMLDetailsElement>('list');
const fold = (): void => void list.value?.removeAttribute('open');
function beds(key: string): void {
  fold();
  const preset = bedsPresets(settings.units).find((p) => p.key === key);
  if (!plan.value || !source.value || !preset) return;
  const command = addBeds(plan.value, source.value.id, preset.name, preset.made);
  if (perform(command)) state.picked.value = command.bucket;
}
const rails = computed(() => railPresets(settings.units, source.value !== undefined));
function rail(key: string): void {
  fold();
  const preset = rails.value.find((p) => p.key === key);
  if (!plan.value || !preset) return;
  const command = addRail(plan.value, source.value?.id, preset.called, preset.made);
  if (perform(command)) state.picked.value = command.rail;
}
/** The chosen tank, else the one that holds most. */
const largest = computed(() => {
  const stores = (plan.value?.nodes ?? []).filter(isStore);
  return (
    stores.find((n) => n.id === picked.value) ??
    stores.reduce<StoreNode | undefined>((a, b) => (!a || capacityOf(b) > capacityOf(a) ? b : a), undefined)
  );
});
/** It is filled at the chosen tank, else at the largest. */
function tote(): void {
  fold();
  if (!plan.value) return;
  const command = addTote(plan.value, largest.value?.id, 'Orchard tote', totePreset(settings.units));
  if (!perform(command)) return;
  const made = plan.value.nodes.find((n) => n.id === command.tote);
  if (isStore(made) && made.moved) state.picked.value = toteId({ ...made, moved: made.moved });
}
/** It begins at the tap that is chosen, else at the first one. */
function drain(): void {
  fold();
  if (!plan.value) return;
  const taps = plan.value.nodes.filter(isTap);
  // a kitchen's water is another matter
  const washes = (n: TapNode): boolean => !['sink', 'hose'].includes(fixtureOf(n)?.row.id ?? '');
  const from = taps.find((n) => n.id === picked.value) ?? taps.find(washes) ?? taps.at(0);
  const { called, made } = drainPreset(settings.units);
  const command = addDrain(plan.value, from?.id, called, made);
  if (perform(command)) state.picked.value = command.drain;
}
function rows(key: string): void {
  fold();
  const preset = rowsPresets(settings.units).find((p) => p.key === key);
  if (!plan.value || !source.value || !preset) return;
  const command = addRows(plan.value, source.value.id, preset.name, preset.made);
  if (perform(command)) state.picked.value = command.plot;
}
</script>

<template>
  <template v-if="results && plan">
    <nav class="benches sheet" aria-label="Benches">
      <button
        v-for="t in tabs"
        :key="t.id"
        type="button"
        class="plain-button tab"
        :class="{ on: state.shown.value === t.id }"
        :aria-pressed="state.shown.value === t.id"
        :data-test="`bench-${testOf(t)}`"
        @click="open(t)"
      >
        {{ TITLES[t.kind] }}{{ t.of ? nameIn(plan, t.of) : '' }}
      </button>
      <button
        type="button"
        class="plain-button tab"
        :class="{ on: bench.kind === 'place' }"
        :aria-pressed="bench.kind === 'place'"
        data-test="bench-places"
        @click="state.picked.value = PLACES"
      >
        All entries
      </button>
      <details ref="list" class="add" @keydown.esc.stop="fold">
        <summary class="plain-button" data-test="add-garden">
          <Plus :size="18" aria-hidden="true" />Rows, beds, drinkers, a tote, a drain
        </summary>
        <div class="choices">
          <p class="small muted">
            {{
              source
                ? `They hang on ${nameIn(plan, source.id)}; choose a tank or a tee for another.`
                : 'Nothing is there to hang rows or beds on yet; a rail gets a bucket that is filled by hand.'
            }}
          </p>
          <template v-if="source">
            <button
              v-for="p in rowsPresets(settings.units)"
              :key="p.key"
              type="button"
              class="plain-button edged"
              :data-test="`add-${p.key}`"
              @click="rows(p.key)"
            >
              {{ p.name }}
            </button>
            <button
              v-for="p in bedsPresets(settings.units)"
              :key="p.key"
              type="button"
              class="plain-button edged"
              :data-test="`add-${p.key}`"
              @click="beds(p.key)"
            >
              {{ p.name }}
            </button>
          </template>
          <button type="button" class="plain-button edged" data-test="add-tote" @click="tote">
            A tote that is carried to a far plot
          </button>
          <button type="button" class="plain-button edged" data-test="add-drain" @click="drain">
            A greywater drain to basins
          </button>
          <button
            v-for="p in rails"
            :key="p.key"
            type="button"
            class="plain-button edged"
            :data-test="`add-${p.key}`"
            @click="rail(p.key)"
          >
            {{ p.name }}
          </button>
        </div>
      </details>
    </nav>
    <BedsBench
      v-if="bench.kind === 'chain'"
      :plan="plan"
      :chain="bench.chain"
      :stands="bench.stands"
      :month="state.month.value"
      :levelling="levelling"
      :edit="edit"
      :chosen="picked"
      :trying="trying !== ''"
      @choose="(id) => (picked = id)"
      @try="tryIt"
      @working="openMade"
    />
    <CabinBench
      v-else-if="bench.kind === 'cabin'"
      :results="results"
      :plan="plan"
      :cabin="bench.cabin"
      :open="state.opened.value"
      :edit="edit"
      :trying="trying !== ''"
      @update:open="(open) => (state.opened.value = open)"
      @choose="allEntries"
      @try="tryIt"
      @working="openMade"
    />
    <TroughBench
      v-else-if="bench.kind === 'trough'"
      :key="bench.node.id"
      :results="results"
      :plan="plan"
      :node="bench.node"
      :visit="visit.answer ?? undefined"
      :edit="edit"
      :trying="trying !== ''"
      @all="allEntries"
      @try="tryIt"
      @working="openMade"
    />
    <ToteBench
      v-else-if="bench.kind === 'tote'"
      :key="`tote ${bench.node.id}`"
      :results="results"
      :plan="plan"
      :node="bench.node"
      :edit="edit"
      :trying="trying !== ''"
      @all="toStore"
      @try="tryIt"
      @working="openMade"
    />
    <TreatmentBench
      v-else-if="bench.kind === 'treatment'"
      :results="results"
      :plan="plan"
      :edit="edit"
      :trying="trying !== ''"
      @all="toStore"
      @try="tryIt"
      @working="openMade"
    />
    <DrainBench
      v-else-if="bench.kind === 'drain'"
      :key="bench.drain.id"
      :plan="plan"
      :drain="bench.drain"
      :edit="edit"
      :trying="trying !== ''"
      @try="tryIt"
      @working="openMade"
    />
    <RailBench
      v-else-if="bench.kind === 'rail'"
      :key="bench.rail.id"
      :results="results"
      :plan="plan"
      :rail="bench.rail"
      :edit="edit"
      :trying="trying !== ''"
      @try="tryIt"
      @working="openMade"
    />
    <DripBench
      v-else-if="bench.kind === 'plot'"
      :key="bench.plot.id"
      :results="results"
      :plan="plan"
      :plot="bench.plot"
      :month="state.month.value"
      :holes="holes"
      :groups="groups"
      :watering="watering"
      :edit="edit"
      :trying="trying !== ''"
      @try="tryIt"
      @working="openMade"
    />
    <OutletStep v-else :results="results" :chosen="chosen" :edit="edit" @choose="(id) => (picked = id)" />
  </template>
</template>

<style scoped>
.benches {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 8px 16px;
  margin-bottom: 8px;
}

.tab.on {
  background: var(--water-wash);
  border-color: var(--water);
}

.add {
  position: relative;
  margin-left: auto;
}

.add summary {
  display: inline-flex;
  gap: 4px;
  align-items: center;
  cursor: pointer;
  list-style: none;
}

.choices {
  position: absolute;
  right: 0;
  z-index: 5;
  display: grid;
  gap: 8px;
  width: 320px;
  max-height: 60vh;
  overflow-y: auto;
  padding: 12px;
  background: var(--sheet);
  border: var(--line-hair) solid var(--rule);
}

.choices button {
  white-space: normal;
  text-align: left;
}

.choices p {
  margin: 0;
}

@media print {
  .add {
    display: none;
  }
}
</style>
