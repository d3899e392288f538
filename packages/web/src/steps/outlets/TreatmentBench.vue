<script setup lang="ts">
// The bench of treatment: filters of sand cut open, gravel, sand and the water that stays over it by the height of the spill,
// which is taken up and down; the elements and heaters of the lines with what each takes of its tap.
import { computed } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import { TREATMENT_ROWS, type Removal } from '@vernal-slope/plan/catalogue';
import { floorOf, vesselHeight } from '@vernal-slope/plan/compile';
import type { Fault } from '@vernal-slope/plan/document';
import { changeNode, type Command } from '@vernal-slope/plan/edit';
import { isStore } from '@vernal-slope/plan/kinds';
import type { Plan, StoreNode } from '@vernal-slope/plan/schema';
import {
  changeElement,
  changeFilter,
  elementsRun,
  filterRuns,
  filtersOf,
  forgetMeasured,
  loadingWorking,
  sandWorking,
  setFilm,
  setMeasuredFlow,
  setSandDepth,
  takeOutElement,
  type ElementRuns,
  type FilterRuns,
} from '@vernal-slope/plan/treat';
import { said } from '../../display/faults.ts';
import { nameIn } from '@vernal-slope/display/names';
import { planValue } from '@vernal-slope/display/planfields';
import { fixed, handStep, percent, showText } from '@vernal-slope/display/quantities';
import { quoted } from '@vernal-slope/display/quoted';
import { useSettings } from '../../display/settings.ts';
import DateField from '../../fields/DateField.vue';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import { useEdits } from '../../session/planpage.ts';
import type { PlanResults } from '../../session/usePlanResults.ts';
import { drawnScale, usePull } from './usePull.ts';
import './bench.css';

const props = defineProps<{
  results: PlanResults;
  plan: Plan;
  edit: (command: Command) => readonly Fault[];
  trying: boolean;
}>();
const emit = defineEmits<{ try: [command: Command]; working: [working: Working]; all: [id: string] }>();
const settings = useSettings();
const { perform } = useEdits();
const c = computed(() => props.results.compiled);
const filters = computed(() => filtersOf(props.plan).map((n) => filterRuns(c.value, n)));
const elements = computed(() => elementsRun(c.value));

/** px; a filter and what it gives into, to one scale. */
const WIDTH = 460;
const HEIGHT = 330;
const TOP = 26;
const FOOT = 22;
interface Drawn {
  readonly runs: FilterRuns;
  readonly clean: StoreNode | undefined;
  readonly scale: number;
  readonly low: number;
  readonly wide: number;
}
const cleanOf = (id: string): StoreNode | undefined => {
  const to = props.plan.lines.find((l) => l.from === id)?.to;
  const node = props.plan.nodes.find((n) => n.id === to);
  return isStore(node) ? node : undefined;
};
const widthOf = (n: StoreNode): number =>
  n.shape.type === 'box' ? n.shape.lengthM : n.shape.type === 'table' ? 0.5 : n.shape.diameterM;
const drawn = computed<Drawn[]>(() =>
  filters.value.map((runs) => {
    const clean = cleanOf(runs.node.id);
    const floors = [floorOf(runs.node), ...(clean ? [floorOf(clean)] : [])];
    const tops = [
      floorOf(runs.node) + vesselHeight(runs.node),
      ...(clean ? [floorOf(clean) + vesselHeight(clean)] : []),
    ];
    const low = Math.min(...floors);
    const rise = Math.max(...tops) - low;
    const across = widthOf(runs.node) + (clean ? widthOf(clean) + 0.3 : 0);
    return { runs, clean, low, wide: across, scale: Math.min((HEIGHT - TOP - FOOT) / rise, (WIDTH - 150) / across) };
  }),
);
const y = (d: Drawn, z: number): number => HEIGHT - FOOT - (z - d.low) * d.scale;
const STEP = computed(() => handStep(settings.units, 5, 0.25));
const pulling = usePull<string>(
  (on) => Number((on as SVGElement).dataset.scale ?? 1) * drawnScale(on, WIDTH),
  () => STEP.value,
  (id, by) => {
    const f = filters.value.find((r) => r.node.id === id);
    if (f) perform(setFilm(id, planValue('heightM', f.film + by)));
  },
);
const { held, grip, pull, letGo, drop, nudge, liftOf } = pulling;

