<script setup lang="ts">
// All strips under one clock: press or drag anywhere for a moment, or move it by keys; let it run.
import { useElementSize, useRafFn } from '@vueuse/core';
import { scaleLinear } from 'd3-scale';
import { Pause, Play } from '@lucide/vue';
import { computed, ref, useTemplateRef, watch } from 'vue';
import { clockText } from '@vernal-slope/plan/findings';
import type { RunPicture } from '@vernal-slope/plan/simulate';
import { showEntered } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import FlowRow from './FlowRow.vue';
import StripRow from './StripRow.vue';
import { hairline, hourMarks } from './strips.ts';

const props = defineProps<{ run: RunPicture; chosen: string; now: number }>();
const emit = defineEmits<{ now: [t: number]; choose: [id: string] }>();
const settings = useSettings();

const lanes = useTemplateRef<HTMLElement>('lanes');
const { width: whole } = useElementSize(lanes);
const narrow = computed(() => whole.value < 560);
const left = computed(() => (narrow.value ? 0 : 172));
const width = computed(() => Math.max(240, Math.floor(whole.value - left.value - 6)));

/** Six hours around the moment, or all of it. */
const close = ref(false);
const SIX = 6 * 3600;
const middle = ref(0);
const domain = computed<[number, number]>(() => {
  const { duration } = props.run;
  if (!close.value || duration <= SIX) return [0, duration];
  const from = Math.max(0, Math.min(duration - SIX, middle.value - SIX / 2));
  return [from, from + SIX];
});
const scale = computed(() => scaleLinear(domain.value, [0, width.value]));
const x = (t: number): number => scale.value(t);
watch(close, () => (middle.value = props.now));
// what runs out of sight is followed
watch(
  () => props.now,
  (t) => {
    if (close.value && (t < domain.value[0] || t > domain.value[1])) middle.value = t + SIX / 3;
  },
);
const marks = computed(() =>
  hourMarks(props.run.start, domain.value[0], domain.value[1], narrow.value ? 5 : 9).map((m) => ({ ...m, x: x(m.t) })),
);
/** Hours between dusk and dawn, as a wash behind: eight in the evening to five in the morning. */
const nights = computed(() => {
  const list: { x: number; width: number }[] = [];
  const DAY = 86_400;
  for (let d = -1; d * DAY < props.run.duration + props.run.start; d++) {
    const from = Math.max(domain.value[0], d * DAY + 20 * 3600 - props.run.start);
    const to = Math.min(domain.value[1], (d + 1) * DAY + 5 * 3600 - props.run.start);
    if (to > from) list.push({ x: x(from), width: x(to) - x(from) });
  }
  return list;
});
const clock = computed(() => clockText(props.now + props.run.start));

/** Taps that are never open need no lane. */
const taps = computed(() => props.run.taps.filter((t) => t.draws.length > 0));

