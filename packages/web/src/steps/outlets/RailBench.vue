<script setup lang="ts">
// The bench of a rail of drinkers: bucket, rail and animals to one scale. What the drinkers like is a level band under the
// bucket's water, what the animals reach a band along the floor; the rail must lie in both. The bucket is taken up and down.
import { computed } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import { DRINKER_ROWS, DRINKER_USES, findAnimal, FLOAT_ROWS } from '@vernal-slope/plan/catalogue';
import { floorOf } from '@vernal-slope/plan/compile';
import type { Fault } from '@vernal-slope/plan/document';
import {
  bandOf,
  betterStand,
  changeDrinkers,
  drinkingWorking,
  fallPipe,
  fillsPerDay,
  hangBucket,
  hangPipe,
  otherDrinkers,
  railDayWorking,
  railFrost,
  RAIL_FROST,
  railStands,
  reachOf,
  respaceRail,
  setDrinkerKind,
  standingWorking,
  standRange,
  standRangeWorking,
  type DrinkerStands,
  type RailPlot,
} from '@vernal-slope/plan/drink';
import { changeNode, setFloatKind, type Command } from '@vernal-slope/plan/edit';
import { isStore } from '@vernal-slope/plan/kinds';
import type { Plan } from '@vernal-slope/plan/schema';
import { said } from '../../display/faults.ts';
import { nameIn } from '@vernal-slope/display/names';
import { planValue } from '@vernal-slope/display/planfields';
import { fixed, handStep, perMinute, show, showEntered, showText, unitFor } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TickField from '../../fields/TickField.vue';
import { useEdits } from '../../session/planpage.ts';
import type { PlanResults } from '../../session/usePlanResults.ts';
import RailAnimals from './RailAnimals.vue';
import { drawnScale, usePull } from './usePull.ts';
import './bench.css';

const props = defineProps<{
  results: PlanResults;
  plan: Plan;
  rail: RailPlot;
  edit: (command: Command) => readonly Fault[];
  trying: boolean;
}>();
const emit = defineEmits<{ try: [command: Command]; working: [working: Working] }>();
const settings = useSettings();
const { perform } = useEdits();
const c = computed(() => props.results.compiled);
const stands = computed(() => railStands(c.value, props.rail));
const d = computed(() => props.rail.drinkers);
const range = computed(() => standRange(props.plan, stands.value));
const reach = computed(() => reachOf(stands.value));
const bucket = computed(() => stands.value.bucket);
const lines = computed(() =>
  props.rail.lines.flatMap((id, k) => {
    const line = props.plan.lines.find((l) => l.id === id);
    const geometry = c.value.lines.get(id)?.geometry;
    if (!line || !geometry) return [];
    const first = line.legs.findIndex((leg) => leg.emitters?.length);
    return [{ id, k, line, geometry, first: Math.max(0, first), floor: d.value.floorsM?.[k] ?? 0 }];
  }),
);
const byLine = (id: string): DrinkerStands[] => stands.value.drinkers.filter((k) => k.e.line === id);

