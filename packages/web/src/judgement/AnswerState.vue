<script setup lang="ts">
// What is said while an answer is worked out, and where it could not be: how far, stop, try again.
import { percent } from '@vernal-slope/display/quantities';

defineProps<{
  /** What is worked out: "the sizes". */
  what: string;
  busy: boolean;
  error: string;
  /** 0 to 1; left out where nobody knows. */
  progress?: number;
  /** It can be stopped, by a button of this name in tests. */
  stops?: string;
}>();
const emit = defineEmits<{ stop: []; again: [] }>();
</script>

<template>
  <p v-if="error" class="state" role="alert" data-test="answer-error">
    {{ error }} <button type="button" class="plain-button edged" @click="emit('again')">Try again</button>
  </p>
  <p v-else-if="busy" class="state muted" role="status">
    <progress v-if="progress !== undefined" :value="progress" max="1" :aria-label="`How far it is: ${what}`"></progress>
    Working out {{ what }}{{ progress === undefined ? ' …' : `, ${percent(progress)}` }}
    <button v-if="stops" type="button" class="plain-button edged" :data-test="stops" @click="emit('stop')">Stop</button>
  </p>
</template>

<style scoped>
.state {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin: 0;
  padding: 8px 16px;
}

progress {
  accent-color: var(--water);
}
</style>
