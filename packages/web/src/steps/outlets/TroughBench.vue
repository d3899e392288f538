<script setup lang="ts">
// The bench of a trough: side and top to one scale, with the animals that reach it at once; its float cut open; how it is set,
// what frost asks. The water line is taken up and down.
import { computed } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import { ANIMAL_ROWS, findAnimal, herdWords, TROUGH_ROWS, TROUGH_RULES } from '@vernal-slope/plan/catalogue';
import { vesselHeight } from '@vernal-slope/plan/compile';
import type { Fault } from '@vernal-slope/plan/document';
import { addHerd, changeNode, setHerdClass, type Command } from '@vernal-slope/plan/edit';
import { isBasin } from '@vernal-slope/plan/kinds';
import type { BasinNode, Plan, Setting } from '@vernal-slope/plan/schema';
import { ballOf, limitsOfFloat } from '@vernal-slope/plan/simulate';
import { solvePlan, type PlanRefill } from '@vernal-slope/plan/solve';
import {
  addSecond,
  changeSetting,
  frostWorking,
  holdsWorking,
  otherVessels,
  placesWorking,
  setVesselRow,
  setWaterLine,
  travelOf,
  troughRuns,
} from '@vernal-slope/plan/trough';
import { said } from '../../display/faults.ts';
import { nameIn } from '@vernal-slope/display/names';
import { planValue } from '@vernal-slope/display/planfields';
import { handStep, percent, show, showText } from '@vernal-slope/display/quantities';
import { quoted } from '@vernal-slope/display/quoted';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TickField from '../../fields/TickField.vue';
import { useEdits } from '../../session/planpage.ts';
import type { PlanResults } from '../../session/usePlanResults.ts';
import TroughFloat from './TroughFloat.vue';
import { drawnScale, usePull } from './usePull.ts';
import './bench.css';

const props = defineProps<{
  results: PlanResults;
  plan: Plan;
  node: BasinNode;
  /** The thirstiest visit and the filling after it; undefined while it is worked out. */
  visit: PlanRefill | undefined;
  edit: (command: Command) => readonly Fault[];
  trying: boolean;
}>();
const emit = defineEmits<{ try: [command: Command]; working: [working: Working]; all: [id: string] }>();
const settings = useSettings();
const { perform } = useEdits();
const c = computed(() => props.results.compiled);
const runs = computed(() => troughRuns(c.value, props.node));
const set = computed<Setting>(() => props.node.setting ?? {});
const herd = computed(() => props.node.herds?.[0]);
const float = computed(() => props.node.inlet?.floatValve);
const limits = computed(() => float.value && limitsOfFloat(float.value, c.value.water.density));
const ball = computed(() => (float.value ? ballOf(float.value) : 0));
const standing = computed(() => {
  const found = solvePlan(c.value, { level: 'full' });
  return found.converged ? found.nodes.get(props.node.id)?.staticPressure : undefined;
});
const wants = computed(() => Math.max(runs.value.wantsPlaces ?? 0, runs.value.visitPlaces ?? 0));