/** px; heights and lengths to one scale where that can be read, else heights stretched and said. */
const WIDTH = 880;
const LEFT = 96;
const RIGHT = 26;
const TOP = 44;
const FOOT = 34;
const MOST_HEIGHT = 420;
const LEAST_HEIGHT = 96;
const span = computed(() => {
  const s = stands.value;
  const grounds = lines.value.flatMap((l) => l.geometry.ground);
  const floor = bucket.value ? floorOf(bucket.value) : 0;
  const low = Math.min(...grounds, bucket.value?.groundM ?? Infinity);
  const high = Math.max(
    Number.isFinite(s.full) ? s.full : -Infinity,
    floor + (bucket.value?.overflowM ?? 0),
    ...s.drinkers.map((k) => k.mouth),
    low + 0.5,
  );
  return { low, high: high + 0.08, long: Math.max(0.5, ...lines.value.map((l) => l.geometry.chainage.at(-1) ?? 0)) };
});
/** What stands higher than it is long is drawn narrower, not flatter. */
const across = computed(() =>
  Math.min((WIDTH - LEFT - RIGHT) / span.value.long, MOST_HEIGHT / Math.max(0.05, span.value.high - span.value.low)),
);
const tall = computed(() => {
  const rise = Math.max(0.05, span.value.high - span.value.low);
  const plain = rise * across.value;
  return Math.min(MOST_HEIGHT, Math.max(LEAST_HEIGHT, plain)) / rise;
});
const stretch = computed(() => tall.value / across.value);
const height = computed(() => TOP + FOOT + (span.value.high - span.value.low) * tall.value);
const x = (chainage: number): number => LEFT + chainage * across.value;
const y = (z: number): number => TOP + (span.value.high - z) * tall.value;
const scaleWords = computed(() =>
  Math.abs(stretch.value - 1) < 0.02
    ? 'lengths, heights and animals to one scale'
    : `heights drawn ${fixed(stretch.value, 1)} times lengths`,
);

const STEP = computed(() => handStep(settings.units, 10, 0.5));
const stand = computed(() => bucket.value?.standM ?? 0);
const hung = (to: number): Command | undefined => bucket.value && hangBucket(bucket.value.id, planValue('heightM', to));
function hang(to: number): readonly Fault[] {
  const command = hung(to);
  return command ? props.edit(command) : [];
}
const pulling = usePull<'bucket'>(
  (on) => tall.value * drawnScale(on, WIDTH),
  () => STEP.value,
  (_, by) => {
    const command = hung(stand.value + by);
    if (command) perform(command);
  },
);
const { held, grip, pull, letGo, drop, nudge } = pulling;
const lift = computed(() => pulling.liftOf('bucket'));
/** The band that the drinkers like, m above datum: it goes with the bucket. */
const band = computed(() => {
  const b = bandOf(c.value, stands.value);
  return b && { top: b.top + lift.value, foot: b.foot + lift.value };
});
const poly = (points: readonly (readonly [number, number])[]): string =>
  points.map(([px, py], k) => `${k === 0 ? 'M' : 'L'}${px} ${py}`).join('');
/** The ground that is drawn: of the line that goes farthest. */
const ground = computed(() => {
  const l = [...lines.value]
    .sort((a, b) => (b.geometry.chainage.at(-1) ?? 0) - (a.geometry.chainage.at(-1) ?? 0))
    .at(0);
  const points = l ? l.geometry.chainage.map((at, k) => [x(at), y(l.geometry.ground[k])] as const) : [];
  const start = bucket.value ? y(bucket.value.groundM) : y(span.value.low);
  return [[0, start], ...points, [WIDTH, points.at(-1)?.[1] ?? start]] as [number, number][];
});
const reachBands = computed(() => {
  const r = reach.value;
  if (!r) return [];
  return lines.value.map((l) => {
    const legs = l.geometry.chainage.map((at, k) => [at, l.geometry.ground[k] + l.floor] as const).slice(l.first);
    const over = (by: number): [number, number][] => legs.map(([at, z]) => [x(at), y(z + by)]);
    return {
      id: l.id,
      d: `${poly([...over(r[1]), ...over(r[0]).reverse()])}Z`,
      shelf: l.floor > 0 ? poly(legs.map(([at, z]) => [x(at), y(z)] as const)) : '',
    };
  });
});
const pipes = computed(() =>
  lines.value.map((l) => {
    const from = bucket.value
      ? [LEFT - 30, y(floorOf(bucket.value) + lift.value + bucket.value.outletM)]
      : [LEFT, y(l.geometry.pipe[0])];
    const along = l.geometry.chainage.slice(1).map((at, k) => [x(at), y(l.geometry.pipe[k + 1])] as const);
    const turn = [LEFT - 8, from[1]] as const;
    return { id: l.id, d: poly([[from[0], from[1]], turn, [LEFT - 8, along[0]?.[1] ?? from[1]], ...along]) };
  }),
);
const WORD = { good: '', drips: 'drips', starves: 'starves', dry: 'dry' } as const;

