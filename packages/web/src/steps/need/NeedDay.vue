<script setup lang="ts">
// The day of one need: buckets over the hours; a herd's visits can be taken along the day, and by their top for more.
import { scaleLinear } from 'd3-scale';
import { computed, ref, useTemplateRef } from 'vue';
import type { NeedRow } from '@vernal-slope/plan/budget';
import { changeHerd, herdAt } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { percent, showText } from '../../display/quantities.ts';
import { useSettings } from '../../display/settings.ts';
import { useEdits } from '../../session/planpage.ts';
import { minutesOf, sharesWith, shifted, squaresOf } from './buckets.ts';

const props = defineProps<{ plan: Plan; row: NeedRow; month: number; bucket: number }>();
const { perform } = useEdits();
const settings = useSettings();
const W = 300;
const H = 78;
const FOOT = 64;
const SIDE = 4.6;
const x = scaleLinear([0, 24], [2, W - 2]);
const hourWidth = x(1) - x(0);

const herd = computed(() => herdAt(props.plan, props.row.at));
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
const visits = computed(() =>
  (herd.value?.visits ?? []).map((v, k) => ({
    k,
    ...v,
    x: x((minutesOf(v.at) + v.durationMin / 2) / 60),
    litres: showText(v.share * perDay.value, 'volume', settings.units),
  })),
);
/** Two visits, as most herds come: at first light and towards evening (common practice). */
const USUAL = [
  { at: '07:30', durationMin: 45, share: 0.5 },
  { at: '18:00', durationMin: 45, share: 0.5 },
];
const begin = (): void =>
  void perform(changeHerd(props.row.at, 'visits', (h) => void (h.visits = USUAL.map((v) => ({ ...v })))));
const move = (k: number, by: number): void =>
  void perform(changeHerd(props.row.at, 'time of a visit', (h) => void (h.visits[k].at = shifted(h.visits[k].at, by))));
function share(k: number, to: number): void {
  perform(
    changeHerd(props.row.at, 'share of a visit', (h) =>
      sharesWith(
        h.visits.map((v) => v.share),
        k,
        to,
      ).forEach((s, i) => void (h.visits[i].share = s)),
    ),
  );
}
const takeOut = (k: number): void =>
  void perform(
    changeHerd(props.row.at, 'visit taken out', (h) => {
      const shares = sharesWith(
        h.visits.map((v) => v.share),
        k,
        0,
      );
      h.visits.forEach((v, i) => (v.share = shares[i]));
      h.visits.splice(k, 1);
    }),
  );
const more = (): void =>
  void perform(
    changeHerd(props.row.at, 'another visit', (h) => {
      h.visits.push({ at: '12:30', durationMin: 30, share: 0 });
      sharesWith(
        h.visits.map((v) => v.share),
        h.visits.length - 1,
        1 / h.visits.length,
      ).forEach((s, i) => void (h.visits[i].share = s));
    }),
  );

const svg = useTemplateRef<SVGSVGElement>('svg');
const held = ref<{ k: number; x: number; y: number; at: string; share: number; axis?: 'x' | 'y' } | null>(null);
/** What the held visit would be, while it is dragged. */
const drawn = ref<{ k: number; at: string; share: number } | null>(null);
function grab(event: PointerEvent, k: number): void {
  const v = herd.value?.visits[k];
  if (!v) return;
  (event.target as Element).setPointerCapture(event.pointerId);
  held.value = { k, x: event.clientX, y: event.clientY, at: v.at, share: v.share };
}
function drag(event: PointerEvent): void {
  const now = held.value;
  if (!now) return;
  const scale = W / Math.max(1, svg.value?.getBoundingClientRect().width ?? W);
  const [dx, dy] = [(event.clientX - now.x) * scale, (event.clientY - now.y) * scale];
  now.axis ??= Math.hypot(dx, dy) < 5 ? undefined : Math.abs(dx) > Math.abs(dy) ? 'x' : 'y';
  if (!now.axis) return;
  drawn.value =
    now.axis === 'x'
      ? { k: now.k, at: shifted(now.at, (dx / hourWidth) * 60), share: now.share }
      : { k: now.k, at: now.at, share: Math.max(0, Math.min(1, Math.round((now.share - dy / 90) * 20) / 20)) };
}
function release(done: boolean): void {
  const [now, end] = [held.value, drawn.value];
  held.value = null;
  drawn.value = null;
  if (!done || !now || !end) return;
  if (now.axis === 'x') move(now.k, minutesOf(end.at) - minutesOf(now.at));
  else share(now.k, end.share);
}
function key(event: KeyboardEvent, k: number, now: number): void {
  const act = {
    ArrowLeft: () => move(k, -15),
    ArrowRight: () => move(k, 15),
    ArrowUp: () => share(k, now + 0.05),
    ArrowDown: () => share(k, now - 0.05),
    Delete: () => takeOut(k),
  }[event.key];
  if (!act || event.altKey || event.ctrlKey) return;
  event.preventDefault();
  event.stopPropagation();
  act();
}
const words = computed(
  () =>
    `The day of ${props.row.name}: ${showText(perDay.value, 'volume', settings.units)}${visits.value.length > 0 ? `, ${visits.value.map((v) => `${v.litres} at ${v.at}`).join(', ')}` : ''}`,
);
</script>

<template>
  <div class="day">
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
        :transform="`translate(${drawn?.k === v.k ? x((minutesOf(drawn.at) + v.durationMin / 2) / 60) : v.x} 0)`"
        tabindex="0"
        role="slider"
        :aria-label="`Visit of ${row.name}: arrows left and right for the time, up and down for its share, Delete takes it out`"
        :aria-valuetext="`${v.at}, ${percent(v.share)}`"
        aria-valuemin="0"
        aria-valuemax="1439"
        :aria-valuenow="minutesOf(v.at)"
        :data-test="`visit-${v.k}`"
        @pointerdown="grab($event, v.k)"
        @pointermove="drag"
        @pointerup="release(true)"
        @pointercancel="release(false)"
        @keydown="key($event, v.k, v.share)"
      >
        <title>Drag it along the day, or by its top for more</title>
        <rect class="catch" :x="-13" y="0" width="26" :height="H" />
        <path class="grip" :d="`M0 ${FOOT}V13M-5 13h10`" />
        <text y="10">{{ drawn?.k === v.k ? `${drawn.at}, ${percent(drawn.share)}` : v.litres }}</text>
        <text class="time" :y="H - 3">{{ drawn?.k === v.k ? drawn.at : v.at }}</text>
      </g>
      <text v-if="visits.length === 0 && perDay > 0" x="150" y="11" class="all">
        {{ showText(perDay, 'volume', settings.units) }}
      </text>
    </svg>
    <p v-if="herd" class="small buttons">
      <button v-if="visits.length === 0" type="button" class="plain-button" data-test="begin-visits" @click="begin">
        They come in visits
      </button>
      <button v-else type="button" class="plain-button" @click="more">Another visit</button>
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

.visit .catch {
  fill: transparent;
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