/** px; side and top to one scale. */
const WIDTH = 880;
const size = computed(() => {
  const { shape } = props.node;
  const long =
    shape.type === 'box'
      ? Math.max(shape.lengthM, shape.widthM)
      : shape.type === 'horizontal-cylinder'
        ? shape.lengthM
        : shape.type === 'table'
          ? 1
          : shape.diameterM;
  const wide =
    shape.type === 'box' ? Math.min(shape.lengthM, shape.widthM) : shape.type === 'table' ? 1 : shape.diameterM;
  return {
    long,
    wide,
    high: vesselHeight(props.node),
    stand: props.node.standM ?? 0,
    round: shape.type === 'vertical-cylinder',
  };
});
const rims = computed(() => runs.value.rimWanted);
/** m: how high the back of the animal is drawn, from the rims over which it drinks. */
const back = computed(() => (rims.value ? 1.7 * Math.max(...rims.value) : 1));
const scale = computed(() =>
  Math.min(
    400 / (size.value.long + 1.6 * back.value + 0.4),
    230 / Math.max(size.value.stand + size.value.high + 0.25, back.value + 0.1, size.value.wide + 1.2 * head.value * 2),
    (WIDTH - 470) / (size.value.long + 2.4 * head.value),
  ),
);
const head = computed(() => runs.value.perHead ?? 0.3);
/** Where the ground is drawn: under the tallest of both views. */
const GROUND = computed(() =>
  Math.max(
    120,
    (Math.max(back.value, size.value.stand + size.value.high) + 0.08) * scale.value + 20,
    (size.value.wide + 2.2 * head.value) * scale.value + 16,
  ),
);
const HEIGHT = computed(() => GROUND.value + 26);
const LEFT = 40;
const y = (z: number): number => GROUND.value - z * scale.value;
const level = computed(() => runs.value.full + pulling.liftOf('water'));
const STEP = computed(() => handStep(settings.units, 10, 0.5));
const pulling = usePull<'water'>(
  (on) => scale.value * drawnScale(on, WIDTH),
  () => STEP.value,
  (_, by) => void perform(setWaterLine(props.node.id, planValue('heightM', runs.value.full + by))),
);
const { held, grip, pull, letGo, drop, nudge } = pulling;
const top = computed(() => ({ x: 470 + (WIDTH - 470) / 2, y: GROUND.value / 2 + 2 }));
/** Places from above: filled for those that come, hollow for those that find none. */
const spots = computed(() => {
  const n = Math.min(runs.value.places ?? 0, 60);
  const { long, wide, round } = size.value;
  const s = scale.value;
  const out = 0.45 * head.value;
  const mid = top.value;
  const at = (x: number, z: number): { x: number; y: number } => ({ x: mid.x + x * s, y: mid.y + z * s });
  if (round) {
    const share = set.value.open === 'one-side' ? 0.5 : set.value.open === 'both-sides' ? 2 / 3 : 1;
    return Array.from({ length: n }, (_, k) => {
      const a = -Math.PI / 2 + ((k + 0.5) / Math.max(1, n)) * 2 * Math.PI * share;
      return at((long / 2 + out) * Math.cos(a), (long / 2 + out) * Math.sin(a));
    });
  }
  const sides: { length: number; from: (t: number) => { x: number; y: number } }[] = [
    { length: long, from: (t) => at(t - long / 2, wide / 2 + out) },
    ...(set.value.open === 'one-side'
      ? []
      : [{ length: long, from: (t: number) => at(long / 2 - t, -wide / 2 - out) }]),
    ...(set.value.open === undefined || set.value.open === 'all-round'
      ? [
          { length: wide, from: (t: number) => at(long / 2 + out, wide / 2 - t) },
          { length: wide, from: (t: number) => at(-long / 2 - out, t - wide / 2) },
        ]
      : []),
  ];
  const total = sides.reduce((sum, side) => sum + side.length, 0);
  return Array.from({ length: n }, (_, k) => {
    let along = ((k + 0.5) / Math.max(1, n)) * total;
    for (const side of sides) {
      if (along <= side.length) return side.from(along);
      along -= side.length;
    }
    return at(0, 0);
  });
});

const animals = computed(() => ANIMAL_ROWS.map((r) => ({ value: r.id, label: quoted(r.name, settings.units) })));
const vessels = TROUGH_ROWS.map((r) => ({ value: r.id, label: r.name }));
const others = computed(() => otherVessels(runs.value));
const row = computed(() => TROUGH_ROWS.find((r) => r.id === set.value.vessel));
const OPEN = [
  { value: 'all-round', label: 'all round' },
  { value: 'both-sides', label: 'from both long sides' },
  { value: 'one-side', label: 'from one side' },
] as const;
const OVERFLOW = [
  { value: 'none', label: 'no overflow' },
  { value: 'notch', label: 'a notch in its rim' },
  { value: 'stand-pipe', label: 'a stand pipe through its floor' },
  { value: 'far-side', label: 'to the side where none stands' },
  { value: 'lower-basin', label: 'into a lower trough' },
  { value: 'stream', label: 'back to the stream' },
] as const;
const FROST = [
  { value: 'nothing', label: 'nothing is done' },
  { value: 'flow', label: 'water is kept running' },
  { value: 'drained', label: 'it is drained' },
] as const;
const WIND = [
  { value: 'windy', label: 'windy' },
  { value: 'breeze', label: 'a breeze' },
  { value: 'still', label: 'sheltered' },
] as const;
const change = (label: string, recipe: (s: Setting) => void): readonly Fault[] =>
  props.edit(changeSetting(props.node.id, label, recipe));
