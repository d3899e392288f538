<script setup lang="ts">
// The day of one need: buckets over the hours; visits, and the hours of people and gardens, can be taken along the day, by
// their top for more, by their end for longer.
import { scaleLinear } from 'd3-scale';
import { computed, ref, useTemplateRef } from 'vue';
import type { NeedRow } from '@vernal-slope/plan/year';
import { USUAL_HOURS } from '@vernal-slope/plan/catalogue';
import { changeVisits, forgetVisits, gardenAt, peopleAt, visitsAt } from '@vernal-slope/plan/edit';
import type { Herd, Plan } from '@vernal-slope/plan/schema';
import { percent, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { useEdits } from '../../session/planpage.ts';
import { after, lasting, minutesOf, sharesWith, shifted, squaresOf } from './buckets.ts';

type Visits = Herd['visits'];

const props = defineProps<{
  plan: Plan;
  row: NeedRow;
  month: number;
  bucket: number;
  /** Its hours are said elsewhere. */ fixed?: boolean;
}>();
const { perform } = useEdits();
const settings = useSettings();
const W = 300;
const H = 78;
const FOOT = 64;
const SIDE = 4.6;
const x = scaleLinear([0, 24], [2, W - 2]);
const hourWidth = x(1) - x(0);

const herd = computed(() => props.row.kind === 'herd');
const said = computed(() => visitsAt(props.plan, props.row.at));
const perDay = computed(() => props.row.perDay[props.month]);
const squares = computed(() =>
  squaresOf(
    props.row.hours.map((share) => share * perDay.value),
    props.bucket,
  ),
);
const tallest = computed(() => Math.max(0, ...squares.value.map((s) => s.row + s.share)));
/** A stack that would not fit is drawn closer. */
const step = computed(() => Math.min(SIDE, (FOOT - 12) / Math.max(1, tallest.value)));
const ends = (v: { at: string; durationMin: number }): string => after(v.at, v.durationMin);
const visits = computed(() =>
  said.value.map((v, k) => ({
    k,
    ...v,
    x: x((minutesOf(v.at) + v.durationMin / 2) / 60),
    litres: showText(v.share * perDay.value, 'volume', settings.units),
  })),
);
/** Letters are about so wide, units of the drawing. */
const LETTER = 6;
/** Visits whose words would run into those of one before: their amount stands a line lower, their time is in the title. */
const crowded = computed(() => {
  const found = new Set<number>();
  let end = -Infinity;
  for (const v of [...visits.value].sort((a, b) => a.x - b.x)) {
    const half = (LETTER * Math.max(v.litres.length, v.at.length)) / 2;
    if (v.x - half < end) found.add(v.k);
    else end = v.x + half;
  }
  return found;
});
const change = (label: string, recipe: (list: Visits) => void): void =>
  void perform(changeVisits(props.row.at, label, recipe));
const begin = (): void =>
  change('visits', (list) => list.splice(0, list.length, ...USUAL_HOURS.herd.map((v) => ({ ...v }))));
const move = (k: number, by: number): void =>
  change('time of a visit', (list) => void (list[k].at = shifted(list[k].at, by)));
const last = (k: number, minutes: number): void =>
  change('length of a visit', (list) => void (list[k].durationMin = lasting(list[k].at, minutes)));
const setShares = (list: Visits, k: number, to: number): void =>
  sharesWith(
    list.map((v) => v.share),
    k,
    to,
  ).forEach((s, i) => void (list[i].share = s));
const share = (k: number, to: number): void => change('share of a visit', (list) => setShares(list, k, to));
const takeOut = (k: number): void =>
  change('visit taken out', (list) => {
    setShares(list, k, 0);
    list.splice(k, 1);
  });
const more = (): void =>
  change('another visit', (list) => {
    list.push({ at: '12:30', durationMin: 30, share: 0 });
    setShares(list, list.length - 1, 1 / list.length);
  });
/** People and gardens for whom nobody said when. */
const usual = computed(
  () => !herd.value && !(peopleAt(props.plan, props.row.at) ?? gardenAt(props.plan, props.row.at))?.visits,
);

const svg = useTemplateRef<SVGSVGElement>('svg');
type Held = Visits[number] & { k: number };
const held = ref<(Held & { px: number; py: number; axis?: 'x' | 'y' | 'end' }) | null>(null);
/** What the held visit would be, while it is dragged. */
const drawn = ref<Held | null>(null);
function grab(event: PointerEvent, k: number, axis?: 'end'): void {
  const v = said.value.at(k);
  if (!v) return;
  event.stopPropagation();
  (event.target as Element).setPointerCapture(event.pointerId);
  held.value = { ...v, k, px: event.clientX, py: event.clientY, ...(axis ? { axis } : {}) };
}
function drag(event: PointerEvent): void {
  const now = held.value;
  if (!now) return;
  const scale = W / Math.max(1, svg.value?.getBoundingClientRect().width ?? W);
  const [dx, dy] = [(event.clientX - now.px) * scale, (event.clientY - now.py) * scale];
  now.axis ??= Math.hypot(dx, dy) < 5 ? undefined : Math.abs(dx) > Math.abs(dy) ? 'x' : 'y';
  if (!now.axis) return;
  const { k, at, durationMin, share: part } = now;
  const minutes = (dx / hourWidth) * 60;
  drawn.value =
    now.axis === 'x'
      ? { k, at: shifted(at, minutes), durationMin, share: part }
      : now.axis === 'end'
        ? { k, at, durationMin: lasting(at, durationMin + minutes), share: part }
        : { k, at, durationMin, share: Math.max(0, Math.min(1, Math.round((part - dy / 90) * 20) / 20)) };
}
function release(done: boolean): void {
  const [now, end] = [held.value, drawn.value];
  held.value = null;
  drawn.value = null;
  if (!done || !now || !end) return;
  if (now.axis === 'x') move(now.k, minutesOf(end.at) - minutesOf(now.at));
  else if (now.axis === 'end') last(now.k, end.durationMin);
  else share(now.k, end.share);
}
function key(event: KeyboardEvent, v: Held): void {
  const act = {
    ArrowLeft: () => move(v.k, -15),
    ArrowRight: () => move(v.k, 15),
    ArrowUp: () => share(v.k, v.share + 0.05),
    ArrowDown: () => share(v.k, v.share - 0.05),
    '[': () => last(v.k, v.durationMin - 15),
    ']': () => last(v.k, v.durationMin + 15),
    Delete: () => takeOut(v.k),
  }[event.key];
  if (!act || event.altKey || event.ctrlKey) return;
  event.preventDefault();
  event.stopPropagation();
  act();
}
/** Where a visit ends, as it is drawn. */
const endOf = (v: Held): number => {
  const now = drawn.value?.k === v.k ? drawn.value : v;
  return Math.min(W - 2, x((minutesOf(now.at) + now.durationMin) / 60));
};
const midOf = (v: Held): number => {
  const now = drawn.value?.k === v.k ? drawn.value : v;
  return x((minutesOf(now.at) + now.durationMin / 2) / 60);
};
/** Said while it is dragged. */
const saidOf = (v: Held): string => {
  const now = drawn.value;
  if (now?.k !== v.k) return '';
  return held.value?.axis === 'y' ? percent(now.share) : `${now.at} to ${ends(now)}`;
};
const whose = computed(() => (herd.value ? 'Visit of' : 'Hours of'));
const words = computed(
  () =>
    `The day of ${props.row.name}: ${showText(perDay.value, 'volume', settings.units)}${visits.value.length > 0 ? `, ${visits.value.map((v) => `${v.litres} at ${v.at}`).join(', ')}` : ''}`,
);
</script>

<template>
  <div class="day" :class="{ thought: row.ifToo }">
    <svg ref="svg" :viewBox="`0 0 ${W} ${H}`" role="group" :aria-label="words" data-test="need-day">
      <path class="grid" :d="[0, 6, 12, 18, 24].map((h) => `M${x(h)} 2V${FOOT}`).join('')" />
      <path class="floor" :d="`M${x(0)} ${FOOT}H${x(24)}`" />
      <rect
        v-for="(s, k) in squares"
        :key="k"
        class="square"
        :class="row.kind"
        :x="x(s.hour) + (hourWidth - SIDE * 1.9) / 2"
        :y="FOOT - (s.row + s.share) * step"
        :width="SIDE * 1.9"
        :height="Math.max(0.6, step * s.share - 0.8)"
      />
      <g
        v-for="v in visits"
        :key="`visit-${v.k}`"
        class="visit"
        :class="{ held: held?.k === v.k }"
        :transform="`translate(${midOf(v)} 0)`"
        tabindex="0"
        role="slider"
        :aria-label="`${whose} ${row.name}: arrows left and right for the time, up and down for its share, square brackets for its length, Delete takes it out`"
        :aria-valuetext="`${v.at} to ${ends(v)}, ${percent(v.share)}`"
        aria-valuemin="0"
        aria-valuemax="1439"
        :aria-valuenow="minutesOf(v.at)"
        :data-test="`visit-${v.k}`"
        @pointerdown="grab($event, v.k)"
        @pointermove="drag"
        @pointerup="release(true)"
        @pointercancel="release(false)"
        @keydown="key($event, v)"
      >
        <title>{{ v.at }} to {{ ends(v) }}: drag it along the day, by its top for more, by its end for longer</title>
        <rect class="catch" :x="-13" y="0" width="26" :height="H" />
        <path class="grip" :d="`M0 ${FOOT}V13M-5 13h10`" />
        <text :y="crowded.has(v.k) ? 21 : 10">{{ saidOf(v) || v.litres }}</text>
        <text v-if="!crowded.has(v.k) || held?.k === v.k" class="time" :y="H - 3">
          {{ drawn?.k === v.k ? drawn.at : v.at }}
        </text>
      </g>
      <g
        v-for="v in visits"
        :key="`end-${v.k}`"
        class="end"
        :transform="`translate(${endOf(v)} ${FOOT})`"
        :data-test="`visit-end-${v.k}`"
        @pointerdown="grab($event, v.k, 'end')"
        @pointermove="drag"
        @pointerup="release(true)"
        @pointercancel="release(false)"
      >
        <title>Until {{ ends(v) }}: drag it for longer or shorter</title>
        <rect class="catch" x="-5" y="-11" width="14" height="25" />
        <path d="M0 -5v10" />
      </g>
      <text v-if="visits.length === 0 && perDay > 0" x="150" y="11" class="all">
        {{ showText(perDay, 'volume', settings.units) }}
      </text>
    </svg>
    <p v-if="!fixed" class="small buttons">
      <button v-if="visits.length === 0" type="button" class="plain-button" data-test="begin-visits" @click="begin">
        They come in visits
      </button>
      <button v-else type="button" class="plain-button" @click="more">
        {{ herd ? 'Another visit' : 'Another time' }}
      </button>
      <span v-if="usual" class="muted">hours: common practice</span>
      <button
        v-else-if="!herd"
        type="button"
        class="plain-button"
        data-test="usual-hours"
        @click="perform(forgetVisits(row.at))"
      >
        As usual
      </button>
    </p>
  </div>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 420px;
}

