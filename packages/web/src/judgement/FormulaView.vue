<script setup lang="ts">
// A formula set in type; the typesetting is fetched when the first one is shown.
import { onMounted, ref, watch } from 'vue';

const props = defineProps<{ tex: string }>();
const holder = ref<HTMLElement | null>(null);

async function draw(): Promise<void> {
  const { typeset } = await import('./formula.ts');
  if (holder.value) typeset(props.tex, holder.value);
}
onMounted(() => void draw());
watch(
  () => props.tex,
  () => void draw(),
);
</script>

<template>
  <div ref="holder" class="formula"></div>
</template>

<style scoped>
.formula {
  min-height: 30px;
  overflow-x: auto;
  overflow-y: hidden;
  padding: 2px 0;
}

.formula :deep(.katex-display) {
  margin: 0;
  text-align: left;
}

.formula :deep(.katex-display > .katex) {
  text-align: left;
}
</style>
