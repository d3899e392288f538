<script setup lang="ts">
// A bare number: heads, hours, per cent, a mark on a rod. A quantity of the plan has QuantityField. A number that cannot
// be is put back, and the field says why.
import { NInputNumber } from 'naive-ui';
import { ref, useId } from 'vue';

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
/** As its own object: the library’s types know no marks. */
const mark = (attrs: Record<string, unknown>): object => ({ 'data-test': attrs['data-test'] });
const emit = defineEmits<{ 'update:value': [value: number] }>();
const fault = ref('');
const faultId = useId();

function take(n: number | null): void {
  if (n === null) return;
  const { min = -Infinity, max = Infinity } = props;
  const range = max < Infinity ? `from ${min} to ${max}` : min > -Infinity ? `from ${min} up` : 'of any size';
  const good = n >= min && n <= max && (!props.whole || Number.isInteger(n));
  fault.value = good ? '' : `${n} cannot be: give a ${props.whole ? 'whole ' : ''}number ${range}.`;
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
      placeholder=""
      :input-props="{
        'aria-label': label,
        'aria-describedby': fault ? faultId : undefined,
        inputmode: 'decimal',
        ...mark($attrs),
      }"
      @update:value="take"
    />
    <small v-if="fault" :id="faultId" role="alert">{{ fault }}</small>
  </span>
</template>

<style scoped>
.number {
  display: inline-block;
}

small {
  display: block;
  color: var(--brick-ink);
}
</style>
