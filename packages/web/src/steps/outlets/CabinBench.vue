<script setup lang="ts">
// The bench of a cabin: its fixtures side by side at their heights under one water. Press one to open it and see who loses;
// each stands as tall in its tube as its pressure, beside the mark of what it takes at least.
import { computed, ref } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import { FIXTURE_ROWS, TREATMENT_ROWS } from '@vernal-slope/plan/catalogue';
import {
  atOnce,
  cabinRuns,
  codeNeeds,
  fillTime,
  fireRuns,
  gravityNeeds,
  isShort,
  leastHead,
  lostBy,
  lowerTap,
  nozzles,
  pumpInstead,
  pumpWorking,
  takings,
  unitsWorking,
  type Cabin,
  type FixtureRuns,
} from '@vernal-slope/plan/cabin';
import { changeNode, type Command } from '@vernal-slope/plan/edit';
import { isStore, isTap } from '@vernal-slope/plan/kinds';
import { situationFlow } from '@vernal-slope/plan/solve';
import type { Fault } from '@vernal-slope/plan/document';
import type { Plan, TapNode } from '@vernal-slope/plan/schema';
import { filterBefore, filterDrop, treatTap } from '@vernal-slope/plan/treat';
import { said } from '../../display/faults.ts';
import { nameIn } from '@vernal-slope/display/names';
import { planValue } from '@vernal-slope/display/planfields';
import { asSI, fixed, percent, showEntered, showText } from '@vernal-slope/display/quantities';
import { quoted } from '@vernal-slope/display/quoted';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TextField from '../../fields/TextField.vue';
import { useEdits } from '../../session/planpage.ts';
import type { PlanResults } from '../../session/usePlanResults.ts';
import { filterPresets } from './presets.ts';
import './bench.css';