const germs = (r: Removal): string =>
  (
    [
      ['bacteria', r.bacteria],
      ['viruses', r.viruses],
      ['protozoa', r.protozoa],
    ] as const
  )
    .map(([word, [low, high]]) => `${word} ${fixed(low, low % 1 ? 1 : 0)} to ${fixed(high, high % 1 ? 1 : 0)}`)
    .join(', ');
const onFilter = (id: string, label: string, recipe: Parameters<typeof changeFilter>[2]): string | undefined =>
  said(props.edit(changeFilter(id, label, recipe)));
const raise = (id: string, value: number): string | undefined =>
  said(props.edit(changeNode(id, isStore, 'stand', (n) => void (n.standM = value))));
const lost = (e: ElementRuns): number => (e.without > 0 ? 1 - e.flow / e.without : 0);
const rowsFor = (group: 'element' | 'heater'): string =>
  TREATMENT_ROWS.filter((r) => (group === 'heater') === (r.group === 'heater'))
    .map((r) => r.name.toLowerCase())
    .join('; ');
</script>

<template>
  <section class="bench sheet" aria-labelledby="treat-title">
    <header>
      <h2 id="treat-title">Treatment</h2>
      <span class="muted">each filter to its own true scale; nothing here makes untested water fit to drink</span>
    </header>
    <article v-for="d in drawn" :key="d.runs.node.id" class="filter" :data-test="`filter-${d.runs.node.id}`">
      <div class="scroll" tabindex="0" :aria-label="`${nameIn(plan, d.runs.node.id)}, cut open`">
        <svg
          :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
          class="drawing"
          role="group"
          :aria-label="nameIn(plan, d.runs.node.id)"
        >
          <g>
            <rect
              class="water"
              x="30"
              :y="y(d, floorOf(d.runs.node) + d.runs.node.outletM + d.runs.over)"
              :width="widthOf(d.runs.node) * d.scale"
              :height="Math.max(0, (d.runs.over + Math.max(0, d.runs.film)) * d.scale)"
            />
            <rect
              class="gravel"
              x="30"
              :y="y(d, floorOf(d.runs.node) + d.runs.node.filter.sandM - d.runs.node.filter.depthM)"
              :width="widthOf(d.runs.node) * d.scale"
              :height="Math.max(0, (d.runs.node.filter.sandM - d.runs.node.filter.depthM) * d.scale)"
            />
            <rect
              class="sand"
              x="30"
              :y="y(d, floorOf(d.runs.node) + d.runs.node.filter.sandM)"
              :width="widthOf(d.runs.node) * d.scale"
              :height="d.runs.node.filter.depthM * d.scale"
            />
            <path
              class="wall"
              :d="`M30 ${y(d, floorOf(d.runs.node) + vesselHeight(d.runs.node))}V${y(d, floorOf(d.runs.node))}h${widthOf(d.runs.node) * d.scale}V${y(d, floorOf(d.runs.node) + vesselHeight(d.runs.node))}`"
            />
            <path
              class="pipe"
              :d="`M${30 + widthOf(d.runs.node) * d.scale - 8} ${y(d, floorOf(d.runs.node) + 0.04)}h26V${y(d, floorOf(d.runs.node) + d.runs.node.outletM + liftOf(d.runs.node.id))}h22v10`"
            />
            <path
              class="film"
              :class="{ dry: d.runs.film <= 0 }"
              :d="`M30 ${y(d, floorOf(d.runs.node) + d.runs.node.outletM + liftOf(d.runs.node.id))}h${widthOf(d.runs.node) * d.scale + 18}`"
            />
            <text class="note" x="34" :y="y(d, floorOf(d.runs.node) + d.runs.node.filter.sandM) + 16">sand</text>
            <rect
              class="hold"
              :x="30 + widthOf(d.runs.node) * d.scale + 6"
              :y="y(d, floorOf(d.runs.node) + d.runs.node.outletM + liftOf(d.runs.node.id)) - 12"
              width="44"
              height="24"
              rx="5"
              role="slider"
              tabindex="0"
              aria-orientation="vertical"
              :aria-label="`Spill of ${nameIn(plan, d.runs.node.id)}; arrows raise and lower it`"
              :aria-valuenow="Math.round(1000 * (d.runs.film + liftOf(d.runs.node.id)))"
              aria-valuemin="-500"
              aria-valuemax="2000"
              :aria-valuetext="`${showText(d.runs.film + liftOf(d.runs.node.id), 'drop', settings.units)} over the sand`"
              :data-scale="d.scale"
              :data-test="`spill-${d.runs.node.id}`"
              @pointerdown="grip($event, d.runs.node.id)"
              @pointermove="pull"
              @pointerup="letGo"
              @pointercancel="drop"
              @keydown="nudge($event, d.runs.node.id)"
            >
              <title>Take the spill up or down</title>
            </rect>
            <text
              class="note"
              :x="30 + widthOf(d.runs.node) * d.scale + 56"
              :y="y(d, floorOf(d.runs.node) + d.runs.node.outletM + liftOf(d.runs.node.id)) - 4"
            >
              spill{{
                held?.what === d.runs.node.id
                  ? ` ${showText(d.runs.film + held.by, 'drop', settings.units)} over the sand`
                  : ''
              }}
            </text>
          </g>
          <g v-if="d.clean">
            <rect
              class="clean"
              :x="30 + (widthOf(d.runs.node) + 0.3) * d.scale"
              :y="y(d, floorOf(d.clean) + (d.clean.startLevelM ?? d.clean.overflowM))"
              :width="widthOf(d.clean) * d.scale"
              :height="Math.max(0, (d.clean.startLevelM ?? d.clean.overflowM) * d.scale)"
            />
            <path
              class="wall"
              :d="`M${30 + (widthOf(d.runs.node) + 0.3) * d.scale} ${y(d, floorOf(d.clean) + vesselHeight(d.clean))}V${y(d, floorOf(d.clean))}h${widthOf(d.clean) * d.scale}V${y(d, floorOf(d.clean) + vesselHeight(d.clean))}`"
            />
            <text class="note" :x="30 + (widthOf(d.runs.node) + 0.3) * d.scale + 4" :y="y(d, floorOf(d.clean)) + 15">
              clean water
            </text>
          </g>
        </svg>
      </div>
      <div class="beside">
        <h3>{{ nameIn(plan, d.runs.node.id) }}</h3>
        <p class="entry">
          <span>It stands</span>
          <QuantityField
            :value="d.runs.node.standM ?? 0"
            field="standM"
            label="Stand of the filter"
            :limits="{ min: 0, max: 30 }"
            :commit="(v) => raise(d.runs.node.id, v)"
            show-unit
          />
          <span>up; at rest</span>
          <QuantityField
            :value="planValue('heightM', d.runs.film)"
            field="heightM"
            quantity="drop"
            label="Water over the sand at rest"
            :limits="{ min: -5, max: 5 }"
            :commit="(v) => said(edit(setFilm(d.runs.node.id, v)))"
            show-unit
            :data-test="`film-${d.runs.node.id}`"
          />
          <span>of water stay over</span>
          <QuantityField
            :value="d.runs.node.filter.depthM"
            field="depthM"
            quantity="height"
            label="Depth of the sand"
            :limits="{ min: 0.05, max: d.runs.node.filter.sandM }"
            :commit="(v) => said(edit(setSandDepth(d.runs.node.id, v)))"
            show-unit
          />
          <span>of sand of</span>
          <QuantityField
            :value="d.runs.node.filter.grainMm"
            field="grainMm"
            label="Effective size of its grains"
            :limits="{ min: 0.00001, max: 0.003 }"
            :commit="(v) => onFilter(d.runs.node.id, 'grains of the sand', (f) => void (f.grainMm = v))"
            show-unit
          />
        </p>
        <p :data-test="`gives-${d.runs.node.id}`">
          Full, it gives
          <button type="button" class="figure" title="Show the working" @click="emit('working', sandWorking(d.runs))">
            {{ showText(d.runs.most, 'flow', settings.units) }}</button>, that is
          <button
            type="button"
            class="figure"
            title="Show the working"
            @click="emit('working', loadingWorking(d.runs))"
          >
            {{ showText(d.runs.hourly, 'height', settings.units) }}
          </button>
          an hour on its sand; {{ showText(d.runs.mostHourly, 'height', settings.units) }} an hour are the most.
          <template v-if="d.runs.fed"
            >Kept full, {{ showText(d.runs.perDay, 'volume', settings.units) }} a day.</template
          ><template v-else
            >Filled by hand, {{ showText(d.runs.charge, 'volume', settings.units) }} at a time: through in
            {{ showText(d.runs.chargeTime, 'duration', settings.units) }}, so
            {{ showText(d.runs.perDay, 'volume', settings.units) }} a day with its rest between.</template
          >
        </p>
        <p class="entry">
          <span>Measured, when full:</span>
          <QuantityField
            :value="d.runs.node.filter.conductivityMPerH === undefined ? undefined : planValue('flowLpm', d.runs.most)"
            field="flowLpm"
            label="Measured flow when full"
            :limits="{ min: 1e-8, max: 1 }"
            :commit="
              (v) =>
                d.runs.over > 0 ? said(edit(setMeasuredFlow(d.runs.node.id, v, d.runs))) : 'it is never over its spill'
            "
            :clear="() => perform(forgetMeasured(d.runs.node.id))"
            optional
            show-unit
          />
          <span>started on</span>
          <DateField
            :value="d.runs.node.filter.startedOn ?? ''"
            label="Started on"
            @update:value="
              (v) =>
                onFilter(d.runs.node.id, 'day it was started', (f) => {
                  if (v) f.startedOn = v;
                  else delete f.startedOn;
                })
            "
          />
        </p>
        <p class="small">
          Holds back, in powers of ten: {{ germs(d.runs.row.removal) }}; the low figures carelessly kept and unripe, the
          high ones at their best. Leaves {{ d.runs.row.leaves }}.
          <span class="muted">{{ d.runs.row.source }} (from memory).</span>
        </p>
        <p class="small muted">
          Its skin grows in {{ d.runs.row.ripens[0] }} to {{ d.runs.row.ripens[1] }} days and again after each
          cleaning<template v-if="d.runs.row.pause"
            >; it wants to rest {{ d.runs.row.pause[0] }} h to {{ d.runs.row.pause[1] }} h between charges</template
          >. Never put chlorine on it, never let it run dry.
          <button type="button" class="plain-button" @click="emit('all', d.runs.node.id)">All its entries</button>
        </p>
      </div>
    </article>
    <template v-if="elements.length > 0">
      <h3>In the lines</h3>
      <ul class="elements">
        <li
          v-for="e in elements"
          :key="`${e.line} ${e.leg} ${e.entry}`"
          :data-test="`element-${e.line}-${e.leg}-${e.entry}`"
        >
          <p>
            <strong>{{ e.row.name }}</strong> in {{ nameIn(plan, e.line) }}
            <template v-if="!e.settled">: not settled.</template>
            <template v-else-if="e.tap"
              >: {{ nameIn(plan, e.tap) }} alone gets
              <span class="figure">{{ showText(e.flow, 'flow', settings.units) }}</span>, without it
              {{ showText(e.without, 'flow', settings.units)
              }}<template v-if="lost(e) >= 0.01">: it takes {{ percent(lost(e)) }}</template
              >; lost in it {{ showText(e.loss, 'loss', settings.units) }} of head.</template
            ><template v-else>: no tap is under it.</template>
          </p>
          <p class="entry">
            <span>Its plate: loses</span>
            <QuantityField
              :value="e.treatment.lossKPa ?? e.row.kPa"
              field="lossKPa"
              :label="`Loss on its plate, ${e.row.name}`"
              :limits="{ min: 1, max: 1e7 }"
              :commit="
                (v) =>
                  said(
                    edit(
                      changeElement(e.line, e.leg, e.entry, 'loss of an element', (t) => {
                        t.lossKPa = v;
                        t.atLpm ??= e.row.lpm;
                      }),
                    ),
                  )
              "
              show-unit
            />
            <span>at</span>
            <QuantityField
              :value="e.treatment.atLpm ?? e.row.lpm"
              field="atLpm"
              :label="`Flow on its plate, ${e.row.name}`"
              :limits="{ min: 1e-8, max: 1 }"
              :commit="
                (v) =>
                  said(
                    edit(
                      changeElement(e.line, e.leg, e.entry, 'flow of an element', (t) => {
                        t.atLpm = v;
                        t.lossKPa ??= e.row.kPa;
                      }),
                    ),
                  )
              "
              show-unit
            />
            <span>clean; now</span>
            <NumberField
              class="count"
              :min="1"
              :max="100"
              :step="0.5"
              :value="e.treatment.clogged ?? 1"
              :label="`Times its clean loss, ${e.row.name}`"
              @update:value="
                (v: number) =>
                  perform(changeElement(e.line, e.leg, e.entry, 'how clogged it is', (t) => void (t.clogged = v)))
              "
            />
            <span>times that.</span>
            <button
              type="button"
              class="plain-button edged"
              :data-test="`out-${e.line}-${e.leg}-${e.entry}`"
              @click="perform(takeOutElement(e.line, e.leg, e.entry))"
            >
              Take it out
            </button>
          </p>
          <p class="small">
            <template v-if="e.row.takes">Takes {{ e.row.takes }}; leaves {{ e.row.leaves }}. </template>
            <template v-if="e.row.removal">Holds back, in powers of ten: {{ germs(e.row.removal) }}. </template>
            <template v-if="e.row.note">{{ quoted(e.row.note, settings.units) }} </template>
            <span class="muted">{{ e.row.source }}{{ e.row.basis === 'memory' ? ' (from memory)' : '' }}.</span>
          </p>
        </li>
      </ul>
    </template>
    <p v-if="filters.length + elements.length === 0">
      Nothing is treated here yet. On the bench of a tank’s taps a filter or an element is put into a line: sand;
      {{ rowsFor('element') }}.
    </p>
    <p class="small muted">
      Have the water tested before anyone drinks it, and again when the source changes. Boil or disinfect where a test
      or the local code says so; what is dissolved passes through sand, ceramic and boiling alike. Handle chlorine in
      the open air and by its label.
    </p>
  </section>