/** A height that suits all, in the middle of the range. */
const better = computed(() => betterStand(props.plan, stands.value, range.value, STEP.value));
const frost = computed(() => railFrost(props.plan, props.rail));
const others = computed(() => otherDrinkers(stands.value));
const barTop = computed(
  () => 1.05 * Math.max(...others.value.map((o) => o.most), ...stands.value.drinkers.map((k) => k.standing)),
);
const share = (p: number): number => Math.max(0, Math.min(1, p / barTop.value));
const here = computed(() => ({
  from: stands.value.worst?.pressure ?? 0,
  to: Math.max(0, ...stands.value.drinkers.map((k) => k.standing)),
}));

const change = (label: string, recipe: Parameters<typeof changeDrinkers>[2]): readonly Fault[] =>
  props.edit(changeDrinkers(props.rail.id, label, recipe));
const setReach = (k: 0 | 1, value: number): string | undefined => {
  const now = reach.value ?? [0.2, 0.4];
  const next: [number, number] = k === 0 ? [value, Math.max(now[1], value)] : [Math.min(now[0], value), value];
  return said(change('what its animals reach', (it) => void (it.reachM = next)));
};
const setFloat = (value: number): string | undefined =>
  bucket.value &&
  said(
    props.edit(
      changeNode(bucket.value.id, isStore, 'level of the bucket', (n) => {
        if (n.inlet?.floatValve) n.inlet.floatValve.closeLevelM = value;
        else n.startLevelM = value;
      }),
    ),
  );
const spacing = computed(() => {
  const [a, b] = byLine(lines.value.at(0)?.id ?? '');
  return a && b ? b.e.chainage - a.e.chainage : undefined;
});
const fallOf = (l: (typeof lines.value)[number]): number => {
  const at = l.geometry.ground;
  return at[l.first] - at[at.length - 1];
};
const animals = DRINKER_USES.map((u) => ({ value: u.animal, label: u.name }));
/** Valves that fit a bucket. */
const VALVES = FLOAT_ROWS.filter((r) => ['mini-bucket', 'toilet-fill', 'arm-ball-half'].includes(r.id)).map((r) => ({
  value: r.id,
  label: r.name,
}));
const kinds = DRINKER_ROWS.map((r) => ({ value: r.id, label: r.name }));
const setAnimal = (animal: string): void =>
  void perform(
    changeDrinkers(props.rail.id, 'who drinks here', (it) => {
      it.animal = animal;
      delete it.reachM;
      delete it.litresPerHeadPerDay;
    }),
  );
const setHeads = (n: number): void => void perform(changeDrinkers(props.rail.id, 'heads', (it) => void (it.heads = n)));
const setTick = (key: 'flush' | 'vented', on: boolean): void =>
  void perform(
    changeDrinkers(props.rail.id, key === 'flush' ? 'end that opens' : 'pinhole', (it) => void (it[key] = on)),
  );
const byHand = computed(() => bucket.value && !props.plan.lines.some((l) => l.to === bucket.value?.id));
const fills = computed(() => fillsPerDay(stands.value));
const perHead = computed(() => d.value.litresPerHeadPerDay ?? findAnimal(d.value.animal)?.typical);
</script>

