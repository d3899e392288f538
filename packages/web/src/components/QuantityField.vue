<script setup lang="ts">
// A field for one quantity: shows its unit, takes any unit typed in, keeps what was typed when it cannot be used.
import { computed, ref, useId, watch } from 'vue';
import { editable, read, unitFor, type Limits, type Quantity } from '../display/quantities.ts';
import { useSettings } from '../stores/settings.ts';

const props = defineProps<{
  /** SI */
  value: number | undefined;
  quantity: Quantity;
  label: string;
  limits?: Limits;
  /** Takes the SI figure; returns why it cannot be used, or nothing. */
  commit: (si: number) => string | undefined;
  /** Show the unit beside the field. */
  showUnit?: boolean;
  /** Ledger look: no box until it is pointed at or focused. */
  plain?: boolean;
  signed?: boolean;
  /** Commit as one types. */
  live?: boolean;
}>();
const emit = defineEmits<{ next: [backwards: boolean] }>();

const settings = useSettings();
const errorId = useId();
const error = ref('');
const typing = ref(false);
const draft = ref('');

const shown = computed(() => {
  if (props.value === undefined) return '';
  const text = editable(props.value, props.quantity, settings.units);
  return props.signed && props.value > 0 ? `+${text}` : text;
});
const symbol = computed(() => unitFor(props.quantity, settings.units).symbol);

watch(
  [shown],
  () => {
    if (!typing.value && !error.value) draft.value = shown.value;
  },
  { immediate: true },
);
// another value from outside (undo, another row) clears what was wrong
watch(
  () => props.value,
  () => {
    error.value = '';
    if (!typing.value) draft.value = shown.value;
  },
);

function attempt(): boolean {
  if (draft.value.trim() === shown.value) {
    error.value = '';
    draft.value = shown.value;
    return true;
  }
  const reading = read(draft.value, props.quantity, settings.units, props.limits);
  error.value = reading.ok ? (props.commit(reading.si) ?? '') : reading.message;
  return error.value === '';
}

function onInput(event: Event): void {
  draft.value = (event.target as HTMLInputElement).value;
  if (props.live) attempt();
}

function onFocus(event: FocusEvent): void {
  typing.value = true;
  (event.target as HTMLInputElement).select();
}

function onBlur(): void {
  typing.value = false;
  if (attempt()) draft.value = shown.value;
}

function onKey(event: KeyboardEvent): void {
  if (event.altKey || event.ctrlKey || event.metaKey) return;
  if (event.key === 'Enter') {
    event.preventDefault();
    if (attempt()) {
      draft.value = shown.value;
      emit('next', event.shiftKey);
    }
  } else if (event.key === 'Escape') {
    event.stopPropagation();
    error.value = '';
    draft.value = shown.value;
  }
}
</script>

<template>
  <span class="quantity" :class="{ plain, wrong: error }">
    <input
      type="text"
      inputmode="text"
      autocomplete="off"
      spellcheck="false"
      :value="draft"
      :aria-label="symbol ? `${label}, ${symbol}` : label"
      :aria-invalid="error ? 'true' : undefined"
      :aria-describedby="error ? errorId : undefined"
      @input="onInput"
      @focus="onFocus"
      @blur="onBlur"
      @keydown="onKey"
    />
    <span v-if="showUnit && symbol" class="unit muted" aria-hidden="true">{{ symbol }}</span>
    <span v-if="error" :id="errorId" class="error" role="alert">{{ error }}</span>
  </span>
</template>

<style scoped>
.quantity {
  position: relative;
  display: inline-flex;
  align-items: center;
  gap: 6px;
}

input {
  width: 100%;
  min-width: 0;
  min-height: var(--hit);
  padding: 0 6px;
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--sheet);
  font-family: var(--font-figure);
  font-variant-numeric: tabular-nums slashed-zero;
  text-align: right;
}

.plain input {
  border-color: transparent;
  background: transparent;
}

.plain input:hover {
  border-color: var(--rule-strong);
}

input:focus {
  border-color: var(--focus);
  background: var(--sheet);
}

.wrong input {
  border-color: var(--brick);
  border-width: 2px;
  background: var(--sheet);
}

.unit {
  font-size: var(--text-s);
  white-space: nowrap;
}

.error {
  position: absolute;
  z-index: 20;
  top: calc(100% + 2px);
  left: 0;
  width: max-content;
  max-width: 260px;
  padding: 6px 8px;
  border: 1.5px solid var(--brick);
  border-radius: var(--radius);
  background: var(--sheet);
  color: var(--brick-ink);
  font-size: var(--text-s);
  text-align: left;
  white-space: normal;
}
</style>
