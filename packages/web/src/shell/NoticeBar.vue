<script setup lang="ts">
// Something a person must know now, at the foot of the page until it is closed.
defineProps<{ text: string }>();
const emit = defineEmits<{ close: [] }>();
</script>

<template>
  <p class="bar no-print" role="alert" data-test="notice">
    <span>{{ text }}</span>
    <slot />
    <button type="button" class="plain-button edged" @click="emit('close')">Close</button>
  </p>
</template>

<style scoped>
.bar {
  position: fixed;
  z-index: 40;
  bottom: 12px;
  left: 50%;
  display: flex;
  align-items: center;
  gap: 12px;
  width: max-content;
  max-width: min(720px, calc(100vw - 24px));
  margin: 0;
  padding: 8px 12px;
  transform: translateX(-50%);
  background: var(--amber-wash);
  border: var(--line) solid var(--rule-strong);
  border-radius: var(--radius);
  color: var(--ink);
}
</style>
