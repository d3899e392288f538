<script setup lang="ts">
// What grows on the hillside: wicking beds as boxes with their water, holes along a pipe as drops under it.
import type { ScaleLinear } from 'd3-scale';
import { computed } from 'vue';
import type { DrawnBed, DrawnTote, Point } from '@vernal-slope/display/section';

const props = defineProps<{
  beds: readonly DrawnBed[];
  holes: readonly Point[];
  drains: readonly { readonly id: string; readonly points: readonly Point[] }[];
  totes: readonly DrawnTote[];
  called: (id: string) => string;
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
/** px: a tote stands so far to the left of where it is filled, the next beyond it. */
const BESIDE = -72;
const TOTE = 20;
const carried = computed(() =>
  props.totes
    .map((t, k) => {
      const px = props.x(t.x) + BESIDE * (k + 1);
      const [top, foot] = [props.y(t.floor + t.height), props.y(t.floor)];
      return {
        id: t.id,
        from: props.x(t.x),
        px,
        left: px - TOTE / 2,
        top: Math.min(top, foot - 10),
        foot,
        ground: Math.max(props.y(t.ground), foot + 2),
        water: Math.min(props.y(t.floor + t.level), foot - 1),
      };
    })
    .filter((t) => inside(t.px)),
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
    <g v-for="t in carried" :key="t.id" :data-tote="t.id">
      <title>{{ called(t.id) }}, carried: its water comes by visit</title>
      <path class="visit" :d="`M${t.from} ${t.top}Q${(t.from + t.px) / 2} ${t.top - 22} ${t.px} ${t.top - 2}`" />
      <rect class="pallet" :x="t.left - 2" :y="t.foot" :width="TOTE + 4" :height="t.ground - t.foot" />
      <rect class="fill" :x="t.left" :y="t.water" :width="TOTE" :height="t.foot - t.water" />
      <path class="frame" :d="`M${t.left} ${t.top}V${t.foot}h${TOTE}V${t.top}Z`" />
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

.visit {
  fill: none;
  stroke: var(--water-deep);
  stroke-dasharray: 3 4;
  stroke-width: 1.5;
}

.pallet {
  fill: var(--earth-ink);
  fill-opacity: 0.5;
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