</template>

<style scoped>
.filter {
  display: grid;
  grid-template-columns: minmax(300px, 460px) minmax(0, 1fr);
  gap: 8px 20px;
  padding: 8px 0;
  border-bottom: var(--line-hair) solid var(--rule);
}

.drawing {
  display: block;
  width: 100%;
  min-width: 400px;
}

h3 {
  margin: 4px 0;
  font-family: var(--font-text);
  font-size: var(--text-m);
}

.water {
  fill: var(--water);
  fill-opacity: 0.6;
}

.clean {
  fill: var(--water);
  fill-opacity: 0.35;
}

.sand {
  fill: var(--earth-wash);
  stroke: var(--earth);
}

.gravel {
  fill: var(--earth);
  fill-opacity: 0.6;
}

.wall {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}

.pipe {
  fill: none;
  stroke: var(--water-deep);
  stroke-linejoin: round;
  stroke-width: 5;
}

.film {
  stroke: var(--water-deep);
  stroke-dasharray: 5 4;
  stroke-width: 1.5;
}

.film.dry {
  stroke: var(--brick);
  stroke-width: 2.5;
}

.elements {
  display: grid;
  gap: 8px;
  padding: 0;
  margin: 4px 0;
  list-style: none;
}

.elements p,
.beside p {
  margin: 4px 0;
}

@media (max-width: 800px) {
  .filter {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
