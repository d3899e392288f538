<script setup lang="ts">
// What a source is, by its kind: spring, stream, roof, pump in the sun, ram, hauled, mains.
import { NSelect } from 'naive-ui';
import { Trash2 } from '@lucide/vue';
import { computed, ref } from 'vue';
import { designFlow, GUTTER_LENGTH } from '@vernal-slope/core/supply';
import { FIRST_FLUSH_MM, RUNOFF_ROWS } from '@vernal-slope/plan/catalogue';
import { rainRate } from '@vernal-slope/plan/compile';
import { DESIGN_RAIN } from '@vernal-slope/plan/budget';
import {
  dividedBarrels,
  gutterCarries,
  haulFigures,
  roofArea,
  roofRunoff,
  type SourceYield,
} from '@vernal-slope/plan/year';
import { changeNode, presetOf, unitsOf, type Command } from '@vernal-slope/plan/edit';
import type { Fault } from '@vernal-slope/plan/document';
import type { Plan, SourceNode } from '@vernal-slope/plan/schema';
import { fixed, percent, showEntered, showText, type Limits, type Quantity } from '@vernal-slope/display/quantities';
import GroundEntry from '../GroundEntry.vue';
import { MONTHS } from '@vernal-slope/display/dates';
import { said } from '../../display/faults.ts';
import { useSettings } from '../../display/settings.ts';
import EntryRow from '../../fields/EntryRow.vue';
import NameField from '../../fields/NameField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import { isSource, isStore } from '@vernal-slope/plan/kinds';
import { planField } from '@vernal-slope/display/planfields';
import NumberField from '../../fields/NumberField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import { quoted } from '@vernal-slope/display/quoted';

const props = defineProps<{
  plan: Plan;
  source: SourceNode;
  yields: SourceYield;
  edit: (command: Command) => readonly Fault[];
}>();
const settings = useSettings();
const change = (label: string, recipe: (s: SourceNode) => void): string | undefined =>
  said(props.edit(changeNode(props.source.id, isSource, label, recipe)));

const KINDS: readonly { value: SourceNode['type']; label: string }[] = [
  { value: 'spring', label: 'Spring or seep' },
  { value: 'stream', label: 'Stream' },
  { value: 'roof', label: 'Roof' },
  { value: 'pump', label: 'Pump in the sun' },
  { value: 'ram', label: 'Ram pump' },
  { value: 'haul', label: 'Hauled' },
  { value: 'mains', label: 'Mains, as a backup' },
];
/** What most houses have. */
const USUAL_GUTTER = { widthMm: 115, depthMm: 60, fallMmPerM: 3, round: true };
const tanks = computed(() =>
  props.plan.nodes.filter((n) => isStore(n)).map((n) => ({ value: n.id, label: n.name ?? n.id })),
);
const hasLine = computed(() => props.plan.lines.some((l) => l.from === props.source.id));

/** A kind comes with the figures of its preset to start from, each of which can be changed. */
function setKind(type: SourceNode['type']): void {
  const made = presetOf(type).make(props.source.id, props.source.groundM, unitsOf(props.plan)) as SourceNode;
  change('kind of source', (s) => {
    s.type = type;
    if (!hasLine.value && (type === 'roof' || type === 'haul') && !s.feeds && tanks.value[0])
      s.feeds = tanks.value[0].value;
    for (const key of ['roof', 'pump', 'ram', 'haul'] as const)
      if (made[key]) Object.assign(s, { [key]: s[key] ?? made[key] });
      else Reflect.deleteProperty(s, key);
  });
}

interface Row {
  readonly label: string;
  readonly value: number | undefined;
  readonly field: string;
  readonly quantity: Quantity;
  readonly limits?: Limits;
  readonly note?: string;
  readonly set: (s: SourceNode, value: number) => void;
}

