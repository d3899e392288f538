<script setup lang="ts">
// The page of Water on an open plan.
import { usePlanPage } from '../../session/planpage.ts';
import WaterStep from './WaterStep.vue';

const { plan, budget, edit, open } = usePlanPage();
</script>

<template>
  <WaterStep v-if="plan && budget" :plan="plan" :balance="budget.balance" :edit="edit" @open="open" />
</template>
