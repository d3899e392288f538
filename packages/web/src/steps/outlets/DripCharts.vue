<script setup lang="ts">
// What runs along each pipe, the barrel going down, and the jet of the first hole, from a full and from a low barrel.
import { line as curveOf } from 'd3-shape';
import { computed } from 'vue';
import type { Compiled } from '@vernal-slope/plan/compile';
import type { Fault } from '@vernal-slope/plan/document';
import { endsDead, type Command } from '@vernal-slope/plan/edit';
import { feedOf, throwOf, type EmitterRuns, type PlotRuns, type Watering } from '@vernal-slope/plan/garden';
import type { Plan, Plot } from '@vernal-slope/plan/schema';
import { said } from '../../display/faults.ts';
import { nameIn } from '@vernal-slope/display/names';
import { perHourText, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import './bench.css';

const props = defineProps<{
  plan: Plan;
  plot: Plot;
  compiled: Compiled;
  runs: PlotRuns;
  low: PlotRuns;
  watering: Watering | undefined;
  edit: (command: Command) => readonly Fault[];
}>();
const settings = useSettings();
const perHour = (flow: number): string => perHourText(flow, settings.units);

const CURVE = { width: 250, height: 130, left: 54, bottom: 20 };
const top = computed(() => 1.1 * Math.max(1e-12, props.runs.evenness.most));
const even = computed(() => props.runs.evenness.mean);
const farthest = computed(() => Math.max(1e-6, ...props.runs.emitters.map((e) => e.chainage)));
const along = (list: readonly EmitterRuns[], id: string): string =>
  curveOf()(
    list
      .filter((e) => e.line === id)
      .map((e): [number, number] => [
        CURVE.left + (e.chainage / farthest.value) * (CURVE.width - CURVE.left - 8),
        CURVE.height - CURVE.bottom - (e.flow / top.value) * (CURVE.height - CURVE.bottom - 8),
      ]),
  ) ?? '';
const isDead = (id: string): boolean => {
  const line = props.plan.lines.find((l) => l.id === id);
  return line !== undefined && endsDead(props.plan, line);
};
const tank = computed(() => feedOf(props.plan, props.plot));
const barrel = computed(() => {
  const w = props.watering;
  if (!w?.tank || w.levels.length < 2) return undefined;
  const most = Math.max(...w.levels, 1e-6);
  const last = w.times[w.times.length - 1] || 1;
  const path =
    curveOf()(
      w.levels.map((l, k): [number, number] => [40 + (w.times[k] / last) * 200, 110 - Math.max(0, l / most) * 96]),
    ) ?? '';
  return { path, most, last };
});
const minutes = (s: number | undefined): string =>
  s === undefined ? 'not in six hours' : showText(s, 'duration', settings.units);

/** The jet of the first hole. */
const jet = computed(() => {
  const first = props.runs.emitters.at(0);
  const last = props.low.emitters.at(0);
  if (first?.entry.type !== 'hole') return undefined;
  return {
    high: throwOf(props.compiled, first),
    low: last ? throwOf(props.compiled, last) : 0,
    up: first.entry.heightM ?? 0,
    angle: first.entry.jetDeg ?? 0,
  };
});
/** A jet as it flies, px: parabolas through where it begins and where it lands, by its angle. */
const FLIGHT = { x: 20, y: 64, ground: 110, reach: 200 };
const flight = (share: number): string => {
  const j = jet.value;
  if (!j) return '';
  const reach = FLIGHT.reach * share;
  // the middle of the curve stands where the two tangents meet
  const rise = Math.tan((Math.min(80, Math.max(-80, j.angle)) * Math.PI) / 180) * (reach / 2);
  return `M${FLIGHT.x} ${FLIGHT.y}Q${FLIGHT.x + reach / 2} ${Math.max(6, FLIGHT.y - rise)},${FLIGHT.x + reach} ${FLIGHT.ground}`;
};
type Hole = { heightM?: number; jetDeg?: number };
const setAll = (label: string, change: (e: Hole) => void): string | undefined =>
  said(
    props.edit({
      label,
      recipe: (plan) => {
        for (const l of plan.lines)
          if (props.plot.lines.includes(l.id))
            for (const leg of l.legs) for (const e of leg.emitters ?? []) change(e as Hole);
      },
    }),
  );
</script>

<template>
  <div class="charts">
    <figure>
      <figcaption>Along each pipe, a hole <span class="muted">dotted: barrel low</span></figcaption>
      <svg
        :viewBox="`0 0 ${CURVE.width} ${CURVE.height}`"
        role="img"
        :aria-label="`Flow along the pipes: ${perHour(runs.evenness.most)} at most, ${perHour(runs.evenness.least)} at least`"
      >
        <path class="axis" :d="`M${CURVE.left} 4V${CURVE.height - CURVE.bottom}H${CURVE.width}`" />
        <text :x="CURVE.left - 4" y="14" class="tick right">
          {{ perHour(top) }}
        </text>
        <text :x="CURVE.left - 4" :y="CURVE.height - CURVE.bottom" class="tick right">0</text>
        <text :x="CURVE.left" :y="CURVE.height - 4" class="tick">start</text>
        <text :x="CURVE.width - 4" :y="CURVE.height - 4" class="tick right">
          {{ showText(farthest, 'distance', settings.units) }}
        </text>
        <path
          :d="`M${CURVE.left} ${CURVE.height - CURVE.bottom - (even / top) * (CURVE.height - CURVE.bottom - 8)}H${CURVE.width}`"
          class="even"
        />
        <template v-for="id in plot.lines" :key="id">
          <path class="curve" :class="{ dead: isDead(id) }" :d="along(runs.emitters, id)" />
          <path class="curve dotted" :class="{ dead: isDead(id) }" :d="along(low.emitters, id)" />
        </template>
      </svg>
    </figure>
    <figure v-if="barrel">
      <figcaption>
        Open till {{ tank ? nameIn(plan, tank) : 'the barrel' }} is down:
        <span class="figure" data-test="down">{{ minutes(watering?.down) }}</span>
      </figcaption>
      <svg
        viewBox="0 0 250 130"
        role="img"
        :aria-label="`The tank over its outlet: ${showText(barrel.most, 'height', settings.units)} at first`"
      >
        <path class="axis" d="M40 8V110H246" />
        <text x="36" y="18" class="tick right">{{ showText(barrel.most, 'height', settings.units) }}</text>
        <text x="40" y="124" class="tick">0</text>
        <text x="246" y="124" class="tick right">{{ showText(barrel.last, 'duration', settings.units) }}</text>
        <path class="curve" :d="barrel.path" />
      </svg>
    </figure>
    <figure v-if="jet">
      <figcaption>The jet, from a full and a low barrel</figcaption>
      <svg
        viewBox="0 0 250 130"
        role="img"
        :aria-label="`Thrown ${showText(jet.high, 'height', settings.units)} and ${showText(jet.low, 'height', settings.units)}`"
      >
        <path class="axis" d="M10 110H246" />
        <path class="curve" :d="flight(1)" />
        <path class="curve dotted" :d="flight(jet.low / (jet.high || 1))" />
        <text x="220" y="126" class="tick right">{{ showText(jet.high, 'height', settings.units) }}</text>
        <text :x="20 + (200 * jet.low) / (jet.high || 1)" y="126" class="tick right">
          {{ showText(jet.low, 'height', settings.units) }}
        </text>
      </svg>
      <div class="small entry">
        <span>Holes</span>
        <QuantityField
          :value="jet.up"
          field="heightM"
          quantity="drop"
          label="Height of the holes over the ground"
          :limits="{ min: 0, max: 5 }"
          :commit="(v) => setAll('height of the holes', (e) => void (e.heightM = v))"
          show-unit
        />
        <span>up</span>
      </div>
      <div class="small entry">
        <span>turned up by</span>
        <NumberField
          class="degrees"
          :min="-90"
          :max="90"
          :step="5"
          :value="jet.angle"
          label="Way of the jet, degrees above level"
          data-test="jet-angle"
          @update:value="
            (n: number) =>
              setAll('way of the jet', (e) => {
                if (n === 0) delete e.jetDeg;
                else e.jetDeg = n;
              })
          "
        />
        <span>°</span>
      </div>
      <p class="small">Not to scale; the bound without air, a real jet falls short.</p>
    </figure>
  </div>
</template>

<style scoped>
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 8px 24px;
  padding: 8px 0;
  border-top: var(--line-hair) solid var(--rule);
}

figure {
  margin: 0;
}

figure svg {
  width: 100%;
  max-height: 170px;
}

.axis {
  fill: none;
  stroke: var(--rule);
}

.tick {
  font-size: 12px;
  fill: var(--muted);
}

.right {
  text-anchor: end;
}

.even {
  stroke: var(--moss);
}

.curve {
  fill: none;
  stroke: var(--water);
  stroke-width: 2;
}

.curve.dead {
  stroke: var(--brick);
}

.dotted {
  stroke-dasharray: 2 4;
}

.degrees {
  width: 76px;
}

figure p {
  margin: 4px 0 0;
}
</style>
