<script setup lang="ts">
// Between the section and the view from above.
const above = defineModel<boolean>({ required: true });
</script>

<template>
  <div class="views no-print no-picture" role="group" aria-label="View" @click.stop>
    <button type="button" :aria-pressed="!above" data-test="view-hillside" @click="above = false">Hillside</button>
    <button type="button" :aria-pressed="above" data-test="view-above" @click="above = true">From above</button>
  </div>
</template>

<style scoped>
.views {
  display: inline-flex;
}

button {
  min-height: 28px;
  padding: 0 10px;
  border: var(--line-hair) solid var(--rule-strong);
  background: var(--sheet);
  font-size: var(--text-s);
  white-space: nowrap;
  cursor: pointer;
}

button + button {
  border-left: 0;
}

button[aria-pressed='true'] {
  background: var(--water-wash);
  font-weight: 700;
}

@media (pointer: coarse) {
  button {
    min-height: 40px;
  }
}
</style>
