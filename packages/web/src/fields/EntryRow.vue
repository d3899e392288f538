<script setup lang="ts">
// One entered figure: its name, its field, a note under it.
import type { Limits, Quantity } from '@vernal-slope/display/quantities';
import QuantityField from './QuantityField.vue';

defineProps<{
  label: string;
  value?: number;
  /** The plan's field that it edits; else say the quantity, and everything is in SI. */
  field?: string;
  quantity?: Quantity;
  /** In SI. */
  limits?: Limits;
  note?: string;
  commit?: (value: number) => string | undefined;
  live?: boolean;
}>();
const emit = defineEmits<{ wrong: [wrong: boolean] }>();
</script>

<template>
  <div class="entry">
    <span class="label">{{ label }}</span>
    <span class="field">
      <slot
        ><QuantityField
          v-if="(quantity || field) && commit"
          :value="value"
          :field="field"
          :quantity="quantity"
          :label="label"
          :limits="limits"
          :commit="commit"
          :live="live"
          show-unit
          @wrong="(now) => emit('wrong', now)"
      /></slot>
    </span>
    <span v-if="note" class="note small muted">{{ note }}</span>
  </div>
</template>

<style scoped>
.entry {
  display: grid;
  grid-template-columns: minmax(110px, 1fr) minmax(130px, 190px);
  align-items: center;
  gap: 0 12px;
  padding: 3px 0;
  border-bottom: var(--line-hair) solid var(--rule);
}

.field {
  min-width: 0;
}

.field :deep(.quantity) {
  width: 100%;
}

.field :deep(.quantity .unit) {
  width: 68px;
}

.note {
  grid-column: 1 / -1;
}
</style>
