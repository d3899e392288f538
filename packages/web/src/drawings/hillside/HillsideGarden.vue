<script setup lang="ts">
// What grows on the hillside: wicking beds as boxes with their water, holes along a pipe as drops under it.
import type { ScaleLinear } from 'd3-scale';
import { computed } from 'vue';
import type { DrawnBed, Point } from './section.ts';

const props = defineProps<{
  beds: readonly DrawnBed[];
  holes: readonly Point[];
  drains: readonly { readonly id: string; readonly points: readonly Point[] }[];
  x: ScaleLinear<number, number>;
  y: ScaleLinear<number, number>;
  width: number;
}>();
/** px: a bed is as wide as there is room for, a drop stands clear of the next. */
const BED = 26;
const LEAST = 5;
const DROP = 5;
const inside = (px: number): boolean => px > -BED && px < props.width + BED;
const boxes = computed(() => {
  const shown = props.beds.map((b) => ({ b, px: props.x(b.x) })).filter(({ px }) => inside(px));
  return shown.map(({ b, px }, k) => {
    const gap = Math.min(k > 0 ? px - shown[k - 1].px : BED, k + 1 < shown.length ? shown[k + 1].px - px : BED);
    const wide = Math.max(LEAST, Math.min(BED, gap - 2));
    const [top, foot] = [props.y(b.floor + b.height), props.y(b.floor)];
    return {
      id: b.id,
      left: px - wide / 2,
      wide,
      top: Math.min(top, foot - 6),
      foot,
      ground: props.y(b.ground),
      water: Math.min(props.y(b.floor + b.level), foot - 1),
    };
  });
});
const drainPaths = computed(() =>
  props.drains.map((d) => ({
    id: d.id,
    path: d.points
      .map((p, k) => `${k === 0 ? 'M' : 'L'}${props.x(p.x).toFixed(1)} ${props.y(p.z).toFixed(1)}`)
      .join(''),
  })),
);
/** Drops, as many as can be told apart. */
const drops = computed(() => {
  let last = -Infinity;
  let path = '';
  for (const h of [...props.holes].sort((a, b) => a.x - b.x || a.z - b.z)) {
    const px = props.x(h.x);
    if (!inside(px) || px - last < DROP) continue;
    last = px;
    path += `M${px.toFixed(1)} ${(props.y(h.z) + 1.5).toFixed(1)}v4`;
  }
  return path;
});
</script>

<template>
  <g class="garden" data-test="hillside-garden">
    <g v-for="b in boxes" :key="b.id" :data-bed="b.id">
      <path
        v-if="b.ground - b.foot > 1"
        class="leg"
        :d="`M${b.left + 2} ${b.foot}V${b.ground}M${b.left + b.wide - 2} ${b.foot}V${b.ground}`"
      />
      <rect class="soil" :x="b.left" :y="b.top" :width="b.wide" :height="b.foot - b.top" />
      <rect class="fill" :x="b.left" :y="b.water" :width="b.wide" :height="b.foot - b.water" />
      <path class="frame" :d="`M${b.left} ${b.top}V${b.foot}h${b.wide}V${b.top}`" />
    </g>
    <path v-for="d in drainPaths" :key="d.id" class="drain" :d="d.path" :data-drain="d.id" />
    <path v-if="drops" class="drops" :d="drops" />
  </g>
</template>

<style scoped>
.soil {
  fill: var(--earth);
}

.fill {
  fill: var(--water);
}

.frame {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

.leg {
  stroke: var(--earth-ink);
  stroke-width: 1.5;
}

.drain {
  fill: none;
  stroke: var(--earth-ink);
  stroke-width: 3;
}

.drops {
  stroke: var(--water-deep);
  stroke-linecap: round;
  stroke-width: 2;
}
</style>
