<script setup lang="ts">
// Animals at a rail, as tall as they reach: birds, rabbits, pigs, drawn from a few strokes.
import { computed } from 'vue';

const props = defineProps<{
  animal: string;
  heads: number;
  /** px from the floor to the highest that they reach. */
  tall: number;
  /** Floor under each drinker, px. */
  spots: readonly { readonly x: number; readonly y: number }[];
}>();
/** Outlines in a box one high, standing on its foot at 0, 0; the mouth at the top right. */
const SHAPES = {
  bird: 'M0.28 -0.98c0.1 -0.02 0.17 0.06 0.17 0.14l0.1 0.03 -0.1 0.05c0 0.2 0.02 0.36 -0.1 0.46c-0.16 0.13 -0.42 0.12 -0.56 -0.02l-0.16 -0.2 0.2 0.06c0.14 0.02 0.26 -0.02 0.3 -0.2c0 -0.16 0 -0.3 0.15 -0.32zM0 -0.24v0.24M0.14 -0.24v0.24',
  rabbit:
    'M0.3 -0.6c0.14 0 0.2 0.08 0.22 0.16c0.02 0.1 -0.08 0.14 -0.12 0.16c0.02 0.12 0.02 0.2 -0.02 0.28h-0.7c-0.14 -0.2 -0.06 -0.5 0.2 -0.52c0.16 0 0.28 0.02 0.34 0.06zM0.28 -0.6l-0.04 -0.38M0.36 -0.6l0.04 -0.38',
  pig: 'M0.5 -0.72c0.16 -0.02 0.26 0.1 0.3 0.2l0.06 0.1 -0.08 0.1c-0.1 0.1 -0.2 0.12 -0.3 0.12v0.2M0.3 -0.2v0.2M-0.5 -0.2v0.2M-0.7 -0.22v0.22M0.5 -0.72c-0.4 -0.16 -0.9 -0.14 -1.16 0c-0.2 0.16 -0.16 0.42 0 0.5c0.3 0.06 0.8 0.06 1.1 0',
} as const;
const shape = computed(() =>
  props.animal.startsWith('rabbit') ? SHAPES.rabbit : /pig|sow/.test(props.animal) ? SHAPES.pig : SHAPES.bird,
);
/** No more than can be told apart, and none where they would be specks. */
const shown = computed(() => {
  if (props.tall < 14) return [];
  const wide = props.tall * 1.3;
  let last = -Infinity;
  return props.spots
    .filter((_, k) => k % 2 === 0 || props.heads >= props.spots.length)
    .filter((s) => {
      // the next rail begins at its left again
      if (s.x < last) last = -Infinity;
      if (s.x - last < wide) return false;
      last = s.x;
      return true;
    });
});
</script>

<template>
  <g class="animals" aria-hidden="true">
    <path
      v-for="(s, k) in shown"
      :key="k"
      :d="shape"
      :transform="`translate(${s.x - 0.42 * tall} ${s.y}) scale(${k % 3 === 2 ? 0.92 * tall : tall})`"
      :stroke-width="1.5 / tall"
    />
  </g>
</template>

<style scoped>
.animals path {
  fill: var(--sheet);
  fill-opacity: 0.85;
  stroke: var(--ink);
  stroke-linejoin: round;
}
</style>
