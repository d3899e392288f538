<script setup lang="ts">
// A field for one quantity: shows its unit, takes any unit typed in, keeps what was typed when it cannot be used.
import { computed, inject, nextTick, onBeforeUnmount, ref, useId, useTemplateRef, watch } from 'vue';
import { editable, read, unitFor, type Limits, type Quantity } from '@vernal-slope/display/quantities';
import { planField } from '@vernal-slope/display/planfields';
import { useSettings } from '../display/settings.ts';
import { refusedDrafts, SEEN } from './seen.ts';

const props = defineProps<{
  /** In SI; in the plan's unit where `field` is given. */
  value: number | undefined;
  /** The plan's field that it edits: the value and what is committed are in its unit. */
  field?: string;
  quantity?: Quantity;
  label: string;
  /** In SI, whatever the field keeps. */
  limits?: Limits;
  /** Takes the figure; returns why it cannot be used, or nothing. */
  commit: (value: number) => string | undefined;
  /** Show the unit beside the field. */
  showUnit?: boolean;
  /** Ledger look: no box until it is pointed at or focused. */
  plain?: boolean;
  signed?: boolean;
  /** Commit as one types. */
  live?: boolean;
  /** May be left empty: nothing is asked then. */
  optional?: boolean;
  /** May be emptied: takes the figure out. */
  clear?: () => void;
}>();
const emit = defineEmits<{
  next: [backwards: boolean];
  /** What stands in the field cannot be used. */ wrong: [wrong: boolean];
}>();

const settings = useSettings();
const border = computed(() => (props.field === undefined ? undefined : planField(props.field)));
const quantity = computed<Quantity>(() => props.quantity ?? border.value?.quantity ?? 'ratio');
const si = (value: number | undefined): number | undefined =>
  value === undefined || !border.value ? value : border.value.toSI(value);
const errorId = useId();
const error = ref('');
/** Typed on since the last figure was taken: what stands in the field is the person's, not the plan's. */
const dirty = ref(false);
const draft = ref('');

const shown = computed(() => {
  const value = si(props.value);
  if (value === undefined) return '';
  const text = editable(value, quantity.value, settings.units);
  return props.signed && value > 0 ? `+${text}` : text;
});
const symbol = computed(() => unitFor(quantity.value, settings.units).symbol);
watch(error, (now) => emit('wrong', now !== ''));
/** px by which what is said moves to the left, so that it stays within the page. */
const shift = ref(0);
const told = useTemplateRef<HTMLElement>('told');
const EDGE = 8;
watch(error, async () => {
  shift.value = 0;
  await nextTick();
  if (told.value)
    shift.value = Math.min(0, document.documentElement.clientWidth - EDGE - told.value.getBoundingClientRect().right);
});

watch(
  shown,
  () => {
    if (!dirty.value) draft.value = shown.value;
  },
  { immediate: true },
);
// another value from outside (undo, another row) clears what was wrong
watch(
  () => props.value,
  () => {
    if (error.value) putBack();
  },
);

/** How what stands there is read, where that is not plain: said before it is taken. */
const reading = computed(() => {
  if (!dirty.value || error.value || draft.value.trim() === '') return undefined;
  const found = read(draft.value, quantity.value, settings.units, props.limits);
  return found.ok && found.as !== undefined ? found : undefined;
});
/** The other way to read it: typed out, and taken. */
function takeOther(): void {
  const other = reading.value?.other;
  if (other === undefined) return;
  draft.value = other;
  settle();
}

// what is typed and not taken outlives a change of step: it is the same field while it has the same value
const draftKey = (): string => `${props.label}|${props.field ?? props.quantity ?? ''}|${props.value ?? ''}`;
const left = refusedDrafts.get(draftKey());
if (left) {
  refusedDrafts.delete(draftKey());
  draft.value = left.draft;
  error.value = left.error;
  dirty.value = true;
}
onBeforeUnmount(() => {
  if (dirty.value && error.value) refusedDrafts.set(draftKey(), { draft: draft.value, error: error.value });
});

function putBack(): void {
  error.value = '';
  dirty.value = false;
  draft.value = shown.value;
}

/** Takes what was typed; keeps it in the field when it cannot be used. */
function attempt(): boolean {
  if (!dirty.value) return true;
  if (draft.value.trim() === '' && props.clear && props.value !== undefined) {
    error.value = '';
    props.clear();
    return true;
  }
  if (draft.value.trim() === shown.value || (props.optional && draft.value.trim() === '')) {
    putBack();
    return true;
  }
  const reading = read(draft.value, quantity.value, settings.units, props.limits);
  error.value = reading.ok
    ? (props.commit(border.value ? border.value.toPlan(reading.si) : reading.si) ?? '')
    : reading.message;
  return error.value === '';
}

/** Takes what was typed and shows it as the plan has it. */
function settle(): boolean {
  if (!attempt()) return false;
  dirty.value = false;
  // the new value arrives with the next drawing; a value that rounds to the old one shows the old one
  void nextTick(() => {
    if (!dirty.value) draft.value = shown.value;
  });
  return true;
}

// what the plan refused may be right now that another field has changed: then it is taken, not left to disagree
const seen = inject(SEEN, undefined);
if (seen)
  watch(seen, () => {
    if (error.value && dirty.value) settle();
  });

function onInput(event: Event): void {
  draft.value = (event.target as HTMLInputElement).value;
  dirty.value = true;
  if (props.live) attempt();
}

function onFocus(event: FocusEvent): void {
  (event.target as HTMLInputElement).select();
}

function onKey(event: KeyboardEvent): void {
  if (event.altKey || event.ctrlKey || event.metaKey) return;
  if (event.key === 'Enter') {
    event.preventDefault();
    if (settle()) emit('next', event.shiftKey);
  } else if (event.key === 'Escape') {
    event.stopPropagation();
    putBack();
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
      @blur="settle"
      @keydown="onKey"
    />
    <span v-if="showUnit && symbol" class="unit muted" aria-hidden="true">{{ symbol }}</span>
    <span v-if="error" :id="errorId" ref="told" class="error" role="alert" :style="{ left: `${shift}px` }">{{
      error
    }}</span>
    <span v-else-if="reading" class="error read-as" role="status" data-test="read-as"
      >read as {{ reading.as
      }}<template v-if="reading.other">
        <button type="button" class="plain-button edged" tabindex="-1" @mousedown.prevent @click="takeOther">
          {{ reading.other }} instead
        </button></template
      ></span
    >
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

.read-as {
  border-color: var(--water);
  color: var(--water-ink);
}

.read-as .plain-button {
  min-height: 28px;
  padding: 0 8px;
  font-size: var(--text-s);
}
</style>
