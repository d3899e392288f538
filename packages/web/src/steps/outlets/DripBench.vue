<script setup lang="ts">
// The bench of rows: the rows as they water, what runs along them, the barrel going down, the jet, the drill, the hours.
import { Trash2 } from '@lucide/vue';
import { computed, ref } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import { DRILL_ROWS, EMITTER_ROWS, findEmitter } from '@vernal-slope/plan/catalogue';
import type { Fault } from '@vernal-slope/plan/document';
import {
  changePlot,
  emitterRowOf,
  holeGroups,
  setPlotDrilled,
  setPlotEmitters,
  setPlotHole,
  type Command,
  type HoleGroup,
} from '@vernal-slope/plan/edit';
import {
  evennessWorking,
  gardenOfPlot,
  plantsOf,
  plantWants,
  potOfRow,
  potsByHand,
  potsWorking,
  servedBy,
  smallestHole,
  waterPlot,
  type GroupDrills,
  type HoleSearch,
  type Watering,
} from '@vernal-slope/plan/garden';
import type { Plan, Plot } from '@vernal-slope/plan/schema';
import { MONTHS } from '@vernal-slope/display/dates';
import { said } from '../../display/faults.ts';
import { nameIn } from '@vernal-slope/display/names';
import { planValue } from '@vernal-slope/display/planfields';
import { fixed, longText, perHourText, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TimeField from '../../fields/TimeField.vue';
import { useEdits } from '../../session/planpage.ts';
import type { PlanResults } from '../../session/usePlanResults.ts';
import type { AnswerShown } from '../../workers/useAnswer.ts';
import DripCharts from './DripCharts.vue';
import DripDrills from './DripDrills.vue';
import DripRows from './DripRows.vue';
import './bench.css';

const props = defineProps<{
  results: PlanResults;
  plan: Plan;
  plot: Plot;
  month: number;
  holes: AnswerShown<HoleSearch | undefined>;
  groups: AnswerShown<GroupDrills | undefined>;
  watering: AnswerShown<Watering | undefined>;
  edit: (command: Command) => readonly Fault[];
  trying: boolean;
}>();
const emit = defineEmits<{ try: [command: Command]; working: [working: Working] }>();
const settings = useSettings();
const { perform } = useEdits();
const LEVELS = [
  { value: 'start', label: 'Barrel as it stands' },
  { value: 'full', label: 'full' },
  { value: 'low', label: 'low' },
] as const;
const level = ref<'start' | 'full' | 'low'>('start');
const c = computed(() => props.results.compiled);
const runs = computed(() => waterPlot(c.value, props.plot, { level: level.value, month: props.month }));
const low = computed(() => waterPlot(c.value, props.plot, { level: 'low', month: props.month }));
const plants = computed(() => plantsOf(runs.value.emitters));
const wants = computed(() => plantWants(props.plan, props.plot, plants.value.length, props.month));
/** The watering in time, where it is of these very holes. */
const answer = computed(() => {
  const w = props.watering.answer;
  return w && w.given.length === runs.value.emitters.length ? w : undefined;
});
const served = computed(() =>
  answer.value && wants.value ? servedBy(answer.value, plants.value, wants.value.volume) : undefined,
);
const given = computed(() => {
  const w = answer.value;
  return w?.given.map((g) => g[w.times.length - 1]);
});
const total = computed(() => (given.value ?? []).reduce((sum, v) => sum + v, 0));
const enoughFor = computed(() =>
  answer.value?.down !== undefined && wants.value ? Math.floor(total.value / wants.value.volume) : undefined,
);
const perHour = (flow: number): string => perHourText(flow, settings.units);
const minutes = (s: number): string => showText(s, 'duration', settings.units);
/** The plants that people ask of, now and with the last litres. */
const ends = computed(() => {
  const [r, l] = [runs.value, low.value];
  const last = r.emitters.length - 1;
  if (last < 1) return undefined;
  return (
    [
      ['First plant', 0],
      ['last', last],
      ['best', r.most],
      ['worst', r.least],
    ] as const
  ).map(([name, k]) => ({
    name,
    now: r.emitters[k]?.flow ?? 0,
    low: level.value === 'low' ? undefined : l.emitters[k]?.flow,
  }));
});

const now = computed(() => {
  const hole = smallestHole(runs.value);
  return hole === undefined ? undefined : planValue('diameterMm', hole);
});
const drills = computed(() =>
  DRILL_ROWS.filter((d) => (settings.units === 'us' ? d.set !== 'metric' : d.set === 'metric')).map((d) => ({
    value: d.diameter,
    label: d.name,
  })),
);
/** One drill for all, and one for each kind of plant where there are several. */
const drillRows = computed(() => {
  const holes = runs.value.emitters.flatMap((e) => (e.entry.type === 'hole' ? [e.entry] : []));
  const sole = (list: readonly { diameterMm: number }[]): number | null => {
    const bores = new Set(list.map((e) => e.diameterMm));
    const [bore] = bores;
    return bores.size === 1 ? (drills.value.find((d) => Math.abs(d.value - bore) < 1e-6)?.value ?? null) : null;
  };
  const all = {
    key: 'all',
    group: {} as HoleGroup,
    label: 'Drill for all holes',
    value: sole(holes),
    test: 'drill-all',
  };
  const byPlant = holeGroups(props.plan, props.plot.id).flatMap(({ plant }, k) =>
    plant === undefined
      ? []
      : [
          {
            key: `plant ${plant}`,
            group: { plant } as HoleGroup,
            label: `Drill for ${plant || 'the others'}`,
            value: sole(holes.filter((e) => (e.plant ?? '') === plant)),
            test: `drill-plant-${k}`,
          },
        ],
  );
  return [all, ...byPlant];
});
const setGroup = (group: HoleGroup, mm: number): void =>
  void perform(
    setPlotHole(props.plot.id, mm, `holes of ${drills.value.find((d) => d.value === mm)?.label ?? ''}`, group),
  );
/** What stands along the rows: drilled holes, or something of the catalogue by its law. */
const WATERS = [
  { value: 'hole', label: 'drilled holes' },
  ...EMITTER_ROWS.map((r) => ({ value: r.id, label: r.name })),
];
const waters = computed(() => {
  const e = runs.value.emitters.at(0)?.entry;
  return !e || e.type === 'hole' ? 'hole' : (emitterRowOf(e)?.id ?? null);
});
function setWaters(id: string): void {
  const row = findEmitter(id);
  perform(row ? setPlotEmitters(props.plot.id, row) : setPlotDrilled(props.plot.id, 1));
}
/** Clay pots are filled by hand as well. */
const pot = computed(() => (waters.value ? potOfRow(waters.value) : undefined));
const pots = computed(() =>
  pot.value
    ? potsByHand(
        pot.value,
        runs.value.emitters.length,
        plants.value.length,
        wants.value && wants.value.volume * Math.max(1, props.plot.draws?.length ?? 1),
      )
    : undefined,
);
const openPots = (): void => {
  if (pot.value) emit('working', potsWorking(pot.value, nameIn(props.plan, props.plot.id)));
};
const setDraw = (k: number, change: (d: { at: string; durationMin: number }) => void): string | undefined =>
  said(
    props.edit(
      changePlot(props.plot.id, 'hours of the plot', (p) => {
        const d = p.draws?.[k];
        if (d) change(d);
      }),
    ),
  );
const addDraw = (): void =>
  void perform(
    changePlot(props.plot.id, 'hours of the plot', (p) => void (p.draws ??= []).push({ at: '20:30', durationMin: 30 })),
  );
const dropDraw = (k: number): void =>
  void perform(changePlot(props.plot.id, 'watering taken out', (p) => void p.draws?.splice(k, 1)));
const setWants = (value: number): string | undefined =>
  said(props.edit(changePlot(props.plot.id, 'what a plant wants', (p) => void (p.wantsLPerPlant = value))));
const clearWants = (): void =>
  void perform(changePlot(props.plot.id, 'what a plant wants', (p) => void delete p.wantsLPerPlant));
/** Gardens of Need, and none: then what its plants want is entered. */
const gardens = computed(() => [
  ...(props.plan.needs?.gardens ?? []).map((g) => ({ value: g.name, label: g.name })),
  { value: '', label: 'no garden of Need' },
]);
const setGarden = (name: string): void =>
  void perform(changePlot(props.plot.id, 'garden of the plot', (p) => void (p.garden = name)));
</script>

<template>
  <section class="bench sheet" aria-labelledby="drip-title">
    <header>
      <h2 id="drip-title">{{ plot.name ?? plot.id }}</h2>
      <span class="muted"
        >disc: its flow; ring: an even share, <span class="figure">{{ perHour(runs.evenness.mean) }}</span>; hollow:
        short</span
      >
      <span class="levels" role="group" aria-label="How full the barrel is">
        <button
          v-for="l in LEVELS"
          :key="l.value"
          type="button"
          class="plain-button edged"
          :class="{ on: level === l.value }"
          :aria-pressed="level === l.value"
          :data-test="`level-${l.value}`"
          @click="level = l.value"
        >
          {{ l.label }}
        </button>
      </span>
    </header>
    <p v-if="!runs.result.converged" class="small">Not settled: no flow was found for this state.</p>
    <DripRows
      :plan="plan"
      :plot="plot"
      :compiled="c"
      :runs="runs"
      :given="given"
      :wants="wants?.volume"
      :edit="edit"
      @working="(w) => emit('working', w)"
    />
    <p v-if="ends" class="small ends" data-test="ends">
      <span v-for="e in ends" :key="e.name"
        >{{ e.name }} <span class="figure">{{ perHour(e.now) }}</span><template v-if="e.low !== undefined"
          >, the last litres <span class="figure">{{ perHour(e.low) }}</span></template
        ></span
      >
    </p>
    <DripCharts :plan="plan" :plot="plot" :compiled="c" :runs="runs" :low="low" :watering="answer" :edit="edit" />
    <DripDrills
      :plan="plan"
      :plot="plot"
      :compiled="c"
      :runs="runs"
      :wants="wants?.volume"
      :holes="holes"
      :groups="groups"
      :trying="trying"
      @try="(command) => emit('try', command)"
    >
      <p v-if="served" data-test="served">
        <template v-if="served.all !== undefined"
          >Every plant has its
          <span class="figure">{{ showText(wants?.volume ?? 0, 'volume', settings.units) }}</span> after
          <span class="figure">{{ minutes(served.all) }}</span>.</template
        >
        <template v-else
          ><span class="figure">{{ served.short }}</span> of {{ served.plants }} plants stay short of
          <span class="figure">{{ showText(wants?.volume ?? 0, 'volume', settings.units) }}</span> when the barrel is
          down; the least has <span class="figure">{{ showText(served.least, 'volume', settings.units) }}</span>, the
          most <span class="figure">{{ showText(served.most, 'volume', settings.units) }}</span>.</template
        >
        <template v-if="enoughFor !== undefined">
          In all <span class="figure">{{ showText(total, 'volume', settings.units) }}</span> come out: enough for
          <span class="figure" data-test="enough-for">{{ enoughFor }}</span> plants, were all alike.</template
        >
        <button
          type="button"
          class="plain-button"
          data-test="even-working"
          @click="emit('working', evennessWorking(runs))"
        >
          How even: the three measures
        </button>
      </p>
      <p v-if="pots" data-test="pots">
        <strong>Filled by hand</strong> instead: every
        <button type="button" class="figure" title="Show the working" @click="openPots">
          {{ longText(pots.every, 'days') }} days</button
        >, <span class="figure">{{ showText(pots.carried, 'volume', settings.units) }}</span> carried each time for all
        {{ runs.emitters.length }}; they seep
        <span class="figure">{{ showText(pots.perDay, 'volume', settings.units) }}</span> a day<template
          v-if="pots.perPlant !== undefined"
          >, and a plant wants <span class="figure">{{ fixed(pots.perPlant, 1) }}</span> of them</template
        >. Seepage by size is common practice, no source.
      </p>
    </DripDrills>
    <div class="hours">
      <div v-for="(d, k) in plot.draws ?? []" :key="k" class="entry">
        <span>Open at</span>
        <TimeField
          :value="d.at"
          :label="`Plot opens, ${k + 1}`"
          @update:value="(v: string) => setDraw(k, (it) => void (it.at = v))"
        />
        <span>for</span>
        <QuantityField
          :value="d.durationMin"
          field="durationMin"
          :label="`For how long, ${k + 1}`"
          :limits="{ min: 1, max: 86400 }"
          :commit="(v) => setDraw(k, (it) => void (it.durationMin = v))"
          show-unit
        />
        <button type="button" class="plain-button" :aria-label="`Take watering ${k + 1} out`" @click="dropDraw(k)">
          <Trash2 :size="16" aria-hidden="true" />
        </button>
      </div>
      <button type="button" class="plain-button edged" @click="addDraw">Another watering</button>
      <div class="entry">
        <span>Along the rows</span>
        <ChoiceField
          class="wide"
          :value="waters"
          :options="WATERS"
          placeholder="other emitters"
          label="What waters along the rows"
          data-test="waters"
          @update:value="(id: string) => setWaters(id)"
        />
      </div>
      <template v-if="now !== undefined">
        <div v-for="g in drillRows" :key="g.key" class="entry">
          <span>{{ g.label }}</span>
          <ChoiceField
            fit
            :value="g.value"
            :options="drills"
            placeholder="several"
            :label="g.label"
            :data-test="g.test"
            @update:value="(mm: number) => setGroup(g.group, mm)"
          />
        </div>
      </template>
      <div v-if="gardens.length > 1" class="entry">
        <span>It waters</span>
        <ChoiceField
          fit
          :value="gardenOfPlot(plan, plot) ?? ''"
          :options="gardens"
          label="Garden of Need that it waters"
          data-test="plot-garden"
          @update:value="(name: string) => setGarden(name)"
        />
      </div>
      <div class="entry">
        <span>A plant wants, at a watering</span>
        <QuantityField
          :value="plot.wantsLPerPlant"
          field="wantsL"
          label="What a plant wants at a watering"
          :limits="{ min: 1e-6, max: 1 }"
          :commit="setWants"
          :clear="clearWants"
          optional
          show-unit
        />
        <span v-if="plot.wantsLPerPlant === undefined && wants" class="small muted"
          >left open: {{ showText(wants.volume, 'volume', settings.units) }} by Need’s {{ wants.by }} in
          {{ MONTHS[month - 1] }}</span
        >
      </div>
    </div>
  </section>
</template>

<style scoped>
.levels {
  display: flex;
  margin-left: auto;
}

.on {
  background: var(--water-wash);
  border-color: var(--water);
}

.ends {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 20px;
  margin: 4px 0 8px;
}

.hours {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
}

.hours {
  gap: 8px 24px;
  padding-top: 8px;
  border-top: var(--line-hair) solid var(--rule);
}

.wide {
  flex: 1 1 200px;
  min-width: 0;
  max-width: 340px;
}
</style>
