<script setup lang="ts">
// All needs together against what the sources bring: the hours of the chosen day, and the months of the year.
import { scaleLinear } from 'd3-scale';
import { computed } from 'vue';
import { broughtPerDay, hoursOf, type PlanBalance } from '@vernal-slope/plan/budget';
import { MONTHS } from '@vernal-slope/display/dates';
import { showPerDay, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { usePlanPage } from '../../session/planpage.ts';
import { squaresOf } from './buckets.ts';

const props = defineProps<{ balance: PlanBalance; month: number; bucket: number }>();
const emit = defineEmits<{ pick: [month: number] }>();
const settings = useSettings();
const { open } = usePlanPage();
const gross = computed(() => 1 / (1 - props.balance.needs.losses));
const now = computed(() => props.balance.months[props.month]);

// the day
const W = 300;
const H = 150;
const LINE = 74;
const x = scaleLinear([0, 24], [2, W - 2]);
const hourWidth = x(1) - x(0);
const hours = computed(() => hoursOf(props.balance, props.month));
const given = computed(() => hours.value.given);
const needed = computed(() => hours.value.needed);
const step = computed(() => {
  const most = Math.max(...given.value, ...needed.value) / props.bucket;
  return Math.min(4.6, 46 / Math.max(1, most));
});
const squares = (hours: readonly number[], down: boolean): { x: number; y: number; h: number }[] =>
  squaresOf(hours, props.bucket).map((s) => ({
    x: x(s.hour) + (hourWidth - 8.7) / 2,
    y: down ? LINE + 2 + s.row * step.value : LINE - 2 - (s.row + s.share) * step.value,
    h: Math.max(0.6, step.value * s.share - 0.8),
  }));
const busiest = computed(() => needed.value.indexOf(Math.max(...needed.value)));
// the year
const YW = 260;
const yx = scaleLinear([0, 12], [4, YW - 4]);
const wished = computed(() => props.balance.withWished);
const most = computed(() =>
  Math.max(...[...props.balance.months, ...(wished.value ?? [])].flatMap((m) => [m.given, m.needed]), 1e-9),
);
const yy = computed(() => scaleLinear([0, most.value], [H - 18, 12]));
const stacks = computed(() =>
  Array.from({ length: 12 }, (_, m) => {
    let at = 0;
    return props.balance.needs.rows.map((r) => {
      const from = at;
      at += gross.value * r.perDay[m];
      return { kind: r.kind, name: r.name, y: yy.value(at), h: yy.value(from) - yy.value(at) };
    });
  }),
);
/** What might come too, over what is there. */
const dashed = computed(() =>
  (wished.value ?? []).map((m, k) => {
    const top = yy.value(m.needed);
    return { y: top, h: yy.value(props.balance.months[k].needed) - top };
  }),
);
const line = computed(() =>
  props.balance.months.map((m, k) => `${k === 0 ? 'M' : 'L'}${yx(k)} ${yy.value(m.given)}H${yx(k + 1)}`).join(''),
);
const words = computed(() =>
  props.balance.months
    .map(
      (m, k) =>
        `${MONTHS[k]}: gives ${showPerDay(m.given, settings.units)}, needs ${showPerDay(m.needed, settings.units)}`,
    )
    .join('; '),
);
</script>

<template>
  <section class="sums" aria-labelledby="sums-title">
    <div class="facts">
      <h3 id="sums-title">All together, worked out</h3>
      <p v-for="y in balance.yields" :key="y.source.id">
        {{ y.source.name ?? y.source.id }}
        <template v-if="balance.idle.has(y.source.id)">reaches nothing that needs it: not counted</template
        ><span v-else class="figure">{{ showPerDay(broughtPerDay(balance, y, month), settings.units) }}</span>
      </p>
      <p v-if="balance.yields.length === 0" class="muted">no source yet</p>
      <p>
        taken in {{ MONTHS[month] }}
        <span class="figure">{{ showText(now.needed, 'volume', settings.units) }}</span> with losses
      </p>
      <p>
        <strong>{{ now.spare >= 0 ? 'spare' : 'short by' }}</strong>{{ ' '
        }}<button
          type="button"
          class="figure"
          title="Show the working"
          data-test="sum-spare"
          @click="open({ of: 'spare', id: 'need', leg: month })"
        >
          {{ showText(Math.abs(now.spare), 'volume', settings.units) }}
        </button>
        a day
      </p>
      <p v-if="wished" class="muted" data-test="wished-spare">
        with what might come too {{ wished[month].spare >= 0 ? 'spare' : 'short by' }}
        <span class="figure">{{ showText(Math.abs(wished[month].spare), 'volume', settings.units) }}</span>
      </p>
    </div>
    <svg
      :viewBox="`0 0 ${W} ${H}`"
      role="img"
      :aria-label="`A day in ${MONTHS[month]}: ${showPerDay(now.given, settings.units)} come in, ${showPerDay(now.needed, settings.units)} go out; the busiest hour is from ${busiest}:00`"
      data-test="need-hours"
    >
      <path class="grid" :d="[0, 6, 12, 18, 24].map((h) => `M${x(h)} 14V${H - 16}`).join('')" />
      <rect
        v-if="needed[busiest] > 0"
        class="busiest"
        :x="x(busiest)"
        :y="LINE"
        :width="hourWidth"
        :height="H - 16 - LINE"
      />
      <rect
        v-for="(s, k) in squares(given, false)"
        :key="`g${k}`"
        class="given"
        :x="s.x"
        :y="s.y"
        width="8.7"
        :height="s.h"
      />
      <rect
        v-for="(s, k) in squares(needed, true)"
        :key="`n${k}`"
        class="needed"
        :x="s.x"
        :y="s.y"
        width="8.7"
        :height="s.h"
      />
      <path class="floor" :d="`M${x(0)} ${LINE}H${x(24)}`" />
      <text x="4" y="10">comes in</text>
      <text x="4" :y="H - 18">goes out, losses in</text>
      <text
        v-if="needed[busiest] > 0"
        :x="Math.min(W - 4, x(busiest) + 2)"
        :y="H - 30"
        :text-anchor="busiest > 16 ? 'end' : 'start'"
        class="mark"
        data-test="peak-mark"
      >
        busiest: {{ showText(needed[busiest], 'volume', settings.units) }} from {{ busiest }}:00
      </text>
      <text v-if="now.bridge > 1e-6" :x="W - 4" y="10" text-anchor="end" class="mark">
        the tank lends {{ showText(now.bridge, 'volume', settings.units) }}
      </text>
      <text v-for="h in [0, 6, 12, 18]" :key="h" class="hour" :x="x(h) + 2" :y="H - 4">
        {{ String(h).padStart(2, '0') }}
      </text>
    </svg>
    <svg :viewBox="`0 0 ${YW} ${H}`" role="img" :aria-label="words" data-test="balance-chart">
      <rect class="now" :x="yx(month)" y="0" :width="yx(1) - yx(0)" :height="H - 14" />
      <g v-for="(stack, m) in stacks" :key="m" class="month" @click="emit('pick', m)">
        <title>
          {{ MONTHS[m] }}: gives {{ showPerDay(balance.months[m].given, settings.units) }}, needs
          {{ showPerDay(balance.months[m].needed, settings.units) }}
        </title>
        <rect class="catch" :x="yx(m)" y="0" :width="yx(1) - yx(0)" :height="H" />
        <rect
          v-for="(s, k) in stack"
          :key="k"
          class="part"
          :class="s.kind"
          :x="yx(m) + 2"
          :y="s.y"
          :width="yx(1) - yx(0) - 4"
          :height="Math.max(0, s.h - 0.6)"
        />
        <rect
          v-if="dashed[m] && dashed[m].h > 0.5"
          class="wished"
          :x="yx(m) + 2"
          :y="dashed[m].y"
          :width="yx(1) - yx(0) - 4"
          :height="dashed[m].h"
        />
        <rect
          v-if="balance.months[m].needed > balance.months[m].given + 1e-12"
          class="lack"
          :x="yx(m) + 2"
          :y="yy(balance.months[m].needed)"
          :width="yx(1) - yx(0) - 4"
          :height="yy(balance.months[m].given) - yy(balance.months[m].needed)"
        />
        <text :x="yx(m + 0.5)" :y="H - 4" class="hour" :class="{ tight: m === balance.tightest }" text-anchor="middle">
          {{ MONTHS[m][0] }}
        </text>
      </g>
      <path class="counted" :d="line" />
      <text :x="YW - 4" :y="Math.max(9, yy(balance.months[11].given) - 4)" text-anchor="end">
        counted on {{ showPerDay(now.given, settings.units) }}
      </text>
      <path
        v-if="Math.abs(yy(now.given) - yy(now.needed)) > 6"
        class="gap"
        :d="`M${yx(month + 0.5)} ${yy(now.given)}V${yy(now.needed)}`"
      />
    </svg>
    <p class="small muted key">
      A year, a day’s water by month: the line is what is counted on; <i class="herd"></i> animals,
      <i class="people"></i> people, <i class="garden"></i> gardens with losses; outlined in red what is
      lacking<template v-if="wished">, dashed what might come too</template>. Press a month to see its day.
    </p>
  </section>
</template>

<style scoped>
.sums {
  display: grid;
  grid-template-columns: minmax(200px, 1fr) minmax(240px, 1.25fr) minmax(220px, 1.1fr);
  gap: 4px 20px;
  padding: 10px 0;
  border-top: 3px double var(--rule-strong);
  background: var(--sheet-2);
}

.key {
  grid-column: 1 / -1;
}

.key i {
  display: inline-block;
  width: 10px;
  height: 10px;
}

.facts p {
  font-size: var(--text-m);
}

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
  stroke-width: 1.4;
}

