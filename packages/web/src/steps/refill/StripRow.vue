<script setup lang="ts">
// The water of one vessel in time: as wide as the time, a hairline every so much, cut wavy where the vessel goes on.
import { area, line } from 'd3-shape';
import { computed } from 'vue';
import type { RunPicture, VesselPicture } from '@vernal-slope/plan/simulate';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { curve, stripOf, valueAt } from './strips.ts';

const props = defineProps<{
  run: RunPicture;
  vessel: VesselPicture;
  opened: boolean;
  /** px */ width: number;
  /** s of the run at a place, px, and back */ x: (t: number) => number;
  from: number;
  to: number;
  /** s of the run that is looked at */ now: number;
}>();
const settings = useSettings();
/** Height over the water for visits and their litres, px; of the lane in which the float stands. */
const HEAD = 18;
const LANE = 16;
const strip = computed(() => stripOf(props.vessel, settings.units, props.opened));
const y = (level: number): number =>
  HEAD + ((strip.value.top - level) / (strip.value.top - strip.value.bottom)) * strip.value.height;
const foot = computed(() => HEAD + strip.value.height);
const height = computed(() => foot.value + (props.vessel.openings ? LANE + 2 : 4));

const points = computed(() => curve(props.run.times, props.vessel.levels, props.x, y, props.from, props.to));
const surface = computed(() => line()(points.value) ?? '');
const water = computed(() => area().y0(foot.value)(points.value) ?? '');
const floats = computed(() =>
  props.vessel.openings
    ? (area().y0(height.value - 1)(
        curve(
          props.run.times,
          props.vessel.openings,
          props.x,
          (f) => height.value - 1 - (LANE - 3) * f,
          props.from,
          props.to,
        ),
      ) ?? '')
    : '',
);
/** Where more comes than it holds, over its surface. */
const over = computed(() => {
  const spans: { x: number; width: number }[] = [];
  const { times } = props.run;
  const { spilt } = props.vessel;
  let since = -1;
  for (let k = 0; k <= times.length; k++) {
    const on = k < times.length && spilt[k] > 1e-9;
    if (on && since < 0) since = k;
    else if (!on && since >= 0) {
      spans.push({
        x: props.x(times[since]),
        width: Math.max(1, props.x(times[Math.min(k, times.length - 1)]) - props.x(times[since])),
      });
      since = -1;
    }
  }
  return spans.filter((s) => s.x < props.width && s.x + s.width > 0);
});
/** Letters are about so wide, px. */
const LETTER = 8;
/** Visits as long as they last; litres where there is room for them. */
const visits = computed(() => {
  let end = -Infinity;
  return props.vessel.visits
    .filter((v) => v.to > props.from && v.from < props.to)
    .map((v) => {
      const text = showText(v.volume, 'volume', settings.units);
      const [left, right] = [props.x(v.from), props.x(v.to)];
      const begins = left - 4 - LETTER * text.length;
      const told = begins > end;
      end = right;
      return { left, width: Math.max(3, right - left), text, told, short: false };
    });
});
const empty = computed(() =>
  props.vessel.empty
    .filter((v) => v.to > props.from && v.from < props.to)
    .map((v) => ({ left: props.x(v.from), width: Math.max(3, props.x(v.to) - props.x(v.from)) })),
);
/** The cut of a strip under which the vessel goes on. */
const wave = computed(() => {
  const n = Math.max(2, Math.round(props.width / 14));
  const step = props.width / n;
  return `M0 ${foot.value}${Array.from({ length: n }, (_, k) => `Q${(k + 0.5) * step} ${foot.value + (k % 2 ? 3 : -3)} ${(k + 1) * step} ${foot.value}`).join('')}`;
});
const level = computed(() => valueAt(props.run.times, props.vessel.levels, props.now));
/** What the strip says of the moment: how high a tank stands over its floor, how far a trough is down. */
const tag = computed(() =>
  props.vessel.feeds
    ? showText(level.value, 'height', settings.units)
    : level.value >= props.vessel.full - 5e-4
      ? 'full'
      : `−${showText(props.vessel.full - level.value, 'drop', settings.units)}`,
);
const at = computed(() => props.x(props.now));
const tagWidth = computed(() => 12 + LETTER * tag.value.length);
const tagX = computed(() =>
  at.value + 10 + tagWidth.value > props.width ? at.value - 10 - tagWidth.value : at.value + 10,
);
const tagY = computed(() => Math.min(foot.value - 20, Math.max(HEAD, y(level.value) - 10)));
const words = computed(
  () =>
    `${props.vessel.name}: lowest ${showText(props.vessel.lowest, 'height', settings.units)}${props.vessel.shortfall > 1e-4 ? `, ${showText(props.vessel.shortfall, 'volume', settings.units)} short` : ''}`,
);
</script>

