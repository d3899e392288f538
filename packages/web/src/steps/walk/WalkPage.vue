<script setup lang="ts">
// The page of Walk on an open plan: the book of a line, or what to do where none is walked.
import { computed } from 'vue';
import { feeds } from '@vernal-slope/plan/kinds';
import { useSettings } from '../../display/settings.ts';
import { usePlanPage } from '../../session/planpage.ts';
import WalkBook from './WalkBook.vue';

const { id, results, line, leg, hovered, edit, showLine, choosePlace, pickLeg, open, joining, plan } = usePlanPage();
const settings = useSettings();
/** Where a first line can begin. */
const begins = computed(() => (plan.value?.nodes ?? []).filter((n) => feeds(n)).slice(0, 4));
const GROUPS = [
  { group: 'source', words: 'Add a source' },
  { group: 'tank', words: 'Add a tank' },
  { group: 'outlet', words: 'Add an outlet' },
] as const;
</script>

<template>
  <WalkBook
    v-if="results && line"
    :results="results"
    :plan-id="id"
    :line="line"
    :leg="leg && leg.line === line ? leg.leg : null"
    :hovered="hovered"
    :edit="edit"
    @line="showLine"
    @choose="choosePlace"
    @leg="(k) => pickLeg({ line, leg: k })"
    @hover="(ref) => (hovered = ref)"
    @open="open"
  />
  <section v-else class="sheet message">
    <h2>No line walked yet</h2>
    <p>
      Walk from the tank to where the water is wanted, with a tape and a level: for each leg how far, and how much up or
      down. It takes an hour for a few hundred {{ settings.units === 'us' ? 'feet' : 'metres' }}. The first line is laid
      here; its figures are guesses until they are walked.
    </p>
    <p class="begin">
      <button
        v-for="n in begins"
        :key="n.id"
        type="button"
        class="plain-button main"
        data-test="first-line"
        @click="joining.ask({ mode: 'line', from: { place: n.id } })"
      >
        A line from {{ n.name ?? n.id }}
      </button>
      <button
        v-for="g in GROUPS"
        :key="g.group"
        type="button"
        class="plain-button edged"
        :data-test="`add-${g.group}`"
        @click="joining.ask({ mode: 'line', group: g.group })"
      >
        {{ g.words }}
      </button>
    </p>
  </section>
</template>

<style scoped>
.message {
  padding: 24px;
}

.begin {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 12px;
}
</style>
