<script setup lang="ts">
// What a place is joined to, in words, with a line from it and taking it out.
import { Plus, Trash2 } from '@lucide/vue';
import { usePlanPage } from '../session/planpage.ts';

defineProps<{
  place: string;
  /** "Filled by the spring." */
  says: string;
  /** Of the button that begins a line, and its name in tests. */
  lead: string;
  test: string;
  /** Of the button that takes it out. */
  out: string;
}>();
const { joining } = usePlanPage();
</script>

<template>
  <p class="small joined" data-test="joined">
    {{ says }}
    <button
      type="button"
      class="plain-button edged"
      :data-test="test"
      @click="joining.ask({ mode: 'line', from: { place } })"
    >
      <Plus :size="16" aria-hidden="true" />{{ lead }}
    </button>
    <button type="button" class="plain-button" data-test="take-out" @click="joining.ask({ mode: 'out', place })">
      <Trash2 :size="18" aria-hidden="true" />{{ out }}
    </button>
  </p>
</template>

<style scoped>
.joined {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
}
</style>
