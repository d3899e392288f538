<script setup lang="ts">
// An entry of the log, one at a time: a reading, or what else happened.
import { ref } from 'vue';
import type { Plan } from '@vernal-slope/plan/schema';
import EventForm from './EventForm.vue';
import { EVENT_WORDS, type EventKind } from '@vernal-slope/display/logwords';
import ReadingForm from './ReadingForm.vue';
import WalkReadings from './WalkReadings.vue';

defineProps<{ plan: Plan }>();
const kind = ref<'reading' | 'walk' | EventKind>('reading');
const KINDS = [
  { key: 'reading', name: 'A reading' },
  { key: 'walk', name: 'Readings, top to bottom' },
  ...Object.entries(EVENT_WORDS).map(([key, name]) => ({ key: key as EventKind, name })),
] as const;
</script>

<template>
  <section class="sheet entry" aria-labelledby="entry-title">
    <header>
      <h2 id="entry-title">Log</h2>
      <div class="kinds" role="group" aria-label="What to enter">
        <button
          v-for="k in KINDS"
          :key="k.key"
          type="button"
          class="tool"
          :aria-pressed="kind === k.key"
          :data-test="`log-${k.key}`"
          @click="kind = k.key"
        >
          {{ k.name }}
        </button>
      </div>
    </header>
    <ReadingForm v-if="kind === 'reading'" :plan="plan" />
    <WalkReadings v-else-if="kind === 'walk'" :plan="plan" />
    <EventForm v-else :plan="plan" :kind="kind" />
  </section>
</template>

<style scoped>
.entry {
  padding: 8px 16px 12px;
}

header,
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
}

.kinds {
  gap: 4px;
}

.kinds button {
  padding: 0 10px;
}

button[aria-pressed='true'] {
  background: var(--water-wash);
  font-weight: 700;
}
</style>