<template>
  <section class="bench sheet" aria-labelledby="rail-title">
    <header>
      <h2 id="rail-title">{{ nameIn(plan, rail.id) }}</h2>
      <span class="muted">{{ stands.drinkers.length }} drinkers; {{ scaleWords }}</span>
    </header>
    <p v-if="!stands.settled" class="small">Not settled: no flow was found for this state.</p>
    <p class="top">
      <template v-if="bucket">
        <span>The bucket stands</span>
        <QuantityField
          :value="stand"
          field="standM"
          label="Stand of the bucket"
          :limits="{ min: 0, max: 30 }"
          :commit="(v) => said(hang(v))"
          show-unit
          data-test="rail-stand"
        />
        <span>up; {{ bucket.inlet?.floatValve ? 'its valve shuts at' : 'it is filled to' }}</span>
        <QuantityField
          :value="bucket.inlet?.floatValve?.closeLevelM ?? bucket.startLevelM ?? bucket.overflowM"
          field="closeLevelM"
          quantity="drop"
          label="Water in the bucket when it is full"
          :limits="{ min: 0.01, max: bucket.overflowM }"
          :commit="setFloat"
          show-unit
        />
        <span>above its floor{{ bucket.inlet?.floatValve ? ', by' : '.' }}</span>
        <ChoiceField
          v-if="bucket.inlet?.floatValve"
          fit
          :value="
            VALVES.some((v) => v.value === bucket?.inlet?.floatValve?.type)
              ? (bucket.inlet.floatValve.type ?? null)
              : null
          "
          :options="VALVES"
          placeholder="a valve of its own"
          label="Valve of the bucket"
          data-test="rail-valve"
          @update:value="(kind: string) => bucket && perform(setFloatKind(bucket.id, kind))"
        />
      </template>
    </p>
    <div class="scroll" tabindex="0" aria-label="The rail under its bucket">
      <svg :viewBox="`0 0 ${WIDTH} ${height}`" class="drawing" role="group" aria-label="Bucket, rail and animals">
        <rect
          v-if="band && band.top > band.foot"
          class="band"
          :x="LEFT - 20"
          :y="y(band.top)"
          :width="WIDTH - LEFT + 20"
          :height="Math.max(0, y(band.foot) - y(band.top))"
        />
        <path class="earth" :d="`${poly(ground)}V${height}H0Z`" />
        <g v-for="r in reachBands" :key="r.id">
          <path class="reach" :d="r.d" />
          <path v-if="r.shelf" class="shelf" :d="r.shelf" />
        </g>
        <RailAnimals
          v-if="reach"
          :animal="d.animal"
          :heads="d.heads"
          :tall="reach[1] * tall"
          :spots="stands.drinkers.map((k) => ({ x: x(k.e.chainage), y: y(k.floor) }))"
        />
        <path class="ground" :d="poly(ground)" />
        <template v-if="band">
          <path class="level" :d="`M${LEFT - 20} ${y(stands.full + lift)}H${WIDTH}`" />
          <text class="note right" :x="WIDTH - 6" :y="y(stands.full + lift) - 5">water, full</text>
          <text v-if="band.top > band.foot" class="note" :x="LEFT + 8" :y="y(band.top) - 4">
            they like {{ showEntered(stands.band.least, 'pressure', settings.units) }} here
          </text>
          <path v-if="y(band.foot) < height - FOOT" class="edge" :d="`M${LEFT - 20} ${y(band.foot)}H${WIDTH}`" />
          <text v-if="y(band.foot) < height - FOOT" class="note" :x="LEFT - 12" :y="y(band.foot) + 13">
            and {{ showEntered(stands.band.most, 'pressure', settings.units) }} here; lower down they drip
          </text>
        </template>
        <g v-if="bucket" :transform="`translate(0 ${-lift * tall})`">
          <path
            class="stand"
            :d="`M26 ${y(floorOf(bucket))}V${y(bucket.groundM) + lift * tall}M64 ${y(floorOf(bucket))}V${y(bucket.groundM) + lift * tall}M18 ${y(floorOf(bucket))}H72`"
          />
          <rect
            class="fill"
            x="24"
            :y="y(stands.full)"
            width="42"
            :height="Math.max(0, y(floorOf(bucket)) - y(stands.full))"
          />
          <path
            class="wall"
            :d="`M22 ${y(floorOf(bucket) + bucket.overflowM + 0.04)}L25 ${y(floorOf(bucket))}H65L68 ${y(floorOf(bucket) + bucket.overflowM + 0.04)}Z`"
          />
          <path v-if="d.vented" class="vent" :d="`M40 ${y(floorOf(bucket) + bucket.overflowM + 0.04) - 6}v5`" />
        </g>
        <path v-for="p in pipes" :key="p.id" class="pipe" :d="p.d" />
        <g v-for="k in stands.drinkers" :key="`${k.e.line} ${k.e.chainage}`">
          <path class="nipple" :d="`M${x(k.e.chainage)} ${y(k.mouth)}v8`" />
          <path
            v-if="k.state === 'drips'"
            class="drop"
            :d="`M${x(k.e.chainage)} ${y(k.mouth) + 10}c4 5 5 7 5 9a5 5 0 0 1 -10 0c0 -2 1 -4 5 -9z`"
          />
          <path
            v-else-if="k.state !== 'good'"
            class="cross"
            :d="`M${x(k.e.chainage) - 4} ${y(k.mouth) + 11}l8 8m0 -8l-8 8`"
          />
        </g>
        <path
          v-for="l in d.flush === false ? [] : lines"
          :key="`flush-${l.id}`"
          class="flush"
          :d="`M${x(l.geometry.chainage.at(-1) ?? 0)} ${y(l.geometry.pipe.at(-1) ?? 0) - 6}v12m-5 -12h10`"
        />
        <g v-if="bucket" :transform="`translate(0 ${-lift * tall})`">
          <rect
            class="hold"
            x="14"
            :y="y(floorOf(bucket) + bucket.overflowM + 0.06)"
            width="62"
            :height="y(floorOf(bucket)) - y(floorOf(bucket) + bucket.overflowM + 0.06) + 8"
            rx="6"
            role="slider"
            tabindex="0"
            aria-orientation="vertical"
            aria-label="Height of the bucket; arrows raise and lower it"
            :aria-valuenow="Math.round(100 * (stand + lift))"
            aria-valuemin="0"
            aria-valuemax="3000"
            :aria-valuetext="showText(stand + lift, 'height', settings.units)"
            data-test="rail-bucket"
            @pointerdown="grip($event, 'bucket')"
            @pointermove="pull"
            @pointerup="letGo"
            @pointercancel="drop"
            @keydown="nudge($event, 'bucket')"
          >
            <title>Take the bucket up or down</title>
          </rect>
          <text v-if="held" class="note" x="14" :y="y(floorOf(bucket) + bucket.overflowM + 0.06) - 4">
            {{ showText(stand + lift, 'height', settings.units) }}
          </text>
        </g>
      </svg>
    </div>
    <div v-for="l in lines" :key="l.id" class="row-of">
      <p class="entry">
        <strong v-if="lines.length > 1">{{ nameIn(plan, l.id) }}</strong>
        <span>hangs</span>
        <QuantityField
          :value="planValue('heightM', -(l.line.legs[l.first].depthM ?? 0))"
          field="heightM"
          :label="`Height of the rail over the ground, ${nameIn(plan, l.id)}`"
          :limits="{ min: 0, max: 10 }"
          :commit="(v) => said(edit(hangPipe(l.id, v)))"
          show-unit
          :data-test="`hangs-${l.id}`"
        />
        <span>over the ground, which falls</span>
        <QuantityField
          :value="planValue('heightM', fallOf(l))"
          field="heightM"
          :label="`Fall of the ground along the rail, ${nameIn(plan, l.id)}`"
          :limits="{ min: -5, max: 10 }"
          :commit="(v) => said(edit(fallPipe(l.id, v)))"
          show-unit
        />
        <span>in {{ showText(l.line.legs[l.first].lengthM, 'distance', settings.units) }}.</span>
      </p>
      <div class="scroll" tabindex="0" :aria-label="`Pressures along ${nameIn(plan, l.id)}`">
        <table class="figures">
          <tbody>
            <tr>
              <th scope="row">
                At rest <span class="muted">{{ unitFor('pressure', settings.units).symbol }}</span>
              </th>
              <td v-for="k in byLine(l.id)" :key="k.e.chainage">
                <button
                  type="button"
                  class="figure"
                  :class="{ wrong: k.state === 'drips' || k.state === 'dry' }"
                  title="Show the working"
                  @click="emit('working', standingWorking(c, stands, k))"
                >
                  {{ show(k.standing, 'pressure', settings.units).text }}
                </button>
                <span v-if="WORD[k.state]" class="word">{{ WORD[k.state] }}</span>
              </td>
            </tr>
            <tr>
              <th scope="row">While {{ stands.atOnce }} drink</th>
              <td v-for="k in byLine(l.id)" :key="k.e.chainage">
                <button
                  v-if="Number.isFinite(k.drinking)"
                  type="button"
                  class="figure"
                  :class="{ wrong: k.state === 'starves' }"
                  title="Show the working"
                  @click="emit('working', drinkingWorking(c, stands, k))"
                >
                  {{ show(k.drinking, 'pressure', settings.units).text }}</button><span v-else class="muted">–</span>
              </td>
            </tr>
            <tr>
              <th scope="row">
                Gives, alone <span class="muted">{{ perMinute(0, settings.units).unit }}</span>
              </th>
              <td v-for="k in byLine(l.id)" :key="k.e.chainage" class="worked">
                {{ perMinute(k.gives, settings.units).text }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </div>
    <div class="offers">
      <p v-if="range && range.low <= range.high" data-test="rail-range">
        All drinkers are right with the bucket between
        <span class="figure">{{ showText(Math.max(0, range.low), 'height', settings.units) }}</span> and
        <button
          type="button"
          class="figure"
          title="Show the working"
          @click="emit('working', standRangeWorking(c, stands, range))"
        >
          {{ showText(range.high, 'height', settings.units) }}
        </button>
        up<template v-if="range.high < 0">: lower than its ground, which this bucket cannot</template>.
      </p>
      <p v-else-if="range" data-test="rail-range">
        <strong>No height suits them all</strong>: the highest wants the bucket at
        {{ showText(range.low, 'height', settings.units) }} or more, the lowest at
        {{ showText(range.high, 'height', settings.units) }} or less. Another kind of drinker, or a bucket for each
        rail.
      </p>
      <p v-if="better" data-test="rail-better">
        <strong
          >Hang the bucket {{ showText(Math.abs(better.by), 'height', settings.units) }}
          {{ better.by < 0 ? 'lower' : 'higher' }}</strong
        >: all have {{ showText(better.least, 'pressure', settings.units) }} to
        {{ showText(better.most, 'pressure', settings.units) }}.
        <button
          type="button"
          class="plain-button edged"
          data-test="try-hang"
          :disabled="trying"
          @click="bucket && emit('try', hangBucket(bucket.id, better.to))"
        >
          Try it
        </button>
      </p>
      <figure>
        <figcaption>Another drinker? <span class="muted">shaded: what this rail has</span></figcaption>
        <ul class="others">
          <li v-for="o in others" :key="o.kind.id">
            <span>{{ o.kind.name }}</span>
            <svg viewBox="0 0 220 16" preserveAspectRatio="none" aria-hidden="true">
              <rect
                class="shade"
                :x="220 * share(here.from)"
                y="0"
                :width="Math.max(2, 220 * (share(here.to) - share(here.from)))"
                height="16"
              />
              <rect
                class="bar"
                :x="220 * share(o.least)"
                y="5"
                :width="Math.max(2, 220 * (share(o.most) - share(o.least)))"
                height="6"
              />
            </svg>
            <span class="figure"
              >{{ showEntered(o.least, 'pressure', settings.units) }} to
              {{ showEntered(o.most, 'pressure', settings.units) }}</span
            >
            <span v-if="o.kind.id === d.kind" class="muted small">this one</span>
            <button
              v-else
              type="button"
              class="plain-button edged"
              :class="{ fits: o.fits }"
              :disabled="trying"
              :data-test="`try-${o.kind.id}`"
              @click="emit('try', setDrinkerKind(rail.id, o.kind.id, o.kind.name))"
            >
              Try it
            </button>
          </li>
        </ul>
        <p class="small muted">
          What each likes is {{ stands.kind?.source ?? 'practice' }}: common practice, no standard.
        </p>
      </figure>
      <p data-test="rail-day">
        They drink
        <button type="button" class="figure" title="Show the working" @click="emit('working', railDayWorking(stands))">
          {{ showText(stands.perDay, 'volume', settings.units) }}
        </button>
        a day; the bucket holds <span class="figure">{{ showText(stands.holds, 'volume', settings.units) }}</span> over
        its take-off{{
          byHand
            ? `: filled by hand ${fixed(Math.max(fills, 0), 1)} times a day`
            : `: its valve fills it ${fixed(Math.max(fills, 0), 1)} times over`
        }}. A union where it is taken apart.
      </p>
      <p data-test="rail-frost">
        Full and still at {{ showText(RAIL_FROST.airC, 'temperature', settings.units) }} (assumption) its pipe is at
        freezing point after <span class="figure">{{ showText(frost.still, 'duration', settings.units) }}</span>.
        Drained at night by its far end, {{ showText(frost.holds, 'volume', settings.units) }} run out; or a trickle
        goes back to the bucket, or the rail is taken in at its union.
      </p>
    </div>
    <div class="who">
      <span class="entry">
        <NumberField
          class="count"
          whole
          :min="1"
          :max="1000000"
          :value="d.heads"
          label="Heads that drink here"
          data-test="rail-heads"
          @update:value="setHeads"
        />
        <ChoiceField
          fit
          :value="animals.some((a) => a.value === d.animal) ? d.animal : null"
          :options="animals"
          placeholder="animals"
          label="Who drinks here"
          data-test="rail-animal"
          @update:value="(a: string) => setAnimal(a)"
        />
      </span>
      <span v-if="reach" class="entry">
        <span>reach from</span>
        <QuantityField
          :value="reach[0]"
          field="heightM"
          quantity="drop"
          label="Lowest that they reach"
          :limits="{ min: 0, max: 5 }"
          :commit="(v) => setReach(0, v)"
          show-unit
        />
        <span>to</span>
        <QuantityField
          :value="reach[1]"
          field="heightM"
          quantity="drop"
          label="Highest that they reach"
          :limits="{ min: 0, max: 5 }"
          :commit="(v) => setReach(1, v)"
          show-unit
        />
      </span>
      <span class="entry">
        <span>each drinks a day</span>
        <QuantityField
          :value="perHead"
          field="litresPerHeadPerDay"
          label="Water a head and day"
          :limits="{ min: 1e-6, max: 0.5 }"
          :commit="(v) => said(change('water a head and day', (it) => void (it.litresPerHeadPerDay = v)))"
          show-unit
        />
      </span>
      <span class="entry">
        <span>a</span>
        <ChoiceField
          fit
          :value="kinds.some((k) => k.value === d.kind) ? d.kind : null"
          :options="kinds"
          placeholder="drinker"
          label="Kind of drinker"
          data-test="rail-kind"
          @update:value="(k: string) => perform(setDrinkerKind(rail.id, k, 'kind of drinker'))"
        />
        <span>every</span>
        <QuantityField
          :value="spacing === undefined ? undefined : planValue('spacingM', spacing)"
          field="spacingM"
          label="From drinker to drinker"
          :limits="{ min: 0.03, max: 20 }"
          :commit="(v) => said(edit(respaceRail(rail.id, v)))"
          optional
          show-unit
          data-test="rail-spacing"
        />
      </span>
      <span class="entry">
        <NumberField
          class="count"
          whole
          :min="1"
          :max="Math.max(1, stands.drinkers.length)"
          :value="stands.atOnce"
          label="How many drink at once"
          data-test="rail-at-once"
          @update:value="(n: number) => change('how many drink at once', (it) => void (it.atOnce = n))"
        />
        <span>drink at once</span>
      </span>
      <TickField :checked="d.flush !== false" @update:checked="(on) => setTick('flush', on)"
        >the far end opens to flush</TickField
      >
      <TickField :checked="d.vented !== false" @update:checked="(on) => setTick('vented', on)"
        >a pinhole in the lid</TickField
      >
      <p v-if="stands.use" class="small muted">
        One for {{ stands.use.perDrinker }} {{ stands.use.perDrinker === 1 ? 'head' : 'heads' }}: {{ stands.use.source
        }}{{ stands.use.basis === 'memory' ? ' (from memory)' : ', no source' }}. Heights that they reach are common
        practice, no source.
      </p>
    </div>
  </section>
</template>

<style scoped>
.top,
.who {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
}

.top,
.row-of p {
  margin: 4px 0;
}

.drawing {
  display: block;
  width: 100%;
  min-width: 680px;
}

.band {
  fill: var(--water-wash);
}

.ground {
  fill: none;
  stroke: var(--earth-ink);
  stroke-width: 1.5;
}

.shelf {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

.reach {
  fill: var(--moss);
  fill-opacity: 0.22;
}

.level {
  fill: none;
  stroke: var(--water);
  stroke-dasharray: 2 4;
  stroke-width: 1.5;
}

.edge {
  fill: none;
  stroke: var(--water-deep);
  stroke-width: 1.5;
}

.note {
  font-size: 13px;
  fill: var(--water-ink);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
}

.right {
  text-anchor: end;
}

.stand {
  fill: none;
  stroke: var(--earth);
  stroke-width: 3;
}

.fill {
  fill: var(--water);
  fill-opacity: 0.7;
}

.wall {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.vent {
  stroke: var(--ink);
  stroke-width: 2;
}

.pipe {
  fill: none;
  stroke: var(--water-deep);
  stroke-linejoin: round;
  stroke-width: 5;
}

.nipple,
.flush {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}

.drop {
  fill: var(--sheet);
  stroke: var(--brick);
  stroke-width: 2;
}

.cross {
  stroke: var(--brick);
  stroke-width: 2.5;
}

.figures {
  border-collapse: collapse;
  border-top: 3px double var(--rule);
}

.figures th {
  padding: 2px 10px 2px 0;
  font-weight: 400;
  text-align: left;
  white-space: nowrap;
}

.figures td {
  padding: 2px 6px;
  text-align: center;
}

.worked {
  font-family: var(--font-figure);
  font-size: 13px;
  color: var(--water-deep);
}

.wrong {
  font-weight: 700;
  color: var(--brick);
}

.word {
  display: block;
  font-size: 12px;
  color: var(--brick);
}

figure {
  margin: 8px 0;
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
  grid-template-columns: minmax(130px, 190px) minmax(80px, 220px) minmax(110px, auto) auto;
  gap: 4px 12px;
  align-items: center;
  justify-content: start;
}

.others svg {
  width: 100%;
  height: 16px;
}

.shade {
  fill: var(--brick);
  fill-opacity: 0.25;
}

.bar {
  fill: var(--water-deep);
}

.fits {
  border-color: var(--moss);
}

.who {
  gap: 8px 20px;
  padding-top: 8px;
  border-top: var(--line-hair) solid var(--rule);
}

.top :deep(.quantity) {
  width: 104px;
}

@media (max-width: 700px) {
  .others li {
    grid-template-columns: minmax(0, 1fr) auto;
  }

  .others svg {
    grid-column: 1 / -1;
  }
}
</style>
