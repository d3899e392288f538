<script setup lang="ts">
// Hauling counted in carts: a year of trips, filled up to where the line is paid.
import { computed } from 'vue';

const props = defineProps<{ trips: number; paid: number }>();
/** Carts drawn at most: each stands for so many trips then. */
const MOST = 120;
const each = computed(() => Math.max(1, Math.ceil(props.trips / MOST)));
const carts = computed(() => Math.ceil(props.trips / each.value));
const full = computed(() => Math.min(carts.value, Math.ceil(props.paid / each.value)));
</script>

<template>
  <figure class="carts">
    <svg
      :viewBox="`0 0 ${20 * 16} ${Math.ceil(carts / 20) * 12}`"
      role="img"
      :aria-label="`${trips} trips a year; the line costs as much as ${paid} trips`"
      data-test="carts"
    >
      <g
        v-for="k in carts"
        :key="k"
        :class="{ full: k <= full }"
        :transform="`translate(${16 * ((k - 1) % 20)} ${12 * Math.floor((k - 1) / 20)})`"
      >
        <path d="M1 2h10l-2 5h-7z" />
        <circle cx="4" cy="8.500" r="1.500" />
        <circle cx="8.500" cy="8.500" r="1.500" />
      </g>
    </svg>
    <figcaption class="small muted">
      A year of trips{{ each > 1 ? `, each cart ${each} of them` : '' }}: full up to what the line costs{{
        paid > trips ? ', which takes longer than a year' : ''
      }}.
    </figcaption>
  </figure>
</template>

<style scoped>
.carts {
  margin: 6px 0;
}

svg {
  width: 100%;
  max-width: 420px;
}

g {
  fill: none;
  stroke: var(--rule-strong);
  stroke-width: 1;
}

.full {
  fill: var(--water);
  stroke: var(--water);
}
</style>
