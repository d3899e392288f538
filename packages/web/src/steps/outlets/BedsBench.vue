<script setup lang="ts">
// The wicking-bed bench: bucket and beds with one water line through them, floors to be set in the earth under each, a stick
// on which what holds for all is set, and three ways to mend drawn dashed.
import { computed, ref } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import type { Fault } from '@vernal-slope/plan/document';
import { floorOf } from '@vernal-slope/plan/compile';
import { changeBed, changeBeds, changeNode, type Command } from '@vernal-slope/plan/edit';
import {
  bedDaysWorking,
  chainDaysWorking,
  chainLasts,
  fillByHose,
  HOSE_FLOW,
  bedLasts,
  bedUse,
  bedUseWorking,
  bedWorking,
  enteredUse,
  firstToRunOver,
  holesForRain,
  OVERFLOW_BORE,
  mendChain,
  mendsOf,
  type BedMend,
  type BedStands,
  type Chain,
  type ChainStands,
  type Levelling,
  type School,
} from '@vernal-slope/plan/garden';
import { bedFloor, bedTolerance, bedWants, isStore, nameOf } from '@vernal-slope/plan/kinds';
import type { BedNode, Plan } from '@vernal-slope/plan/schema';
import { MONTHS } from '@vernal-slope/display/dates';
import { said } from '../../display/faults.ts';
import { planField, planValue } from '@vernal-slope/display/planfields';
import { fixed, handStep, longText, show, showText, unitFor } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import AnswerState from '../../judgement/AnswerState.vue';
import { useEdits } from '../../session/planpage.ts';
import type { AnswerShown } from '../../workers/useAnswer.ts';
import BedsBody from './BedsBody.vue';
import { usePull } from './usePull.ts';
import './bench.css';

const props = defineProps<{
  plan: Plan;
  chain: Chain;
  stands: ChainStands | undefined;
  /** 1 to 12, of what the plants use */ month: number;
  levelling: AnswerShown<Levelling | undefined>;
  edit: (command: Command) => readonly Fault[];
  chosen: string;
  trying: boolean;
}>();
const emit = defineEmits<{ choose: [id: string]; try: [command: Command]; working: [working: Working] }>();
const settings = useSettings();
const { perform } = useEdits();

/** Drawing, px: one column a bed; floors and lines to one scale, the soil above torn off. */
const COLUMN = 118;
const HEIGHT = 300;
const EARTH = 34;
const SKY = 46;
const ids = computed(() => props.chain.beds.map((b) => b.id));
const first = computed(() => props.chain.beds[0]);
/** From the lowest floor to a little over the highest line or hole, m above datum. */
const span = computed(() => {
  const beds = props.chain.beds;
  const line = props.stands?.float ?? Math.max(...beds.map((b) => bedFloor(b) + bedWants(b)));
  const low = Math.min(...beds.map(bedFloor), ...(props.stands ? [floorOf(props.stands.bucket)] : []), line - 0.05);
  const high = Math.max(line, ...beds.map((b) => bedFloor(b) + Math.max(bedWants(b), b.overflowM ?? 0)));
  return { low, high: Math.max(high, low + 0.05) };
});
const y = (z: number): number =>
  SKY + ((span.value.high - z) / (span.value.high - span.value.low)) * (HEIGHT - SKY - EARTH);
const scale = computed(() => (HEIGHT - SKY - EARTH) / (span.value.high - span.value.low));

const way = ref<BedMend>('bucket-and-one');
const school = ref<School>('shim');
const mends = computed(() => (props.stands ? mendsOf(props.stands) : []));
const mend = computed(() => mends.value.find((m) => m.way === way.value) ?? mends.value.at(0));
const dashed = computed(() => (props.stands && mend.value ? props.stands.float + mend.value.bucket : undefined));
const WAYS: readonly { value: BedMend; label: string }[] = [
  { value: 'each', label: 'Mend each bed' },
  { value: 'bucket-and-one', label: 'Bucket and one bed' },
  { value: 'bucket', label: 'Bucket alone' },
];
const toleranceOf = (bed: BedNode): number => planField('toleranceMm').toSI(bedTolerance(bed));
const drop = (m: number): string => showText(m, 'drop', settings.units);
const signed = (m: number): string => {
  const { text } = show(Math.abs(m), 'drop', settings.units);
  return !/[1-9]/.test(text) ? '0' : `${m < 0 ? '−' : '+'}${text}`;
};
const unit = computed(() => unitFor('drop', settings.units).symbol);
const at = (bed: BedNode): BedStands | undefined => props.stands?.beds.find((b) => b.bed.id === bed.id);
const WORDS = { dry: 'dry', overflows: 'runs over', low: 'short', high: 'deep', good: '' } as const;

