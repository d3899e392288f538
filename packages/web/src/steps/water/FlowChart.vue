<script setup lang="ts">
// Tests of a source over time, the falling limb carried on with its uncertainty, and what is needed of it.
import { useElementSize } from '@vueuse/core';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { computed, ref } from 'vue';
import { dateOf } from '@vernal-slope/plan/formats';
import type { TestSummary } from '@vernal-slope/plan/year';
import { fixed, showText, unitFor, inUnit } from '@vernal-slope/display/quantities';
import { MONTHS } from '@vernal-slope/display/dates';
import { useSettings } from '../../display/settings.ts';

const props = defineProps<{ tests: TestSummary; today: number }>();
const settings = useSettings();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const H = 190;
const AHEAD = 60;
const w = computed(() => Math.max(280, width.value));
const unit = computed(() => unitFor('flow', settings.units));
const last = computed(() => props.tests.latest.day);
const forecast = computed(() => {
  const r = props.tests.recession;
  return r && r.rate > 0
    ? Array.from({ length: 13 }, (_, k) => ({
        day: last.value + (k * AHEAD) / 12,
        ...r.at(last.value + (k * AHEAD) / 12),
      }))
    : [];
});
const x = computed(() =>
  scaleLinear()
    .domain([props.tests.results[0].day - 5, last.value + (forecast.value.length > 0 ? AHEAD : 20)])
    .range([52, w.value - 12]),
);
const top = computed(() =>
  Math.max(...props.tests.results.map((r) => r.flow), ...forecast.value.map((f) => Math.min(f.high, 2 * f.flow))),
);
const y = computed(() =>
  scaleLinear()
    .domain([0, inUnit(top.value * 1.1, 'flow', settings.units)])
    .nice(4)
    .range([H - 26, 10]),
);
const at = (flow: number): number => y.value(inUnit(flow, 'flow', settings.units));
const band = area<{ day: number; low: number; high: number }>()
  .x((f) => x.value(f.day))
  .y0((f) => at(f.low))
  .y1((f) => Math.max(4, at(f.high)));
const path = line<{ day: number; flow: number }>(
  (f) => x.value(f.day),
  (f) => at(f.flow),
);
const ticks = computed(() => {
  const list: { x: number; text: string }[] = [];
  const [from, to] = x.value.domain();
  for (let d = Math.ceil(from); d <= to; d++) {
    const date = dateOf(d);
    if (date.endsWith('-01')) list.push({ x: x.value(d), text: MONTHS[Number(date.slice(5, 7)) - 1].slice(0, 3) });
  }
  return list.filter((_, k) => k % Math.ceil(list.length / 8) === 0);
});
const ahead = computed(() => {
  const r = props.tests.recession;
  if (!r || r.rate <= 0) return '';
  const then = r.at(last.value + 30);
  return `It halves in about ${Math.round(r.halving)} dry days. In 30 more a test would show ${showText(then.flow, 'flow', settings.units)}, four times in five between ${showText(then.low, 'flow', settings.units)} and ${showText(then.high, 'flow', settings.units)}.`;
});
</script>

<template>
  <figure ref="holder">
    <svg :width="w" :height="H" role="img" :aria-label="`Flow of each test over time. ${ahead}`" data-test="flow-chart">
      <g class="axis">
        <g v-for="t in y.ticks(4)" :key="t">
          <line x1="52" :x2="w - 12" :y1="y(t)" :y2="y(t)" class="grid" />
          <text x="46" :y="y(t)" dy="0.35em" text-anchor="end">{{ fixed(t, t % 1 === 0 ? 0 : 1) }}</text>
        </g>
        <text v-for="t in ticks" :key="t.x" :x="t.x" :y="H - 8" text-anchor="middle">{{ t.text }}</text>
      </g>
      <path v-if="forecast.length" :d="band(forecast) ?? ''" class="band" />
      <path
        v-if="tests.recession"
        :d="path(tests.recession.tests.map((t) => ({ day: t.day, flow: tests.recession!.at(t.day).flow }))) ?? ''"
        class="limb"
      />
      <path v-if="forecast.length" :d="path(forecast) ?? ''" class="ahead" />
      <line x1="52" :x2="w - 12" :y1="at(tests.low.flow)" :y2="at(tests.low.flow)" class="low" />
      <g v-for="r in tests.results" :key="r.index">
        <line
          v-if="r.estimate && Number.isFinite(r.estimate.halfWidth)"
          :x1="x(r.day)"
          :x2="x(r.day)"
          :y1="at(r.flow + r.estimate.halfWidth)"
          :y2="at(Math.max(0, r.flow - r.estimate.halfWidth))"
          class="bar"
        />
        <circle :cx="x(r.day)" :cy="at(r.flow)" r="5" />
      </g>
    </svg>
    <figcaption class="small muted">
      {{ unit.symbol }}. {{ ahead || 'Three tests on a falling limb show how it falls through dry weeks.' }}
      <template v-if="ahead"
        >An exponential fitted to the tests since the last peak (Maillet 1905); rain ends it.</template
      >
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 8px 0 0;
}

svg {
  display: block;
}

.grid {
  stroke: var(--rule);
}

text {
  fill: var(--muted);
  font-size: var(--text-s);
}

circle {
  fill: var(--water);
  stroke: var(--sheet);
  stroke-width: 2;
}

.bar,
.limb {
  stroke: var(--water);
  stroke-width: 2;
  fill: none;
}

.band {
  fill: var(--water-wash);
}

.ahead {
  fill: none;
  stroke: var(--water);
  stroke-width: 2;
  stroke-dasharray: 5 4;
}

.low {
  stroke: var(--amber);
  stroke-dasharray: 2 4;
  stroke-width: 1.5;
}
</style>
