<script setup lang="ts">
// Between the section and the view from above.
const above = defineModel<boolean>({ required: true });
</script>

<template>
  <div class="views no-print no-picture" role="group" aria-label="View" @click.stop>
    <button type="button" class="tool" :aria-pressed="!above" data-test="view-hillside" @click="above = false">
      Hillside
    </button>
    <button type="button" class="tool" :aria-pressed="above" data-test="view-above" @click="above = true">
      From above
    </button>
  </div>
</template>

<style scoped>
.views {
  display: inline-flex;
}

button {
  padding: 0 10px;
  border-radius: 0;
  white-space: nowrap;
}

button + button {
  border-left: 0;
}

button[aria-pressed='true'] {
  background: var(--water-wash);
  font-weight: 700;
}
</style>
