<script setup lang="ts">
// Given against needed, month by month: two columns a month, what is lacking hatched.
import { useElementSize } from '@vueuse/core';
import { scaleBand, scaleLinear } from 'd3-scale';
import { computed, ref, useId } from 'vue';
import type { PlanBalance } from '@vernal-slope/plan/budget';
import { fixed, showPerDay, unitFor, inUnit } from '../../display/quantities.ts';
import { MONTHS } from '../../display/dates.ts';
import { useSettings } from '../../display/settings.ts';

const props = defineProps<{ balance: PlanBalance }>();
const settings = useSettings();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const H = 200;
const hatch = useId();
const w = computed(() => Math.max(300, width.value));
const unit = computed(() => unitFor('volume', settings.units));
const months = computed(() => props.balance.months);
const x = computed(() =>
  scaleBand()
    .domain(MONTHS.map((m) => m))
    .range([58, w.value])
    .padding(0.25),
);
const y = computed(() =>
  scaleLinear()
    .domain([
      0,
      inUnit(Math.max(...months.value.flatMap((m) => [m.given, m.needed]), 1e-6) * 1.08, 'volume', settings.units),
    ])
    .nice(4)
    .range([H - 24, 8]),
);
const at = (v: number): number => y.value(inUnit(v, 'volume', settings.units));
const words = computed(() =>
  months.value
    .map(
      (m, k) =>
        `${MONTHS[k]}: gives ${showPerDay(m.given, settings.units)}, needs ${showPerDay(m.needed, settings.units)}`,
    )
    .join('; '),
);
</script>

<template>
  <figure ref="holder">
    <svg :width="w" :height="H" role="img" :aria-label="words" data-test="balance-chart">
      <defs>
        <pattern :id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" x2="0" y1="0" y2="6" class="hatch" />
        </pattern>
      </defs>
      <g v-for="t in y.ticks(4)" :key="t">
        <line x1="58" :x2="w" :y1="y(t)" :y2="y(t)" class="grid" />
        <text x="52" :y="y(t)" dy="0.35em" text-anchor="end">{{ fixed(t, 0) }}</text>
      </g>
      <g v-for="(m, k) in months" :key="k">
        <title>
          {{ MONTHS[k] }}: gives {{ showPerDay(m.given, settings.units) }}, needs
          {{ showPerDay(m.needed, settings.units) }}
        </title>
        <rect
          :x="x(MONTHS[k])"
          :y="at(m.given)"
          :width="x.bandwidth() / 2"
          :height="Math.max(0, at(0) - at(m.given))"
          class="given"
        />
        <rect
          :x="(x(MONTHS[k]) ?? 0) + x.bandwidth() / 2"
          :y="at(m.needed)"
          :width="x.bandwidth() / 2"
          :height="Math.max(0, at(0) - at(m.needed))"
          class="needed"
        />
        <rect
          v-if="m.needed > m.given"
          :x="x(MONTHS[k])"
          :y="at(m.needed)"
          :width="x.bandwidth() / 2"
          :height="at(m.given) - at(m.needed)"
          :fill="`url(#${hatch})`"
          class="lack"
        />
        <text
          :x="(x(MONTHS[k]) ?? 0) + x.bandwidth() / 2"
          :y="H - 6"
          text-anchor="middle"
          :class="{ tight: k === balance.tightest }"
        >
          {{ MONTHS[k].slice(0, 3) }}
        </text>
      </g>
    </svg>
    <figcaption class="small muted">
      {{ unit.symbol }} a day: <i class="key given"></i> given, <i class="key needed"></i> needed with losses<template
        v-if="months.some((m) => m.needed > m.given)"
        >, hatched what is lacking</template
      >.
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 8px 0;
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

.tight {
  fill: var(--ink);
  font-weight: 700;
}

.given {
  fill: var(--water);
  background: var(--water);
}

.needed {
  fill: var(--earth);
  background: var(--earth);
}

.hatch {
  stroke: var(--brick);
  stroke-width: 2;
}

.lack {
  stroke: var(--brick);
}

.key {
  display: inline-block;
  width: 12px;
  height: 10px;
}
</style>
