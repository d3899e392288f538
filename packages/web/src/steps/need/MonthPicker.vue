<script setup lang="ts">
// Twelve months as small toggles; all of them when nothing is said.
import { MONTHS } from '@vernal-slope/display/dates';

const props = defineProps<{ months: readonly number[] | undefined; label: string }>();
const emit = defineEmits<{ change: [months: number[] | undefined] }>();
const on = (m: number): boolean => !props.months || props.months.includes(m);
function toggle(m: number): void {
  const now = MONTHS.map((_, k) => k + 1).filter(on);
  const next = now.includes(m) ? now.filter((k) => k !== m) : [...now, m].sort((a, b) => a - b);
  emit('change', next.length === 12 ? undefined : next);
}
</script>

<template>
  <span class="months" role="group" :aria-label="`Months, ${label}`">
    <button
      v-for="(name, k) in MONTHS"
      :key="name"
      type="button"
      :class="{ on: on(k + 1) }"
      :aria-pressed="on(k + 1)"
      :aria-label="name"
      :title="name"
      @click="toggle(k + 1)"
    >
      {{ name[0] }}
    </button>
  </span>
</template>

<style scoped>
.months {
  display: inline-flex;
}

button {
  width: 24px;
  min-height: 24px;
  padding: 0;
  border: var(--line-hair) solid var(--rule-strong);
  border-right-width: 0;
  background: var(--sheet);
  color: var(--muted);
  font-size: var(--text-s);
  cursor: pointer;
}

button:last-child {
  border-right-width: var(--line-hair);
}

@media (pointer: coarse) {
  .months {
    flex-wrap: wrap;
  }

  button {
    width: 44px;
    min-height: 44px;
    border-right-width: var(--line-hair);
  }
}

button.on {
  background: var(--water-wash);
  color: var(--ink);
  font-weight: 700;
  text-decoration: underline;
}
</style>
