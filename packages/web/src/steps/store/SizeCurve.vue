<script setup lang="ts">
// How much of the water wanted a store of each size meets: the plan's own size marked, and where more stops paying.
import { useElementSize } from '@vueuse/core';
import { scaleLinear, scaleLog } from 'd3-scale';
import { line } from 'd3-shape';
import { bisector } from 'd3-array';
import { computed, ref } from 'vue';
import { sizeRun, type SizeAnswer } from '@vernal-slope/plan/budget';
import { fixed, percent, showText, unitFor, inUnit } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';

const props = defineProps<{ answer: SizeAnswer }>();
const settings = useSettings();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const H = 220;
const w = computed(() => Math.max(280, width.value));
const unit = computed(() => unitFor('volume', settings.units));
const rows = computed(() => props.answer.rows);
const size = (m3: number): number => inUnit(m3, 'volume', settings.units);
const x = computed(() =>
  scaleLog()
    .domain([size(rows.value[0].capacity), size(rows.value[rows.value.length - 1].capacity)])
    .range([44, w.value - 12]),
);
const y = scaleLinear()
  .domain([0, 1])
  .range([H - 42, 12]);
const path = (key: 'days' | 'volume'): string =>
  line<(typeof rows.value)[number]>(
    (r) => x.value(size(r.capacity)),
    (r) => y(r[key]),
  )([...rows.value]) ?? '';
const ticks = computed(() => x.value.ticks(6).filter((t) => /^[125]0*$/.test(String(Math.round(t)))));
const knee = computed(() => rows.value[props.answer.knee]);
const own = computed(() => props.answer.own);
const ownX = computed(() =>
  Math.min(w.value - 12, Math.max(44, x.value(size(Math.max(own.value.capacity, rows.value[0].capacity))))),
);
const hovered = ref<number | null>(null);
const nearest = bisector((r: (typeof rows.value)[number]) => size(r.capacity)).center;
function onMove(event: MouseEvent): void {
  const rect = holder.value?.getBoundingClientRect();
  if (rect) hovered.value = nearest([...rows.value], x.value.invert(event.clientX - rect.left));
}
function onKey(event: KeyboardEvent): void {
  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  if (by === 0) return;
  event.preventDefault();
  hovered.value = Math.min(rows.value.length - 1, Math.max(0, (hovered.value ?? props.answer.knee) + by));
}
const shown = computed(() => (hovered.value === null ? null : rows.value[hovered.value]));
const shownRun = computed(() => (shown.value ? sizeRun(props.answer, shown.value.capacity) : null));
const steps = computed(() => (props.answer.series.stepHours === 24 ? 'days' : 'hours'));
</script>

<template>
  <figure ref="holder">
    <svg
      :width="w"
      :height="H"
      role="img"
      tabindex="0"
      :aria-label="`Share of ${steps} and of water met by the size of the store. Own size: ${percent(own.days)} of ${steps}, ${percent(own.volume)} of the water. Arrow keys read other sizes.`"
      data-test="size-curve"
      @mousemove="onMove"
      @mouseleave="hovered = null"
      @keydown="onKey"
    >
      <g v-for="t in [0, 0.25, 0.5, 0.75, 1]" :key="t">
        <line x1="44" :x2="w - 12" :y1="y(t)" :y2="y(t)" class="grid" />
        <text x="38" :y="y(t)" dy="0.35em" text-anchor="end">{{ fixed(100 * t, 0) }}</text>
      </g>
      <text v-for="t in ticks" :key="t" :x="x(t)" :y="H - 24" text-anchor="middle">{{ fixed(t, 0) }}</text>
      <text :x="w - 12" :y="H - 6" text-anchor="end">size that can be used, {{ unit.symbol }}</text>
      <line :x1="x(size(knee.capacity))" :x2="x(size(knee.capacity))" y1="12" :y2="H - 42" class="knee" />
      <path :d="path('volume')" class="volume" />
      <path :d="path('days')" class="days" />
      <line :x1="ownX" :x2="ownX" y1="12" :y2="H - 42" class="own" />
      <circle :cx="ownX" :cy="y(own.days)" r="5" class="mark" />
      <circle v-if="shown" :cx="x(size(shown.capacity))" :cy="y(shown.days)" r="5" class="hover" />
      <text :x="ownX + (ownX > w - 90 ? -6 : 6)" y="24" :text-anchor="ownX > w - 90 ? 'end' : 'start'" class="label">
        this plan
      </text>
    </svg>
    <figcaption class="small">
      <span class="muted"><i class="key d"></i> {{ steps }} met, <i class="key v"></i> water met, per cent; </span>
      <template v-if="shown">
        <span class="figure" data-test="hovered-size">{{ showText(shown.capacity, 'volume', settings.units) }}</span>:
        {{ percent(shown.days) }} of {{ steps }}, {{ percent(shown.volume) }} of the water,
        {{ showText(shown.spill, 'volume', settings.units) }} spilled, a dry spell of {{ shownRun?.longestDrySurvived }}
        {{ steps }} survived.
      </template>
      <template v-else>
        more stops paying about <span class="figure">{{ showText(knee.capacity, 'volume', settings.units) }}</span>
        <span title="Where the curve bends most: found as Satopää et al. 2011 do" tabindex="0"
          >(where the curve bends most)</span
        >.
      </template>
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

.label {
  fill: var(--ink);
  font-weight: 700;
}

.days {
  fill: none;
  stroke: var(--water);
  stroke-width: 2.5;
}

.volume {
  fill: none;
  stroke: var(--earth);
  stroke-width: 2;
  stroke-dasharray: 6 3;
}

.knee {
  stroke: var(--moss);
  stroke-dasharray: 2 4;
  stroke-width: 2;
}

.own {
  stroke: var(--ink);
  stroke-width: 1.5;
}

.mark,
.hover {
  fill: var(--water);
  stroke: var(--sheet);
  stroke-width: 2;
}

.key {
  display: inline-block;
  width: 20px;
  border-top: 3px solid var(--water);
  vertical-align: middle;
}

.key.v {
  border-top: 2px dashed var(--earth);
}
</style>
