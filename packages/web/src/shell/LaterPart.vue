<script setup lang="ts">
// A part of a page that comes some frames after what stands above it: each frame has little to do, and what the eye goes
// to first is there first.
import { inject, onBeforeUnmount, onMounted, ref } from 'vue';
import { AT_ONCE } from './atonce.ts';

const props = defineProps<{
  /** Frames that are painted before this part comes. */
  after: number;
}>();
const shown = ref(inject(AT_ONCE, false));
let frame = 0;
let turn: ReturnType<typeof setTimeout> | undefined;
function wait(left: number): void {
  if (left <= 0) {
    shown.value = true;
    return;
  }
  // a task of its own, once the frame is painted
  frame = requestAnimationFrame(() => (turn = setTimeout(() => wait(left - 1), 0)));
}
onMounted(() => {
  if (!shown.value) wait(props.after);
});
onBeforeUnmount(() => {
  cancelAnimationFrame(frame);
  clearTimeout(turn);
});
</script>

<template>
  <slot v-if="shown"></slot>
</template>
