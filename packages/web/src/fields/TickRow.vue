<script setup lang="ts">
// One yes or no of a form.
defineProps<{ label: string; checked: boolean; test?: string }>();
const emit = defineEmits<{ tick: [checked: boolean] }>();
</script>

<template>
  <label class="tick"
    ><input
      type="checkbox"
      :checked="checked"
      :data-test="test"
      @change="emit('tick', ($event.target as HTMLInputElement).checked)"
    />{{ label }}</label
  >
</template>

<style scoped>
.tick {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: var(--hit);
  border-bottom: var(--line-hair) solid var(--rule);
}
</style>
