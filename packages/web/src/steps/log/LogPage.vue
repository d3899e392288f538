<script setup lang="ts">
// The page of Log on an open plan: a reading entered, those kept against the plan, what would explain them.
import { computed, proxyRefs } from 'vue';
import AnswerState from '../../judgement/AnswerState.vue';
import { usePlanPage } from '../../session/planpage.ts';
import CauseList from './CauseList.vue';
import ReadingForm from './ReadingForm.vue';
import ReadingTable from './ReadingTable.vue';
import { logState } from './state.ts';

const { log } = logState.use();
const page = usePlanPage();
const state = proxyRefs(log);
const answer = computed(() => log.answer.value);
const plan = computed(() => page.plan.value);
</script>

<template>
  <ReadingForm v-if="plan && plan.nodes.length > 0" :plan="plan" />
  <section v-else class="sheet none" data-test="no-log">
    <h2>Log</h2>
    <p class="muted">
      Nothing to read yet. Enter where the water comes from and where it is wanted; once it runs, a gauge, a bucket and
      a watch say whether it does what was planned.
    </p>
  </section>
  <template v-if="answer && answer.diagnosis.readings.length > 0">
    <ReadingTable :answer="answer" />
    <CauseList :answer="answer" @try="page.tryIt" />
  </template>
  <section v-else-if="!answer" class="sheet none">
    <AnswerState
      what="the readings"
      :busy="state.busy"
      :progress="state.progress"
      :error="state.error"
      @again="state.ask"
    />
  </section>
</template>

<style scoped>
.none {
  padding: 12px 16px;
}
</style>
