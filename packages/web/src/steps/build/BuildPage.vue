<script setup lang="ts">
// The page of Build on an open plan: the days, the slope of the work, the step that is looked at, all of them.
import { computed, proxyRefs, watch } from 'vue';
import AnswerState from '../../judgement/AnswerState.vue';
import { showThing, usePlanPage } from '../../session/planpage.ts';
import LaterPart from '../../shell/LaterPart.vue';
import BuildDays from './BuildDays.vue';
import BuildList from './BuildList.vue';
import BuildSlope from './BuildSlope.vue';
import StepFacts from './StepFacts.vue';
import { buildState } from './state.ts';

const { work, chosen } = buildState.use();
const page = usePlanPage();
const state = proxyRefs(work);
const answer = computed(() => work.answer.value);
/** By their days; of one day in the order that holds. */
const steps = computed(() => [...(answer.value?.steps ?? [])].sort((a, b) => a.day - b.day));
const now = computed(
  () => steps.value.find((s) => s.id === chosen.value) ?? steps.value.find((s) => !s.done) ?? steps.value[0],
);
/** A step is shown where it is done. */
watch(chosen, (id) => {
  showThing(page, steps.value.find((s) => s.id === id)?.at ?? '');
});
</script>

<template>
  <template v-if="answer && steps.length > 0">
    <section class="sheet build" aria-labelledby="build-title">
      <BuildDays :answer="answer" />
      <BuildSlope v-model:chosen="chosen" :steps="steps" :now="now.id" :today="answer.today" />
    </section>
    <StepFacts :answer="answer" :step="now" />
    <LaterPart :after="2"><BuildList v-model:chosen="chosen" :answer="answer" :steps="steps" /></LaterPart>
  </template>
  <section v-else-if="answer" class="sheet none" data-test="no-work">
    <h2>Build</h2>
    <p class="muted">
      Nothing to build yet. Lead a line from a source or a tank to where water is wanted: what comes before what, how
      long one waits, and on which days follows from it.
    </p>
  </section>
  <section v-else class="sheet none">
    <AnswerState what="the work" :busy="state.busy" :error="state.error" @again="state.ask" />
  </section>
</template>

<style scoped>
.build {
  padding: 8px 16px 12px;
}

.none {
  padding: 12px 16px;
}
</style>
