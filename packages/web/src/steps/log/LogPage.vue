<script setup lang="ts">
// The page of Log on an open plan: a reading entered, those kept against the plan, what would explain them.
import { computed, proxyRefs } from 'vue';
import AnswerState from '../../judgement/AnswerState.vue';
import { usePlanPage } from '../../session/planpage.ts';
import CauseList from './CauseList.vue';
import DaysAhead from './DaysAhead.vue';
import DiaryList from './DiaryList.vue';
import LogEntry from './LogEntry.vue';
import ReadingTable from './ReadingTable.vue';
import { logState } from './state.ts';
import UpkeepList from './UpkeepList.vue';
import LaterPart from '../../shell/LaterPart.vue';

const { log, upkeep, asRead } = logState.use();
const page = usePlanPage();
const state = proxyRefs(log);
const answer = computed(() => log.answer.value);
const kept = proxyRefs(upkeep);
const ahead = computed(() => upkeep.answer.value);
const plan = computed(() => page.plan.value);
</script>

<template>
  <LogEntry v-if="plan && plan.nodes.length > 0" :plan="plan" />
  <section v-else class="sheet none" data-test="no-log">
    <h2>Log</h2>
    <p class="muted">
      Nothing to read yet. Enter where the water comes from and where it is wanted; once it runs, a gauge, a bucket and
      a watch say whether it does what was planned.
    </p>
  </section>
  <template v-if="answer && answer.diagnosis.readings.length > 0">
    <ReadingTable :answer="answer" :drawn="asRead" />
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
  <LaterPart v-if="plan && plan.nodes.length > 0" :after="2">
    <DiaryList :plan="plan" />
    <template v-if="ahead">
      <DaysAhead v-if="ahead.ahead.tanks.length > 0 && ahead.ahead.use > 0" :answer="ahead" />
      <section v-else-if="ahead.ahead.tanks.length > 0" class="sheet none">
        <h2>In the tanks, if no rain comes</h2>
        <p class="muted">Once Need says how much is taken a day, the days that the tanks last are counted here.</p>
      </section>
      <UpkeepList :answer="ahead" />
    </template>
    <section v-else class="sheet none">
      <AnswerState what="upkeep" :busy="kept.busy" :error="kept.error" @again="kept.ask" />
    </section>
  </LaterPart>
</template>

<style scoped>
.none {
  padding: 12px 16px;
}

.sheet + .sheet {
  margin-top: 12px;
}
</style>
