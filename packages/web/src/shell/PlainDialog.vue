<script setup lang="ts">
// A dialog with a name and a heading that screen readers know; focus stays in it, Escape leaves it.
import { X } from '@lucide/vue';
import { NModal } from 'naive-ui';

const props = withDefaults(defineProps<{ show: boolean; title: string; width?: number; closable?: boolean }>(), {
  width: 560,
  closable: true,
});
const emit = defineEmits<{ 'update:show': [show: boolean] }>();
const set = (show: boolean): void => {
  if (show || props.closable) emit('update:show', show);
};
</script>

<template>
  <NModal
    :show="show"
    preset="card"
    :closable="false"
    :mask-closable="closable"
    :close-on-esc="closable"
    :aria-label="title"
    class="plain-dialog"
    :style="{ width: `min(${width}px, 96vw)` }"
    @update:show="set"
  >
    <header>
      <h2>{{ title }}</h2>
      <button v-if="closable" type="button" class="plain-button" aria-label="Close" @click="set(false)">
        <X :size="20" aria-hidden="true" />
      </button>
    </header>
    <slot />
  </NModal>
</template>

<style scoped>
header {
  display: flex;
  align-items: flex-start;
  justify-content: space-between;
  gap: 12px;
  margin-bottom: 8px;
}

h2 {
  overflow-wrap: anywhere;
}
</style>