/** What one says of all beds on the stick. */
const STICK = [
  { key: 'overflowM', label: 'hole' },
  { key: 'wantsLevelM', label: 'water line' },
  { key: 'reservoirM', label: 'reservoir’s top' },
  { key: 'joinM', label: 'joint' },
] as const;
type StickKey = (typeof STICK)[number]['key'];
const stickValue = (bed: BedNode, key: StickKey): number | undefined =>
  key === 'reservoirM' ? bed.reservoir.heightM : key === 'wantsLevelM' ? bedWants(bed) : bed[key];
const setStick = (key: StickKey, label: string, value: number): string | undefined =>
  said(
    props.edit(
      changeBeds(ids.value, label, (bed) => {
        if (key === 'reservoirM') bed.reservoir.heightM = value;
        else bed[key] = value;
      }),
    ),
  );
const setBase = (bed: BedNode, value: number): string | undefined =>
  said(props.edit(changeBed(bed.id, 'floor of the bed', (b) => void (b.baseM = value))));
const setUse = (bed: BedNode, value: number): string | undefined =>
  said(props.edit(changeBed(bed.id, 'use of the bed', (b) => void (b.useLPerDay = value))));
const setFloat = (value: number): string | undefined =>
  said(
    props.edit(
      changeNode(props.stands?.bucket.id ?? '', isStore, 'level of the float', (n) => {
        if (n.inlet?.floatValve) n.inlet.floatValve.closeLevelM = value;
      }),
    ),
  );

/** A floor is taken by its grip: it follows the pointer, the plan changes when it is let go; arrows move it by a step. */
const step = computed(() => handStep(settings.units, 1, 0.125));
const {
  liftOf,
  grip,
  pull,
  letGo,
  drop: dropped,
  nudge,
} = usePull<string>(
  () => scale.value,
  () => step.value,
  (id, by) => {
    const bed = props.chain.beds.find((b) => b.id === id);
    if (bed) setBase(bed, planValue('heightM', (bed.baseM ?? 0) + by));
  },
);
const baseShown = (bed: BedNode): number => (bed.baseM ?? 0) + liftOf(bed.id);

const LITRES_PER_DAY = planField('useLPerDay');
const days = (bed: BedNode): string => {
  const lasts = bedLasts(bed, at(bed)?.water ?? 0);
  return lasts === undefined ? '–' : longText(lasts, 'days');
};
function openDays(bed: BedNode): void {
  const [b, use] = [at(bed), enteredUse(bed)];
  if (b && use !== undefined) emit('working', bedDaysWorking(b, use));
}
function openOff(bed: BedNode): void {
  const b = at(bed);
  if (b && props.stands) emit('working', bedWorking(props.stands, b));
}
const byWeather = (bed: BedNode): number => bedUse(props.plan, bed, props.month).perDay;
/** All beds as ET0 and the crop of Need say. */
const takeWeather = (): void =>
  void perform(
    changeBeds(ids.value, 'use by the weather', (b) => {
      b.useLPerDay = LITRES_PER_DAY.toPlan(byWeather(b));
    }),
  );
const lasts = computed(() => (props.stands ? chainLasts(props.stands) : undefined));
const rain = computed(() => holesForRain(props.plan, first.value));
const overFirst = computed(() => firstToRunOver(props.chain.beds));
const mendWords = computed(() => {
  const m = mend.value;
  if (!m) return '';
  const parts = [
    ...(m.bucket !== 0
      ? [`${school.value === 'shim' ? 'bucket' : 'float'} ${m.bucket > 0 ? 'up' : 'down'} ${drop(Math.abs(m.bucket))}`]
      : []),
    ...Object.entries(m.floors).map(([id, by]) => {
      const bed = props.chain.beds.find((b) => b.id === id);
      return `${bed ? nameOf(bed) : id} ${by > 0 ? 'up' : 'down'} ${drop(Math.abs(by))}`;
    }),
  ];
  return parts.length === 0 ? 'nothing to move' : parts.join(', ');
});
function tryMend(): void {
  if (props.stands && mend.value) emit('try', mendChain(props.stands, mend.value, school.value, mendWords.value));
}
const hours = (s: number | undefined): string => (s === undefined ? 'more than two days' : `${longText(s, 'hours')} h`);
</script>

