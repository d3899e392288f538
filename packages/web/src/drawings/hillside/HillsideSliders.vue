<script setup lang="ts">
// Handles of the places that can be slid up and down the slope: by pointer, or a metre a key.
import type { SlidingEnd } from '@vernal-slope/display/section';
import type { Sliding } from './useSliding.ts';

defineProps<{
  /** With names, and where they are drawn, px. */
  ends: readonly (SlidingEnd & { readonly name: string; readonly px: number; readonly py: number })[];
  sliding: Sliding;
}>();
</script>

<template>
  <g
    v-for="s in ends"
    :key="`slide-${s.node}-${s.line}`"
    class="slider"
    :transform="`translate(${s.px} ${s.py})`"
    :data-drag="s.node"
    tabindex="0"
    role="button"
    :aria-label="`Move ${s.name} along the slope: arrow keys in small steps, with Shift in larger ones`"
    @pointerdown="sliding.grab($event, s)"
    @pointermove="sliding.drag"
    @pointerup="sliding.release(true)"
    @pointercancel="sliding.release(false)"
    @keydown="sliding.nudge($event, s)"
    @click.stop
  >
    <title>Drag {{ s.name }} up or down the slope</title>
    <circle class="catch" r="16" />
    <path class="grip" d="M-9 5l-5 4 5 4M9 5l5 4 -5 4M-13 9h26" />
  </g>
</template>

<style scoped>
.slider {
  cursor: ew-resize;
  touch-action: none;
}

.slider .catch {
  fill: transparent;
}

@media (pointer: coarse) {
  .slider .catch {
    r: 22px;
  }
}

.slider .grip {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.slider:hover .grip,
.sliding .slider .grip {
  stroke: var(--water);
  stroke-width: 3;
}
</style>