const put = (label: string, recipe: (s: Setting) => void): void =>
  void perform(changeSetting(props.node.id, label, recipe));
const onNode = (label: string, recipe: (n: BasinNode) => void): string | undefined =>
  said(props.edit(changeNode(props.node.id, isBasin, label, recipe)));
const sides = computed(() => {
  const { shape } = props.node;
  if (shape.type === 'box')
    return [
      { key: 'lengthM', label: 'Length inside', value: shape.lengthM },
      { key: 'widthM', label: 'Width inside', value: shape.widthM },
      { key: 'heightM', label: 'Height inside', value: shape.heightM },
    ];
  if (shape.type === 'vertical-cylinder')
    return [
      { key: 'diameterM', label: 'Diameter inside', value: shape.diameterM },
      { key: 'heightM', label: 'Height inside', value: shape.heightM },
    ];
  return [];
});
const setSide = (key: string, label: string, value: number): string | undefined =>
  onNode(label.toLowerCase(), (n) => {
    Object.assign(n.shape, { [key]: value });
    if (n.kind === 'trough' && n.setting) delete n.setting.vessel;
  });
const second = computed(() => addSecond(props.plan, props.node.id));
const hasSecond = computed(() => props.node.overflowInto !== undefined);
const time = (s: number | null | undefined): string =>
  s === null || s === undefined ? 'not within a day' : showText(s, 'duration', settings.units);
</script>

