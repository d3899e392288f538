<script setup lang="ts">
// A plan that cannot be opened: why, and what can be done.
import type { Failure } from '../session/client.ts';

defineProps<{ failure: Failure }>();
const emit = defineEmits<{ again: [] }>();
</script>

<template>
  <main class="failure">
    <h1>{{ failure.kind === 'missing' ? 'No such plan' : 'The plan cannot be opened' }}</h1>
    <p v-if="failure.kind === 'unreachable'">
      The server cannot be reached.
      <button type="button" class="plain-button edged" @click="emit('again')">Try again</button>
    </p>
    <p v-else-if="failure.kind === 'refused'">{{ failure.message }}</p>
    <p v-else>It may have been deleted. <RouterLink to="/">Your plans</RouterLink> are this way.</p>
  </main>
</template>

<style scoped>
.failure {
  padding: 24px;
}
</style>