<template>
  <svg :width="width" :height="height" role="img" :aria-label="words" class="strip" :data-test="`strip-${vessel.id}`">
    <path class="water" :d="water" />
    <path
      class="hair"
      :d="
        strip.lines
          .filter((l) => l > strip.bottom)
          .map((l) => `M0 ${y(l)}H${width}`)
          .join('')
      "
    />
    <path v-if="vessel.overflow < strip.top" class="full" :d="`M0 ${y(vessel.overflow)}H${width}`" />
    <path v-if="vessel.full < vessel.overflow - 1e-6" class="full" :d="`M0 ${y(vessel.full)}H${width}`" />
    <path
      v-if="vessel.outlet !== undefined && vessel.outlet > strip.bottom"
      class="outlet"
      :d="`M0 ${y(vessel.outlet)}H${width}`"
    />
    <path class="surface" :d="surface" />
    <rect
      v-for="(o, k) in over"
      :key="`over-${k}`"
      class="over"
      :x="o.x"
      :y="y(vessel.overflow) - 5"
      :width="o.width"
      height="4"
    />
    <path v-if="strip.whole" class="shell" :d="`M1 ${HEAD}V${foot}H${width - 1}V${HEAD}`" />
    <template v-else>
      <path class="wave" :d="wave" />
      <path class="shell" :d="`M1 ${HEAD}V${foot}M${width - 1} ${HEAD}V${foot}`" />
    </template>
    <g v-for="(v, k) in visits" :key="`visit-${k}`" class="visit">
      <rect :x="v.left" y="3" :width="v.width" height="11" />
      <text v-if="v.told" :x="v.left - 4" y="13">{{ v.text }}</text>
    </g>
    <g v-for="(v, k) in empty" :key="`empty-${k}`" class="empty">
      <rect :x="v.left" :y="foot - 4" :width="v.width" height="5" />
      <text :x="Math.min(width - 60, v.left + 4)" :y="foot - 8">{{ vessel.feeds ? 'at its outlet' : 'dry' }}</text>
    </g>
    <path v-if="floats" class="float" :d="floats" />
    <path v-if="floats" class="lane" :d="`M0 ${height - 1}H${width}`" />
    <template v-if="strip.whole">
      <text
        v-for="l in strip.lines.filter((l, k) => k % 2 === 0 && y(l) > HEAD + 16)"
        :key="l"
        class="scale"
        x="5"
        :y="y(l) - 2"
      >
        {{ showText(l, vessel.feeds ? 'height' : 'drop', settings.units) }}
      </text>
    </template>
    <g class="tag">
      <rect :x="tagX" :y="tagY" :width="tagWidth" height="20" rx="3" />
      <text :x="tagX + tagWidth / 2" :y="tagY + 14" :data-test="`level-${vessel.id}`">{{ tag }}</text>
    </g>
  </svg>
</template>

<style scoped>
.strip {
  display: block;
}

.water {
  fill: var(--water-wash);
}

.hair {
  stroke: var(--water);
  stroke-opacity: 0.28;
}

.surface {
  fill: none;
  stroke: var(--water);
  stroke-width: 1.8;
}

.full {
  stroke: var(--water);
  stroke-dasharray: 1 3;
}

.outlet {
  stroke: var(--brick);
  stroke-dasharray: 4 3;
}

.shell {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.wave {
  fill: none;
  stroke: var(--rule-strong);
}

.over {
  fill: var(--amber);
}

.visit rect {
  fill: var(--earth-ink);
}

.visit text {
  font-family: var(--font-figure);
  font-size: 13px;
  text-anchor: end;
  fill: var(--earth-ink);
}

.empty rect {
  fill: var(--brick);
}

.empty text {
  font-size: 13px;
  font-weight: 700;
  fill: var(--brick-ink);
}

.float {
  fill: var(--water-deep);
}

.lane {
  stroke: var(--rule-strong);
}

.scale {
  font-family: var(--font-figure);
  font-size: 13px;
  fill: var(--muted);
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
