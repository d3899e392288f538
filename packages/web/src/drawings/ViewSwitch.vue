<script setup lang="ts">
// Between the section of one way, the whole place, and the view from above.
export type View = 'hillside' | 'place' | 'above';
const view = defineModel<View>({ required: true });
const VIEWS: readonly { key: View; name: string }[] = [
  { key: 'hillside', name: 'Hillside' },
  { key: 'place', name: 'Whole place' },
  { key: 'above', name: 'From above' },
];
</script>

<template>
  <div class="views no-print no-picture" role="group" aria-label="View" @click.stop>
    <button
      v-for="v in VIEWS"
      :key="v.key"
      type="button"
      class="tool"
      :aria-pressed="view === v.key"
      :data-test="`view-${v.key}`"
      @click="view = v.key"
    >
      {{ v.name }}
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
