<script setup lang="ts">
// What flows in time, as high as it is much: a source's bar, a tap and the times at which it is open.
import { area, curveStepAfter } from 'd3-shape';
import { computed } from 'vue';
import type { FlowPicture, RunPicture } from '@vernal-slope/plan/simulate';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { curve, valueAt } from './strips.ts';

const props = defineProps<{
  run: RunPicture;
  flow: FlowPicture;
  /** A source is drawn as a bar, a tap as blocks. */ source?: boolean;
  width: number;
  x: (t: number) => number;
  from: number;
  to: number;
  now: number;
}>();
const settings = useSettings();
const HEIGHT = 24;
const FOOT = 21;
const most = computed(() => Math.max(1e-12, ...props.flow.flows));
const path = computed(
  () =>
    area().y0(FOOT).curve(curveStepAfter)(
      curve(
        props.run.times,
        props.flow.flows,
        props.x,
        (q) => FOOT - (props.source ? 12 : 16) * (q / most.value),
        props.from,
        props.to,
      ),
    ) ?? '',
);
const draws = computed(() =>
  props.flow.draws
    .filter((d) => d.to > props.from && d.from < props.to)
    .map((d) => ({ left: props.x(d.from), width: Math.max(2, props.x(d.to) - props.x(d.from)) })),
);
const q = computed(() => valueAt(props.run.times, props.flow.flows, props.now));
const tag = computed(() => showText(q.value, 'flow', settings.units));
const at = computed(() => props.x(props.now));
const tagWidth = computed(() => 12 + 8 * tag.value.length);
const tagX = computed(() =>
  at.value + 10 + tagWidth.value > props.width ? at.value - 10 - tagWidth.value : at.value + 10,
);
</script>

<template>
  <svg :width="width" :height="HEIGHT" role="img" :aria-label="`${flow.name}: ${tag} now`" class="flow">
    <rect v-for="(d, k) in draws" :key="k" class="draw" :x="d.left" y="3" :width="d.width" :height="FOOT - 3" />
    <path class="amount" :d="path" />
    <path class="lane" :d="`M0 ${FOOT}H${width}`" />
    <g v-if="source || q > 1e-9" class="tag">
      <rect :x="tagX" y="1" :width="tagWidth" height="20" rx="3" />
      <text :x="tagX + tagWidth / 2" y="15" :data-test="`flow-${flow.id}`">{{ tag }}</text>
    </g>
  </svg>
</template>

<style scoped>
.flow {
  display: block;
}

.amount {
  fill: var(--water);
}

.draw {
  fill: none;
  stroke: var(--earth-ink);
  stroke-dasharray: 2 2;
}

.lane {
  stroke: var(--rule-strong);
}

.tag rect {
  fill: var(--sheet);
  stroke: var(--rule-strong);
}

.tag text {
  font-family: var(--font-figure);
  font-size: 13px;
  text-anchor: middle;
  fill: var(--water-ink);
}
</style>