.grid {
  stroke: var(--rule);
}

.floor {
  stroke: var(--ink);
  stroke-width: 1.2;
}

.square {
  fill: var(--water-deep);
}

.square.people {
  fill: var(--earth-ink);
}

.square.garden {
  fill: var(--moss);
}

.visit {
  cursor: grab;
  touch-action: none;
}

.catch {
  fill: transparent;
}

.end {
  cursor: ew-resize;
  touch-action: none;
}

.end path {
  stroke: var(--ink);
  stroke-width: 2.4;
}

.end:hover path {
  stroke: var(--water);
}

.thought .square {
  fill: none;
  stroke: var(--muted);
  stroke-dasharray: 2 1.4;
}

.visit .grip {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2;
  stroke-dasharray: 2 2;
}

.visit:hover .grip,
.visit.held .grip,
.visit:focus-visible .grip {
  stroke: var(--water);
  stroke-width: 2.4;
  stroke-dasharray: none;
}

text {
  font-family: var(--font-figure);
  font-size: 10px;
  text-anchor: middle;
  fill: var(--water-ink);
}

.time {
  fill: var(--ink);
}

.buttons .plain-button {
  min-height: 28px;
  padding: 0 4px;
  text-decoration: underline;
}

@media (pointer: coarse) {
  .buttons .plain-button {
    min-height: 44px;
  }
}
</style>
