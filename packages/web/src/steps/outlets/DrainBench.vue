<script setup lang="ts">
// The bench of a greywater drain: ground and pipe from the side, the least fall dashed from its start, ends of legs to be pulled
// up and down; the basins with what each gets and the ground that takes it.
import { computed } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import { GREY_SOILS, GREY_SOURCE } from '@vernal-slope/plan/catalogue';
import type { Fault } from '@vernal-slope/plan/document';
import type { Command } from '@vernal-slope/plan/edit';
import {
  COVER,
  basinWorking,
  changeDrain,
  drainRuns,
  fallWorking,
  layEven,
  longestWorking,
  takeOutDrain,
  type DrainLeg,
} from '@vernal-slope/plan/greywater';
import type { Drain, Plan } from '@vernal-slope/plan/schema';
import { Trash2 } from '@lucide/vue';
import { said } from '../../display/faults.ts';
import { nameIn } from '@vernal-slope/display/names';
import { planValue } from '@vernal-slope/display/planfields';
import { fallText, fixed, handStep, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TickField from '../../fields/TickField.vue';
import { useEdits } from '../../session/planpage.ts';
import { drawnScale, usePull } from './usePull.ts';
import './bench.css';

const props = defineProps<{
  plan: Plan;
  drain: Drain;
  edit: (command: Command) => readonly Fault[];
  trying: boolean;
}>();
const emit = defineEmits<{ try: [command: Command]; working: [working: Working] }>();
const settings = useSettings();
const { perform } = useEdits();
const runs = computed(() => drainRuns(props.plan, props.drain));
const main = computed(() => runs.value.legs.filter((l) => l.basin < 0));
const branches = computed(() => runs.value.legs.filter((l) => l.basin >= 0));

/** px; heights stretched so that a fall of a few in a hundred can be seen, and said. */
const WIDTH = 880;
const HEIGHT = 260;
const SIDE = 30;
const TOP = 26;
const FOOT = 26;
const span = computed(() => {
  const all = runs.value.legs.flatMap((l) => [l.fromGround, l.toGround, l.fromInvert, l.toInvert]);
  const pad = Math.max(0.05, 0.08 * (Math.max(...all) - Math.min(...all)));
  return { low: Math.min(...all) - pad, high: Math.max(...all) + pad, long: Math.max(0.5, runs.value.length) };
});
const across = computed(() => (WIDTH - 2 * SIDE) / span.value.long);
const tall = computed(() => (HEIGHT - TOP - FOOT) / (span.value.high - span.value.low));
const x = (at: number): number => SIDE + at * across.value;
const y = (z: number): number => TOP + (span.value.high - z) * tall.value;

interface Drawn extends DrainLeg {
  readonly key: string;
  readonly x0: number;
  readonly x1: number;
}
/** Basins lie at the same distance one behind the other: a little apart in the drawing, not in truth. */
const drawn = computed<Drawn[]>(() => {
  let at = 0;
  const list = main.value.map((l, k): Drawn => {
    const from = at;
    at += l.length;
    return { ...l, key: `leg-${k}`, x0: x(from), x1: x(at) };
  });
  return [
    ...list,
    ...branches.value.map((l, k): Drawn => ({
      ...l,
      key: `basin-${k}`,
      x0: x(at),
      x1: x(at + l.length) - Math.min(26, 60 / branches.value.length) * k,
    })),
  ];
});
const ground = computed(() =>
  drawn.value
    .filter((l) => l.basin <= 0)
    .map((l, k) => `${k === 0 ? `M0 ${y(l.fromGround)}L${l.x0} ${y(l.fromGround)}` : ''}L${l.x1} ${y(l.toGround)}`)
    .join(''),
);
const lastGround = computed(() => drawn.value.filter((l) => l.basin <= 0).at(-1)?.toGround ?? 0);
/** From its start on at the least fall: above that line it runs. */
const leastEnd = computed(() => props.drain.startInvertM - runs.value.least.least * runs.value.length);

const STEP = computed(() => handStep(settings.units, 5, 0.25));
const setInvert = (l: DrainLeg, to: number): Command =>
  changeDrain(props.drain.id, 'height of the drain', (d) => {
    const end = l.basin < 0 ? d.legs.at(l.leg) : d.basins.at(l.basin);
    if (end) end.endInvertM = planValue('endInvertM', to);
  });
const { liftOf, grip, pull, letGo, drop, nudge } = usePull<string>(
  (on) => tall.value * drawnScale(on, WIDTH),
  () => STEP.value,
  (key, by) => {
    const l = drawn.value.find((d) => d.key === key);
    if (l) perform(setInvert(l, l.toInvert + by));
  },
);
const WORD = { good: '', flat: 'too flat', uphill: 'runs back' } as const;
const called = (l: DrainLeg): string => (l.basin < 0 ? `Leg ${l.leg + 1}` : `Basin ${l.basin + 1}`);
const change = (label: string, recipe: (d: Drain) => void): string | undefined =>
  said(props.edit(changeDrain(props.drain.id, label, recipe)));
const end = (d: Drain, l: DrainLeg): Drain['legs'][number] | undefined =>
  l.basin < 0 ? d.legs.at(l.leg) : d.basins.at(l.basin);
const addBasin = (): void =>
  void perform(
    changeDrain(props.drain.id, 'another basin', (d) => {
      const last = d.basins.at(-1);
      const leg = d.legs[d.legs.length - 1];
      d.basins.push(
        last
          ? { ...last }
          : { lengthM: 2, endGroundM: leg.endGroundM, endInvertM: planValue('endInvertM', leg.endInvertM - 0.05) },
      );
    }),
  );
const dropBasin = (k: number): void =>
  void perform(changeDrain(props.drain.id, 'basin taken out', (d) => void d.basins.splice(k, 1)));
const soils = GREY_SOILS.map((s) => ({ value: s.id, label: s.name }));
</script>

<template>
  <section class="bench sheet" aria-labelledby="drain-title">
    <header>
      <h2 id="drain-title">{{ nameIn(plan, drain.id) }}</h2>
      <span class="muted"
        >{{ drain.from ? `from ${nameIn(plan, drain.from)}; ` : '' }}heights drawn {{ fixed(tall / across, 1) }} times
        lengths</span
      >
      <button
        type="button"
        class="plain-button out"
        :aria-label="`Take ${nameIn(plan, drain.id)} out`"
        title="Take it out"
        @click="perform(takeOutDrain(drain.id))"
      >
        <Trash2 :size="16" aria-hidden="true" />
      </button>
    </header>
    <div class="scroll" tabindex="0" aria-label="The drain from the side">
      <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" class="drawing" role="group" aria-label="Ground, drain and basins">
        <path class="earth" :d="`${ground}L${WIDTH} ${y(lastGround)}V${HEIGHT}H0Z`" />
        <path class="ground" :d="`${ground}L${WIDTH} ${y(lastGround)}`" />
        <path class="least" :d="`M${x(0)} ${y(drain.startInvertM)}L${x(runs.length)} ${y(leastEnd)}`" />
        <text class="note" :x="x(runs.length * 0.5)" :y="y((drain.startInvertM + leastEnd) / 2) - 6">
          {{ fallText(runs.least.least) }}, the least
        </text>
        <template v-for="l in drawn" :key="l.key">
          <path v-if="l.basin >= 0" class="basin" :d="`M${l.x1 - 16} ${y(l.toGround)}q16 34 32 0z`" />
          <path
            class="pipe"
            :class="l.state"
            :d="`M${l.x0} ${y(l.fromInvert)}L${l.x1} ${y(l.toInvert + liftOf(l.key))}`"
          />
          <text v-if="WORD[l.state]" class="wrong" :x="(l.x0 + l.x1) / 2" :y="y((l.fromInvert + l.toInvert) / 2) + 18">
            {{ WORD[l.state] }}
          </text>
        </template>
        <circle
          v-for="l in drawn"
          :key="`end-${l.key}`"
          class="end"
          :cx="l.x1"
          :cy="y(l.toInvert + liftOf(l.key))"
          r="8"
          role="slider"
          tabindex="0"
          aria-orientation="vertical"
          :aria-label="`End of ${called(l)}; arrows raise and lower it`"
          :aria-valuenow="Math.round(1000 * l.toInvert)"
          aria-valuemin="-500000"
          aria-valuemax="9000000"
          :aria-valuetext="`falls ${fallText(l.fall)}`"
          :data-test="`drain-${l.key}`"
          @pointerdown="grip($event, l.key)"
          @pointermove="pull"
          @pointerup="letGo"
          @pointercancel="drop"
          @keydown="nudge($event, l.key)"
        >
          <title>Take the end of the drain up or down</title>
        </circle>
      </svg>
    </div>
    <ol class="legs">
      <li v-for="l in drawn" :key="`entries-${l.key}`" class="entry">
        <strong>{{ called(l) }}</strong>
        <button
          type="button"
          class="figure"
          :class="{ bad: l.state !== 'good' }"
          title="Show the working"
          :data-test="`fall-${l.key}`"
          @click="emit('working', fallWorking(runs, l))"
        >
          falls {{ fallText(l.fall) }}
        </button>
        <span>in</span>
        <QuantityField
          :value="l.length"
          field="lengthM"
          :label="`Length of ${called(l)}`"
          :limits="{ min: 0.05, max: 10000 }"
          :commit="(v) => change('length', (d) => void (end(d, l) && (end(d, l)!.lengthM = v)))"
          show-unit
          :data-test="`length-${l.key}`"
        />
        <span>ground</span>
        <QuantityField
          :value="l.toGround"
          field="endGroundM"
          :label="`Ground at the end of ${called(l)}, above datum`"
          :limits="{ min: -500, max: 9000 }"
          :commit="(v) => change('ground', (d) => void (end(d, l) && (end(d, l)!.endGroundM = v)))"
          show-unit
        />
        <span>drain</span>
        <QuantityField
          :value="l.toInvert"
          field="endInvertM"
          :label="`Inside of the drain at its lowest, at the end of ${called(l)}, above datum`"
          :limits="{ min: -500, max: 9000 }"
          :commit="(v) => said(edit(setInvert(l, v)))"
          show-unit
          :data-test="`invert-${l.key}`"
        />
        <template v-if="l.basin >= 0">
          <span
            >gets <span class="figure">{{ showText(runs.basins[l.basin].perDay, 'volume', settings.units) }}</span> a
            day</span
          >
          <QuantityField
            :value="runs.basins[l.basin].has"
            field="areaM2"
            :label="`Ground of ${called(l)}`"
            :limits="{ min: 0.01, max: 10000 }"
            :commit="(v) => change('ground of a basin', (d) => void (d.basins[l.basin].areaM2 = v))"
            optional
            show-unit
          />
          <span v-if="runs.basins[l.basin].wants !== undefined"
            >of
            <button
              type="button"
              class="figure"
              title="Show the working"
              @click="basinWorking(runs, l.basin) && emit('working', basinWorking(runs, l.basin)!)"
            >
              {{ showText(runs.basins[l.basin].wants ?? 0, 'area', settings.units) }}
            </button></span
          >
          <button type="button" class="plain-button" :aria-label="`Take ${called(l)} out`" @click="dropBasin(l.basin)">
            <Trash2 :size="16" aria-hidden="true" />
          </button>
        </template>
      </li>
    </ol>
    <p>
      <button type="button" class="plain-button edged" data-test="add-basin" @click="addBasin">Another basin</button>
    </p>
    <div class="offers">
      <p data-test="longest">
        Its drop of <span class="figure">{{ showText(runs.drop, 'drop', settings.units) }}</span> would carry it
        <button type="button" class="figure" title="Show the working" @click="emit('working', longestWorking(runs))">
          {{ showText(runs.longest, 'distance', settings.units) }}
        </button>
        at the least fall; it is {{ showText(runs.toSplitter, 'distance', settings.units) }} to its splitter.
      </p>
      <p v-if="!runs.isEven && runs.even > 0" data-test="even">
        <strong>Laid at one fall</strong> it falls {{ fallText(runs.even) }} all the way.
        <button
          type="button"
          class="plain-button edged"
          data-test="try-even"
          :disabled="trying"
          @click="emit('try', layEven(drain.id, runs.even))"
        >
          Try it
        </button>
      </p>
      <div class="entry">
        <span>Pipe</span>
        <QuantityField
          :value="drain.pipeMm"
          field="pipeMm"
          label="Bore of the drain"
          :limits="{ min: 0.02, max: 0.5 }"
          :commit="(v) => change('bore of the drain', (d) => void (d.pipeMm = v))"
          show-unit
        />
        <span>water a day</span>
        <QuantityField
          :value="drain.litresPerDay"
          field="litresPerDay"
          label="Greywater a day"
          :limits="{ min: 1e-3, max: 1000 }"
          :commit="(v) => change('greywater a day', (d) => void (d.litresPerDay = v))"
          :clear="() => perform(changeDrain(drain.id, 'greywater a day', (d) => void delete d.litresPerDay))"
          optional
          show-unit
        />
        <span v-if="drain.litresPerDay === undefined" class="small muted"
          >left open: {{ showText(runs.perDay, 'volume', settings.units) }} by the heads of Need (UPC, from
          memory)</span
        >
        <ChoiceField
          fit
          :value="drain.soil ?? null"
          :options="soils"
          placeholder="soil"
          label="Soil of the basins"
          @update:value="(s: string) => perform(changeDrain(drain.id, 'soil', (d) => void (d.soil = s)))"
        />
        <TickField
          :checked="drain.kitchen ?? false"
          @update:checked="(on) => perform(changeDrain(drain.id, 'kitchen', (d) => void (d.kitchen = on)))"
          >a kitchen sink runs in it too</TickField
        >
      </div>
      <p class="small muted">
        {{ GREY_SOURCE }}. A trap and a vent at each fixture as the local code says; splitters set level, so that they
        part alike; outlets under {{ showText(COVER, 'drop', settings.units) }} of mulch. Do not let in bleach, paint,
        nappy water or what a softener gives; do not store it longer than a day; keep it off what is eaten raw and off
        every pipe of drinking water. Many places ask for a permit: ask first.
      </p>
    </div>
  </section>
</template>

<style scoped>
.out {
  margin-left: auto;
}

.drawing {
  display: block;
  width: 100%;
  min-width: 640px;
}

.ground {
  fill: none;
  stroke: var(--moss);
  stroke-width: 1.5;
}

.least {
  fill: none;
  stroke: var(--amber-ink);
  stroke-dasharray: 6 4;
  stroke-width: 1.5;
}

.note,
.wrong {
  font-size: 13px;
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}

.note {
  fill: var(--amber-ink);
}

.wrong {
  font-weight: 700;
  fill: var(--brick);
}

.pipe {
  fill: none;
  stroke: var(--earth-ink);
  stroke-width: 5;
}

.pipe.flat,
.pipe.uphill {
  stroke: var(--brick);
}

.pipe.uphill {
  stroke-dasharray: 8 4;
}

.basin {
  fill: var(--moss);
  fill-opacity: 0.35;
  stroke: var(--moss);
}

.end {
  touch-action: none;
  cursor: ns-resize;
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}

.end:focus-visible {
  stroke: var(--water-deep);
  stroke-width: 3.5;
}

.legs {
  display: grid;
  gap: 4px;
  padding: 6px 0 0;
  margin: 0;
  list-style: none;
  border-top: 3px double var(--rule);
}

.bad {
  font-weight: 700;
  color: var(--brick);
}
</style>
