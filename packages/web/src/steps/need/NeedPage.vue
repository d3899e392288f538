<script setup lang="ts">
// The page of Need on an open plan.
import { usePlanPage } from '../../session/planpage.ts';
import NeedStep from './NeedStep.vue';

const { plan, budget } = usePlanPage();
</script>

<template>
  <NeedStep v-if="plan && budget" :plan="plan" :balance="budget.balance" />
</template>
