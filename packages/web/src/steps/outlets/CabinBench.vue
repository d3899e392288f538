<script setup lang="ts">
// The bench of a cabin: its fixtures side by side at their heights under one water. Press one to open it and see who loses;
// each stands as tall in its tube as its pressure, beside the mark of what it takes at least.
import { computed } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import { FIXTURE_ROWS } from '@vernal-slope/plan/catalogue';
import {
  atOnce,
  cabinRuns,
  codeNeeds,
  fillTime,
  gravityNeeds,
  isShort,
  leastHead,
  lostBy,
  takings,
  unitsWorking,
  type Cabin,
  type FixtureRuns,
} from '@vernal-slope/plan/cabin';
import { changeNode, type Command } from '@vernal-slope/plan/edit';
import { isTap } from '@vernal-slope/plan/kinds';
import { situationFlow } from '@vernal-slope/plan/solve';
import type { Plan } from '@vernal-slope/plan/schema';
import { nameIn } from '../../display/names.ts';
import { asSI, fixed, percent, showEntered, showText } from '../../display/quantities.ts';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import { useEdits } from '../../session/planpage.ts';
import type { PlanResults } from '../../session/usePlanResults.ts';
import './bench.css';

const props = defineProps<{
  results: PlanResults;
  plan: Plan;
  cabin: Cabin;
  trying: boolean;
  open: readonly string[];
}>();
const emit = defineEmits<{
  try: [command: Command];
  working: [working: Working];
  'update:open': [open: readonly string[]];
  choose: [id: string];
}>();
const settings = useSettings();
const { perform } = useEdits();
const c = computed(() => props.results.compiled);
const runs = computed(() => cabinRuns(c.value, props.cabin, props.open));
const taken = computed(() => takings(c.value, props.cabin));
const once = computed(() => atOnce(runs.value));
function toggle(id: string): void {
  emit('update:open', props.open.includes(id) ? props.open.filter((o) => o !== id) : [...props.open, id]);
}

/** px: a column a fixture; heights to one scale. */
const COLUMN = 128;
const HEIGHT = 300;
const TOP = 26;
const FOOT = 22;
const span = computed(() => {
  const all = runs.value.fixtures;
  const low = Math.min(...all.map((f) => f.tap.groundM));
  const high = Math.max(...all.map((f) => Math.max(f.standing, f.mouth)));
  return { low, high: Math.max(high, low + 1) };
});
const y = (z: number): number =>
  TOP + ((span.value.high - z) / (span.value.high - span.value.low)) * (HEIGHT - TOP - FOOT);
const least = (f: FixtureRuns): number | undefined => leastHead(c.value, f);
const words = (f: FixtureRuns): string =>
  f.open
    ? `${nameIn(props.plan, f.tap.id)}, open: ${showText(f.flow, 'flow', settings.units)}${lostBy(f) > 0.005 ? `, ${percent(lostBy(f))} less than alone` : ''}`
    : `${nameIn(props.plan, f.tap.id)}, shut`;
const FIXTURES = FIXTURE_ROWS.map((r) => ({ value: r.id, label: r.name }));
const setFixture = (id: string, fixture: string): void =>
  void perform(changeNode(id, isTap, 'what it is', (n) => void (n.fixture = fixture)));
function openWorking(f: FixtureRuns): void {
  const w = situationFlow(c.value, f.tap.id, f.open ? [...props.open] : [f.tap.id], 'start');
  if (w) emit('working', w);
}
/** Minutes to fill a can of 10 L, or two gallons. */
const CAN = computed(() => asSI(settings.units === 'us' ? 2 : 10, 'volume', settings.units));
function canTime(f: FixtureRuns): string {
  const time = fillTime(f, CAN.value);
  return time === undefined ? 'never' : showText(time, 'duration', settings.units);
}
const hot = computed(() => runs.value.fixtures.filter((f) => f.fixture?.row.note));
</script>

