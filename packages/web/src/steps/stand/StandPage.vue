<script setup lang="ts">
// The page of Stand on an open plan.
import { proxyRefs } from 'vue';
import { usePlanPage } from '../../session/planpage.ts';
import { standState } from './state.ts';
import StandStep from './StandStep.vue';

const { plan, edit, trying, tryIt, openMade, picked } = usePlanPage();
const state = standState.use();
const { answer } = state;
const figures = proxyRefs(state.figures);
const ways = proxyRefs(state.ways);
</script>

<template>
  <StandStep
    v-if="plan"
    :plan="plan"
    :answer="answer"
    :figures="figures"
    :ways="ways"
    :trying="trying !== ''"
    :edit="edit"
    @tank="(id) => (picked = id)"
    @try="tryIt"
    @working="openMade"
  />
</template>