const props = defineProps<{
  results: PlanResults;
  plan: Plan;
  cabin: Cabin;
  trying: boolean;
  open: readonly string[];
  edit: (command: Command) => readonly Fault[];
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
/** A barrel of 200 L, or fifty gallons. */
const BARREL = computed(() => asSI(settings.units === 'us' ? 50 : 200, 'volume', settings.units));
function barrelTime(f: FixtureRuns): string {
  const time = fillTime(f, BARREL.value);
  return time === undefined ? 'never' : showText(time, 'duration', settings.units);
}
function canTime(f: FixtureRuns): string {
  const time = fillTime(f, CAN.value);
  return time === undefined ? 'never' : showText(time, 'duration', settings.units);
}
/** By rooms, those without one last; within a room as in the plan. */
const inRooms = computed(() => {
  const rooms = [...new Set(runs.value.fixtures.map((f) => f.tap.room ?? ''))].sort((a, b) =>
    a === '' ? 1 : b === '' ? -1 : a.localeCompare(b),
  );
  return rooms.flatMap((room) => runs.value.fixtures.filter((f) => (f.tap.room ?? '') === room));
});
const onTap = (id: string, label: string, recipe: (n: TapNode) => void): void =>
  void perform(changeNode(id, isTap, label, recipe));
const setRoom = (id: string, room: string): void =>
  onTap(id, 'room', (n) => {
    if (room) n.room = room;
    else delete n.room;
  });
/** What may be put into a line, and into whose. */
const intoTap = ref('');
const into = computed(() => {
  const taps = props.cabin.taps;
  const drinking = taps.find((t) => t.use === 'drink' || t.use === undefined);
  return taps.find((t) => t.id === intoTap.value) ?? drinking ?? taps[0];
});
const what = ref('bio-sand');
const TREATS = computed(() => [
  ...filterPresets(settings.units).map((p) => ({ value: p.key, label: p.name })),
  ...TREATMENT_ROWS.map((r) => ({ value: r.id, label: r.name })),
]);
/** Over the tap's mouth a clean tank stands so high, m. */
const OVER_TAP = 0.3;
const treat = computed<{ command: Command; drop: number | undefined } | undefined>(() => {
  const sand = filterPresets(settings.units).find((p) => p.key === what.value);
  if (sand) {
    const command = filterBefore(props.plan, into.value.id, sand.made, OVER_TAP);
    return command && { command, drop: filterDrop(sand.made) };
  }
  const row = TREATMENT_ROWS.find((r) => r.id === what.value);
  const command = row && treatTap(props.plan, into.value.id, row.id, row.name);
  return command && { command, drop: undefined };
});
const lower = computed(() =>
  props.cabin.taps.flatMap((t) => {
    const found = lowerTap(props.plan, props.cabin, t);
    return found ? [{ tap: t, ...found }] : [];
  }),
);
const pumps = computed(() =>
  (runs.value.settled ? runs.value.fixtures : []).flatMap((f) => {
    const pump = pumpInstead(c.value, f);
    return pump ? [{ f, pump }] : [];
  }),
);
/** Its tank so much higher, m; undefined where a source feeds it. */
const raised = (by: number): Command | undefined =>
  isStore(props.plan.nodes.find((n) => n.id === props.cabin.feed))
    ? changeNode(
        props.cabin.feed,
        isStore,
        'height of the tank',
        (n) => void (n.standM = planValue('standM', (n.standM ?? 0) + by)),
      )
    : undefined;
const OUTDOORS = ['hose', 'hydrant'];
const hoses = computed(() =>
  runs.value.fixtures
    .filter((f) => OUTDOORS.includes(f.fixture?.row.id ?? ''))
    .map((f) => ({ f, nozzles: nozzles(c.value, f.tap) })),
);
const fires = computed(() => props.cabin.taps.filter((t) => t.use === 'fire'));
const fireOf = (t: TapNode) => fireRuns(c.value, props.cabin, t);
const setFire = (t: TapNode, label: string, change: (fire: NonNullable<TapNode['fire']>) => void): string | undefined =>
  said(
    props.edit(
      changeNode(t.id, isTap, label, (n) => {
        n.fire ??= { flowLpm: 100, minutes: 30 };
        change(n.fire);
      }),
    ),
  );
const setPump = (
  t: TapNode,
  label: string,
  change: (pump: NonNullable<TapNode['smallPump']>) => void,
): string | undefined => said(props.edit(changeNode(t.id, isTap, label, (n) => change((n.smallPump ??= {})))));
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
        <div v-for="f in inRooms" :key="f.tap.id" class="column" :class="{ on: f.open }">
          <TextField
            class="room"
            :value="f.tap.room ?? ''"
            :label="`Room of ${nameIn(plan, f.tap.id)}`"
            placeholder="room"
            :longest="100"
            :data-test="`room-${f.tap.id}`"
            @change="(room: string) => setRoom(f.tap.id, room.trim())"
          />
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
      <p class="entry" data-test="treat">
        <span>Put</span>
        <ChoiceField
          fit
          :value="what"
          :options="TREATS"
          label="What is put into a line"
          data-test="treat-what"
          @update:value="(v: string) => (what = v)"
        />
        <span>into the line of</span>
        <ChoiceField
          fit
          :value="into.id"
          :options="cabin.taps.map((t) => ({ value: t.id, label: nameIn(plan, t.id) }))"
          label="Whose line"
          data-test="treat-tap"
          @update:value="(v: string) => (intoTap = v)"
        />
        <button
          v-if="treat"
          type="button"
          class="plain-button edged"
          data-test="try-treat"
          :disabled="trying"
          @click="emit('try', treat.command)"
        >
          Try it
        </button>
        <span v-if="!treat" class="small muted">no line ends there: join it first</span>
        <span v-if="treat?.drop !== undefined" class="small muted"
          >it takes {{ showText(treat.drop, 'height', settings.units) }} of the fall to that tap</span
        >
      </p>
      <p v-for="l in lower" :key="`lower-${l.tap.id}`" :data-test="`lower-${l.tap.id}`">
        {{ showText(l.under, 'volume', settings.units) }} of {{ nameIn(plan, cabin.feed) }} stand under the mouth of
        {{ nameIn(plan, l.tap.id) }}; a second tap {{ showText(l.height, 'height', settings.units) }} over the ground
        reaches {{ showText(l.reaches, 'volume', settings.units) }} of them.
        <button
          type="button"
          class="plain-button edged"
          :disabled="trying"
          :data-test="`try-lower-${l.tap.id}`"
          @click="emit('try', l.command)"
        >
          Try it
        </button>
      </p>
      <div v-for="h in hoses" :key="`hose-${h.f.tap.id}`" :data-test="`hose-${h.f.tap.id}`">
        <p>
          {{ nameIn(plan, h.f.tap.id) }} fills a can of {{ showText(CAN, 'volume', settings.units) }} in
          {{ canTime(h.f) }}, a barrel of {{ showText(BARREL, 'volume', settings.units) }} in {{ barrelTime(h.f) }}.
          With a nozzle, thrown at most:
        </p>
        <div class="scroll" tabindex="0" :aria-label="`Nozzles of ${nameIn(plan, h.f.tap.id)}`">
          <table class="nozzles">
            <tbody>
              <tr>
                <th scope="row">bore</th>
                <td v-for="n in h.nozzles" :key="n.mm">{{ showText(n.bore, 'bore', settings.units) }}</td>
              </tr>
              <tr>
                <th scope="row">gives</th>
                <td v-for="n in h.nozzles" :key="n.mm">
                  {{ n.settled ? showText(n.flow, 'flow', settings.units) : 'not settled' }}
                </td>
              </tr>
              <tr>
                <th scope="row">throws</th>
                <td v-for="n in h.nozzles" :key="n.mm">
                  {{ n.settled ? showText(n.throw, 'distance', settings.units) : '–' }}
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <p class="small muted">Without air and wind, from chest height at 40°: a real jet falls short of it.</p>
      </div>
      <div v-for="t in fires" :key="`fire-${t.id}`" :data-test="`fire-${t.id}`">
        <p class="entry">
          <span>For a fire the authority names</span>
          <QuantityField
            :value="t.fire?.flowLpm"
            field="flowLpm"
            :label="`Fire flow of ${nameIn(plan, t.id)}`"
            :limits="{ min: 1e-6, max: 1 }"
            :commit="(v) => setFire(t, 'fire flow', (f) => void (f.flowLpm = v))"
            optional
            show-unit
          />
          <span>for</span>
          <NumberField
            class="count"
            :min="1"
            :max="1440"
            :value="t.fire?.minutes"
            :label="`Minutes of fire flow of ${nameIn(plan, t.id)}`"
            @update:value="(v: number) => setFire(t, 'minutes of fire flow', (f) => void (f.minutes = v))"
          />
          <span>min.</span>
          <template v-if="fireOf(t)">
            <span
              >{{ nameIn(plan, t.id) }} gives
              <span class="figure">{{
                fireOf(t)!.settled ? showText(fireOf(t)!.flow, 'flow', settings.units) : 'not settled'
              }}</span>
              at low water and has {{ showText(fireOf(t)!.has, 'volume', settings.units) }} of
              {{ showText(fireOf(t)!.wantsVolume, 'volume', settings.units) }} above it.</span
            >
          </template>
        </p>
      </div>
      <div v-for="p in pumps" :key="`pump-${p.f.tap.id}`" :data-test="`pump-${p.f.tap.id}`">
        <p>
          <strong
            >{{ nameIn(plan, p.f.tap.id) }} lacks {{ showText(p.pump.head, 'height', settings.units) }} of
            height.</strong
          >
          The tank that much higher would do<template v-if="raised(p.pump.head)"
            >:
            <button
              type="button"
              class="plain-button edged"
              :disabled="trying"
              :data-test="`try-raise-${p.f.tap.id}`"
              @click="emit('try', raised(p.pump.head)!)"
            >
              Try it
            </button>
            or</template
          ><template v-else>, or</template> a small pump: {{ showText(p.pump.flow, 'flow', settings.units) }} against
          that, {{ fixed(p.pump.power, 0) }} W while it runs, {{ showText(p.pump.time, 'duration', settings.units) }} a
          day,
          <button
            type="button"
            class="figure"
            title="Show the working"
            @click="emit('working', pumpWorking(nameIn(plan, p.f.tap.id), p.pump, c.water.density))"
          >
            {{ fixed(p.pump.charge, 1) }} A·h
          </button>
          a day and a panel of {{ fixed(Math.max(1, p.pump.panel), 0) }} W with three hours of full sun (assumption).
        </p>
        <p class="entry">
          <QuantityField
            :value="planValue('litresPerDay', p.pump.perDay)"
            field="litresPerDay"
            :label="`Water pumped a day for ${nameIn(plan, p.f.tap.id)}`"
            :limits="{ min: 1e-5, max: 100 }"
            :commit="(v) => setPump(p.f.tap, 'water pumped a day', (s) => void (s.litresPerDay = v))"
            show-unit
          />
          <span>a day at</span>
          <NumberField
            class="count"
            :min="1"
            :max="500"
            :value="p.pump.volts"
            label="Volts of the pump"
            @update:value="(v: number) => setPump(p.f.tap, 'volts', (s) => void (s.volts = v))"
          />
          <span>V, of which</span>
          <NumberField
            class="count"
            :min="1"
            :max="100"
            :value="100 * p.pump.efficiency"
            label="Efficiency of the pump, per cent"
            @update:value="(v: number) => setPump(p.f.tap, 'efficiency', (s) => void (s.efficiency = v / 100))"
          />
          <span
            >% become lift (common practice, no source). It runs dry, freezes and stops with its battery; height does
            not.</span
          >
        </p>
      </div>
      <p v-for="f in hot" :key="`note-${f.tap.id}`" class="small muted">
        {{ nameIn(plan, f.tap.id) }}: {{ quoted(f.fixture?.row.note ?? '', settings.units) }}
      </p>
      <p class="small muted">
        A heater in the line is put into it above: it takes its part of the pressure, and one that fires on flow what
        its plate says. A bucket shower of some {{ showText(CAN, 'volume', settings.units) }} and a pedal tap need next
        to none (choose them as what a tap is). Lines for drinking are laid as the local code says.
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

.room {
  width: 130px;
}

.nozzles th,
.nozzles td {
  padding: 2px 14px 2px 0;
  font-weight: 400;
  text-align: left;
}

.key {
  margin: 6px 0;
}
</style>