<template>
  <section class="bench sheet" aria-labelledby="beds-title">
    <header>
      <h2 id="beds-title">Beds</h2>
      <span class="muted">{{ chain.beds.length }} in a chain, {{ stands ? 'one float bucket' : 'no one bucket' }}</span>
      <span class="ways" role="group" aria-label="Ways to mend">
        <button
          v-for="w in WAYS"
          :key="w.value"
          type="button"
          class="plain-button edged"
          :class="{ on: way === w.value }"
          :aria-pressed="way === w.value"
          :data-test="`way-${w.value}`"
          @click="way = w.value"
        >
          {{ w.label }}
        </button>
      </span>
    </header>
    <div class="scroll" tabindex="0" aria-label="Bucket and beds, side by side">
      <div class="grid" :style="{ '--columns': chain.beds.length + 1 }">
        <div class="stick">
          <p class="small"><strong>A stick</strong>, stood on any bed’s floor</p>
          <label v-for="s in STICK" :key="s.key" class="mark" :data-test="`stick-${s.key}`">
            <span>{{ s.label }}</span>
            <QuantityField
              :value="stickValue(first, s.key)"
              field="heightM"
              quantity="drop"
              :label="`${s.label} above the floor, of all beds`"
              :limits="{ min: 0.001, max: 2 }"
              :commit="(v) => setStick(s.key, s.label, v)"
              show-unit
            />
          </label>
          <label v-if="stands" class="mark" data-test="stick-float">
            <span>float, in the bucket</span>
            <QuantityField
              :value="stands.bucket.inlet?.floatValve?.closeLevelM"
              field="closeLevelM"
              quantity="drop"
              label="Level in the bucket at which its float shuts"
              :limits="{ min: 0.001, max: 2 }"
              :commit="setFloat"
              show-unit
            />
          </label>
        </div>
        <div class="column">
          <h3>Bucket</h3>
          <svg :width="COLUMN" :height="HEIGHT" aria-hidden="true">
            <template v-if="stands">
              <rect class="earth" x="0" :y="y(floorOf(stands.bucket))" :width="COLUMN" :height="HEIGHT" />
              <rect
                class="water"
                x="40"
                :y="y(stands.line)"
                width="38"
                :height="y(floorOf(stands.bucket)) - y(stands.line)"
              />
              <path class="wall" :d="`M40 ${SKY - 20}V${y(floorOf(stands.bucket))}H78V${SKY - 20}`" />
              <circle class="ball" cx="52" :cy="y(stands.float)" r="7" />
              <path class="arm" :d="`M58 ${y(stands.float) - 4}L78 ${SKY - 14}`" />
              <path class="line" :d="`M40 ${y(stands.line)}H${COLUMN}`" />
              <path v-if="dashed !== undefined" class="dashed" :d="`M40 ${y(dashed)}H${COLUMN}`" />
              <path
                class="hose"
                :d="`M78 ${y(floorOf(stands.bucket) + stands.bucket.outletM)}C98 ${y(floorOf(stands.bucket)) + 8},100 ${y(bedFloor(first) + first.joinM) + 10},${COLUMN} ${y(bedFloor(first) + first.joinM)}`"
              />
            </template>
          </svg>
        </div>
        <div
          v-for="bed in chain.beds"
          :key="bed.id"
          class="column"
          :class="{ chosen: chosen === bed.id }"
          :data-test="`bed-${bed.id}`"
        >
          <h3>
            <button
              type="button"
              class="plain-button"
              :aria-pressed="chosen === bed.id"
              @click="emit('choose', bed.id)"
            >
              {{ nameOf(bed) }}
            </button>
          </h3>
          <svg
            :width="COLUMN"
            :height="HEIGHT"
            role="img"
            :aria-label="`${nameOf(bed)}: ${at(bed) ? `water ${drop(at(bed)!.depth)} over its floor` : 'no water line'}`"
          >
            <rect class="earth" x="0" :y="y(bedFloor(bed) + liftOf(bed.id))" :width="COLUMN" :height="HEIGHT" />
            <g :transform="`translate(0 ${-liftOf(bed.id) * scale})`">
              <rect class="soil" x="10" :y="SKY - 22" width="98" :height="y(bedFloor(bed)) - SKY + 22" />
              <rect
                class="pipe"
                x="14"
                :y="y(bedFloor(bed) + bed.reservoir.heightM)"
                width="90"
                :height="bed.reservoir.heightM * scale"
                rx="6"
              />
              <path class="frame" :d="`M10 ${SKY - 28}V${y(bedFloor(bed))}H108V${SKY - 28}`" />
              <path class="torn" :d="`M8 ${SKY - 22}q12 -6 24 0t24 0t24 0t24 0t8 -2`" />
              <path
                class="want"
                :d="`M86 ${y(bedFloor(bed) + bedWants(bed) + toleranceOf(bed))}h14m-7 0V${y(bedFloor(bed) + bedWants(bed) - toleranceOf(bed))}m-7 0h14`"
              />
              <path
                v-if="bed.overflowM !== undefined"
                class="hole"
                :d="`M104 ${y(bedFloor(bed) + bed.overflowM) - 3}h10l-4 6h-6z`"
              />
            </g>
            <template v-if="stands && at(bed)">
              <rect
                v-if="at(bed)!.depth > 0"
                class="water"
                x="14"
                :y="y(stands.line)"
                width="90"
                :height="Math.max(0, y(bedFloor(bed)) - y(stands.line))"
              />
              <path class="line" :d="`M0 ${y(stands.line)}H${COLUMN}`" />
              <path v-if="dashed !== undefined" class="dashed" :d="`M0 ${y(dashed)}H${COLUMN}`" />
              <path
                v-if="bed.id !== chain.beds[chain.beds.length - 1].id"
                class="hose"
                :d="`M104 ${y(bedFloor(bed) + bed.joinM)}h14`"
              />
              <path class="hose" :d="`M0 ${y(bedFloor(bed) + bed.joinM)}h14`" />
              <text v-if="WORDS[at(bed)!.state] !== ''" class="off" x="20" :y="y(stands.line) - 6">
                {{ drop(Math.abs(at(bed)!.off)) }}
              </text>
            </template>
          </svg>
          <button
            type="button"
            class="grip"
            role="slider"
            aria-orientation="vertical"
            :aria-label="`Floor of ${nameOf(bed)}; arrows raise and lower it`"
            :aria-valuenow="Math.round(1e3 * baseShown(bed))"
            :aria-valuetext="drop(baseShown(bed))"
            aria-valuemin="-1000"
            aria-valuemax="1000"
            :data-test="`grip-${bed.id}`"
            @pointerdown="grip($event, bed.id)"
            @pointermove="pull"
            @pointerup="letGo"
            @pointercancel="dropped"
            @keydown="nudge($event, bed.id)"
          >
            ↕ {{ drop(baseShown(bed)) }}
          </button>
          <QuantityField
            :value="bed.baseM ?? 0"
            field="baseM"
            quantity="drop"
            :label="`Floor of ${nameOf(bed)} above its ground`"
            :limits="{ min: -10, max: 20 }"
            :commit="(v) => setBase(bed, v)"
            show-unit
            :data-test="`base-${bed.id}`"
          />
        </div>
        <div class="rule" aria-hidden="true"></div>
        <template v-if="stands">
          <span class="row-name"
            >Water over its floor <span class="muted">{{ unit }}</span></span
          >
          <span></span>
          <button
            v-for="bed in chain.beds"
            :key="bed.id"
            type="button"
            class="figure"
            title="Show the working"
            @click="openOff(bed)"
          >
            {{ show(at(bed)?.depth ?? 0, 'drop', settings.units).text }}
          </button>
          <span class="row-name"
            >Water off what it wants <span class="muted">{{ unit }}</span></span
          >
          <span></span>
          <button
            v-for="bed in chain.beds"
            :key="bed.id"
            type="button"
            class="figure"
            title="Show the working"
            :data-test="`off-${bed.id}`"
            @click="openOff(bed)"
          >
            {{ signed(at(bed)?.off ?? 0) }} {{ WORDS[at(bed)?.state ?? 'good'] }}
          </button>
          <span class="row-name"
            >Shim its floor by <span class="muted">{{ unit }}</span></span
          >
          <span></span>
          <span v-for="bed in chain.beds" :key="bed.id" class="worked" :data-test="`shim-${bed.id}`">{{
            signed(at(bed)?.off ?? 0)
          }}</span>
          <span class="row-name"
            >Hole above the water <span class="muted">{{ unit }}</span></span
          >
          <span></span>
          <span v-for="bed in chain.beds" :key="bed.id" class="worked">{{
            bed.overflowM === undefined
              ? '–'
              : show(bedFloor(bed) + bed.overflowM - stands.line, 'drop', settings.units).text
          }}</span>
          <span class="row-name">Its plants use, a day</span>
          <span></span>
          <QuantityField
            v-for="bed in chain.beds"
            :key="bed.id"
            :value="bed.useLPerDay"
            field="useLPerDay"
            :label="`What ${nameOf(bed)} uses a day`"
            :limits="{ min: 0, max: 10 }"
            :commit="(v) => setUse(bed, v)"
            optional
            show-unit
          />
          <span class="row-name">Days on its own water</span>
          <span></span>
          <button
            v-for="bed in chain.beds"
            :key="bed.id"
            type="button"
            class="figure"
            title="Show the working"
            @click="openDays(bed)"
          >
            {{ days(bed) }}
          </button>
          <span class="row-name"
            >Off, so mended <span class="muted">{{ unit }}</span></span
          >
          <span></span>
          <span v-for="bed in chain.beds" :key="bed.id" class="worked" :data-test="`mended-${bed.id}`">{{
            signed(mend?.off[bed.id] ?? 0)
          }}</span>
        </template>
      </div>
    </div>
    <footer v-if="stands && mend" class="foot">
      <p>
        <strong>{{ WAYS.find((w) => w.value === mend?.way)?.label }}:</strong> {{ mendWords }}. The worst bed is then
        <span class="figure" data-test="mend-worst">{{ drop(mend.worst) }}</span> off.
        <ChoiceField
          v-if="mend.bucket !== 0"
          fit
          :value="school"
          :options="[
            { value: 'shim', label: 'by shimming the bucket' },
            { value: 'float', label: 'by setting its float' },
          ]"
          label="How the bucket’s level is moved"
          @update:value="(v: School) => (school = v)"
        />
        <button type="button" class="plain-button edged" data-test="try-beds" :disabled="trying" @click="tryMend">
          Try it
        </button>
      </p>
      <AnswerState
        what="how long it takes to level"
        :busy="levelling.busy"
        :error="levelling.error"
        :progress="levelling.progress"
        @again="levelling.ask()"
      />
      <p v-if="levelling.answer" class="text" data-test="levelling">
        Drawn down {{ drop(0.02) }} alone, the last bed is level again in
        <span class="figure">{{ hours(levelling.answer.alone) }}</span>; all of them in
        <span class="figure">{{ hours(levelling.answer.all) }}</span> through the hoses at the float’s own flow. A hose
        of {{ showText(HOSE_FLOW, 'flow', settings.units) }} (assumption) held into one after another fills them in
        <span class="figure" data-test="hose-fill">{{
          showText(fillByHose(stands), 'duration', settings.units)
        }}</span><template v-if="levelling.answer.all"
          >, {{ fixed(levelling.answer.all / fillByHose(stands), 0) }} times as fast</template
        >.
      </p>
      <p v-if="lasts" class="text" data-test="chain-lasts">
        With the feed shut all beds together live
        <span class="figure">{{ longText(lasts.alone, 'days') }}</span> days on their own water, with the bucket’s
        <button
          type="button"
          class="figure"
          title="Show the working"
          @click="emit('working', chainDaysWorking(stands))"
        >
          {{ longText(lasts.withBucket, 'days') }}
        </button>
        days.
      </p>
      <p>
        By ET0 and the crop of Need, in {{ MONTHS[month - 1] }}, the month that is worked out, {{ nameOf(first) }} uses
        <button
          type="button"
          class="figure"
          title="Show the working"
          @click="emit('working', bedUseWorking(plan, first, month))"
        >
          {{ showText(byWeather(first), 'volume', settings.units) }}
        </button>
        a day.
        <button type="button" class="plain-button edged" data-test="use-weather" @click="takeWeather">
          Take it for all
        </button>
      </p>
      <p v-if="overFirst" class="small" data-test="rain-holes">
        {{ nameOf(overFirst) }} runs over first. For the heaviest rain counted on,
        {{ showText(rain.rain, 'flow', settings.units) }} on a bed, {{ rain.holes }}
        {{ rain.holes === 1 ? 'hole' : 'holes' }} of {{ showText(OVERFLOW_BORE, 'bore', settings.units) }} let it out
        (one lets {{ showText(rain.one, 'flow', settings.units) }} through, with {{ drop(0.01) }} of water over it);
        about {{ drop(0.019) }} over the line is common practice, no source.
      </p>
      <BedsBody
        :plan="plan"
        :beds="chain.beds"
        :edit="edit"
        :trying="trying"
        @try="(command) => emit('try', command)"
        @working="(w) => emit('working', w)"
      />
      <p class="small muted">
        Heights to one scale, {{ Math.round(scale) }} px a metre; widths are not. Soil above the torn line is left out.
        The dashed line is where the water would stand, so mended.
      </p>
    </footer>
    <p v-else class="foot">
      These beds hang on
      {{ chain.buckets.length === 0 ? 'no bucket with a float' : `${chain.buckets.length} buckets` }}: no one level is
      held for them, so none is reckoned.
    </p>
  </section>
