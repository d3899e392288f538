<script setup lang="ts">
// The year of one need: what it takes a day, month by month, over the bar of the months in which it is there; the bar's ends
// are dragged, or moved by keys.
import { scaleLinear } from 'd3-scale';
import { computed, ref, useTemplateRef } from 'vue';
import type { NeedRow } from '@vernal-slope/plan/year';
import { MONTHS } from '@vernal-slope/display/dates';
import { showPerDay } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { monthsBetween } from './buckets.ts';

const props = defineProps<{
  row: NeedRow;
  /** Months (1 to 12) in which it is there; all when left out. */
  months: readonly number[] | undefined;
  month: number;
}>();
const emit = defineEmits<{ months: [months: number[] | undefined]; pick: [month: number] }>();
const settings = useSettings();
const W = 260;
const H = 78;
const BAR = 56;
const x = scaleLinear([0, 12], [4, W - 4]);
const most = computed(() => Math.max(...props.row.perDay, 1e-12));
const first = computed(() => Math.min(...(props.months ?? [1])));
const last = computed(() => Math.max(...(props.months ?? [12])));
/** Months that are on do not follow each other: the ends say only where they begin and end. */
const broken = computed(() => props.months !== undefined && props.months.length < last.value - first.value + 1);

const svg = useTemplateRef<SVGSVGElement>('svg');
const held = ref<'first' | 'last' | null>(null);
const drawn = ref<number | null>(null);
const range = computed(() => ({
  a: held.value === 'first' && drawn.value ? Math.min(drawn.value, last.value) : first.value,
  b: held.value === 'last' && drawn.value ? Math.max(drawn.value, first.value) : last.value,
}));
function grab(event: PointerEvent, end: 'first' | 'last'): void {
  (event.target as Element).setPointerCapture(event.pointerId);
  held.value = end;
  drawn.value = end === 'first' ? first.value : last.value;
}
function drag(event: PointerEvent): void {
  const box = svg.value?.getBoundingClientRect();
  if (!held.value || !box) return;
  const at = x.invert(((event.clientX - box.left) * W) / Math.max(1, box.width));
  drawn.value = Math.max(1, Math.min(12, held.value === 'first' ? Math.round(at) + 1 : Math.round(at)));
}
function release(done: boolean): void {
  const { a, b } = range.value;
  const changed = done && held.value !== null && (a !== first.value || b !== last.value);
  held.value = null;
  drawn.value = null;
  if (changed) emit('months', monthsBetween(a, b));
}
function key(event: KeyboardEvent, end: 'first' | 'last'): void {
  const by = { ArrowLeft: -1, ArrowRight: 1, '[': -1, ']': 1 }[event.key];
  if (!by || event.altKey || event.ctrlKey) return;
  event.preventDefault();
  event.stopPropagation();
  const a = end === 'first' ? Math.max(1, Math.min(last.value, first.value + by)) : first.value;
  const b = end === 'last' ? Math.min(12, Math.max(first.value, last.value + by)) : last.value;
  emit('months', monthsBetween(a, b));
}
const words = computed(() =>
  props.months === undefined
    ? 'all year'
    : broken.value
      ? 'some months'
      : `${MONTHS[first.value - 1]} to ${MONTHS[last.value - 1]}`,
);
</script>

<template>
  <svg
    ref="svg"
    :viewBox="`0 0 ${W} ${H}`"
    role="group"
    :aria-label="`The year of ${row.name}: ${words}`"
    data-test="need-year"
  >
    <rect class="now" :x="x(month)" y="0" :width="x(1) - x(0)" :height="H" />
    <rect
      v-for="(v, m) in row.perDay"
      :key="m"
      class="column"
      :class="[row.kind, { wished: row.ifToo }]"
      :x="x(m) + 2"
      :y="BAR - 10 - (v / most) * 34"
      :width="x(1) - x(0) - 4"
      :height="(v / most) * 34"
      @click="emit('pick', m)"
    >
      <title>{{ MONTHS[m] }}: {{ showPerDay(v, settings.units) }}</title>
    </rect>
    <text :x="W - 4" y="9" text-anchor="end" class="most">{{ showPerDay(most, settings.units) }}</text>
    <rect
      class="bar"
      :class="{ broken }"
      :x="x(range.a - 1)"
      :y="BAR - 6"
      :width="x(range.b) - x(range.a - 1)"
      height="14"
    />
    <text class="words" :x="(x(range.a - 1) + x(range.b)) / 2" :y="BAR + 5">{{ words }}</text>
    <g
      v-for="end in ['first', 'last'] as const"
      :key="end"
      class="end"
      :transform="`translate(${end === 'first' ? x(range.a - 1) : x(range.b)} ${BAR + 1})`"
      tabindex="0"
      role="slider"
      :aria-label="`${end === 'first' ? 'First' : 'Last'} month of ${row.name}: arrow keys`"
      aria-valuemin="1"
      aria-valuemax="12"
      :aria-valuenow="end === 'first' ? first : last"
      :aria-valuetext="MONTHS[(end === 'first' ? first : last) - 1]"
      :data-test="`month-${end}`"
      @pointerdown="grab($event, end)"
      @pointermove="drag"
      @pointerup="release(true)"
      @pointercancel="release(false)"
      @keydown="key($event, end)"
    >
      <title>Drag this end to the {{ end }} month in which it is there</title>
      <rect class="catch" x="-11" y="-18" width="22" height="36" />
      <rect class="grip" x="-4" y="-11" width="8" height="22" rx="1.5" />
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 360px;
}

.now {
  fill: var(--water-wash);
  fill-opacity: 0.6;
}

.column {
  fill: var(--water-deep);
  cursor: pointer;
}

.column.people {
  fill: var(--earth-ink);
}

.column.garden {
  fill: var(--moss);
}

.bar {
  fill: var(--water-wash);
  stroke: var(--water-deep);
}

.column.wished {
  fill: none;
  stroke: var(--muted);
  stroke-dasharray: 3 2;
}

.bar.broken {
  stroke-dasharray: 4 3;
}

.end {
  cursor: ew-resize;
  touch-action: none;
}

.end .catch {
  fill: transparent;
}

.end .grip {
  fill: var(--sheet);
  stroke: var(--water-deep);
  stroke-width: 1.5;
}

.end:hover .grip,
.end:focus-visible .grip {
  fill: var(--water);
}

text {
  font-family: var(--font-figure);
  font-size: 10px;
  fill: var(--water-ink);
}

.words {
  font-family: var(--font-text);
  font-weight: 700;
  text-anchor: middle;
}
</style>