const rows = computed<Row[]>(() => {
  const s = props.source;
  const { roof, pump, ram, haul } = s;
  if (roof) {
    return [
      {
        label: 'First flush thrown away',
        value: roof.firstFlushMm ?? FIRST_FLUSH_MM.typical,
        field: 'firstFlushMm',
        quantity: 'drop',
        limits: { min: 0, max: 0.02 },
        note: `once in a wet spell; ${quoted(FIRST_FLUSH_MM.source, settings.units)}`,
        set: (n, v) => void (n.roof && (n.roof.firstFlushMm = v)),
      },
      {
        label: 'Design rain, an hour',
        value: roof.designRainMmPerH ?? DESIGN_RAIN,
        field: 'designRainMmPerH',
        quantity: 'drop',
        limits: { min: 0.001, max: 1 },
        note: `the local code or weather service names it; ${showEntered(planField('designRainMmPerH').toSI(DESIGN_RAIN), 'drop', settings.units)} an hour is taken (common practice)`,
        set: (n, v) => void (n.roof && (n.roof.designRainMmPerH = v)),
      },
      {
        label: 'Gutter, wide',
        value: roof.gutter?.widthMm ?? 115,
        field: 'widthMm',
        quantity: 'bore',
        limits: { min: 0.02, max: 1 },
        set: (n, v) => void (n.roof && ((n.roof.gutter ??= { ...USUAL_GUTTER }).widthMm = v)),
      },
      {
        label: 'Gutter, to its outlet',
        value: roof.gutter?.lengthM ?? GUTTER_LENGTH,
        field: 'lengthM',
        quantity: 'distance',
        limits: { min: 0.2, max: 200 },
        note:
          roof.gutter?.lengthM === undefined
            ? `${showText(GUTTER_LENGTH, 'distance', settings.units)} are taken (assumption)`
            : undefined,
        set: (n, v) => void (n.roof && ((n.roof.gutter ??= { ...USUAL_GUTTER }).lengthM = v)),
      },
      {
        label: 'Hole into the downpipe',
        value: roof.gutter?.holeMm,
        field: 'holeMm',
        quantity: 'bore',
        limits: { min: 0.02, max: 0.5 },
        set: (n, v) => void (n.roof && ((n.roof.gutter ??= { ...USUAL_GUTTER }).holeMm = v)),
      },
      {
        label: 'Gutter falls, of its length',
        value: roof.gutter?.fallMmPerM ?? 3,
        field: 'fallMmPerM',
        quantity: 'ratio',
        limits: { min: 0, max: 0.1 },
        note: gutterNote.value,
        set: (n, v) => void (n.roof && ((n.roof.gutter ??= { ...USUAL_GUTTER }).fallMmPerM = v)),
      },
    ];
  }
  if (pump) {
    return [
      {
        label: 'Flow in full sun',
        value: pump.ratedFlowLpm,
        field: 'ratedFlowLpm',
        quantity: 'flow',
        limits: { min: 1e-7, max: 1 },
        set: (n, v) => void (n.pump && (n.pump.ratedFlowLpm = v)),
      },
      {
        label: 'at a lift of',
        value: pump.ratedLiftM,
        field: 'ratedLiftM',
        quantity: 'height',
        limits: { min: 0.1, max: 1000 },
        set: (n, v) => void (n.pump && (n.pump.ratedLiftM = v)),
      },
      {
        label: 'It lifts here',
        value: pump.liftM,
        field: 'liftM',
        quantity: 'height',
        limits: { min: 0.1, max: 1000 },
        note: 'water to inlet, and the friction of its pipe',
        set: (n, v) => void (n.pump && (n.pump.liftM = v)),
      },
      {
        label: 'The most it gives at any lift',
        value: pump.largestFlowLpm,
        field: 'largestFlowLpm',
        quantity: 'flow',
        limits: { min: 1e-7, max: 1 },
        set: (n, v) => void (n.pump && (n.pump.largestFlowLpm = v)),
      },
      {
        label: 'Lift at which nothing comes',
        value: pump.largestLiftM,
        field: 'largestLiftM',
        quantity: 'height',
        limits: { min: 0.1, max: 1000 },
        set: (n, v) => void (n.pump && (n.pump.largestLiftM = v)),
      },
    ];
  }
  if (ram) {
    return [
      {
        label: 'Flow into the drive pipe',
        value: ram.driveFlowLpm,
        field: 'driveFlowLpm',
        quantity: 'flow',
        limits: { min: 1e-7, max: 10 },
        set: (n, v) => void (n.ram && (n.ram.driveFlowLpm = v)),
      },
      {
        label: 'Fall to the ram',
        value: ram.fallM,
        field: 'fallM',
        quantity: 'height',
        limits: { min: 0.1, max: 500 },
        set: (n, v) => void (n.ram && (n.ram.fallM = v)),
      },
      {
        label: 'Lift above the ram',
        value: ram.liftM,
        field: 'liftM',
        quantity: 'height',
        limits: { min: 0.1, max: 1000 },
        note: '0.6 of the drive’s power is taken as lifted (rule of extension services); rams in practice reach 0.5 to 0.7',
        set: (n, v) => void (n.ram && (n.ram.liftM = v)),
      },
    ];
  }
  if (haul) {
    return [
      {
        label: 'Brought each trip',
        value: haul.litresPerTrip,
        field: 'litresPerTrip',
        quantity: 'volume',
        limits: { min: 1e-3, max: 1000 },
        set: (n, v) => void (n.haul && (n.haul.litresPerTrip = v)),
      },
      {
        label: 'Wanted each day',
        value: haul.litresPerDay,
        field: 'litresPerDay',
        quantity: 'volume',
        limits: { min: 1e-3, max: 10_000 },
        set: (n, v) => void (n.haul && (n.haul.litresPerDay = v)),
      },
      {
        label: 'One way',
        value: haul.distanceKm,
        field: 'distanceKm',
        quantity: 'road',
        limits: { min: 10, max: 1e7 },
        set: (n, v) => void (n.haul && (n.haul.distanceKm = v)),
      },
      {
        label: 'On the road, an hour',
        value: haul.speedKmh,
        field: 'speedKmh',
        quantity: 'road',
        limits: { min: 1000, max: 2e5 },
        set: (n, v) => void (n.haul && (n.haul.speedKmh = v)),
      },
      {
        label: 'Filling, emptying, waiting a trip',
        value: haul.standingMin,
        field: 'standingMin',
        quantity: 'duration',
        limits: { min: 0, max: 86_400 },
        note: haulNote.value,
        set: (n, v) => void (n.haul && (n.haul.standingMin = v)),
      },
    ];
  }
  if (s.type === 'mains') return [];
  return [
    {
      label: 'Yield that is counted on',
      value: s.yieldLpm,
      field: 'yieldLpm',
      quantity: 'flow',
      limits: { min: 0, max: 10 },
      note: s.yieldByMonthLpm
        ? 'twelve months are given in the plan file and go first'
        : 'the lowest test of the year is the honest one',
      set: (n, v) => void (n.yieldLpm = v),
    },
  ];
});
const gutterNote = computed(() => {
  const roof = props.source.roof;
  if (!roof) return undefined;
  const g = roof.gutter ?? USUAL_GUTTER;
  const carries = gutterCarries(g);
  const comes = designFlow(rainRate(roof.designRainMmPerH ?? DESIGN_RAIN), roofArea(roof));
  return `it carries ${showText(carries, 'flow', settings.units)} before it runs over (Chow 1959, water joining all along${roof.gutter?.holeMm === undefined ? '; its hole is not counted' : ''}); the design rain brings ${showText(comes, 'flow', settings.units)}`;
});
const haulNote = computed(() => {
  const h = props.source.haul;
  if (!h) return undefined;
  const f = haulFigures(h);
  return `${fixed(f.trips, 1)} trips and ${showText(f.time, 'duration', settings.units)} a week${f.cost > 0 ? `, costing ${fixed(f.cost, 0)}` : ''}`;
});
const COSTS = [
  { key: 'costPerKm', label: 'Cost a kilometre' },
  { key: 'costPerHour', label: 'Cost of an hour' },
] as const;
const toggleHours = (): string | undefined =>
  change('hours of sun', (s) => {
    if (!s.pump) return;
    if (s.pump.hoursByMonth) delete s.pump.hoursByMonth;
    else s.pump.hoursByMonth = new Array<number>(12).fill(5);
  });
