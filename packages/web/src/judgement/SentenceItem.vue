<script setup lang="ts">
// One sentence of the judgement: its drop, its word, its figures with their workings, the change that would mend it.
import type { Command } from '@vernal-slope/plan/edit';
import type { LimitPart, Severity } from '@vernal-slope/plan/findings';
import { SEVERITY_WORD, type FigureKey, type Part } from '@vernal-slope/display/sentences';
import DropGlyph from '../shell/DropGlyph.vue';
import SentenceText from './SentenceText.vue';

defineProps<{
  severity: Severity;
  parts: readonly Part[];
  /** Offered beside it; left out while another change is tried. */
  remedy?: Command;
  /** Name of the offer in tests. */
  test?: string;
  /** Part of what is not known that it comes near. */
  limit?: LimitPart;
}>();
const emit = defineEmits<{ open: [key: FigureKey]; try: [command: Command] }>();
</script>

<template>
  <li>
    <DropGlyph :level="severity" :size="18" />
    <p>
      <strong :class="severity">{{ SEVERITY_WORD[severity] }}.</strong>{{ ' ' }}
      <SentenceText :parts="parts" @open="(key) => emit('open', key)" />
      <button
        v-if="remedy"
        type="button"
        class="plain-button edged small-try"
        :data-test="test"
        @click="remedy && emit('try', remedy)"
      >
        Try it
      </button>
      <a
        v-if="limit"
        class="limit small"
        :href="`/limits#${limit}`"
        target="_blank"
        rel="noopener"
        title="What is not known here, on a page of its own"
        data-test="limit"
        >limits</a
      >
    </p>
  </li>
</template>

<style scoped>
li {
  display: flex;
  gap: 10px;
}

.ok {
  color: var(--water-ink);
}

.warning {
  color: var(--amber-ink);
}

.error {
  color: var(--brick-ink);
}

.limit {
  margin-left: 6px;
  color: var(--muted);
}

.small-try {
  margin-left: 6px;
  min-height: 24px;
  padding: 0 8px;
  font-size: var(--text-s);
}
</style>