</template>

<style scoped>
.ways {
  display: flex;
  flex-wrap: wrap;
  margin-left: auto;
}

.ways .on {
  background: var(--water-wash);
}

.grid {
  display: grid;
  grid-template-columns: 168px repeat(var(--columns), 118px);
  gap: 2px 0;
  align-items: end;
  width: max-content;
}

.stick {
  position: sticky;
  left: 0;
  z-index: 2;
  display: grid;
  gap: 4px;
  align-self: center;
  padding-right: 10px;
  background: var(--sheet);
  border-right: 3px double var(--rule);
}

.stick p {
  margin: 0;
}

.mark {
  display: grid;
  grid-template-columns: 66px 1fr;
  gap: 4px;
  align-items: center;
  font-size: 13px;
}

.column {
  display: grid;
  align-self: start;
  justify-items: stretch;
}

.grid > :deep(.quantity) {
  max-width: 110px;
  margin: 0 4px;
}

.column.chosen {
  background: var(--water-wash);
}

.column h3 {
  display: grid;
  place-items: center;
  height: 40px;
  margin: 0;
  font-family: var(--font-text);
  font-size: var(--text-m);
  text-align: center;
}

.column > :deep(.quantity) {
  padding: 0 6px;
}

.grip {
  min-height: 32px;
  margin: 2px 6px;
  font: inherit;
  font-size: 13px;
  color: var(--ink);
  touch-action: none;
  cursor: ns-resize;
  background: var(--sheet);
  border: var(--line-hair) solid var(--rule);
  border-radius: 3px;
}