<template>
  <section class="bench sheet" aria-labelledby="trough-title">
    <header>
      <h2 id="trough-title">{{ nameIn(plan, node.id) }}</h2>
      <span class="muted"
        >{{ herd ? herdWords(runs.heads, herd.class) : 'nobody drinks here yet' }}; side and top to one scale</span
      >
      <button type="button" class="plain-button edged all" data-test="trough-all" @click="emit('all', node.id)">
        All its entries
      </button>
    </header>
    <p class="entry">
      <ChoiceField
        fit
        :value="row?.id ?? null"
        :options="vessels"
        placeholder="a vessel of its own"
        label="What vessel it is"
        data-test="trough-vessel"
        @update:value="(id: string) => perform(setVesselRow(node.id, id))"
      />
      <template v-for="(s, k) in sides" :key="s.key">
        <span v-if="k > 0">by</span>
        <QuantityField
          :value="s.value"
          :field="s.key"
          quantity="height"
          :label="s.label"
          :limits="{ min: 0.05, max: 20 }"
          :commit="(v) => setSide(s.key, s.label, v)"
          show-unit
        />
      </template>
    </p>
    <p v-if="row?.note" class="small muted">{{ quoted(row.note, settings.units) }}</p>
    <div class="scroll" tabindex="0" aria-label="The trough from the side and from above">
      <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" class="drawing" role="group" aria-label="Trough, water and animals">
        <path class="earth" :d="`M0 ${GROUND}H440V${HEIGHT}H0Z`" />
        <rect
          v-if="set.padM"
          class="pad"
          :x="Math.max(0, LEFT - set.padM * scale)"
          :y="GROUND"
          :width="Math.min(440, LEFT + (size.long + set.padM) * scale) - Math.max(0, LEFT - set.padM * scale)"
          height="7"
        />
        <path class="ground" :d="`M0 ${GROUND}H440`" />
        <rect
          class="fill"
          :x="LEFT"
          :y="y(size.stand + level)"
          :width="size.long * scale"
          :height="Math.max(0, level * scale)"
        />
        <path
          v-if="visit"
          class="low"
          :d="`M${LEFT} ${y(size.stand + visit.refill.lowestLevel)}h${size.long * scale}`"
        />
        <path
          class="wall"
          :d="`M${LEFT} ${y(size.stand + size.high)}V${y(size.stand)}h${size.long * scale}V${y(size.stand + size.high)}`"
        />
        <path
          v-if="size.stand > 0"
          class="block"
          :d="`M${LEFT + 4} ${y(size.stand)}V${GROUND}H${LEFT + size.long * scale - 4}V${y(size.stand)}Z`"
        />
        <path
          v-if="runs.heads > 0"
          class="animal"
          d="M0.12 -0.9C0.5 -0.97 1.0 -0.96 1.22 -0.9C1.32 -0.86 1.33 -0.66 1.28 -0.5L1.27 0H1.18L1.14 -0.44C0.9 -0.4 0.66 -0.4 0.42 -0.44L0.4 0H0.31L0.27 -0.5C0.18 -0.56 0.1 -0.62 0.04 -0.66L-0.13 -0.46C-0.18 -0.38 -0.3 -0.36 -0.33 -0.42C-0.35 -0.47 -0.3 -0.52 -0.25 -0.55L-0.13 -0.72L-0.17 -0.84L-0.07 -0.78C-0.02 -0.86 0.04 -0.9 0.12 -0.9Z"
          :transform="`translate(${LEFT + size.long * scale + 0.3 * back * scale} ${GROUND}) scale(${back * scale})`"
          :stroke-width="1.8 / (back * scale)"
        />
        <template v-if="rims">
          <path
            class="rims"
            :d="`M${LEFT - 22} ${y(rims[0])}h14M${LEFT - 22} ${y(rims[1])}h14M${LEFT - 15} ${y(rims[0])}V${y(rims[1])}`"
          />
          <text class="note" x="2" :y="y(Math.max(...rims)) - 5">rims they like</text>
        </template>
        <rect
          class="hold"
          :x="LEFT"
          :y="y(size.stand + level) - 9"
          :width="size.long * scale"
          height="18"
          role="slider"
          tabindex="0"
          aria-orientation="vertical"
          aria-label="Water line; arrows raise and lower it"
          :aria-valuenow="Math.round(1000 * level)"
          aria-valuemin="0"
          :aria-valuemax="Math.round(1000 * size.high)"
          :aria-valuetext="showText(level, 'drop', settings.units)"
          data-test="trough-line"
          @pointerdown="grip($event, 'water')"
          @pointermove="pull"
          @pointerup="letGo"
          @pointercancel="drop"
          @keydown="nudge($event, 'water')"
        >
          <title>Take the water line up or down</title>
        </rect>
        <text v-if="held" class="note" :x="LEFT + 6" :y="y(size.stand + level) - 12">
          {{ showText(level, 'drop', settings.units) }}
        </text>
        <g>
          <circle v-if="size.round" class="topwater" :cx="top.x" :cy="top.y" :r="(size.long / 2) * scale" />
          <rect
            v-else
            class="topwater"
            :x="top.x - (size.long / 2) * scale"
            :y="top.y - (size.wide / 2) * scale"
            :width="size.long * scale"
            :height="size.wide * scale"
          />
          <circle
            v-for="(s, k) in spots"
            :key="k"
            class="head"
            :class="{ empty: k >= wants }"
            :cx="s.x"
            :cy="s.y"
            :r="Math.max(3, 0.32 * head * scale)"
          />
          <text class="note middle" :x="top.x" :y="HEIGHT - 8">
            from above: {{ runs.places ?? '?' }} reach it at once{{ wants > 0 ? `, ${wants} want to` : '' }}
          </text>
        </g>
      </svg>
    </div>
    <div class="halves">
      <div class="offers">
        <p data-test="trough-places">
          <button
            v-if="placesWorking(runs)"
            type="button"
            class="figure"
            title="Show the working"
            @click="emit('working', placesWorking(runs)!)"
          >
            {{ runs.places }}
          </button>
          <template v-else>An unknown number</template>
          reach it at once<template v-if="wants > 0"
            >; {{ runs.wantsPlaces }} are asked for the way they come<template v-if="runs.visitPlaces"
              >, {{ runs.visitPlaces }} for the thirstiest visit</template
            ></template
          >.
        </p>
        <p data-test="trough-holds">
          It holds <span class="figure">{{ showText(runs.holds, 'volume', settings.units) }}</span><template
            v-if="runs.perDay > 0"
            >, {{ percent(runs.holds / runs.perDay) }} of the day; by the rule it should hold
            <button type="button" class="figure" title="Show the working" @click="emit('working', holdsWorking(runs))">
              {{ showText(runs.wantsHolds, 'volume', settings.units) }}
            </button></template
          >.
        </p>
        <p v-if="visit" data-test="trough-visit">
          After the thirstiest visit it is down
          {{ showText(visit.refill.fullLevel - visit.refill.lowestLevel, 'drop', settings.units) }} (dashed) and full
          again in {{ time(visit.refill.afterVisit) }}.
        </p>
        <p v-if="runs.flow !== undefined && runs.perDay > 0" data-test="trough-flow">
          Its line brings <span class="figure">{{ showText(Math.max(0, runs.flow), 'flow', settings.units) }}</span>;
          the day’s water in the hours in which they drink asks {{ showText(runs.wantsFlow, 'flow', settings.units) }}.
        </p>
        <p v-if="!hasSecond">
          A second trough on its overflow, a little lower:
          <button
            type="button"
            class="plain-button edged"
            data-test="try-second"
            :disabled="trying"
            @click="emit('try', second)"
          >
            Try it
          </button>
        </p>
        <p v-else>It runs over into {{ nameIn(plan, node.overflowInto ?? '') }}.</p>
      </div>
      <figure v-if="float">
        <figcaption>Its float valve, cut open <span class="muted">not to the trough’s scale</span></figcaption>
        <TroughFloat
          :ball="ball"
          :band="float.bandM"
          :snap="float.characteristic === 'snap'"
          :gives="runs.flow === undefined ? 'not settled' : showText(Math.max(0, runs.flow), 'flow', settings.units)"
        />
        <p class="entry">
          <span>seat</span>
          <QuantityField
            :value="float.seatMm"
            field="seatMm"
            label="Bore of its seat"
            :limits="{ min: 0.0005, max: 0.2 }"
            :commit="
              (v) => onNode('seat of the float', (n) => n.inlet?.floatValve && void (n.inlet.floatValve.seatMm = v))
            "
            show-unit
          />
          <span>shuts at</span>
          <QuantityField
            :value="float.closeLevelM"
            field="closeLevelM"
            label="Shuts at a level of"
            :limits="{ min: 0.01 }"
            :commit="
              (v) =>
                onNode(
                  'level at which the float shuts',
                  (n) => n.inlet?.floatValve && void (n.inlet.floatValve.closeLevelM = v),
                )
            "
            show-unit
          />
          <span>wide open</span>
          <QuantityField
            :value="float.bandM"
            field="bandM"
            quantity="drop"
            label="Wide open after a fall of"
            :limits="{ min: 0.001 }"
            :commit="
              (v) => onNode('band of the float', (n) => n.inlet?.floatValve && void (n.inlet.floatValve.bandM = v))
            "
            show-unit
          />
          <span>lower</span>
        </p>
        <p class="small" data-test="trough-shuts">
          <template v-if="standing !== undefined"
            >It meets <span class="figure">{{ showText(standing, 'pressure', settings.units) }}</span> with all
            shut;</template
          >
          <template v-if="limits">
            it shuts against {{ showText(limits.most, 'pressure', settings.units)
            }}{{ limits.assumed ? ' (taken for an arm and ball of its size)' : '' }}.</template
          >
        </p>
      </figure>
    </div>
    <div class="who">
      <span v-if="!herd" class="entry">
        <span>Who drinks here?</span>
        <ChoiceField
          fit
          :value="null"
          :options="animals"
          placeholder="animals"
          label="Who drinks here"
          data-test="trough-animal"
          @update:value="(a: string) => perform(addHerd(node.id, a))"
        />
        <span class="small muted">twenty to begin with; their visits are entered at Need</span>
      </span>
      <span v-if="herd" class="entry">
        <NumberField
          class="count"
          whole
          :min="0"
          :max="100000"
          :value="herd.count"
          label="How many animals"
          data-test="trough-heads"
          @update:value="(v: number) => onNode('size of the herd', (n) => n.herds?.[0] && void (n.herds[0].count = v))"
        />
        <ChoiceField
          fit
          :value="findAnimal(herd.class) ? herd.class : null"
          :options="animals"
          :placeholder="herd.class"
          label="Class of the animals"
          @update:value="(a: string) => perform(setHerdClass({ node: node.id, index: 0 }, a))"
        />
        <span>each drinks a day</span>
        <QuantityField
          :value="herd.litresPerHeadPerDay"
          field="litresPerHeadPerDay"
          label="Each drinks a day"
          :limits="{ min: 0, max: 1 }"
          :commit="(v) => onNode('water a head', (n) => n.herds?.[0] && void (n.herds[0].litresPerHeadPerDay = v))"
          show-unit
        />
      </span>
      <span class="entry">
        <span>they come from up to</span>
        <QuantityField
          :value="set.travelM ?? travelOf(node)"
          field="travelM"
          quantity="distance"
          label="How far they come"
          :limits="{ min: 0, max: 20000 }"
          :commit="(v) => said(change('how far they come', (s) => void (s.travelM = v)))"
          show-unit
          data-test="trough-travel"
        />
        <span v-if="set.travelM === undefined" class="small muted">taken, near</span>
      </span>
      <span class="entry">
        <span>and drink</span>
        <ChoiceField
          fit
          :value="set.open ?? 'all-round'"
          :options="OPEN"
          label="Sides from which they drink"
          data-test="trough-open"
          @update:value="(v: NonNullable<Setting['open']>) => put('sides', (s) => void (s.open = v))"
        />
      </span>
      <span class="entry">
        <span>hard ground</span>
        <QuantityField
          :value="set.padM"
          field="padM"
          quantity="distance"
          label="Hard ground around it"
          :limits="{ min: 0, max: 100 }"
          :commit="(v) => said(change('hard ground', (s) => void (s.padM = v)))"
          :clear="() => put('hard ground', (s) => void delete s.padM)"
          optional
          show-unit
        />
        <span>wide, falling away</span>
        <NumberField
          class="count"
          :min="-50"
          :max="50"
          :step="0.5"
          :value="set.padFall === undefined ? undefined : 100 * set.padFall"
          label="Fall of the hard ground, per cent"
          @update:value="(v: number) => put('fall of the ground', (s) => void (s.padFall = v / 100))"
        />
        <span>%</span>
      </span>
      <span class="entry">
        <span>it runs over by</span>
        <ChoiceField
          fit
          :value="set.overflow ?? null"
          :options="OVERFLOW"
          placeholder="how?"
          label="Where it runs over"
          data-test="trough-overflow"
          @update:value="(v: NonNullable<Setting['overflow']>) => put('overflow', (s) => void (s.overflow = v))"
        />
      </span>
      <TickField
        v-if="float"
        :checked="set.guard ?? false"
        @update:checked="(on) => put('guard', (s) => void (s.guard = on))"
        >a guard over its float</TickField
      >
      <TickField :checked="set.escape ?? false" @update:checked="(on) => put('way out', (s) => void (s.escape = on))"
        >a ramp by which small animals get out</TickField
      >
    </div>
    <div class="who frost">
      <span class="entry">
        <span>Coldest night</span>
        <QuantityField
          :value="set.coldestC"
          field="coldestC"
          quantity="temperature"
          label="Coldest night"
          :limits="{ min: -60, max: 20 }"
          :commit="(v) => said(change('coldest night', (s) => void (s.coldestC = v)))"
          :clear="() => put('coldest night', (s) => void delete s.coldestC)"
          optional
          show-unit
          data-test="trough-coldest"
        />
        <ChoiceField
          fit
          :value="set.wind ?? 'windy'"
          :options="WIND"
          label="Wind in the cold"
          @update:value="(v: NonNullable<Setting['wind']>) => put('wind', (s) => void (s.wind = v))"
        />
        <ChoiceField
          fit
          :value="set.frost ?? 'nothing'"
          :options="FROST"
          label="What is done against frost"
          data-test="trough-frost"
          @update:value="(v: NonNullable<Setting['frost']>) => put('frost', (s) => void (s.frost = v))"
        />
      </span>
      <span class="entry">
        <span>under a lid</span>
        <NumberField
          class="count"
          :min="0"
          :max="100"
          :step="5"
          :value="100 * (set.covered ?? 0)"
          label="Share of its water under a lid, per cent"
          @update:value="(v: number) => put('lid', (s) => void (s.covered = v / 100))"
        />
        <span>%; the ground freezes to</span>
        <QuantityField
          :value="set.frostM"
          field="frostM"
          quantity="height"
          label="Depth to which the ground freezes"
          :limits="{ min: 0, max: 5 }"
          :commit="(v) => said(change('depth of frost', (s) => void (s.frostM = v)))"
          :clear="() => put('depth of frost', (s) => void delete s.frostM)"
          optional
          show-unit
        />
      </span>
      <p v-if="runs.frost && runs.frost.coldest < 0" class="frost-words" data-test="trough-keeps">
        <template v-if="Number.isFinite(runs.frost.keeps)">
          <button
            v-if="frostWorking(runs)"
            type="button"
            class="figure"
            title="Show the working"
            @click="emit('working', frostWorking(runs)!)"
          >
            {{ show(runs.frost.keeps, 'flow', settings.units).text }}
            {{ show(runs.frost.keeps, 'flow', settings.units).unit }}
          </button>
          kept running hold it open, by water of {{ showText(runs.frost.inflow, 'temperature', settings.units)
          }}{{ plan.site?.waterTemperatureC === undefined ? ' (assumption)' : '' }}.
        </template>
        <template v-else>No flow of water that cold holds it open.</template>
        Drained instead, its line must empty by itself to its lowest point.
      </p>
    </div>
    <figure>
      <figcaption>Another vessel? <span class="muted">as full under its rim as this one</span></figcaption>
      <ul class="others">
        <li v-for="o in others" :key="o.row.id">
          <span>{{ o.row.name }}</span>
          <span class="figure">{{ showText(o.holds, 'volume', settings.units) }}</span>
          <span class="small">{{ o.places ?? '?' }} at once{{ o.fits ? ', enough' : '' }}</span>
          <span v-if="o.row.id === set.vessel" class="muted small">this one</span>
          <button
            v-else
            type="button"
            class="plain-button edged"
            :class="{ fits: o.fits }"
            :disabled="trying"
            :data-test="`try-vessel-${o.row.id}`"
            @click="emit('try', setVesselRow(node.id, o.row.id))"
          >
            Try it<span class="visually-hidden">: {{ o.row.name }}</span>
          </button>
        </li>
      </ul>
    </figure>
    <p class="small muted">
      Places: {{ TROUGH_RULES.source }}. Size: {{ TROUGH_RULES.sizes }}. Ground: {{ TROUGH_RULES.ground }}. Heights of
      rims are common practice, no source. Fence it from the source, keep open water from small children, and ask before
      you take water from a stream.
    </p>
  </section>
