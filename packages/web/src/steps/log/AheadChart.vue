<script setup lang="ts">
// What stands in the tanks day by day while no rain comes: the likely run within its spread, down to the reserve.
import { useElementSize } from '@vueuse/core';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { computed, ref } from 'vue';
import { dateOf, dayNumber } from '@vernal-slope/plan/formats';
import type { WaterAhead } from '@vernal-slope/plan/ahead';
import { shortDate } from '@vernal-slope/display/dates';
import { fixed, inUnit, showText, unitFor } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';

const props = defineProps<{ ahead: WaterAhead; told: string }>();
const settings = useSettings();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const H = 200;
const LEFT = 54;
const LEAST_DAYS = 30;
const w = computed(() => Math.max(280, width.value));
const days = computed(() => {
  const ends = [props.ahead.mid, props.ahead.low, props.ahead.high].map((r) => r.empty ?? 0);
  return Math.min(props.ahead.mid.volume.length - 1, Math.max(LEAST_DAYS, Math.ceil(1.15 * Math.max(...ends))));
});
const from = computed(() => dayNumber(props.ahead.from));
const x = computed(() =>
  scaleLinear()
    .domain([0, days.value])
    .range([LEFT, w.value - 14]),
);
const unit = computed(() => unitFor('volume', settings.units).symbol);
const y = computed(() =>
  scaleLinear()
    .domain([0, inUnit(Math.max(props.ahead.capacity, 0.001), 'volume', settings.units)])
    .nice(4)
    .range([H - 26, 12]),
);
const at = (volume: number): number => y.value(inUnit(volume + props.ahead.reserve, 'volume', settings.units));
/** Today's level and that of each day's end, m³ above the reserve. */
const course = (edge: 'mid' | 'low' | 'high'): number[] => [
  Math.max(0, Math.min(props.ahead.volume, props.ahead.capacity) - props.ahead.reserve),
  ...props.ahead[edge].volume.slice(0, days.value),
];
const band = computed(() => {
  const low = course('low');
  const high = course('high');
  return area<number>()
    .x((_, d) => x.value(d))
    .y0((v) => at(v))
    .y1((_, d) => at(high[d]))(low);
});
const likely = computed(() => {
  const path = line<number>(
    (_, d) => x.value(d),
    (v) => at(v),
  );
  return path(course('mid'));
});
const filled = computed(() =>
  area<number>()
    .x((_, d) => x.value(d))
    .y0(y.value(0))
    .y1((v) => at(v))(course('mid')),
);
const ticks = computed(() => {
  const step = Math.max(1, Math.ceil(days.value / Math.max(2, Math.floor(w.value / 110))));
  return Array.from({ length: Math.floor(days.value / step) + 1 }, (_, k) => ({
    x: x.value(k * step),
    text: shortDate(dateOf(from.value + k * step)),
  }));
});
const end = computed(() => {
  const d = props.ahead.mid.empty;
  return d === null ? undefined : { x: x.value(d), text: shortDate(dateOf(from.value + d)) };
});
/** The date stands where there is room for it. */
const END_ROOM = 60;
const TICK_ROOM = 40;
</script>

<template>
  <figure ref="holder">
    <svg :width="w" :height="H" role="img" :aria-label="told" data-test="ahead-chart">
      <path :d="filled ?? ''" class="water" />
      <path v-if="ahead.spread" :d="band ?? ''" class="band" />
      <g class="axis">
        <g v-for="t in y.ticks(4)" :key="t">
          <line :x1="LEFT" :x2="w - 14" :y1="y(t)" :y2="y(t)" class="grid" />
          <text :x="LEFT - 6" :y="y(t)" dy="0.35em" text-anchor="end">{{ fixed(t, 0) }}</text>
        </g>
        <text :x="LEFT - 6" :y="H - 8" text-anchor="end">{{ unit }}</text>
        <text
          v-for="(t, k) in ticks"
          :key="t.x"
          :x="t.x"
          :y="H - 8"
          :text-anchor="k === 0 ? 'start' : t.x > w - TICK_ROOM ? 'end' : 'middle'"
        >
          {{ t.text }}
        </text>
      </g>
      <path :d="likely ?? ''" class="likely" />
      <g v-if="ahead.reserve > 0">
        <line :x1="LEFT" :x2="w - 14" :y1="at(0)" :y2="at(0)" class="reserve" />
        <text :x="LEFT + 6" :y="at(0) - 5" class="told">
          the fire reserve, {{ showText(ahead.reserve, 'volume', settings.units) }}
        </text>
      </g>
      <g v-if="end">
        <line :x1="end.x" :x2="end.x" :y1="16" :y2="at(0)" class="end" />
        <circle :cx="end.x" :cy="at(0)" r="4.5" class="end" />
        <text
          :x="end.x + (end.x > w - END_ROOM ? -6 : 6)"
          y="22"
          class="date"
          :text-anchor="end.x > w - END_ROOM ? 'end' : 'start'"
        >
          {{ end.text }}
        </text>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

svg {
  display: block;
}

text {
  font-size: 13px;
  fill: var(--muted);
}

.water {
  fill: var(--water-wash);
}

.band {
  fill: var(--water);
  opacity: 0.22;
}

.likely {
  fill: none;
  stroke: var(--water-ink);
  stroke-width: 2;
}

.grid {
  stroke: var(--rule);
}

.reserve {
  stroke: var(--brick-ink);
  stroke-dasharray: 5 4;
}

.told {
  fill: var(--brick-ink);
}

.end {
  fill: var(--sheet);
  stroke: var(--ink);
}

.date {
  font-weight: 700;
  fill: var(--ink);
}
</style>
