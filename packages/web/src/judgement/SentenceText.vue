<script setup lang="ts">
// A sentence whose figures open their working.
import type { FigureKey, Part } from '@vernal-slope/display/sentences';

defineProps<{ parts: readonly Part[] }>();
const emit = defineEmits<{ open: [key: FigureKey] }>();
</script>

<template>
  <span>
    <template v-for="(part, k) in parts" :key="k"
      ><button
        v-if="part.opens"
        type="button"
        class="figure"
        title="Show the working"
        @click="emit('open', part.opens)"
      >
        {{ part.text }}</button
      ><span v-else-if="part.figure" class="figure">{{ part.text }}</span
      ><template v-else>{{ part.text }}</template></template
    >
  </span>
</template>
