<script setup lang="ts">
// The page of Parts on an open plan.
import { computed, proxyRefs, watch } from 'vue';
import AnswerState from '../../judgement/AnswerState.vue';
import { usePlanPage } from '../../session/planpage.ts';
import LaterPart from '../../shell/LaterPart.vue';
import AnyChain from './AnyChain.vue';
import BillTable from './BillTable.vue';
import CutBars from './CutBars.vue';
import JointBench from './JointBench.vue';
import OtherWays from './OtherWays.vue';
import SystemsTable from './SystemsTable.vue';
import { partsState } from './state.ts';

const { parts, joint } = partsState.use();
const page = usePlanPage();
const state = proxyRefs(parts);
const answer = computed(() => parts.answer.value);
/** A joint is shown where it sits: its leg lit, its place chosen. */
watch(joint, (key) => {
  const j = answer.value?.bill.joints.find((x) => x.key === key);
  if (!j) return;
  const [line, leg] = j.at.split(':');
  if (j.kept && 'line' in j.kept) page.pickLeg({ line: j.kept.line, leg: j.kept.leg });
  else if (leg !== undefined) page.pickLeg({ line, leg: Number(leg) });
  else if (page.plan.value?.nodes.some((n) => n.id === j.place)) page.choosePlace(j.place);
});
</script>

<template>
  <template v-if="answer && answer.bill.joints.length + answer.bill.items.length > 0">
    <JointBench v-model:joint="joint" :answer="answer" @working="page.openMade" @try="page.tryIt" />
    <LaterPart :after="2"><BillTable :answer="answer" @working="page.openMade" /></LaterPart>
    <LaterPart :after="4"><CutBars :answer="answer" @working="page.openMade" /></LaterPart>
    <LaterPart :after="5"><OtherWays :answer="answer" @working="page.openMade" /></LaterPart>
    <LaterPart :after="6"><SystemsTable :plan="answer.plan" @try="page.tryIt" /></LaterPart>
    <LaterPart :after="7"><AnyChain :answer="answer" /></LaterPart>
  </template>
  <section v-else-if="answer" class="sheet none" data-test="no-parts">
    <h2>Parts</h2>
    <p class="muted">
      Nothing to buy yet. Lead a line from a source or a tank to where water is wanted: its pipe, what joins it, the
      saws and the list for the shop follow from it.
    </p>
  </section>
  <section v-else class="sheet none">
    <AnswerState what="the bill" :busy="state.busy" :error="state.error" @again="state.ask" />
  </section>
</template>

<style scoped>
.none {
  padding: 12px 16px;
}
</style>
