<script setup lang="ts">
// The page of Outlets on an open plan.
import { usePlanPage } from '../../session/planpage.ts';
import OutletStep from './OutletStep.vue';

const { results, chosen, edit, picked } = usePlanPage();
</script>

<template>
  <OutletStep v-if="results" :results="results" :chosen="chosen" :edit="edit" @choose="(id) => (picked = id)" />
</template>
