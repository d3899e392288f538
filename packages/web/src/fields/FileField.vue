<script setup lang="ts">
// A file from this machine: the browser's own control. `hidden` where a button of the page opens it.
import { ref } from 'vue';

defineProps<{ label: string; accept: string; hidden?: boolean }>();
const emit = defineEmits<{ file: [file: File] }>();
const input = ref<HTMLInputElement>();
function take(): void {
  const file = input.value?.files?.[0];
  // the same file may be chosen again
  if (file) emit('file', file);
  if (input.value) input.value.value = '';
}
defineExpose({ open: () => input.value?.click() });
</script>

<template>
  <input
    ref="input"
    type="file"
    :accept="accept"
    :aria-label="label"
    :class="{ 'visually-hidden': hidden }"
    :tabindex="hidden ? -1 : undefined"
    @change="take"
  />
</template>

<style scoped>
input {
  max-width: 100%;
}
</style>
