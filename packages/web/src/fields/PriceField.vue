<script setup lang="ts">
// A price: by the metre or the foot as the person reads lengths, or by the piece; empty where nobody said.
import { computed, ref } from 'vue';
import { readPrice, showPrice } from '@vernal-slope/display/quantities';
import { useSettings } from '../display/settings.ts';

const props = defineProps<{
  /** A metre, or a piece. */ price: number | undefined;
  perMetre?: boolean;
  label: string;
}>();
const emit = defineEmits<{ price: [price: number | undefined] }>();
const settings = useSettings();
const MOST = 1e6;
const shown = computed(() =>
  props.price === undefined ? '' : props.perMetre ? showPrice(props.price, settings.units) : String(props.price),
);
/** What was typed and is no price: it stays in its field. */
const bad = ref<string | null>(null);
function set(event: Event): void {
  const text = (event.target as HTMLInputElement).value.trim().replace(',', '.');
  const value = Number(text);
  bad.value = text !== '' && !(value > 0 && value < MOST) ? text : null;
  if (bad.value === null)
    emit('price', text === '' ? undefined : props.perMetre ? readPrice(value, settings.units) : value);
}
</script>

<template>
  <span class="price-field">
    <input
      type="text"
      inputmode="decimal"
      autocomplete="off"
      placeholder="…"
      :value="bad ?? shown"
      :aria-label="label"
      :aria-invalid="bad === null ? undefined : 'true'"
      @change="set"
    />
    <small v-if="bad !== null" role="alert">a number above 0</small>
  </span>
</template>

<style scoped>
.price-field {
  display: inline-block;
  text-align: right;
}

input {
  width: 64px;
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
