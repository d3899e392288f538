<script setup lang="ts">
// Between the section of one way, the whole place, and the view from above.
export type View = 'hillside' | 'place' | 'above';
const view = defineModel<View>({ required: true });
const VIEWS: readonly { key: View; name: string; short: string }[] = [
  { key: 'hillside', name: 'Hillside', short: 'Hillside' },
  { key: 'place', name: 'Whole place', short: 'Place' },
  { key: 'above', name: 'From above', short: 'Above' },
];
</script>

<template>
  <div class="views no-print no-picture" role="group" aria-label="View" @click.stop>
    <button
      v-for="v in VIEWS"
      :key="v.key"
      type="button"
      class="tool"
      :aria-label="v.name"
      :aria-pressed="view === v.key"
      :data-test="`view-${v.key}`"
      @click="view = v.key"
    >
      <span class="long">{{ v.name }}</span><span class="short" aria-hidden="true">{{ v.short }}</span>
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

.short {
  display: none;
}

@media (max-width: 640px) {
  .long {
    display: none;
  }

  .short {
    display: inline;
  }

  button {
    padding: 0 7px;
  }
}

button + button {
  border-left: 0;
}

button[aria-pressed='true'] {
  background: var(--water-wash);
  font-weight: 700;
}
</style>