.given {
  fill: var(--water);
}

.needed {
  fill: var(--ink);
}

.busiest {
  fill: var(--amber-wash);
}

.part.herd,
.key .herd {
  fill: var(--water-deep);
  background: var(--water-deep);
}

.part.people,
.key .people {
  fill: var(--earth-ink);
  background: var(--earth-ink);
}

.part.garden,
.key .garden {
  fill: var(--moss);
  background: var(--moss);
}

.wished {
  fill: none;
  stroke: var(--water-deep);
  stroke-width: 1.2;
  stroke-dasharray: 3 2;
}

.lack {
  fill: none;
  stroke: var(--brick);
  stroke-width: 2;
  stroke-dasharray: 3 2;
}

.month {
  cursor: pointer;
}

.catch {
  fill: transparent;
}

.now {
  fill: var(--water-wash);
  fill-opacity: 0.6;
}

.counted {
  fill: none;
  stroke: var(--water);
  stroke-width: 2;
}

.gap {
  stroke: var(--ink);
  stroke-width: 1.4;
}

text {
  font-family: var(--font-figure);
  font-size: 10px;
  fill: var(--water-ink);
}

.mark {
  fill: var(--amber-ink);
  paint-order: stroke;
  stroke: var(--sheet-2);
  stroke-width: 3px;
}

.hour {
  fill: var(--muted);
}

.hour.tight {
  fill: var(--ink);
  font-weight: 700;
}

@media (max-width: 900px) {
  .sums {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
