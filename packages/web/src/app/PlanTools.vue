<script setup lang="ts">
// The top bar of an open plan: its name, whether it is saved, undo, history, file, keys, print.
import { BookText, CloudOff, Download, History, Keyboard, Printer, Redo2, Undo2 } from '@lucide/vue';
import { format } from 'date-fns';
import { storeToRefs } from 'pinia';
import { computed } from 'vue';
import { setTitle } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import NameField from '../fields/NameField.vue';
import { downloadPlan } from '../session/files.ts';
import { role } from '../session/access.ts';
import { usePlan } from '../session/plan.ts';
import { useEdits } from '../session/planpage.ts';
import TopBar from '../shell/TopBar.vue';

defineProps<{ plan: Plan | null; id: string; trying: boolean }>();
const emit = defineEmits<{ undo: []; redo: []; history: []; keys: [] }>();
const { perform } = useEdits();
const { state, savedAt, undoLabel, redoLabel } = storeToRefs(usePlan());

const STATES = {
  unsaved: 'Saving soon',
  saving: 'Saving',
  offline: 'Not saved: no connection, kept here',
  conflict: 'Saved from elsewhere too',
  refused: 'Not saved',
} as const;
const stateText = computed(() => {
  if (role.value === 'reads') return 'Read only';
  return state.value === 'saved' ? `Saved ${savedAt.value ? format(savedAt.value, 'HH:mm') : ''}` : STATES[state.value];
});
const printPage = (): void => window.print();
</script>

<template>
  <TopBar>
    <template #title>
      <NameField
        v-if="plan"
        class="title"
        :value="plan.title"
        label="Name of the plan"
        @change="(title) => perform(setTitle(title))"
      />
      <span class="saved" :class="state" role="status" data-test="saved"
        ><CloudOff v-if="state === 'offline'" :size="16" aria-hidden="true" />{{ plan ? stateText : '' }}</span
      >
    </template>
    <template #tools>
      <button
        type="button"
        class="plain-button"
        :disabled="!undoLabel && !trying"
        :title="undoLabel ? `Undo ${undoLabel} (Ctrl Z)` : 'Nothing to undo'"
        aria-label="Undo"
        data-test="undo"
        @click="emit('undo')"
      >
        <Undo2 :size="18" aria-hidden="true" /><span class="wide">Undo</span>
      </button>
      <button
        type="button"
        class="plain-button"
        :disabled="!redoLabel"
        :title="redoLabel ? `Redo ${redoLabel} (Ctrl Shift Z)` : 'Nothing to redo'"
        aria-label="Redo"
        data-test="redo"
        @click="emit('redo')"
      >
        <Redo2 :size="18" aria-hidden="true" />
      </button>
    </template>
    <template #end>
      <button
        type="button"
        class="plain-button"
        title="History: look at an older version, take it back"
        aria-label="History"
        data-test="history"
        @click="emit('history')"
      >
        <History :size="18" aria-hidden="true" />
      </button>
      <button
        type="button"
        class="plain-button"
        title="Save as a plan file"
        aria-label="Save as a plan file"
        data-test="export"
        @click="plan && downloadPlan(plan)"
      >
        <Download :size="18" aria-hidden="true" />
      </button>
      <button type="button" class="plain-button keys" title="Keys (?)" aria-label="Keys" @click="emit('keys')">
        <Keyboard :size="18" aria-hidden="true" />
      </button>
      <button
        type="button"
        class="plain-button print-one"
        title="Print this page, whole, with its drawing"
        aria-label="Print this page"
        @click="printPage"
      >
        <Printer :size="18" aria-hidden="true" />
      </button>
      <RouterLink
        class="plain-button edged"
        title="The book: the plan on paper, as PDF, as a file to share"
        aria-label="The book"
        data-test="open-book"
        :to="{ name: 'book', params: { id } }"
        ><BookText :size="18" aria-hidden="true" /><span class="wide">The book</span></RouterLink
      >
    </template>
  </TopBar>
</template>

<style scoped>
.title {
  max-width: 280px;
  border-color: transparent;
  background: none;
  font-weight: 700;
}

.title:hover,
.title:focus {
  border-color: var(--rule-strong);
}

.saved {
  display: inline-flex;
  margin-left: auto;
  gap: 6px;
  align-items: center;
  padding: 0 8px;
  color: var(--muted);
  font-size: var(--text-s);
  white-space: nowrap;
}

.saved.offline,
.saved.conflict,
.saved.refused {
  color: var(--amber-ink);
  font-weight: 700;
}

@media (max-width: 1080px) {
  .wide {
    display: none;
  }
}

@media (max-width: 640px) {
  .title {
    max-width: 100%;
    min-width: 0;
    flex: 1;
  }

  .keys,
  .print-one {
    display: none;
  }
}
</style>
