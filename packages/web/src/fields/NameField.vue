<script setup lang="ts">
// A name: committed on Enter or on leaving, put back by Escape.
import { nextTick, ref, watch } from 'vue';

const props = defineProps<{ value: string; label: string }>();
const emit = defineEmits<{ change: [name: string] }>();
const draft = ref(props.value);
watch(
  () => props.value,
  (value) => (draft.value = value),
);
function commit(): void {
  const name = draft.value.trim();
  if (name === '') draft.value = props.value;
  if (name === '' || name === props.value) return;
  emit('change', name);
  // a name that was not taken does not stay there as if it were
  void nextTick(() => (draft.value = props.value));
}
</script>

<template>
  <input
    v-model="draft"
    class="name"
    type="text"
    maxlength="200"
    :aria-label="label"
    @blur="commit"
    @keydown.enter.prevent="($event.target as HTMLInputElement).blur()"
    @keydown.esc.stop="draft = value"
  />
</template>

<style scoped>
.name {
  width: 100%;
  min-height: var(--hit);
  padding: 0 8px;
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--sheet);
}
</style>
