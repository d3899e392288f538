<script setup lang="ts">
// A part of a page that comes some frames after what stands above it: each frame has little to do, and what the eye goes
// to first is there first.
import { inject, onBeforeUnmount, onMounted, ref } from 'vue';
import { afterFrames, AT_ONCE } from './atonce.ts';

const props = defineProps<{
  /** Frames that are painted before this part comes. */
  after: number;
}>();
const shown = ref(inject(AT_ONCE, false));
let drop = (): void => {};
onMounted(() => {
  if (!shown.value) drop = afterFrames(props.after, () => (shown.value = true));
});
onBeforeUnmount(() => drop());
</script>

<template>
  <slot v-if="shown"></slot>
</template>
