<script setup lang="ts">
// The page of Store on an open plan.
import { proxyRefs } from 'vue';
import { usePlanPage } from '../../session/planpage.ts';
import { storeState } from './state.ts';
import StoreStep from './StoreStep.vue';

const { results, budget, edit, open, picked } = usePlanPage();
const { tank, sizes: answer } = storeState.use();
const sizes = proxyRefs(answer);
</script>

<template>
  <StoreStep
    v-if="results"
    :results="results"
    :tank="tank"
    :balance="budget?.balance ?? null"
    :sizes="sizes"
    :edit="edit"
    @open="open"
    @tank="(id) => (picked = id)"
  />
</template>