<template>
  <section class="bench sheet" aria-labelledby="cabin-title">
    <header>
      <h2 id="cabin-title">Under {{ nameIn(plan, cabin.feed) }}</h2>
      <span class="muted">press a tap to open it; heights to one scale, tanks as they stand, all else shut</span>
      <button
        v-if="open.length > 0"
        type="button"
        class="plain-button edged shut"
        data-test="shut-all"
        @click="emit('update:open', [])"
      >
        Shut all
      </button>
    </header>
    <p v-if="!runs.settled" class="small">Not settled: no flow was found for this state.</p>
    <div class="scroll" tabindex="0" aria-label="Fixtures side by side">
      <div class="grid" :style="{ '--columns': runs.fixtures.length }">
        <div v-for="f in runs.fixtures" :key="f.tap.id" class="column" :class="{ on: f.open }">
          <h3>
            <button type="button" class="plain-button" title="All its entries" @click="emit('choose', f.tap.id)">
              {{ nameIn(plan, f.tap.id) }}
            </button>
          </h3>
          <svg :width="COLUMN" :height="HEIGHT" aria-hidden="true">
            <path class="standing" :d="`M0 ${y(f.standing)}H${COLUMN}`" />
            <rect class="wall" x="52" :y="TOP - 6" width="24" :height="Math.max(0, y(f.mouth) - TOP + 6)" />
            <rect
              v-if="f.head > f.mouth"
              class="water"
              :class="{ short: isShort(f) }"
              x="53"
              :y="y(f.head)"
              width="22"
              :height="y(f.mouth) - y(f.head)"
            />
            <path v-if="least(f) !== undefined" class="least" :d="`M44 ${y(least(f)!)}h40m-40 -5v10m40 -10v10`" />
            <path class="ground" :d="`M0 ${y(f.tap.groundM)}H${COLUMN}`" />
            <path class="pipe" :d="`M64 ${y(f.tap.groundM)}V${y(f.mouth)}h26v7`" />
            <path v-if="f.open && f.flow > 0" class="stream" :d="`M90 ${y(f.mouth) + 8}V${y(f.tap.groundM)}`" />
          </svg>
          <button
            type="button"
            class="tap"
            :aria-pressed="f.open"
            :aria-label="words(f)"
            :data-test="`tap-${f.tap.id}`"
            @click="toggle(f.tap.id)"
          >
            {{ f.open ? 'open' : 'shut' }}
          </button>
          <p class="figures">
            <template v-if="f.open">
              <button type="button" class="figure" title="Show the working" @click="openWorking(f)">
                {{ showText(f.flow, 'flow', settings.units) }}
              </button>
              <span class="small"
                >at
                <span class="figure">{{ showText(Math.max(0, f.pressure), 'pressure', settings.units) }}</span></span
              >
              <span v-if="lostBy(f) > 0.005" class="small lost" :data-test="`lost-${f.tap.id}`"
                >{{ percent(lostBy(f)) }} less than alone</span
              >
              <span v-if="isShort(f)" class="small short">takes more</span>
            </template>
            <template v-else>
              <span class="small muted">alone</span>
              <button type="button" class="figure" title="Show the working" @click="openWorking(f)">
                {{ showText(f.alone, 'flow', settings.units) }}
              </button>
            </template>
          </p>
          <ChoiceField
            :value="f.fixture?.row.id ?? null"
            :options="FIXTURES"
            placeholder="what is it?"
            :label="`What ${nameIn(plan, f.tap.id)} is`"
            :data-test="`fixture-${f.tap.id}`"
            @update:value="(id: string) => setFixture(f.tap.id, id)"
          />
          <p class="small asks">
            <template v-if="f.fixture">
              <span
                >takes {{ showEntered(gravityNeeds(f.fixture.row).pressure, 'pressure', settings.units) }}, of use from
                {{ showEntered(gravityNeeds(f.fixture.row).flow, 'flow', settings.units) }}</span
              >
              <span v-if="codeNeeds(f.fixture.row)" class="muted"
                >a code for mains: {{ showText(codeNeeds(f.fixture.row)!.flow, 'flow', settings.units) }} at
                {{ showEntered(codeNeeds(f.fixture.row)!.pressure, 'pressure', settings.units) }}</span
              >
              <span v-if="f.fixture.guessed" class="muted">by its name</span>
              <span v-if="f.fixture.row.id === 'hose'" class="muted"
                >a can of {{ showText(CAN, 'volume', settings.units) }} in {{ canTime(f) }}</span
              >
            </template>
          </p>
        </div>
      </div>
    </div>
    <p class="small muted key">
      Blue: the water that stands over the mouth now. Dashed: with all shut. Barred: what it takes at least (common
      practice, no source).
    </p>
    <div class="offers">
      <p v-for="t in taken" :key="`${t.id} ${t.to}`" :data-test="`takes-${t.id}-${t.to}`">
        <strong>{{ nameIn(plan, t.id) }} loses {{ percent(t.lost) }}</strong> when
        {{ nameIn(plan, t.to) }} opens<template v-if="t.own && t.own.lost < t.lost - 0.01"
          >; a pipe of its own from {{ nameIn(plan, cabin.feed) }} brings that to {{ percent(t.own.lost) }}.
          <button
            type="button"
            class="plain-button edged"
            :data-test="`own-${t.id}`"
            :disabled="trying"
            @click="emit('try', t.own.command)"
          >
            Try it
          </button></template
        ><template v-else>.</template>
      </p>
      <p v-if="taken.length === 0 && runs.fixtures.length > 1 && runs.settled" data-test="takes-none">
        None of them loses a tenth of its flow when another opens.
      </p>
      <p data-test="at-once">
        All together, by two schools. Fixture units:
        <button
          type="button"
          class="figure"
          title="Show the working"
          @click="emit('working', unitsWorking(nameIn(plan, cabin.feed), runs, once))"
        >
          {{ showText(once.byUnits, 'flow', settings.units) }}
        </button>
        for {{ fixed(once.units, 1) }} units, made for houses on mains.
        <template v-if="once.byHabit !== undefined"
          >By the habits that are entered, no more than
          <span class="figure">{{ showText(once.byHabit, 'flow', settings.units) }}</span> but in one moment of a
          hundred.</template
        ><template v-else>By habit: enter how often and how long each runs, among all its entries.</template>
      </p>
      <p v-for="f in hot" :key="`note-${f.tap.id}`" class="small muted">
        {{ nameIn(plan, f.tap.id) }}: {{ f.fixture?.row.note }}
      </p>
      <p class="small muted">
        Hot water in the same chain has the pressure that is left after its heater; a storage heater with an open vent
        takes next to none, one that fires on flow takes what its plate says. A bucket shower of some
        {{ showText(CAN, 'volume', settings.units) }} needs no pressure at all. Lines for drinking are laid as the local
        code says.
      </p>
    </div>
  </section>
