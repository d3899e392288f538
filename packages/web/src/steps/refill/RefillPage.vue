<script setup lang="ts">
// The page of Refill on an open plan.
import { proxyRefs } from 'vue';
import { usePlanPage } from '../../session/planpage.ts';
import RefillStep from './RefillStep.vue';
import { refillState } from './state.ts';

const { plan, trying, tryIt, openMade, picked, choosePlace } = usePlanPage();
const state = refillState.use();
const { span, month, pickedMonth, now, guessed } = state;
const run = proxyRefs(state.run);
const asked = { mends: proxyRefs(state.mends), heads: proxyRefs(state.heads), spread: proxyRefs(state.spread) };
</script>

<template>
  <RefillStep
    v-if="plan"
    :plan="plan"
    :run="run"
    :asked="asked"
    :span="span"
    :month="month"
    :now="now"
    :chosen="picked"
    :trying="trying !== ''"
    :guessed="guessed"
    @span="(s) => (span = s)"
    @month="(m) => (pickedMonth = m)"
    @now="(t) => (now = t)"
    @choose="choosePlace"
    @heads="state.askHeads"
    @try="tryIt"
    @working="openMade"
    @guessed="(done) => (guessed = done)"
  />
</template>
