<script setup lang="ts">
// The bench of a tank that is carried: the stack to one scale with a can and a bucket beside it, how long it lasts, how long its
// filling takes, and the round of all of them through the year. Pallets are put under it and taken away.
import { computed } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import { vesselHeight } from '@vernal-slope/plan/compile';
import type { Fault } from '@vernal-slope/plan/document';
import type { Command } from '@vernal-slope/plan/edit';
import { isOutlet, isSource, isStore } from '@vernal-slope/plan/kinds';
import type { Moved, Plan } from '@vernal-slope/plan/schema';
import {
  changeMoved,
  fillWorking,
  hoursAWeek,
  lastsWorking,
  roundOf,
  SERVES,
  setCourseHeight,
  setCourses,
  stretchesOf,
  toteRuns,
  totesOf,
  UNDER_TAP,
  type Tote,
} from '@vernal-slope/plan/tote';
import { said } from '../../display/faults.ts';
import { MONTHS } from '@vernal-slope/display/dates';
import { nameIn } from '@vernal-slope/display/names';
import { percent, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TickField from '../../fields/TickField.vue';
import TimeField from '../../fields/TimeField.vue';
import { useEdits } from '../../session/planpage.ts';
import type { PlanResults } from '../../session/usePlanResults.ts';
import './bench.css';

const props = defineProps<{
  results: PlanResults;
  plan: Plan;
  node: Tote;
  edit: (command: Command) => readonly Fault[];
  trying: boolean;
}>();
const emit = defineEmits<{ try: [command: Command]; working: [working: Working]; all: [id: string] }>();
const settings = useSettings();
const { perform } = useEdits();
const c = computed(() => props.results.compiled);
const runs = computed(() => toteRuns(c.value, props.node));
const all = computed(() => totesOf(props.plan).map((n) => toteRuns(c.value, n)));
const round = computed(() => roundOf(all.value));
const stretches = computed(() => stretchesOf(round.value));
const mostTime = computed(() => Math.max(1, ...round.value.map((w) => w.time)));
const moved = computed(() => props.node.moved);

/** px, one scale. */
const WIDTH = 560;
const HEIGHT = 290;
const GROUND = 262;
const LEFT = 150;
const stand = computed(() => props.node.standM ?? 0);
const wide = computed(() =>
  props.node.shape.type === 'box'
    ? props.node.shape.lengthM
    : props.node.shape.type === 'table'
      ? 1
      : props.node.shape.diameterM,
);
const scale = computed(() => Math.min(232 / (stand.value + vesselHeight(props.node) + 0.1), 230 / wide.value));
const y = (z: number): number => GROUND - z * scale.value;
const courses = computed(() =>
  Array.from({ length: runs.value.courses }, (_, k) => ({
    top: (k + 1) * runs.value.courseM,
    high: runs.value.courseM,
  })),
);
const foot = computed(() => stand.value - runs.value.courses * runs.value.courseM);
/** Can and bucket as tall as their rims, m. */
const CAN = SERVES.can - UNDER_TAP;
const BUCKET = SERVES.bucket - UNDER_TAP;
const WORDS = {
  can: 'a can under its tap',
  bucket: 'a bucket under its tap',
  drip: 'a drip line from its low water',
} as const;
const places = computed(() => [
  { value: '', label: 'anywhere' },
  ...props.plan.nodes
    .filter((n) => n.id !== props.node.id && (isStore(n) || isSource(n) || isOutlet(n)))
    .map((n) => ({ value: n.id, label: n.name ?? n.id })),
]);
const change = (label: string, recipe: (m: Moved) => void): readonly Fault[] =>
  props.edit(changeMoved(props.node.id, label, recipe));
const put = (label: string, recipe: (m: Moved) => void): void =>
  void perform(changeMoved(props.node.id, label, recipe));
const EACH = Array.from({ length: 12 }, (_, m) => m + 1);
function month(m: number): void {
  put('months in which it stands out', (it) => {
    const now = new Set(it.months ?? EACH);
    if (now.has(m)) now.delete(m);
    else now.add(m);
    it.months = [...now].sort((a, b) => a - b);
  });
}
const out = (m: number): boolean => moved.value.months?.includes(m) ?? true;
const BARS = 640;
const BAR_HIGH = 64;
const words = computed(() => {
  const busy = round.value.filter((w) => w.time > 0);
  const fills = round.value.reduce((sum, w) => sum + w.fills.reduce((a, b) => a + b, 0), 0);
  return { weeks: busy.length, fills };
});
</script>

<template>
  <section class="bench sheet" aria-labelledby="tote-title">
    <header>
      <h2 id="tote-title">{{ nameIn(plan, node.id) }}</h2>
      <span class="muted">a tank that is carried; stack, can and bucket to one scale</span>
      <button type="button" class="plain-button edged all" @click="emit('all', node.id)">All its entries</button>
    </header>
    <div class="halves">
      <div class="scroll" tabindex="0" aria-label="The tote on its stack">
        <svg
          :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
          class="drawing"
          role="img"
          aria-label="The tote on its stack, a can and a bucket"
        >
          <path class="earth" :d="`M0 ${GROUND}H${WIDTH}V${HEIGHT}H0Z`" />
          <path class="ground" :d="`M0 ${GROUND}H${WIDTH}`" />
          <rect
            v-for="(k, n) in courses"
            :key="n"
            class="course"
            :x="LEFT - 4"
            :y="y(k.top)"
            :width="wide * scale + 8"
            :height="k.high * scale - 1.5"
          />
          <rect
            class="course own"
            :x="LEFT"
            :y="y(stand)"
            :width="wide * scale"
            :height="Math.max(0, foot * scale - 1)"
          />
          <rect
            class="fill"
            :x="LEFT"
            :y="y(stand + node.overflowM)"
            :width="wide * scale"
            :height="node.overflowM * scale"
          />
          <rect
            class="wall"
            :class="{ dark: moved.dark }"
            :x="LEFT"
            :y="y(stand + vesselHeight(node))"
            :width="wide * scale"
            :height="vesselHeight(node) * scale"
          />
          <path class="tap" :d="`M${LEFT} ${y(runs.tap)}h-18v8`" />
          <path
            class="can"
            :class="{ misses: !runs.serves[0].served }"
            :d="`M${LEFT - 40} ${GROUND}V${y(CAN)}h36V${GROUND}Z`"
          />
          <path class="can" :d="`M${LEFT - 92} ${GROUND}L${LEFT - 96} ${y(BUCKET)}h38L${LEFT - 62} ${GROUND}Z`" />
          <text class="note" x="4" :y="y(runs.tap) - 6">tap {{ showText(runs.tap, 'height', settings.units) }} up</text>
          <text class="note" :x="LEFT + wide * scale + 10" :y="y(stand + vesselHeight(node) / 2)">
            full {{ showText(runs.mass, 'mass', settings.units) }}
          </text>
          <text class="note" :x="LEFT + wide * scale + 10" :y="y(stand + vesselHeight(node) / 2) + 17">
            empty {{ showText(runs.empty, 'mass', settings.units) }}
          </text>
        </svg>
      </div>
      <div>
        <p class="entry">
          <NumberField
            class="count"
            whole
            :min="0"
            :max="40"
            :value="runs.courses"
            label="Pallets or courses under it"
            data-test="tote-courses"
            @update:value="(n: number) => perform(setCourses(node.id, n))"
          />
          <span>pallets or courses of</span>
          <QuantityField
            :value="runs.courseM"
            field="courseM"
            quantity="drop"
            label="Height of one course"
            :limits="{ min: 0.02, max: 2 }"
            :commit="(v) => said(edit(setCourseHeight(node.id, v)))"
            show-unit
          />
          <span>under it</span>
        </p>
        <ul class="serves">
          <li v-for="s in runs.serves" :key="s.what" :data-test="`serves-${s.what}`">
            <strong>{{ s.served ? 'Enough' : 'Too low' }}</strong> for {{ WORDS[s.what] }}: it has
            <span class="figure">{{ showText(s.has, 'height', settings.units) }}</span>,
            {{ showText(s.needs, 'height', settings.units) }} are asked.
            <button
              v-if="!s.served"
              type="button"
              class="plain-button edged"
              :disabled="trying"
              :data-test="`try-courses-${s.what}`"
              @click="emit('try', setCourses(node.id, s.courses))"
            >
              Try {{ s.courses }}
            </button>
          </li>
        </ul>
        <p data-test="tote-lasts">
          It holds <span class="figure">{{ showText(runs.holds, 'volume', settings.units) }}</span> over its
          tap<template v-if="runs.settled && Number.isFinite(runs.lasts)"
            >, and lasts
            <button type="button" class="figure" title="Show the working" @click="emit('working', lastsWorking(runs))">
              {{ showText(runs.lasts, 'duration', settings.units) }}
            </button>
            at {{ showText(runs.perDay, 'volume', settings.units) }} a day</template
          >.
        </p>
        <p data-test="tote-fill">
          Filling takes
          <button type="button" class="figure" title="Show the working" @click="emit('working', fillWorking(runs))">
            {{ showText(runs.fillTime, 'duration', settings.units) }}</button>, a visit
          {{ showText(runs.visitTime, 'duration', settings.units) }}.
        </p>
        <p class="small">
          Empty it goes over in a wind of {{ showText(runs.windEmpty, 'gust', settings.units) }}, full in
          {{ showText(runs.windFull, 'gust', settings.units) }}; by itself on a slope of {{ percent(runs.slopeFull) }},
          if its stack held together. A screening with the wind square on; tie it down.
        </p>
      </div>
    </div>
    <div class="who">
      <span class="entry">
        <span>Cans take a day</span>
        <QuantityField
          :value="moved.litresPerDay"
          field="litresPerDay"
          label="Water taken by can a day"
          :limits="{ min: 0, max: 1000 }"
          :commit="(v) => said(change('water by can', (m) => void (m.litresPerDay = v)))"
          show-unit
          data-test="tote-cans"
        />
        <span class="small muted"
          >and its lines {{ runs.settled ? showText(runs.byLine, 'volume', settings.units) : 'not settled' }}</span
        >
      </span>
      <span class="entry">
        <span>filled at</span>
        <ChoiceField
          fit
          :value="moved.from ?? ''"
          :options="places"
          label="Where it is filled"
          data-test="tote-from"
          @update:value="
            (id: string) =>
              put('where it is filled', (m) => {
                if (id) m.from = id;
                else delete m.from;
              })
          "
        />
        <span>with</span>
        <QuantityField
          :value="moved.fillLpm"
          field="fillLpm"
          label="Flow where it is filled"
          :limits="{ min: 1e-6, max: 0.2 }"
          :commit="(v) => said(change('flow where it is filled', (m) => void (m.fillLpm = v)))"
          show-unit
        />
      </span>
      <span class="entry">
        <span>every</span>
        <NumberField
          class="count"
          whole
          :min="1"
          :max="366"
          :value="moved.everyDays"
          label="Days from fill to fill"
          data-test="tote-every"
          @update:value="(n: number) => put('days from fill to fill', (m) => void (m.everyDays = n))"
        />
        <span>days at</span>
        <TimeField
          :value="moved.at ?? '08:00'"
          label="Time of the fill"
          @update:value="(v: string) => put('time of the fill', (m) => void (m.at = v))"
        />
        <span>there and back</span>
        <QuantityField
          :value="moved.travelMin"
          field="travelMin"
          label="Way there and back"
          :limits="{ min: 0, max: 86400 }"
          :commit="(v) => said(change('way there and back', (m) => void (m.travelMin = v)))"
          show-unit
        />
      </span>
      <TickField :checked="moved.dark ?? false" @update:checked="(on) => put('cover', (m) => void (m.dark = on))"
        >covered dark, against algae</TickField
      >
    </div>
    <fieldset class="months">
      <legend class="small">It stands out in; the other months it is drained, its tap open</legend>
      <button
        v-for="m in EACH"
        :key="m"
        type="button"
        class="plain-button month"
        :class="{ on: out(m), frost: runs.frosty.includes(m - 1) }"
        :aria-pressed="out(m)"
        :data-test="`tote-month-${m}`"
        @click="month(m)"
      >
        {{ MONTHS[m - 1].slice(0, 3) }}<span v-if="runs.frosty.includes(m - 1)" class="visually-hidden">, frost</span>
      </button>
    </fieldset>
    <figure>
      <figcaption>
        The round of {{ all.length === 1 ? 'this tote' : `all ${all.length} totes` }}, week by week
        <span class="muted">as tall as its hours</span>
      </figcaption>
      <div class="scroll" tabindex="0" aria-label="The round through the year">
        <svg
          :viewBox="`0 0 ${BARS} ${BAR_HIGH + 20}`"
          class="round"
          role="img"
          :aria-label="`${words.fills} fills in ${words.weeks} weeks`"
        >
          <g v-for="w in round" :key="w.week">
            <rect
              v-if="w.time > 0"
              class="bar"
              :x="(w.week * BARS) / 52 + 1"
              :y="BAR_HIGH * (1 - w.time / mostTime)"
              :width="BARS / 52 - 2"
              :height="(BAR_HIGH * w.time) / mostTime"
            >
              <title>
                Week {{ w.week + 1 }}: {{ w.fills.reduce((a, b) => a + b, 0) }} fills,
                {{ showText(w.time, 'duration', settings.units) }}
              </title>
            </rect>
          </g>
          <path class="ground" :d="`M0 ${BAR_HIGH}H${BARS}`" />
          <text v-for="m in EACH" :key="m" class="note" :x="((m - 1) * BARS) / 12 + 3" :y="BAR_HIGH + 15">
            {{ MONTHS[m - 1].slice(0, 3) }}
          </text>
        </svg>
      </div>
      <p data-test="tote-round">
        {{ words.fills }} fills in {{ words.weeks }} weeks,
        <span class="figure">{{ showText(hoursAWeek(round), 'duration', settings.units) }}</span> a week while it goes
        on.
      </p>
      <div v-if="words.weeks > 0" class="scroll" tabindex="0" aria-label="Which is filled when">
        <table class="weeks">
          <thead>
            <tr>
              <th scope="col">Weeks</th>
              <th v-for="r in all" :key="r.node.id" scope="col">{{ nameIn(plan, r.node.id) }}</th>
              <th scope="col">Time a week</th>
              <th scope="col">Water a week</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="w in stretches" :key="w.from.week">
              <th scope="row">
                {{ w.from.week + 1 }}<template v-if="w.to.week > w.from.week"> to {{ w.to.week + 1 }}</template>
                <span class="muted">from {{ MONTHS[w.from.month].slice(0, 3) }}</span>
              </th>
              <td v-for="(n, k) in w.from.fills" :key="k">{{ n === 0 ? '–' : `${n} ×` }}</td>
              <td>{{ showText(w.from.time, 'duration', settings.units) }}</td>
              <td>{{ showText(w.from.volume, 'volume', settings.units) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </figure>
    <p class="small muted">
      Heights of cans and buckets, and {{ showText(SERVES.drip, 'height', settings.units) }} of head for a drip line,
      are common practice, no source. A second-hand tote’s history must be known. Fill it where it stands: full it is
      moved by nobody.
    </p>
  </section>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: minmax(300px, 560px) minmax(0, 1fr);
  gap: 8px 20px;
}

.drawing,
.round {
  display: block;
  width: 100%;
  min-width: 500px;
}

.ground {
  fill: none;
  stroke: var(--earth-ink);
  stroke-width: 1.5;
}

.course {
  fill: var(--earth);
  fill-opacity: 0.75;
}

.own {
  fill-opacity: 0.4;
}

.fill {
  fill: var(--water);
  fill-opacity: 0.6;
}

.wall {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.wall.dark {
  fill: var(--ink);
  fill-opacity: 0.35;
}

.tap {
  fill: none;
  stroke: var(--water-deep);
  stroke-width: 5;
}

.can {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.can.misses {
  stroke: var(--brick);
  stroke-dasharray: 4 3;
  stroke-width: 2;
}

.round .note {
  font-size: 10px;
}

.serves {
  display: grid;
  gap: 4px;
  padding: 0;
  margin: 6px 0;
  list-style: none;
}

.who {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: center;
  padding-top: 8px;
  border-top: 3px double var(--rule);
}

.months {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  padding: 0;
  margin: 8px 0;
  border: 0;
}

.month.on {
  background: var(--water-wash);
  border-color: var(--water);
}

.month.frost {
  border-color: var(--brick);
}

.bar {
  fill: var(--water-deep);
}

figure {
  margin: 8px 0;
}

.weeks {
  border-collapse: collapse;
}

.weeks th,
.weeks td {
  padding: 2px 12px 2px 0;
  font-weight: 400;
  text-align: left;
}

@media (max-width: 800px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
