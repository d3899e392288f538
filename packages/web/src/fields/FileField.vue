<script setup lang="ts">
// A file from this machine: a button of the page that opens the browser's own window. `hidden` where the page has a
// button of its own for it.
import { FolderOpen } from '@lucide/vue';
import { ref } from 'vue';

defineProps<{ label: string; accept: string; hidden?: boolean }>();
const emit = defineEmits<{ file: [file: File] }>();
const input = ref<HTMLInputElement>();
/** Name of the file chosen last. */
const chosen = ref('');
function take(): void {
  const file = input.value?.files?.[0];
  // the same file may be chosen again
  if (file) {
    chosen.value = file.name;
    emit('file', file);
  }
  if (input.value) input.value.value = '';
}
defineExpose({ open: () => input.value?.click() });
defineOptions({ inheritAttrs: false });
</script>

<template>
  <span class="file" :class="{ hidden }">
    <input
      ref="input"
      v-bind="$attrs"
      class="visually-hidden"
      type="file"
      :accept="accept"
      :aria-label="label"
      :tabindex="hidden ? -1 : undefined"
      @change="take"
    />
    <template v-if="!hidden">
      <button type="button" class="plain-button edged" tabindex="-1" aria-hidden="true" @click="input?.click()">
        <FolderOpen :size="18" aria-hidden="true" />{{ chosen ? 'Another file …' : 'Choose a file …' }}
      </button>
      <span class="small muted name" role="status">{{ chosen }}</span>
    </template>
  </span>
</template>

<style scoped>
.file:not(.hidden) {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
  max-width: 100%;
}

.name {
  overflow-wrap: anywhere;
}

input:focus-visible + .plain-button {
  outline: 2px solid var(--focus);
  outline-offset: 2px;
}
</style>
