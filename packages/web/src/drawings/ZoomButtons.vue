<script setup lang="ts">
// Closer, further, the whole: the same beside every drawing.
import { Maximize, ZoomIn, ZoomOut } from '@lucide/vue';

defineProps<{ zoomed: number; moved: boolean; /** What the whole is called. */ whole: string }>();
const emit = defineEmits<{ in: []; out: []; whole: [] }>();
</script>

<template>
  <button
    type="button"
    class="tool"
    title="Closer (+; Ctrl and wheel)"
    aria-label="Closer"
    data-test="zoom-in"
    @click="emit('in')"
  >
    <ZoomIn :size="17" aria-hidden="true" />
  </button>
  <button
    type="button"
    class="tool"
    title="Further (−)"
    aria-label="Further"
    :disabled="zoomed <= 1"
    @click="emit('out')"
  >
    <ZoomOut :size="17" aria-hidden="true" />
  </button>
  <button
    type="button"
    class="tool"
    :title="`${whole} (Home)`"
    :aria-label="whole"
    :disabled="!moved"
    data-test="zoom-whole"
    @click="emit('whole')"
  >
    <Maximize :size="17" aria-hidden="true" />
  </button>
</template>
