<script setup lang="ts">
// The page of Walk on an open plan: the book of a line, or what to do where none is walked.
import { usePlanPage } from '../../session/planpage.ts';
import WalkBook from './WalkBook.vue';

const { id, results, line, leg, hovered, edit, showLine, choosePlace, pickLeg, open } = usePlanPage();
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
      down. It takes an hour for a few hundred metres. Quick start on the page of your plans makes the first line from
      five figures.
    </p>
  </section>
</template>

<style scoped>
.message {
  padding: 24px;
}
</style>
