<script setup lang="ts">
// Faults of a file: where, what is wrong, what would be right.
import type { Fault } from '@vernal-slope/plan/document';
import PlainDialog from '../shell/PlainDialog.vue';

defineProps<{ show: boolean; file: string; faults: readonly Fault[] }>();
const emit = defineEmits<{ 'update:show': [show: boolean] }>();
const MOST = 50;
</script>

<template>
  <PlainDialog
    :show="show"
    :title="`${file} cannot be brought in`"
    :width="720"
    @update:show="(v: boolean) => emit('update:show', v)"
  >
    <p>
      Nothing was changed. {{ faults.length === 1 ? 'One thing is' : `${faults.length} things are` }} wrong in the file:
    </p>
    <ul data-test="faults">
      <li v-for="f in faults.slice(0, MOST)" :key="f.path + f.message">
        <code v-if="f.path !== '$'">{{ f.path }}</code><template v-else>The file</template> {{ f.message }};
        <strong>{{ f.advice }}</strong>.
      </li>
    </ul>
    <p v-if="faults.length > MOST" class="muted">and {{ faults.length - MOST }} more</p>
  </PlainDialog>
</template>

<style scoped>
ul {
  max-height: 50vh;
  overflow: auto;
  margin: 12px 0 0;
  padding-left: 20px;
}

li {
  margin-bottom: 6px;
  overflow-wrap: anywhere;
}

code {
  font-family: var(--font-figure);
  color: var(--brick-ink);
}
</style>