.rule {
  grid-column: 1 / -1;
  height: 5px;
  margin: 8px 0 2px;
  border-top: 3px double var(--rule);
}

.row-name {
  position: sticky;
  left: 0;
  z-index: 1;
  align-self: center;
  padding: 4px 6px 4px 0;
  background: var(--sheet);
}

.grid > .figure,
.grid > .worked {
  align-self: center;
  justify-self: center;
}

.worked {
  font-family: var(--font-figure);
  color: var(--water-deep);
}

.foot p {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  margin: 6px 0 0;
}

.foot p.text {
  display: block;
}

@media (max-width: 700px) {
  .grid {
    grid-template-columns: 104px repeat(var(--columns), 118px);
  }

  .stick {
    padding-right: 4px;
  }

  .mark {
    grid-template-columns: 1fr;
    gap: 0;
  }
}

.earth,
.soil {
  fill: var(--earth-wash);
}

.soil {
  fill-opacity: 0.5;
}

.pipe {
  fill: var(--water-wash);
  stroke: var(--ink);
  stroke-width: 1;
}

.water {
  fill: var(--water);
  fill-opacity: 0.55;
}

.frame,
.wall {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.torn {
  fill: none;
  stroke: var(--sheet);
  stroke-width: 4;
}

.line {
  stroke: var(--water);
  stroke-width: 2.5;
}

.dashed {
  stroke: var(--water-deep);
  stroke-width: 1.5;
  stroke-dasharray: 5 4;
}

.want {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

.hole {
  fill: var(--sheet);
  stroke: var(--ink);
}

.hose {
  fill: none;
  stroke: var(--water-deep);
  stroke-width: 4;
}

.ball {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.arm {
  stroke: var(--ink);
  stroke-width: 1.5;
}

.off {
  font-size: 14px;
  font-weight: 700;
  fill: var(--brick);
}
</style>
