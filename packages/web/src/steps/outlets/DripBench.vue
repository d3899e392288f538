<script setup lang="ts">
// The bench of rows: every hole as it waters, what runs along each pipe, the barrel going down, the jet, and the drill.
import { line as curveOf } from 'd3-shape';
import { computed, ref } from 'vue';
import { GRAVITY } from '@vernal-slope/core/units';
import type { Working } from '@vernal-slope/core/working';
import { DRILL_ROWS, EMITTER_ROWS, findEmitter } from '@vernal-slope/plan/catalogue';
import type { Fault } from '@vernal-slope/plan/document';
import {
  changePlot,
  closeLoops,
  emitterRowOf,
  endsDead,
  setOneHole,
  setPlotDrilled,
  setPlotEmitters,
  setPlotHole,
  splitRun,
  toggleHole,
  type Command,
} from '@vernal-slope/plan/edit';
import {
  DRY_JOINT,
  emitterWorking,
  evennessWorking,
  feedOf,
  plantsOf,
  plantWants,
  pressureForThrow,
  screenFor,
  servedBy,
  smallestHole,
  throwOf,
  waterPlot,
  type EmitterRuns,
  type HoleSearch,
  type Watering,
} from '@vernal-slope/plan/garden';
import type { Plan, Plot } from '@vernal-slope/plan/schema';
import { said } from '../../display/faults.ts';
import { nameIn } from '../../display/names.ts';
import { planValue } from '../../display/planfields.ts';
import { percent, perHourText, showText } from '../../display/quantities.ts';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TimeField from '../../fields/TimeField.vue';
import AnswerState from '../../judgement/AnswerState.vue';
import { useEdits } from '../../session/planpage.ts';
import type { PlanResults } from '../../session/usePlanResults.ts';
import type { AnswerShown } from '../../workers/useAnswer.ts';

