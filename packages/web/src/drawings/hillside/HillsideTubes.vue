<script setup lang="ts">
// Glass tubes where water comes out: it stands in them as high as its pressure; notches mark what is wanted.
import type { ScaleLinear } from 'd3-scale';
import type { Tube } from '@vernal-slope/display/section';

defineProps<{ tubes: readonly Tube[]; x: ScaleLinear<number, number>; y: ScaleLinear<number, number> }>();
</script>

<template>
  <g v-for="t in tubes" :key="t.id" class="tube">
    <rect
      class="glass"
      :x="x(t.x) - 5"
      :y="y(t.standing) - 14"
      width="10"
      :height="Math.max(2, y(t.foot) - y(t.standing) + 14)"
    />
    <rect
      v-if="t.head > t.foot"
      class="fill"
      :x="x(t.x) - 5"
      :y="y(t.head)"
      width="10"
      :height="Math.max(1, y(t.foot) - y(t.head))"
      data-test="tube-water"
    />
    <path class="shell" :d="`M${x(t.x) - 5} ${y(t.standing) - 14}V${y(t.foot)}h10V${y(t.standing) - 14}`" />
    <path
      v-if="t.wanted !== undefined"
      class="notch"
      :class="{ low: t.head < t.wanted }"
      data-test="notch"
      :d="`M${x(t.x) - 7} ${y(t.wanted)}l-8 -5v10zM${x(t.x) + 7} ${y(t.wanted)}l8 -5v10z`"
    />
  </g>
</template>
