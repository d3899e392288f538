<script setup lang="ts">
// What each half metre of stand gives at the governing outlet: pressure as a curve, every point readable.
import { useElementSize } from '@vueuse/core';
import { max } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { computed, ref } from 'vue';
import type { HeightCurve } from '@vernal-slope/plan/stand';
import { showText, unitFor, inUnit } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';

const props = defineProps<{ curve: HeightCurve; outlet: string; stands: number; needs: number; wants?: number }>();
const emit = defineEmits<{ point: [stand: number] }>();
const settings = useSettings();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const H = 190;
const M = { left: 44, right: 14, top: 22, bottom: 38 };
const w = computed(() => Math.max(260, width.value));
const height = computed(() => unitFor('height', settings.units));
const pressure = computed(() => unitFor('pressure', settings.units));
const points = computed(() => props.curve.points);
const x = computed(() =>
  scaleLinear()
    .domain([0, inUnit(points.value[points.value.length - 1].stand, 'height', settings.units)])
    .range([M.left, w.value - M.right]),
);
const y = computed(() =>
  scaleLinear()
    .domain([
      0,
      inUnit(
        Math.max(max(points.value, (p) => p.pressure) ?? 1, (props.wants ?? 0) * 1.15),
        'pressure',
        settings.units,
      ),
    ])
    .nice(4)
    .range([H - M.bottom, M.top]),
);
const px = (stand: number): number => x.value(inUnit(stand, 'height', settings.units));
const py = (p: number): number => y.value(inUnit(p, 'pressure', settings.units));
const path = computed(
  () =>
    line<(typeof points.value)[number]>(
      (p) => px(p.stand),
      (p) => py(p.pressure),
    )([...points.value]) ?? '',
);
const words = computed(() =>
  points.value
    .map(
      (p) =>
        `${showText(p.stand, 'height', settings.units)}: ${showText(p.pressure, 'pressure', settings.units)}, ${showText(p.flow, 'flow', settings.units)}`,
    )
    .join('; '),
);
</script>

<template>
  <figure ref="holder">
    <svg
      :width="w"
      :height="H"
      role="img"
      :aria-label="`What each height gives ${outlet}: ${words}`"
      data-test="half-metres"
    >
      <g v-for="t in y.ticks(4)" :key="`y${t}`">
        <line :x1="M.left" :x2="w - M.right" :y1="y(t)" :y2="y(t)" class="grid" />
        <text :x="M.left - 6" :y="y(t)" dy="0.35em" text-anchor="end">{{ t }}</text>
      </g>
      <text
        v-for="t in x.ticks(Math.min(8, points.length))"
        :key="`x${t}`"
        :x="x(t)"
        :y="H - M.bottom + 16"
        text-anchor="middle"
      >
        {{ t }}
      </text>
      <text :x="w - M.right" :y="H - 4" text-anchor="end">height of the stand, {{ height.symbol }}</text>
      <text x="0" :y="M.top - 4">{{ pressure.symbol }}</text>
      <g v-if="wants">
        <line :x1="M.left" :x2="w - M.right" :y1="py(wants)" :y2="py(wants)" class="wants" />
        <text :x="M.left + 4" :y="py(wants) - 4">wants</text>
      </g>
      <line :x1="px(stands)" :x2="px(stands)" :y1="M.top" :y2="H - M.bottom" class="own" />
      <text :x="px(stands) + 5" :y="M.top + 8" class="label">stands</text>
      <path :d="path" class="curve" />
      <circle v-for="p in points" :key="p.stand" :cx="px(p.stand)" :cy="py(p.pressure)" r="4" class="dot" />
    </svg>
    <figcaption class="small">
      <span class="muted">Pressure at {{ outlet }}, running, the tank at its low water:</span>
      <span v-for="p in points" :key="p.stand" class="point"
        ><span class="muted">{{ showText(p.stand, 'height', settings.units) }}:{{ ' ' }}</span>
        <button
          type="button"
          class="figure"
          title="Show the working"
          :data-point="p.stand"
          @click="emit('point', p.stand)"
        >
          {{ p.flow > 0 ? showText(p.pressure, 'pressure', settings.units) : 'nothing' }}
        </button></span
      >
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  min-width: 0;
}

svg {
  display: block;
}

.grid {
  stroke: var(--rule);
}

.wants {
  stroke: var(--amber);
  stroke-dasharray: 5 4;
  stroke-width: 1.5;
}

.own {
  stroke: var(--ink);
  stroke-width: 1.5;
}

.curve {
  fill: none;
  stroke: var(--water);
  stroke-width: 2.5;
}

.dot {
  fill: var(--water);
}

text {
  fill: var(--muted);
  font-size: var(--text-s);
}

.label {
  fill: var(--ink);
}

.point {
  display: inline-block;
  margin: 0 4px 2px 10px;
  white-space: nowrap;
}
</style>
