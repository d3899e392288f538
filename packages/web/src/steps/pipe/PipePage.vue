<script setup lang="ts">
// The page of Pipe on an open plan.
import { usePlanPage } from '../../session/planpage.ts';
import PipeStep from './PipeStep.vue';

const { results, line, chosen, edit, showLine, tryIt, openMade } = usePlanPage();
</script>

<template>
  <PipeStep
    v-if="results"
    :results="results"
    :line="line"
    :chosen="chosen"
    :edit="edit"
    @line="showLine"
    @try="tryIt"
    @working="openMade"
  />
</template>