const props = defineProps<{
  results: PlanResults;
  plan: Plan;
  plot: Plot;
  month: number;
  holes: AnswerShown<HoleSearch | undefined>;
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
const served = computed(() =>
  props.watering.answer && wants.value && props.watering.answer.given.length === runs.value.emitters.length
    ? servedBy(props.watering.answer, plants.value, wants.value.volume)
    : undefined,
);
/** m³ that an emitter has given when the barrel is down. */
const litresOf = (k: number): number | undefined => {
  const w = props.watering.answer;
  return w && w.given.length === runs.value.emitters.length ? w.given[k][w.times.length - 1] : undefined;
};

/** Rows as they lie: each leg with holes is a row; what turns back is drawn back. */
interface Row {
  readonly line: string;
  readonly leg: number;
  readonly length: number;
  readonly from: number;
  readonly back: boolean;
  readonly dead: boolean;
  readonly emitters: readonly { readonly e: EmitterRuns; readonly k: number }[];
}
const rows = computed<Row[]>(() =>
  props.plot.lines.flatMap((id) => {
    const line = props.plan.lines.find((l) => l.id === id);
    const chain = c.value.lines.get(id)?.geometry.chainage;
    if (!line || !chain) return [];
    let count = 0;
    return line.legs.flatMap((leg, k): Row[] => {
      if ((leg.emitters ?? []).length === 0) return [];
      return [
        {
          line: id,
          leg: k,
          length: leg.lengthM,
          from: chain[k],
          back: count++ % 2 === 1,
          dead: endsDead(props.plan, line),
          emitters: runs.value.emitters.flatMap((e, n) => (e.line === id && e.leg === k ? [{ e, k: n }] : [])),
        },
      ];
    });
  }),
);
const WIDTH = 860;
const ROW = 46;
const LEFT = 60;
const longest = computed(() => Math.max(1e-6, ...rows.value.map((r) => r.length)));
const x = (r: Row, e: EmitterRuns): number => {
  const share = (e.chainage - r.from) / longest.value;
  const w = WIDTH - LEFT - 40;
  return r.back ? LEFT + (r.length / longest.value) * w - share * w : LEFT + share * w;
};
const even = computed(() => runs.value.evenness.mean);
/** Radius of an even share, px; of a plant by its flow, area by area. */
const RING = computed(() =>
  Math.max(3, Math.min(10, (0.4 * (WIDTH - LEFT - 40)) / Math.max(1, ...rows.value.map((r) => r.emitters.length)))),
);
const radius = (e: EmitterRuns): number => (even.value > 0 ? RING.value * Math.sqrt(e.flow / even.value) : 0);
const isShort = (k: number): boolean => {
  const given = litresOf(k);
  return (
    given !== undefined &&
    wants.value !== undefined &&
    given < wants.value.volume / (runs.value.emitters[k].entry.perPlant ?? 1)
  );
};
const picked = ref(-1);
const chosen = computed(() => (picked.value >= 0 ? runs.value.emitters.at(picked.value) : undefined));
const perHour = (flow: number): string => perHourText(flow, settings.units);
function pick(k: number): void {
  picked.value = picked.value === k ? -1 : k;
}
function move(event: KeyboardEvent, k: number): void {
  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  if (by === 0) return;
  event.preventDefault();
  event.stopPropagation();
  const next = Math.min(runs.value.emitters.length - 1, Math.max(0, k + by));
  picked.value = next;
  (event.currentTarget as Element).parentElement?.parentElement
    ?.querySelector<SVGElement>(`[data-k="${next}"]`)
    ?.focus();
}
const indexOfEntry = (e: EmitterRuns): number =>
  props.plan.lines.find((l) => l.id === e.line)?.legs[e.leg].emitters?.indexOf(e.entry) ?? -1;

/** Holes that are taped over, by row, to be opened again. */
const taped = computed(() =>
  props.plot.lines.flatMap((id) =>
    (c.value.lines.get(id)?.lateral?.emitters ?? []).filter((e) => e.shut).map((e) => ({ line: id, e })),
  ),
);
function tape(line: string, e: { leg: number; entry: EmitterRuns['entry']; k: number }): void {
  const entry = props.plan.lines.find((l) => l.id === line)?.legs[e.leg].emitters?.indexOf(e.entry) ?? -1;
  if (entry >= 0) perform(toggleHole(line, e.leg, entry, e.k));
  picked.value = -1;
}

/** Flow along each pipe, full and low. */
const CURVE = { width: 250, height: 130, left: 40, bottom: 20 };
const top = computed(() => 1.1 * Math.max(1e-12, runs.value.evenness.most));
const farthest = computed(() => Math.max(1e-6, ...runs.value.emitters.map((e) => e.chainage)));
const along = (list: readonly EmitterRuns[], id: string): string =>
  curveOf()(
    list
      .filter((e) => e.line === id)
      .map((e): [number, number] => [
        CURVE.left + (e.chainage / farthest.value) * (CURVE.width - CURVE.left - 8),
        CURVE.height - CURVE.bottom - (e.flow / top.value) * (CURVE.height - CURVE.bottom - 8),
      ]),
  ) ?? '';
/** The barrel going down. */
const barrel = computed(() => {
  const w = props.watering.answer;
  if (!w?.tank || w.levels.length < 2) return undefined;
  const most = Math.max(...w.levels, 1e-6);
  const last = w.times[w.times.length - 1] || 1;
  const path =
    curveOf()(
      w.levels.map((l, k): [number, number] => [40 + (w.times[k] / last) * 200, 110 - Math.max(0, l / most) * 96]),
    ) ?? '';
  return { path, most, last };
});
/** The jet of the first hole, from a full and from a low barrel. */
const jet = computed(() => {
  const first = runs.value.emitters.at(0);
  const last = low.value.emitters.at(0);
  if (first?.entry.type !== 'hole') return undefined;
  return { high: throwOf(c.value, first), low: last ? throwOf(c.value, last) : 0, up: first.entry.heightM ?? 0 };
});
function setUp(value: number): string | undefined {
  return said(
    props.edit({
      label: 'height of the holes',
      recipe: (plan) => {
        for (const l of plan.lines)
          if (props.plot.lines.includes(l.id))
            for (const leg of l.legs) for (const e of leg.emitters ?? []) e.heightM = value;
      },
    }),
  );
}

/** Drills beside the one that is there: as many as stand side by side. */
const now = computed(() => {
  const hole = smallestHole(runs.value);
  return hole === undefined ? undefined : planValue('diameterMm', hole);
});
const SIDE_BY_SIDE = 6;
const shownHoles = computed(() => {
  const all = props.holes.answer?.tried ?? [];
  if (all.length <= SIDE_BY_SIDE) return all;
  const at = all.reduce(
    (near, t, k) =>
      Math.abs(t.drill.diameter - (now.value ?? 1)) < Math.abs(all[near].drill.diameter - (now.value ?? 1)) ? k : near,
    0,
  );
  const from = Math.max(0, Math.min(all.length - SIDE_BY_SIDE, at - 3));
  return all.slice(from, from + SIDE_BY_SIDE);
});
const best = computed(() => props.holes.answer?.best);
const isNow = (mm: number): boolean => now.value !== undefined && Math.abs(mm - now.value) < 1e-6;
const setHole = (mm: number, name: string): Command => setPlotHole(props.plot.id, mm, `holes of ${name}`);
const drills = computed(() =>
  DRILL_ROWS.filter((d) => (settings.units === 'us' ? d.set !== 'metric' : d.set === 'metric')).map((d) => ({
    value: d.diameter,
    label: d.name,
  })),
);
const loop = computed(() => props.holes.answer?.loop);
/** How far from the pipe a jet may land, m (assumption). */
const REACH = 0.6;
/** Pressure to which mains in the same pipes are throttled, Pa. */
const throttle = computed(() =>
  jet.value === undefined
    ? undefined
    : Math.min(
        DRY_JOINT,
        jet.value.up > 0 ? pressureForThrow(REACH, jet.value.up, c.value.water.density, GRAVITY) : Infinity,
      ),
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
  picked.value = -1;
}
const split = computed(() => props.holes.answer?.split);
const screen = computed(() => {
  const hole = smallestHole(runs.value);
  return hole === undefined ? undefined : screenFor(hole);
});
const tank = computed(() => feedOf(props.plan, props.plot));
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
const setWants = (value: number): string | undefined =>
  said(props.edit(changePlot(props.plot.id, 'what a plant wants', (p) => void (p.wantsLPerPlant = value))));
const minutes = (s: number | undefined): string =>
  s === undefined ? 'not in six hours' : showText(s, 'duration', settings.units);
</script>

<template>
  <section class="bench sheet" aria-labelledby="drip-title">
    <header>
      <h2 id="drip-title">{{ plot.name ?? plot.id }}</h2>
      <span class="muted"
        >disc: its flow; ring: an even share, <span class="figure">{{ perHour(even) }}</span>; hollow: short</span
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
    <p v-if="rows.length === 0">
      No row of this plot has holes yet: give the legs of its lines some in the plan, or add rows above.
    </p>
    <div v-else class="scroll" tabindex="0" aria-label="Rows of plants">
      <svg
        :viewBox="`0 0 ${WIDTH} ${ROW * rows.length + 12}`"
        :style="{ minWidth: '640px' }"
        class="rows"
        role="group"
        aria-label="Plants of the plot"
      >
        <g v-for="(r, n) in rows" :key="`${r.line} ${r.leg}`" :transform="`translate(0 ${ROW * n})`">
          <text x="4" y="14" class="name">{{ nameIn(plan, r.line) }}{{ r.dead ? ', end shut' : '' }}</text>
          <path class="tube" :d="`M${LEFT} 22H${LEFT + (r.length / longest) * (WIDTH - LEFT - 40)}`" />
          <path v-if="r.back" class="tube" :d="`M${LEFT + (r.length / longest) * (WIDTH - LEFT - 40)} 22v${-ROW}`" />
          <path v-if="!r.back" class="tube" :d="`M${LEFT - 16} 22H${LEFT}`" />
          <g v-for="p in r.emitters" :key="p.k">
            <circle class="ring" :cx="x(r, p.e)" cy="34" :r="RING" />
            <circle
              class="disc"
              :class="{ short: isShort(p.k) || p.e.flow <= 0 }"
              :cx="x(r, p.e)"
              cy="34"
              :r="Math.max(1, radius(p.e))"
            />
            <circle
              class="hit"
              :class="{ picked: picked === p.k }"
              :cx="x(r, p.e)"
              cy="34"
              :r="RING + 5"
              role="button"
              :tabindex="picked === p.k || (picked < 0 && p.k === 0) ? 0 : -1"
              :data-k="p.k"
              :aria-label="`Plant ${p.k + 1}: ${perHour(p.e.flow)}${isShort(p.k) ? ', short' : ''}`"
              @click="pick(p.k)"
              @keydown.enter.stop="pick(p.k)"
              @keydown="move($event, p.k)"
            />
          </g>
        </g>
      </svg>
    </div>
    <p v-if="chosen" class="chosen" data-test="plant">
      <strong>Plant {{ picked + 1 }}</strong>
      <button type="button" class="figure" title="Show the working" @click="emit('working', emitterWorking(c, chosen))">
        {{ perHour(chosen.flow) }}
      </button>
      at <span class="figure">{{ showText(chosen.pressure, 'pressure', settings.units) }}</span><template
        v-if="litresOf(picked) !== undefined"
        >, <span class="figure">{{ showText(litresOf(picked) ?? 0, 'volume', settings.units) }}</span> in all</template
      >
      <ChoiceField
        v-if="chosen.entry.type === 'hole'"
        fit
        :value="drills.find((d) => chosen?.entry.type === 'hole' && d.value === chosen.entry.diameterMm)?.value ?? null"
        :options="drills"
        placeholder="another hole"
        label="Hole of this plant"
        @update:value="
          (mm: number) => chosen && perform(setOneHole(chosen.line, chosen.leg, indexOfEntry(chosen), chosen.k, mm))
        "
      />
      <button type="button" class="plain-button edged" data-test="tape" @click="tape(chosen.line, chosen)">
        Tape it over
      </button>
    </p>
    <p v-if="taped.length > 0" class="small" data-test="taped">
      Taped over: {{ taped.length }}.
      <button
        v-for="t in taped"
        :key="`${t.line} ${t.e.leg} ${t.e.k}`"
        type="button"
        class="plain-button"
        @click="tape(t.line, t.e)"
      >
        open the one at {{ showText(t.e.chainage, 'distance', settings.units) }}
      </button>
    </p>
    <div class="charts">
      <figure>
        <figcaption>Along each pipe, a hole <span class="muted">dotted: barrel low</span></figcaption>
        <svg
          :viewBox="`0 0 ${CURVE.width} ${CURVE.height}`"
          role="img"
          :aria-label="`Flow along the pipes: ${perHour(runs.evenness.most)} at most, ${perHour(runs.evenness.least)} at least`"
        >
          <path class="axis" :d="`M${CURVE.left} 4V${CURVE.height - CURVE.bottom}H${CURVE.width}`" />
          <text :x="CURVE.left - 4" y="14" class="tick right">
            {{ perHour(top) }}
          </text>
          <text :x="CURVE.left - 4" :y="CURVE.height - CURVE.bottom" class="tick right">0</text>
          <text :x="CURVE.left" :y="CURVE.height - 4" class="tick">start</text>
          <text :x="CURVE.width - 4" :y="CURVE.height - 4" class="tick right">
            {{ showText(farthest, 'distance', settings.units) }}
          </text>
          <path
            :d="`M${CURVE.left} ${CURVE.height - CURVE.bottom - (even / top) * (CURVE.height - CURVE.bottom - 8)}H${CURVE.width}`"
            class="even"
          />
          <template v-for="id in plot.lines" :key="id">
            <path
              class="curve"
              :class="{ dead: rows.some((r) => r.line === id && r.dead) }"
              :d="along(runs.emitters, id)"
            />
            <path
              class="curve dotted"
              :class="{ dead: rows.some((r) => r.line === id && r.dead) }"
              :d="along(low.emitters, id)"
            />
          </template>
        </svg>
      </figure>
      <figure v-if="barrel">
        <figcaption>
          Open till {{ tank ? nameIn(plan, tank) : 'the barrel' }} is down:
          <span class="figure" data-test="down">{{ minutes(watering.answer?.down) }}</span>
        </figcaption>
        <svg
          viewBox="0 0 250 130"
          role="img"
          :aria-label="`The tank over its outlet: ${showText(barrel.most, 'height', settings.units)} at first`"
        >
          <path class="axis" d="M40 8V110H246" />
          <text x="36" y="18" class="tick right">{{ showText(barrel.most, 'height', settings.units) }}</text>
          <text x="40" y="124" class="tick">0</text>
          <text x="246" y="124" class="tick right">{{ showText(barrel.last, 'duration', settings.units) }}</text>
          <path class="curve" :d="barrel.path" />
        </svg>
      </figure>
      <figure v-if="jet">
        <figcaption>The jet, from a full and a low barrel</figcaption>
        <svg
          viewBox="0 0 250 130"
          role="img"
          :aria-label="`Thrown ${showText(jet.high, 'height', settings.units)} and ${showText(jet.low, 'height', settings.units)}`"
        >
          <path class="axis" d="M10 110H246" />
          <path class="curve" :d="`M20 ${110 - 60}Q${20 + 100} ${110 - 60},${20 + 200} 110`" />
          <path
            class="curve dotted"
            :d="`M20 ${110 - 60}Q${20 + (100 * jet.low) / (jet.high || 1)} ${110 - 60},${20 + (200 * jet.low) / (jet.high || 1)} 110`"
          />
          <text x="220" y="126" class="tick right">{{ showText(jet.high, 'height', settings.units) }}</text>
          <text :x="20 + (200 * jet.low) / (jet.high || 1)" y="126" class="tick right">
            {{ showText(jet.low, 'height', settings.units) }}
          </text>
        </svg>
        <div class="small entry">
          <span>Holes</span>
          <QuantityField
            :value="jet.up"
            field="heightM"
            quantity="drop"
            label="Height of the holes over the ground"
            :limits="{ min: 0, max: 5 }"
            :commit="setUp"
            show-unit
          />
          <span>up. Not to scale; the bound without air, a real jet falls short.</span>
        </div>
      </figure>
    </div>
    <AnswerState
      what="the drills"
      :busy="holes.busy"
      :error="holes.error"
      :progress="holes.progress"
      @again="holes.ask()"
    />
    <div v-if="shownHoles.length > 0 && now !== undefined" class="scroll" tabindex="0" aria-label="Drills side by side">
      <table class="drills" :class="{ old: holes.busy }">
        <tbody>
          <tr>
            <th scope="row">The hole</th>
            <td v-for="t in shownHoles" :key="t.drill.id">
              <button
                type="button"
                class="plain-button edged"
                :class="{ on: isNow(t.drill.diameter) }"
                :aria-pressed="isNow(t.drill.diameter)"
                :disabled="trying || holes.busy"
                :data-test="`drill-${t.drill.id}`"
                @click="emit('try', setHole(t.drill.diameter, t.drill.name))"
              >
                <svg width="20" height="20" aria-hidden="true">
                  <circle cx="10" cy="10" :r="3 * t.drill.diameter" class="dot" />
                </svg>
                {{ t.drill.name }}
              </button>
            </td>
          </tr>
          <tr class="worked">
            <th scope="row">Each gives, about</th>
            <td v-for="t in shownHoles" :key="t.drill.id">{{ perHour(t.mean) }}</td>
          </tr>
          <tr class="worked">
            <th scope="row">Evenness, driest quarter</th>
            <td v-for="t in shownHoles" :key="t.drill.id" :data-test="`even-${t.drill.id}`">
              {{ Number.isFinite(t.even) ? percent(t.even) : 'dry' }}
            </td>
          </tr>
          <tr v-if="wants" class="worked">
            <th scope="row">All have {{ showText(wants.volume, 'volume', settings.units) }} after</th>
            <td v-for="t in shownHoles" :key="t.drill.id">
              {{
                !t.served ? '–' : t.served.all !== undefined ? minutes(t.served.all) : `${t.served.short} stay short`
              }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="offers">
      <p v-if="best && now !== undefined && !isNow(best.drill.diameter)" data-test="best-hole">
        <strong>Holes of {{ best.drill.name }}</strong> are the widest that are
        {{ percent(holes.answer?.wished ?? 0.9) }} even: {{ percent(best.even) }}, {{ perHour(best.mean) }} each.
        <button
          type="button"
          class="plain-button edged"
          data-test="try-hole"
          :disabled="trying"
          @click="emit('try', setHole(best.drill.diameter, best.drill.name))"
        >
          Try it
        </button>
      </p>
      <p v-else-if="holes.answer && !best && now !== undefined" data-test="no-hole">
        No drill of the table waters these rows {{ percent(holes.answer.wished) }} evenly: shorter rows, a loop, or a
        wider pipe.
      </p>
      <p v-if="loop" data-test="loop">
        <strong>Lead each end back to its start</strong>: {{ showText(loop.pipe, 'distance', settings.units) }} of pipe;
        fed from both ends the rows are {{ percent(loop.even) }} even.
        <button
          type="button"
          class="plain-button edged"
          data-test="try-loop"
          :disabled="trying"
          @click="emit('try', closeLoops(plot.id))"
        >
          Try it
        </button>
      </p>
      <p v-if="split" data-test="split">
        Or <strong>cut each row into {{ split }} runs</strong>, each fed from the start by a pipe of its own.
        <button
          type="button"
          class="plain-button edged"
          data-test="try-split"
          :disabled="trying"
          @click="emit('try', splitRun(plot.id, split))"
        >
          Try it
        </button>
      </p>
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
        <button
          type="button"
          class="plain-button"
          data-test="even-working"
          @click="emit('working', evennessWorking(runs))"
        >
          How even: the three measures
        </button>
      </p>
      <p v-if="screen" class="small muted">
        A screen with openings of {{ showText(screen, 'bore', settings.units) }} or less before the rows (a seventh of
        the hole, Keller and Bliesner 1990, from memory); ends that open for flushing. Joints pushed together without
        glue hold about {{ showText(DRY_JOINT, 'pressure', settings.units) }} (common practice, no source).
      </p>
      <p v-if="throttle !== undefined" class="small muted" data-test="throttle">
        Mains led into the same pipes are throttled to
        <span class="figure">{{ showText(throttle, 'pressure', settings.units) }}</span>: joints stay on and jets stay
        within {{ showText(REACH, 'height', settings.units) }} of the pipe (assumption; the bound without air). Local
        codes usually ask for a device against backflow: ask before you join them.
      </p>
    </div>
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
      <div v-if="now !== undefined" class="entry">
        <span>Drill for all holes</span>
        <ChoiceField
          fit
          :value="drills.find((d) => isNow(d.value))?.value ?? null"
          :options="drills"
          placeholder="several"
          label="Drill for all holes"
          data-test="drill-all"
          @update:value="(mm: number) => perform(setHole(mm, drills.find((d) => d.value === mm)?.label ?? ''))"
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
          optional
          show-unit
        />
        <span v-if="plot.wantsLPerPlant === undefined && wants" class="small muted"
          >left open: {{ showText(wants.volume, 'volume', settings.units) }} by Need’s {{ wants.by }}</span
        >
      </div>
    </div>
  </section>
</template>

<style scoped>
.bench {
  padding: 8px 16px 12px;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
}

.levels {
  display: flex;
  margin-left: auto;
}

.on {
  background: var(--water-wash);
  border-color: var(--water);
}

.scroll {
  overflow-x: auto;
}

.rows {
  display: block;
  width: 100%;
}

.name {
  font-size: 13px;
  fill: var(--ink);
}

.tube {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}

.ring {
  fill: none;
  stroke: var(--moss);
  stroke-width: 1;
}

.disc {
  fill: var(--water);
}

.disc.short {
  fill: var(--sheet);
  stroke: var(--brick);
  stroke-width: 2;
}

.hit {
  cursor: pointer;
  fill: transparent;
}

.hit.picked,
.hit:focus-visible {
  stroke: var(--ink);
  stroke-width: 2;
}

.chosen {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
}

.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 8px 24px;
  padding: 8px 0;
  border-top: var(--line-hair) solid var(--rule);
}

figure {
  margin: 0;
}

figcaption {
  font-weight: 700;
}

figcaption .muted {
  font-weight: 400;
}

figure svg {
  width: 100%;
  max-height: 170px;
}

.axis {
  fill: none;
  stroke: var(--rule);
}

.tick {
  font-size: 12px;
  fill: var(--muted);
}

.right {
  text-anchor: end;
}

.even {
  stroke: var(--moss);
}

.curve {
  fill: none;
  stroke: var(--water);
  stroke-width: 2;
}

.curve.dead {
  stroke: var(--brick);
}

.dotted {
  stroke-dasharray: 2 4;
}

.drills {
  border-collapse: collapse;
}

.drills th {
  padding-right: 12px;
  white-space: nowrap;
  font-weight: 400;
  text-align: left;
}

.drills td {
  padding: 3px 8px;
  text-align: center;
}

.drills .worked td {
  font-family: var(--font-figure);
  color: var(--water-deep);
}

.drills tr.worked:nth-child(2) {
  border-top: 3px double var(--rule);
}

.old {
  opacity: 0.6;
}

.dot {
  fill: var(--ink);
}

.offers p {
  margin: 6px 0;
}

.entry,
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

.entry {
  max-width: 100%;
}

.entry :deep(.quantity) {
  width: 110px;
}
</style>
