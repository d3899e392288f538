<script setup lang="ts">
// A day, as 2026-05-04. The browser's own control everywhere: it writes the day as the person's country does, can be
// typed, and has a name for a screen reader, which the component library's has not.
defineProps<{ value: string; label: string; required?: boolean }>();
const emit = defineEmits<{ 'update:value': [value: string] }>();
</script>

<template>
  <input
    class="day"
    type="date"
    :value="value"
    :aria-label="label"
    :required="required"
    @change="emit('update:value', ($event.target as HTMLInputElement).value)"
  />
</template>

<style scoped>
.day {
  min-height: var(--hit);
  padding: 0 8px;
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--sheet);
}
</style>