</template>

<style scoped>
.shut {
  margin-left: auto;
}

.grid {
  display: grid;
  grid-template-columns: repeat(var(--columns), minmax(150px, 200px));
  gap: 0 8px;
  align-items: start;
}

.column {
  display: grid;
  gap: 4px;
  justify-items: center;
  padding-bottom: 6px;
}

.column.on {
  background: var(--water-wash);
}

h3 {
  display: grid;
  place-items: center;
  min-height: 40px;
  margin: 0;
  font-family: var(--font-text);
  font-size: var(--text-m);
  text-align: center;
}

.standing {
  fill: none;
  stroke: var(--water);
  stroke-dasharray: 4 4;
  stroke-width: 1.5;
}

.wall {
  fill: var(--sheet);
  stroke: var(--rule-strong);
}

.water {
  fill: var(--water);
}

.water.short {
  fill: var(--brick);
}

.least {
  fill: none;
  stroke: var(--amber-ink);
  stroke-width: 2;
}

.ground {
  stroke: var(--earth-ink);
  stroke-width: 1.5;
}

.pipe {
  fill: none;
  stroke: var(--ink);
  stroke-width: 4;
}

.stream {
  stroke: var(--water);
  stroke-width: 3;
}

.tap {
  min-width: 84px;
  min-height: 40px;
  font: inherit;
  font-weight: 700;
  cursor: pointer;
  background: var(--sheet);
  border: 2px solid var(--ink);
  border-radius: 20px;
}

.tap[aria-pressed='true'] {
  color: var(--sheet);
  background: var(--water-deep);
  border-color: var(--water-deep);
}

.figures,
.asks {
  display: grid;
  justify-items: center;
  margin: 0;
  text-align: center;
}

.figures {
  min-height: 66px;
}

.lost,
.short {
  color: var(--brick);
}

.key {
  margin: 6px 0;
}
</style>
