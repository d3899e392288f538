<script setup lang="ts">
// What is being tried, and the two ways out of it.
defineProps<{ label: string }>();
const emit = defineEmits<{ keep: []; back: [] }>();
</script>

<template>
  <div class="remedy trying" data-test="trying">
    <strong>Trying: {{ label }}</strong>
    <div class="pair">
      <button type="button" class="plain-button edged" data-test="put-back" @click="emit('back')">Put back</button>
      <button type="button" class="plain-button main" data-test="keep" @click="emit('keep')">Keep it</button>
    </div>
  </div>
</template>

<style scoped>
strong {
  flex: 1 1 160px;
}

.pair {
  display: flex;
  gap: 8px;
}
</style>