let dragging = false;
function tell(event: PointerEvent): void {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
  const t = scale.value.invert(event.clientX - box.left);
  emit('now', Math.round(Math.max(domain.value[0], Math.min(domain.value[1], t))));
}
function press(event: PointerEvent): void {
  playing.value = false;
  dragging = true;
  (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
  tell(event);
}
function drag(event: PointerEvent): void {
  if (dragging) tell(event);
}
const MINUTE = 60;
function key(event: KeyboardEvent): void {
  const by = {
    ArrowLeft: -5 * MINUTE,
    ArrowRight: 5 * MINUTE,
    PageUp: -60 * MINUTE,
    PageDown: 60 * MINUTE,
    Home: -Infinity,
    End: Infinity,
  }[event.key];
  if (event.key === ' ') {
    event.preventDefault();
    toggle();
    return;
  }
  if (by === undefined || event.altKey || event.ctrlKey) return;
  event.preventDefault();
  event.stopPropagation();
  emit('now', Math.max(0, Math.min(props.run.duration, props.now + by)));
}

const playing = ref(false);
/** Seconds of the run in a second. */
const speed = ref(1800);
const SPEEDS = [
  { value: 300, label: '5 min a second' },
  { value: 1800, label: '30 min a second' },
  { value: 7200, label: '2 h a second' },
];
useRafFn(({ delta }) => {
  if (!playing.value) return;
  const t = props.now + (speed.value * Math.min(delta, 100)) / 1000;
  if (t >= props.run.duration) playing.value = false;
  emit('now', Math.min(t, props.run.duration));
});
function toggle(): void {
  if (!playing.value && props.now >= props.run.duration - 1) emit('now', 0);
  playing.value = !playing.value;
}
</script>

<template>
  <div class="controls small">
    <button type="button" class="plain-button edged" data-test="play" :aria-pressed="playing" @click="toggle">
      <component :is="playing ? Pause : Play" :size="16" aria-hidden="true" />{{ playing ? 'Pause' : 'Let it run' }}
    </button>
    <ChoiceField fit :value="speed" :options="SPEEDS" label="Speed" @update:value="(s) => (speed = s)" />
    <button
      type="button"
      class="plain-button edged"
      :aria-pressed="close"
      data-test="six-hours"
      @click="close = !close"
    >
      {{ close ? 'All of it' : 'Six hours close' }}
    </button>
    <span class="muted"
      >a hairline every {{ showEntered(hairline(true, settings.units), 'drop', settings.units) }} in a tank,
      {{ showEntered(hairline(false, settings.units), 'drop', settings.units) }} where animals drink; press a name to
      open its strip</span
    >
  </div>
  <div ref="lanes" class="lanes" :class="{ narrow }" :style="{ '--left': `${left}px` }">
    <div class="row">
      <span class="label"></span>
      <svg :width="width" height="22" aria-hidden="true" class="axis">
        <text
          v-for="m in marks"
          :key="m.t"
          :x="Math.max(21, Math.min(width - 21, m.x))"
          y="15"
          :class="{ day: m.midnight }"
        >
          {{ m.text }}
        </text>
      </svg>
    </div>
    <div class="under" :style="{ left: `${left}px`, width: `${width}px` }" aria-hidden="true">
      <span v-for="(n, k) in nights" :key="k" class="night" :style="{ left: `${n.x}px`, width: `${n.width}px` }"></span>
      <span v-for="m in marks" :key="m.t" class="hour" :style="{ left: `${m.x}px` }"></span>
    </div>
    <div v-for="s in run.sources" :key="s.id" class="row">
      <span class="label">{{ s.name }} <span class="muted small">in</span></span>
      <FlowRow :run="run" :flow="s" source :width="width" :x="x" :from="domain[0]" :to="domain[1]" :now="now" />
    </div>
    <div v-for="v in run.vessels" :key="v.id" class="row" :class="{ chosen: v.id === chosen }">
      <span class="label">
        <button
          type="button"
          class="plain-button name"
          :aria-expanded="v.id === chosen"
          :data-test="`open-${v.id}`"
          @click="emit('choose', v.id === chosen ? '' : v.id)"
        >
          {{ v.name }}
        </button>
        <span v-if="v.who" class="muted small who">{{ v.who }}</span>
        <span v-if="v.openings && !narrow" class="muted small lane-word">float open</span>
        <slot v-if="v.id === chosen" :id="v.id" name="entries"></slot>
      </span>
      <StripRow
        :run="run"
        :vessel="v"
        :opened="v.id === chosen"
        :width="width"
        :x="x"
        :from="domain[0]"
        :to="domain[1]"
        :now="now"
      />
    </div>
    <div v-for="t in taps" :key="t.id" class="row">
      <span class="label">{{ t.name }}</span>
      <FlowRow :run="run" :flow="t" :width="width" :x="x" :from="domain[0]" :to="domain[1]" :now="now" />
    </div>
    <div
      class="over"
      :style="{ left: `${left}px`, width: `${width}px` }"
      data-test="clock-lane"
      @pointerdown="press"
      @pointermove="drag"
      @pointerup="dragging = false"
      @pointercancel="dragging = false"
    >
      <span
        class="scrub"
        tabindex="0"
        role="slider"
        aria-label="Moment that is looked at: arrows 5 minutes, Page up and Page down an hour, space lets it run"
        aria-valuemin="0"
        :aria-valuemax="Math.round(run.duration / 60)"
        :aria-valuenow="Math.round(now / 60)"
        :aria-valuetext="clock"
        :style="{ left: `${x(now)}px` }"
        data-test="scrub"
        @keydown="key"
        ><span class="head" :class="{ end: x(now) > width - 60, start: x(now) < 60 }">{{ clock }}</span></span
      >
    </div>
  </div>
</template>

<style scoped>
.controls {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  padding: 4px 0 8px;
}

.controls .plain-button {
  gap: 6px;
}

.lanes {
  position: relative;
  padding-top: 26px;
  overflow-x: clip;
}

.row {
  position: relative;
  z-index: 1;
  display: grid;
  grid-template-columns: var(--left) minmax(0, 1fr);
  align-items: start;
  padding-bottom: 6px;
}

.narrow .row {
  z-index: auto;
  display: block;
}

.row.chosen {
  background: color-mix(in srgb, var(--water-wash) 45%, transparent);
}

.label {
  display: flex;
  flex-direction: column;
  padding: 2px 10px 0 0;
  font-weight: 600;
  line-height: 1.2;
}

.narrow .label {
  position: relative;
  /* over what is pressed for a moment */
  z-index: 3;
  width: fit-content;
  flex-flow: row wrap;
  align-items: baseline;
  gap: 0 8px;
}

.name {
  justify-content: flex-start;
  min-height: 24px;
  padding: 0;
  font-weight: 600;
  text-align: left;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}

.who,
.lane-word {
  font-weight: 400;
}

.lane-word {
  position: absolute;
  bottom: 4px;
  right: calc(100% - var(--left) + 8px);
}

.row.chosen .lane-word {
  display: none;
}

.axis text {
  font-family: var(--font-figure);
  font-size: 13px;
  text-anchor: middle;
  fill: var(--muted);
}

.axis .day {
  font-weight: 700;
  fill: var(--ink);
}

.under,
.over {
  position: absolute;
  top: 26px;
  bottom: 0;
}

.under {
  top: 46px;
}

.night {
  position: absolute;
  top: 0;
  bottom: 0;
  background: var(--earth-far);
  opacity: 0.5;
}

.hour {
  position: absolute;
  top: 0;
  bottom: 0;
  border-left: 1px solid var(--rule);
}

.over {
  z-index: 2;
  cursor: ew-resize;
  touch-action: pan-y;
}

.scrub {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 0;
  border-left: 2px solid var(--ink);
}

.scrub:focus-visible {
  outline: none;
}

.scrub:focus-visible .head {
  outline: 2px solid var(--focus);
  outline-offset: 2px;
}

.head {
  position: absolute;
  top: -26px;
  left: -2px;
  padding: 2px 10px;
  border-radius: var(--radius);
  background: var(--ink);
  color: var(--sheet);
  font-family: var(--font-figure);
  font-size: var(--text-m);
  font-weight: 700;
  white-space: nowrap;
  transform: translateX(-50%);
}

.head.end {
  transform: translateX(-100%);
}

.head.start {
  transform: none;
}

@media (pointer: coarse) {
  .name,
  .controls .plain-button {
    min-height: 44px;
  }
}

@media print {
  .over .scrub {
    border-left-width: 1px;
  }
}
</style>
