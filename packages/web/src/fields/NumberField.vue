<script setup lang="ts">
// A bare number: heads, hours, per cent, a mark on a rod. A quantity of the plan has QuantityField. A number that cannot
// be is put back, and the field says why.
import { NInputNumber } from 'naive-ui';
import { ref, useId, watch } from 'vue';
import { bareNumber } from '@vernal-slope/display/quantities';
import { testMark } from './mark.ts';

// a mark for tests belongs on the field itself
defineOptions({ inheritAttrs: false });
const props = defineProps<{
  value: number | undefined;
  label: string;
  min?: number;
  max?: number;
  step?: number;
  whole?: boolean;
  /** With each key, not on leaving the field. */
  live?: boolean;
}>();
const emit = defineEmits<{ 'update:value': [value: number] }>();
const fault = ref('');
const faultId = useId();
const right = (): void => void (fault.value = '');
// another value, also by undo: what was wrong is past
watch(() => props.value, right);

/** Words are no number: said, and what stood there comes back. */
function parse(text: string): number | null {
  const typed = text.trim();
  if (typed === '') return null;
  const n = Number(
    typed
      .replace('−', '-')
      .replace(/,(?=\d{3}\b)/g, '')
      .replace(',', '.'),
  );
  if (!Number.isNaN(n)) return n;
  fault.value = `“${typed}” cannot be: give a number ${range()}.`;
  return null;
}
function range(): string {
  const { min = -Infinity, max = Infinity } = props;
  if (max < Infinity) return `from ${bareNumber(min)} to ${bareNumber(max)}`;
  return min > -Infinity ? `from ${bareNumber(min)} up` : 'of any size';
}
function take(n: number | null): void {
  if (n === null) return;
  const { min = -Infinity, max = Infinity } = props;
  const good = n >= min && n <= max && (!props.whole || Number.isInteger(n));
  fault.value = good ? '' : `${bareNumber(n)} cannot be: give a ${props.whole ? 'whole ' : ''}number ${range()}.`;
  if (good) emit('update:value', n);
}
</script>

<template>
  <span class="number" :class="$attrs.class">
    <NInputNumber
      :value="value ?? null"
      :step="step ?? 1"
      :update-value-on-input="live ?? false"
      :show-button="false"
      :parse="parse"
      placeholder=""
      :input-props="{
        'aria-label': label,
        'aria-describedby': fault ? faultId : undefined,
        inputmode: 'decimal',
        ...testMark($attrs),
      }"
      @focus="right"
      @update:value="take"
    />
    <small v-if="fault" :id="faultId" role="alert">{{ fault }}</small>
  </span>
</template>

<style scoped>
.number {
  position: relative;
  display: inline-block;
}

/* beside a narrow field there is no room for words: they lie under it, over what follows */
small {
  position: absolute;
  z-index: 5;
  top: 100%;
  left: 0;
  width: max-content;
  max-width: 240px;
  padding: 2px 6px;
  background: var(--sheet);
  border: var(--line-hair) solid var(--brick);
  border-radius: var(--radius);
  color: var(--brick-ink);
}
</style>
