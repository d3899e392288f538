<script setup lang="ts">
// Heights at the left of the hillside, distances at its foot.
defineProps<{
  heights: readonly { readonly text: string; readonly y: number }[];
  distances: readonly { readonly text: string; readonly x: number }[];
  /** px from the top to the distances */ foot: number;
  unit: string;
  narrow: boolean;
}>();
</script>

<template>
  <!-- places are in the figures, not in transforms: what has a transform of its own is painted on its own -->
  <g class="axis">
    <template v-for="(tick, k) in heights" :key="`z${tick.text}`">
      <line x1="0" x2="6" :y1="tick.y" :y2="tick.y" />
      <text x="10" :y="tick.y" dy="0.35em">
        {{ tick.text }}{{ k === heights.length - 1 && !narrow ? ` ${unit}` : '' }}
      </text>
    </template>
    <template v-for="(tick, k) in distances" :key="`x${tick.text}`">
      <line :x1="tick.x" :x2="tick.x" :y1="foot - 12" :y2="foot - 6" />
      <text :x="tick.x" :y="foot" text-anchor="middle" dy="0.6em">{{ tick.text }}</text>
      <text v-if="k === distances.length - 1" :x="tick.x + tick.text.length * 4 + 8" :y="foot" dy="0.6em">
        {{ unit }}
      </text>
    </template>
  </g>
</template>

<style scoped>
line {
  stroke: var(--rule-strong);
}

text {
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
  stroke-linejoin: round;
  fill: var(--muted);
  font-family: var(--font-figure);
  font-size: var(--text-s);
}
</style>
