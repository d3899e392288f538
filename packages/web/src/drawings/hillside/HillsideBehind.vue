<script setup lang="ts">
// Lines behind the way that is drawn, fainter: their earth, or their ground, pipe and running line.
export interface Behind {
  readonly line: string;
  /** Paths, px. */ readonly ground: string;
  readonly pipe: string;
  readonly running: string;
  readonly left: number;
}
defineProps<{ rows: readonly Behind[]; part: 'earth' | 'lines'; height: number }>();
</script>

<template>
  <g class="behind" :data-test="part === 'earth' ? 'behind' : undefined">
    <template v-if="part === 'earth'">
      <path
        v-for="s in rows"
        :key="s.line"
        :d="`${s.ground}V${Math.max(height, 2 * height)}H${s.left}Z`"
        class="far-earth"
      />
    </template>
    <template v-else>
      <template v-for="s in rows" :key="s.line">
        <path :d="s.ground" class="far-ground" />
        <path :d="s.pipe" class="far-pipe" />
        <path :d="s.running" class="far-line" />
      </template>
    </template>
  </g>
</template>

<style scoped>
/* while a place is dragged these stand still: a layer of their own is painted once */
.sliding .behind {
  will-change: transform;
}

.far-earth {
  fill: var(--earth-far);
}

.far-ground {
  fill: none;
  stroke: var(--moss);
  stroke-dasharray: 4 3;
  stroke-width: 1.2;
}

.far-pipe {
  fill: none;
  stroke: var(--ink);
  stroke-opacity: 0.6;
  stroke-width: 1.5;
}

.far-line {
  fill: none;
  stroke: var(--water);
  stroke-width: 1.5;
}
</style>
