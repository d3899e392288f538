<script setup lang="ts">
// Words in a cell of a long table: a bare field, for there may be hundreds of them. Enter goes on to the next.
defineProps<{ value: string; label: string; longest: number }>();
const emit = defineEmits<{ change: [value: string]; next: [] }>();
</script>

<template>
  <input
    type="text"
    :maxlength="longest"
    :value="value"
    :title="value || undefined"
    :aria-label="label"
    placeholder="…"
    @change="emit('change', ($event.target as HTMLInputElement).value)"
    @keydown.enter.exact.prevent="emit('next')"
  />
</template>
