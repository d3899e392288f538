<script setup lang="ts">
// A part of a long page under its heading: on a phone folded to the heading until it is pressed, on a desk as it is.
import { computed, ref } from 'vue';
import { useMediaQuery } from '@vueuse/core';

defineProps<{
  title: string;
  /** Id of its heading, for what leads here. */
  id?: string;
  /** Level of its heading. */
  level: 2 | 3;
}>();
const narrow = useMediaQuery('(max-width: 640px)');
const opened = ref(false);
const shown = computed(() => opened.value || !narrow.value);
defineExpose({ open: () => (opened.value = true) });
</script>

<template>
  <component :is="`h${level}`" :id="id" class="title">
    <button
      v-if="narrow"
      type="button"
      class="plain-button fold"
      :aria-expanded="shown"
      :data-fold="title"
      @click="opened = !opened"
    >
      {{ title }}<span aria-hidden="true">{{ shown ? '–' : '+' }}</span>
    </button>
    <template v-else>{{ title }}</template>
  </component>
  <div v-show="shown"><slot></slot></div>
</template>

<style scoped>
h3 {
  margin: 6px 0 2px;
  font-family: var(--font-text);
  font-size: var(--text-m);
}

.fold {
  justify-content: space-between;
  width: 100%;
  min-height: 48px;
  padding: 0;
  font: inherit;
  text-align: left;
}

@media print {
  /* on paper all is there */
  .title + div {
    display: block !important;
  }

  .title .fold {
    display: flex !important;
  }
}
</style>
