<script setup lang="ts">
// How many, in a row of a long list: a whole number from 0 up; what is none stays in its field and is told.
import { ref, watch } from 'vue';

const props = defineProps<{ value: number; label: string }>();
const emit = defineEmits<{ 'update:value': [value: number] }>();
const MOST = 1e6;
const bad = ref<string | null>(null);
watch(
  () => props.value,
  () => (bad.value = null),
);
function set(event: Event): void {
  const text = (event.target as HTMLInputElement).value.trim();
  const value = text === '' ? 0 : Number(text);
  bad.value = Number.isInteger(value) && value >= 0 && value <= MOST ? null : text;
  if (bad.value === null) emit('update:value', value);
}
</script>

<template>
  <span class="count-cell">
    <input
      type="text"
      inputmode="numeric"
      autocomplete="off"
      placeholder="0"
      :value="bad ?? (value === 0 ? '' : value)"
      :aria-label="label"
      :aria-invalid="bad === null ? undefined : 'true'"
      @change="set"
    />
    <small v-if="bad !== null" role="alert">a whole number from 0</small>
  </span>
</template>

<style scoped>
.count-cell {
  display: inline-block;
  text-align: right;
}

input {
  width: 54px;
  min-height: 26px;
  padding: 0 6px;
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--sheet);
  text-align: right;
}

input[aria-invalid] {
  border-color: var(--brick);
}

small {
  display: block;
  max-width: 96px;
  color: var(--brick-ink);
  font-size: var(--text-s);
  white-space: normal;
}
</style>
