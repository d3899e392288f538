<script setup lang="ts">
// The page of Outlets on an open plan: taps and troughs, beds, rows; one bench at a time.
import { computed, proxyRefs, useTemplateRef } from 'vue';
import { Plus } from '@lucide/vue';
import { fixtureOf } from '@vernal-slope/plan/cabin';
import { addRail } from '@vernal-slope/plan/drink';
import { addBeds, addRows } from '@vernal-slope/plan/edit';
import { addDrain } from '@vernal-slope/plan/greywater';
import { isBareJoint, isStore, isTap } from '@vernal-slope/plan/kinds';
import type { TapNode } from '@vernal-slope/plan/schema';
import { nameIn } from '../../display/names.ts';
import { useSettings } from '../../display/settings.ts';
import { usePlanPage } from '../../session/planpage.ts';
import BedsBench from './BedsBench.vue';
import DrainBench from './DrainBench.vue';
import DripBench from './DripBench.vue';
import OutletStep from './OutletStep.vue';
import CabinBench from './CabinBench.vue';
import RailBench from './RailBench.vue';
import { bedsPresets, drainPreset, railPresets, rowsPresets } from './presets.ts';
import { outletsState } from './state.ts';
import { PLACES } from './useBenches.ts';

const { results, plan, chosen, edit, perform, picked, tryIt, trying, openMade } = usePlanPage();
const settings = useSettings();
const state = outletsState.use();
const { tabs, bench } = state;
const holes = proxyRefs(state.holes);
const groups = proxyRefs(state.groups);
const watering = proxyRefs(state.watering);
const levelling = proxyRefs(state.levelling);
/** What goes before the name of a bench. */
const TITLES = { plot: '', rail: '', chain: 'Beds: ', cabin: 'Taps under ', drain: 'Drain: ' } as const;
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
        type="button"
        class="plain-button tab"
        :class="{ on: bench.kind === 'place' }"
        :aria-pressed="bench.kind === 'place'"
        data-test="bench-places"
        @click="state.picked.value = PLACES"
      >
        Taps and troughs
      </button>
      <button
        v-for="t in tabs"
        :key="t.id"
        type="button"
        class="plain-button tab"
        :class="{ on: state.shown.value === t.id }"
        :aria-pressed="state.shown.value === t.id"
        :data-test="`bench-${t.kind === 'cabin' ? `cabin-${t.of}` : t.id}`"
        @click="state.picked.value = t.id"
      >
        {{ TITLES[t.kind] }}{{ nameIn(plan, t.of) }}
      </button>
      <details ref="list" class="add" @keydown.esc.stop="fold">
        <summary class="plain-button" data-test="add-garden">
          <Plus :size="18" aria-hidden="true" />Rows, beds, drinkers or a drain
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
      :trying="trying !== ''"
      @update:open="(open) => (state.opened.value = open)"
      @choose="allEntries"
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
