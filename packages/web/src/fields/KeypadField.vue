<script setup lang="ts">
// A large number with keys of its own, so that nothing jumps under cold fingers; a keyboard types into it as well.
import { Delete } from '@lucide/vue';
import { computed, ref, useId, watch } from 'vue';
import { planField } from '@vernal-slope/display/planfields';
import { read, unitFor } from '@vernal-slope/display/quantities';
import { useSettings } from '../display/settings.ts';

const props = defineProps<{
  /** The plan's field: the value is in its unit. */
  field: string;
  label: string;
  /** May be less than nothing: heights. */
  signed?: boolean;
}>();
const value = defineModel<number | undefined>({ required: true });
const settings = useSettings();
const border = computed(() => planField(props.field));
const unit = computed(() => unitFor(border.value.quantity, settings.units).symbol);
const text = ref('');
const faultId = useId();
const answer = computed(() => read(text.value, border.value.quantity, settings.units));
const fault = computed(() => (text.value.trim() === '' || answer.value.ok ? '' : answer.value.message));
watch(answer, (now) => (value.value = now.ok && text.value.trim() !== '' ? border.value.toPlan(now.si) : undefined));
// what was kept is gone from the field; another field begins empty
watch(
  () => [value.value, props.field] as const,
  ([now], [, before]) => {
    if (before !== props.field || (now === undefined && answer.value.ok)) text.value = '';
  },
);
const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0'] as const;
const press = (key: string): void => void (text.value += key);
const back = (): void => void (text.value = text.value.slice(0, -1));
const turn = (): void => {
  text.value = text.value.startsWith('-') ? text.value.slice(1) : `-${text.value}`;
};
</script>

<template>
  <div class="keypad">
    <label class="shown">
      <span class="visually-hidden">{{ label }}</span>
      <input
        v-model="text"
        inputmode="none"
        autocomplete="off"
        :aria-invalid="fault !== ''"
        :aria-describedby="fault ? faultId : undefined"
        data-test="keypad-value"
      />
      <span class="unit">{{ unit }}</span>
    </label>
    <slot />
    <p v-if="fault" :id="faultId" class="wrong" role="alert">{{ fault }}</p>
    <div class="keys" role="group" aria-label="Keys">
      <button v-for="k in KEYS" :key="k" type="button" :data-key="k" @click="press(k)">{{ k }}</button>
      <button type="button" aria-label="Take the last figure away" data-key="back" @click="back">
        <Delete :size="24" aria-hidden="true" />
      </button>
      <button v-if="signed" type="button" aria-label="Turn the sign" data-key="sign" @click="turn">±</button>
    </div>
  </div>
</template>

<style scoped>
.keypad {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 6px;
  align-items: center;
}

.shown {
  display: flex;
  gap: 8px;
  align-items: center;
  min-width: 0;
  padding: 4px 12px;
  border: 3px solid var(--ink);
  border-radius: var(--radius);
  background: var(--sheet);
}

input {
  width: 100%;
  min-width: 0;
  border: 0;
  outline: 0;
  background: none;
  color: inherit;
  font-family: var(--font-figure);
  font-size: 48px;
  font-weight: 700;
  line-height: 1.3;
}

.shown:focus-within {
  outline: 2px solid var(--focus);
  outline-offset: 2px;
}

.unit {
  font-weight: 700;
  white-space: nowrap;
}

.wrong {
  grid-column: 1 / -1;
  margin: 0;
  color: var(--brick-ink);
}

.keys {
  display: grid;
  grid-column: 1 / -1;
  grid-template-columns: repeat(3, 1fr);
  gap: 6px;
}

.keys button {
  display: flex;
  align-items: center;
  justify-content: center;
  min-height: 48px;
  border: var(--line) solid var(--ink);
  border-radius: var(--radius);
  background: var(--sheet);
  color: inherit;
  font: inherit;
  font-size: 22px;
  font-weight: 700;
  cursor: pointer;
}

.keys button:active {
  background: var(--water-wash);
}
</style>
