<script setup lang="ts">
// One figure asked for, then done: how far, at what length.
import { ref, watch } from 'vue';
import type { Limits, Quantity } from '@vernal-slope/display/quantities';
import EntryRow from '../../fields/EntryRow.vue';
import PlainDialog from '../../shell/PlainDialog.vue';

export interface Asked {
  readonly title: string;
  readonly label: string;
  readonly note: string;
  readonly value: number;
  readonly quantity: Quantity;
  readonly limits: Limits;
  readonly action: string;
  /** @returns why it could not be done, or nothing */
  readonly run: (si: number) => string | undefined;
}

const props = defineProps<{ asked: Asked | null }>();
const emit = defineEmits<{ close: [] }>();
const value = ref(0);
const trouble = ref('');
/** What stands in the field is no such figure: nothing is done with the one before it. */
const wrong = ref(false);
watch(
  () => props.asked,
  (asked) => {
    value.value = asked?.value ?? 0;
    trouble.value = '';
    wrong.value = false;
  },
  { immediate: true },
);
function take(): void {
  trouble.value = props.asked?.run(value.value) ?? '';
  if (!trouble.value) emit('close');
}
</script>

<template>
  <PlainDialog :show="asked !== null" :title="asked?.title ?? ''" :width="520" @update:show="emit('close')">
    <template v-if="asked">
      <EntryRow
        :label="asked.label"
        :value="value"
        :quantity="asked.quantity"
        :limits="asked.limits"
        :note="asked.note"
        :commit="
          (si) => {
            value = si;
            return undefined;
          }
        "
        live
        @wrong="(now) => (wrong = now)"
      />
      <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
      <p>
        <button type="button" class="plain-button main" data-test="take-amount" :disabled="wrong" @click="take">
          {{ asked.action }}
        </button>
      </p>
    </template>
  </PlainDialog>
</template>

<style scoped>
.wrong {
  color: var(--brick-ink);
}

p {
  margin: 12px 0 0;
}
</style>