</template>

<style scoped>
.drawing {
  display: block;
  width: 100%;
  min-width: 680px;
}

.ground {
  stroke: var(--earth-ink);
  stroke-width: 1.5;
}

.pad {
  fill: var(--rule-strong);
}

.fill,
.topwater {
  fill: var(--water);
  fill-opacity: 0.7;
}

.topwater {
  stroke: var(--ink);
  stroke-width: 2;
}

.low {
  stroke: var(--water-deep);
  stroke-dasharray: 5 4;
  stroke-width: 1.5;
}

.wall {
  fill: none;
  stroke: var(--ink);
  stroke-width: 3;
}

.block {
  fill: var(--earth);
  fill-opacity: 0.5;
}

.animal {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-linejoin: round;
}

.rims {
  fill: none;
  stroke: var(--moss);
  stroke-width: 2;
}

.head {
  fill: var(--ink);
}

.head.empty {
  fill: none;
  stroke: var(--ink);
}

.middle {
  text-anchor: middle;
}

.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 8px 24px;
  border-top: 3px double var(--rule);
}

figure {
  margin: 8px 0;
}

.frost-words {
  margin: 0;
}

.others {
  display: grid;
  gap: 4px;
  padding: 0;
  margin: 4px 0;
  list-style: none;
}

.others li {
  display: grid;
  grid-template-columns: minmax(150px, 300px) 110px 90px auto;
  gap: 4px 12px;
  align-items: center;
  justify-content: start;
}

.fits {
  border-color: var(--moss);
}

@media (max-width: 800px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }

  .others li {
    grid-template-columns: minmax(0, 1fr) auto auto;
  }

  .others li > :first-child {
    grid-column: 1 / -1;
  }
}
</style>