const trouble = ref('');
const addBarrel = (): string | undefined =>
  change('another barrel', (s) => {
    if (!s.roof) return;
    const list = (s.roof.barrels ??= []);
    const left = 1 - list.reduce((sum, b) => sum + b.share, 0);
    list.push({ volumeL: 200, share: Math.round(100 * Math.max(0, left)) / 100 });
  });
const divided = computed(() => dividedBarrels(props.plan, props.source));
const areas = computed(() => props.source.roof?.areas ?? []);
const UPKEEP = computed(() => ({
  temporary: [
    'after every storm: the dike, its way round for high water, the inlet’s holes',
    'every week: leaves off the inlet, stock kept out',
    'every season: is a permanent take-off worth it',
  ],
  permanent: [
    'after every storm: the screen',
    `twice a year: the clean-out joint ${showEntered(5, 'distance', settings.units)} to ${showEntered(10, 'distance', settings.units)} below (common practice)`,
    'every year: the spring box, its lid and fence; never enter it alone or unventilated',
  ],
}));
</script>

<template>
  <div class="form">
    <EntryRow label="Name"
      ><NameField
        :value="source.name ?? source.id"
        label="Name of the source"
        @change="(v) => change('name of the source', (s) => void (s.name = v))"
    /></EntryRow>
    <EntryRow label="Kind"
      ><ChoiceField :value="source.type" :options="KINDS" label="Kind of source" @update:value="setKind"
    /></EntryRow>
    <GroundEntry :plan="plan" :node="source" label="Ground there, above datum" />
    <EntryRow
      v-if="!hasLine && tanks.length > 0"
      label="Fills the tank"
      note="by a downpipe or by hand: no line of the plan carries it"
    >
      <NSelect
        :value="source.feeds ?? null"
        clearable
        :options="tanks"
        :input-props="{ 'aria-label': 'Tank that it fills' }"
        @update:value="
          (v: string | null) =>
            change('tank that it fills', (s) => {
              if (v) s.feeds = v;
              else delete s.feeds;
            })
        "
      />
    </EntryRow>
    <template v-if="source.roof">
      <template v-for="(a, k) in areas" :key="k">
        <EntryRow
          :label="areas.length > 1 ? `Roof ${k + 1}, seen from above` : 'Roof, seen from above'"
          :value="a.planM2"
          field="planM2"
          :limits="{ min: 0.5, max: 1e5 }"
          :commit="(value) => change('area of the roof', (s) => void (s.roof && (s.roof.areas[k].planM2 = value)))"
        />
        <EntryRow
          label="of"
          :note="`${percent(a.runoff ?? RUNOFF_ROWS.find((r) => r.id === a.material)?.typical ?? 0.9)} runs off (${quoted(RUNOFF_ROWS.find((r) => r.id === a.material)?.source ?? 'assumed', settings.units)})`"
          ><ChoiceField
            :value="a.material ?? 'metal'"
            :options="RUNOFF_ROWS.map((r) => ({ value: r.id, label: r.name }))"
            label="Roof of"
            @update:value="
              (v) => change('material of the roof', (s) => void (s.roof && (s.roof.areas[k].material = v)))
            "
        /></EntryRow>
      </template>
      <p class="small">
        <button
          type="button"
          class="plain-button edged"
          @click="change('another roof', (s) => void s.roof?.areas.push({ planM2: 20, material: 'metal' }))"
        >
          Another roof
        </button>
        In all <span class="figure">{{ showText(roofArea(source.roof), 'area', settings.units) }}</span>, of which
        {{ percent(roofRunoff(source.roof)) }} runs off.
      </p>
    </template>
    <EntryRow
      v-for="row in rows"
      :key="row.label"
      :label="row.label"
      :value="row.value"
      :field="row.field"
      :quantity="row.quantity"
      :limits="row.limits"
      :note="row.note"
      :commit="(value) => change(row.label.toLowerCase(), (s) => row.set(s, value))"
    />
    <template v-if="source.haul">
      <EntryRow v-for="c in COSTS" :key="c.key" :label="c.label" note="in your own money">
        <NumberField
          class="cost"
          :min="0"
          :step="0.05"
          :value="source.haul[c.key] ?? 0"
          :label="c.label"
          @update:value="(n) => change(c.label.toLowerCase(), (s) => void (s.haul && (s.haul[c.key] = n)))"
        />
      </EntryRow>
    </template>
    <template v-if="source.pump">
      <EntryRow
        label="Hours of sun"
        note="hours a day at the full flow; left out, the sun’s course over the latitude decides"
      >
        <button type="button" class="plain-button edged" @click="toggleHours">
          {{ source.pump.hoursByMonth ? 'By the sun’s course' : 'Give them by month' }}
        </button>
      </EntryRow>
      <div v-if="source.pump.hoursByMonth" class="hours">
        <label v-for="(h, m) in source.pump.hoursByMonth" :key="m" class="small"
          >{{ MONTHS[m].slice(0, 3) }}
          <NumberField
            class="sun"
            :min="0"
            :max="24"
            :step="0.5"
            :value="h"
            :label="`Hours of sun in ${MONTHS[m]}`"
            @update:value="
              (n) => change('hours of sun', (s) => void (s.pump?.hoursByMonth && (s.pump.hoursByMonth[m] = n)))
            "
        /></label>
      </div>
    </template>
    <template v-if="source.roof">
      <h4>Divided between barrels</h4>
      <div v-for="(b, k) in source.roof.barrels ?? []" :key="k" class="barrel small">
        <QuantityField
          class="narrow"
          :value="b.volumeL"
          field="volumeL"
          :label="`Barrel ${k + 1} holds`"
          :limits="{ min: 1e-3, max: 1000 }"
          :commit="(value) => change('barrel', (s) => void (s.roof?.barrels && (s.roof.barrels[k].volumeL = value)))"
          show-unit
        />
        gets
        <NumberField
          class="cost"
          :min="0"
          :max="100"
          :step="5"
          :value="Math.round(100 * b.share)"
          :label="`Share of barrel ${k + 1}, per cent`"
          @update:value="
            (n) =>
              (trouble =
                change('share of a barrel', (s) => void (s.roof?.barrels && (s.roof.barrels[k].share = n / 100))) ?? '')
          "
        />
        %
        <button
          type="button"
          class="plain-button"
          :aria-label="`Take barrel ${k + 1} out`"
          @click="change('barrel taken out', (s) => void s.roof?.barrels?.splice(k, 1))"
        >
          <Trash2 :size="16" aria-hidden="true" />
        </button>
      </div>
      <p v-if="trouble" role="alert" class="wrong small">{{ trouble }}</p>
      <p class="small">
        <button type="button" class="plain-button edged" data-test="add-barrel" @click="addBarrel">
          Another barrel
        </button>
        <template v-if="divided"
          >As divided they give
          <span class="figure">{{ showText(divided.divided, 'volume', settings.units) }}</span> over the years; joined
          low down they would give
          <span class="figure">{{ showText(divided.joined, 'volume', settings.units) }}</span>.</template
        >
      </p>
      <p class="small muted">
        Leaf screens at the gutter, a finer one before the tank, and mesh on every opening against insects; look at them
        after every storm and in leaf fall.
      </p>
    </template>
    <p v-if="source.type === 'mains'" class="caution">
      Mains are a backup and not counted on. Where they meet other water the local code asks for a backflow preventer;
      an air gap at the tank’s inlet is the plainest one.
    </p>
    <template v-if="source.type === 'spring' || source.type === 'stream'">
      <EntryRow label="Take-off"
        ><ChoiceField
          :value="source.intake ?? null"
          placeholder="not said"
          :options="[
            { value: 'temporary', label: 'temporary, by hand' },
            { value: 'permanent', label: 'permanent' },
          ]"
          label="Take-off"
          @update:value="(v: 'temporary' | 'permanent') => change('take-off', (s) => void (s.intake = v))"
      /></EntryRow>
      <div v-if="source.intake" class="small upkeep">
        <template v-if="source.intake === 'temporary'">
          It needs a dike of damp tamped earth 75 to 125 mm above the pipe (common practice), a pipe through it, a way
          round it for the storm, and a capped inlet with small holes. Upkeep:
        </template>
        <template v-else>
          It needs gravel round perforated pipe, or a low dam with a membrane, a box with a lid, a screen, an overflow,
          and rights to the water. Upkeep:
        </template>
        <ul>
          <li v-for="u in UPKEEP[source.intake]" :key="u">{{ u }}</li>
        </ul>
      </div>
    </template>
    <p v-if="yields.assumption" class="small muted">Assumed: {{ yields.assumption }}.</p>
  </div>
</template>

<style scoped>
h4 {
  margin: 10px 0 4px;
}

.cost {
  width: 84px;
}

.hours,
.barrel {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
}

.hours .sun {
  width: 64px;
}

.narrow {
  width: 120px;
}

.wrong {
  color: var(--brick-ink);
}

.caution {
  margin-top: 8px;
  padding: 8px 10px;
  background: var(--amber-wash);
}

.upkeep {
  margin: 6px 0;
  color: var(--muted);
}

ul {
  margin: 2px 0;
  padding-left: 18px;
}
</style>
