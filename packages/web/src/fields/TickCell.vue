<script setup lang="ts">
// A tick in a row of a long list: a plain box of the browser's, named for those who do not see the row.
defineProps<{ checked: boolean; label: string }>();
const emit = defineEmits<{ 'update:checked': [checked: boolean] }>();
</script>

<template>
  <label class="tick-cell"
    ><input
      type="checkbox"
      :checked="checked"
      :aria-label="label"
      @change="emit('update:checked', ($event.target as HTMLInputElement).checked)"
  /></label>
</template>

<style scoped>
.tick-cell {
  display: inline-flex;
  align-items: center;
  justify-content: center;
  min-width: var(--hit);
  min-height: var(--hit);
  cursor: pointer;
}

input {
  width: 18px;
  height: 18px;
  accent-color: var(--water-ink);
}
</style>
