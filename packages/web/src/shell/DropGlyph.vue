<script setup lang="ts">
// The drop beside every status: full, half, hollow. Never alone: a word stands with it.
import { computed, useId } from 'vue';
import type { Severity } from '@vernal-slope/plan/findings';

const props = withDefaults(defineProps<{ level: Severity | 'begun'; size?: number }>(), { size: 16 });
const clip = useId();
const colour = computed(
  () =>
    ({ ok: 'var(--water)', warning: 'var(--amber)', error: 'var(--brick)', begun: 'var(--rule-strong)' })[props.level],
);
const shape = 'M8 1.500C10.700 4.700 13 7.200 13 10a5 5 0 0 1-10 0C3 7.200 5.300 4.700 8 1.500z';
</script>

<template>
  <svg :width="size" :height="size" viewBox="0 0 16 16" aria-hidden="true" class="drop">
    <clipPath :id="clip"><rect x="0" y="9" width="16" height="7" /></clipPath>
    <path v-if="level === 'ok'" :d="shape" :fill="colour" />
    <path v-if="level === 'warning'" :d="shape" :fill="colour" :clip-path="`url(#${clip})`" />
    <path :d="shape" fill="none" :stroke="colour" stroke-width="1.6" />
  </svg>
</template>

<style scoped>
.drop {
  flex: none;
  vertical-align: -2px;
}
</style>
