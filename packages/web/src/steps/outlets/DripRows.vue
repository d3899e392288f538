<script setup lang="ts">
// Rows as they lie: every hole as it waters, pressed to give it another, taken along its pipe, taped over.
import { computed, ref, useTemplateRef } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import { DRILL_ROWS } from '@vernal-slope/plan/catalogue';
import type { Compiled } from '@vernal-slope/plan/compile';
import type { Fault } from '@vernal-slope/plan/document';
import { endsDead, moveHole, setOneHole, setRowPlant, toggleHole, type Command } from '@vernal-slope/plan/edit';
import { emitterWorking, type EmitterRuns, type PlotRuns } from '@vernal-slope/plan/garden';
import type { Plan, Plot } from '@vernal-slope/plan/schema';
import { said } from '../../display/faults.ts';
import { nameIn } from '@vernal-slope/display/names';
import { planValue } from '@vernal-slope/display/planfields';
import { handStep, perHourText, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TextField from '../../fields/TextField.vue';
import { useEdits } from '../../session/planpage.ts';
import './bench.css';

const props = defineProps<{
  plan: Plan;
  plot: Plot;
  compiled: Compiled;
  runs: PlotRuns;
  /** m³ that each emitter has given when the barrel is down, where that is known. */
  given: readonly number[] | undefined;
  /** m³ that a plant wants; undefined where nobody said. */
  wants: number | undefined;
  edit: (command: Command) => readonly Fault[];
}>();
const emit = defineEmits<{ working: [working: Working] }>();
const settings = useSettings();
const { perform } = useEdits();

interface Row {
  readonly line: string;
  readonly leg: number;
  readonly length: number;
  /** m from the line's start at which its leg begins */ readonly from: number;
  /** Drawn back: it begins at the right. */
  readonly back: boolean;
  readonly dead: boolean;
  readonly plant: string;
  readonly emitters: readonly { readonly e: EmitterRuns; readonly k: number }[];
}
const rows = computed<Row[]>(() =>
  props.plot.lines.flatMap((id) => {
    const line = props.plan.lines.find((l) => l.id === id);
    const chain = props.compiled.lines.get(id)?.geometry.chainage;
    if (!line || !chain) return [];
    let count = 0;
    return line.legs.flatMap((leg, k): Row[] => {
      const entries = leg.emitters ?? [];
      if (entries.length === 0) return [];
      return [
        {
          line: id,
          leg: k,
          length: leg.lengthM,
          from: chain[k],
          back: count++ % 2 === 1,
          dead: endsDead(props.plan, line),
          plant: [...new Set(entries.map((e) => e.plant ?? ''))].filter((p) => p !== '').join(', '),
          emitters: props.runs.emitters.flatMap((e, n) => (e.line === id && e.leg === k ? [{ e, k: n }] : [])),
        },
      ];
    });
  }),
);
const WIDTH = 860;
const ROW = 46;
const LEFT = 60;
const SPAN = WIDTH - LEFT - 40;
const longest = computed(() => Math.max(1e-6, ...rows.value.map((r) => r.length)));
const endOf = (r: Row): number => LEFT + (r.length / longest.value) * SPAN;
/** Where a place of a row is drawn, m from where its leg begins. */
const xAt = (r: Row, at: number): number => {
  const along = (at / longest.value) * SPAN;
  return r.back ? endOf(r) - along : LEFT + along;
};
const even = computed(() => props.runs.evenness.mean);
/** Radius of an even share, px; of a plant by its flow, area by area. */
const RING = computed(() =>
  Math.max(3, Math.min(10, (0.4 * SPAN) / Math.max(1, ...rows.value.map((r) => r.emitters.length)))),
);
const radius = (e: EmitterRuns): number => (even.value > 0 ? RING.value * Math.sqrt(e.flow / even.value) : 0);
const isShort = (k: number): boolean => {
  const given = props.given?.[k];
  return (
    given !== undefined &&
    props.wants !== undefined &&
    given < props.wants / (props.runs.emitters[k].entry.perPlant ?? 1)
  );
};
const perHour = (flow: number): string => perHourText(flow, settings.units);

/** The hole that is spoken of, by its entry: it stays the same one while it is moved. */
interface Which {
  readonly line: string;
  readonly leg: number;
  readonly entry: number;
  readonly k: number;
}
const entryOf = (e: EmitterRuns): number =>
  props.plan.lines.find((l) => l.id === e.line)?.legs[e.leg].emitters?.indexOf(e.entry) ?? -1;
const whichOf = (e: EmitterRuns): Which => ({ line: e.line, leg: e.leg, entry: entryOf(e), k: e.k });
const same = (a: Which, e: EmitterRuns): boolean =>
  a.line === e.line && a.leg === e.leg && a.k === e.k && a.entry === entryOf(e);
const which = ref<Which>();
const picked = computed(() => {
  const w = which.value;
  return w ? props.runs.emitters.findIndex((e) => same(w, e)) : -1;
});
const chosen = computed(() => (picked.value >= 0 ? props.runs.emitters.at(picked.value) : undefined));
const legStart = (e: EmitterRuns): number => props.compiled.lines.get(e.line)?.geometry.chainage[e.leg] ?? 0;
function pick(k: number): void {
  which.value = picked.value === k ? undefined : whichOf(props.runs.emitters[k]);
}

/** So far a hole goes with one press of a key, m; and a drag comes to rest on such places. */
const STEP = computed(() => handStep(settings.units, 10, 1));
const toStep = (m: number): number => Math.round(m / STEP.value) * STEP.value;
const move = (w: Which, at: number): readonly Fault[] =>
  props.edit(moveHole(w.line, w.leg, w.entry, w.k, planValue('atM', at)));
const box = useTemplateRef<HTMLElement>('box');
function key(event: KeyboardEvent, k: number): void {
  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  if (by === 0 || event.altKey || event.ctrlKey) return;
  event.preventDefault();
  event.stopPropagation();
  if (event.shiftKey) {
    const e = props.runs.emitters[k];
    const back = rows.value.find((r) => r.line === e.line && r.leg === e.leg)?.back;
    which.value = whichOf(e);
    perform(
      moveHole(
        e.line,
        e.leg,
        entryOf(e),
        e.k,
        planValue('atM', e.chainage - legStart(e) + (back ? -by : by) * STEP.value),
      ),
    );
    return;
  }
  const next = Math.min(props.runs.emitters.length - 1, Math.max(0, k + by));
  which.value = whichOf(props.runs.emitters[next]);
  box.value?.querySelector<SVGElement>(`[data-k="${next}"]`)?.focus();
}
/** A hole is taken along its pipe by the pointer: it follows, and the plan changes when it is let go. */
const dragged = ref<{ which: Which; row: Row; began: number; px: number; at: number; moves: boolean } | null>(null);
function grab(event: PointerEvent, r: Row, e: EmitterRuns): void {
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  const at = e.chainage - r.from;
  dragged.value = { which: whichOf(e), row: r, began: at, px: event.clientX, at, moves: false };
}
function drag(event: PointerEvent): void {
  const d = dragged.value;
  if (!d) return;
  const px = event.clientX - d.px;
  if (!d.moves && Math.abs(px) < 5) return;
  const wide = (event.currentTarget as SVGElement).ownerSVGElement?.getBoundingClientRect().width ?? WIDTH;
  const metres = ((px * WIDTH) / wide / SPAN) * longest.value * (d.row.back ? -1 : 1);
  dragged.value = { ...d, moves: true, at: Math.min(d.row.length, Math.max(0, toStep(d.began + metres))) };
}
function letGo(k: number, done: boolean): void {
  const d = dragged.value;
  dragged.value = null;
  if (!d || !done) return;
  if (!d.moves) {
    pick(k);
    return;
  }
  which.value = d.which;
  perform(moveHole(d.which.line, d.which.leg, d.which.entry, d.which.k, planValue('atM', d.at)));
}
const x = (r: Row, e: EmitterRuns): number => {
  const d = dragged.value;
  return xAt(r, d?.moves && same(d.which, e) ? d.at : e.chainage - r.from);
};

/** Holes that are taped over, to be opened again. */
const taped = computed(() =>
  props.plot.lines.flatMap((id) =>
    (props.compiled.lines.get(id)?.lateral?.emitters ?? []).filter((e) => e.shut).map((e) => ({ line: id, e })),
  ),
);
function tape(line: string, e: { leg: number; entry: EmitterRuns['entry']; k: number }): void {
  const entry = props.plan.lines.find((l) => l.id === line)?.legs[e.leg].emitters?.indexOf(e.entry) ?? -1;
  if (entry >= 0) perform(toggleHole(line, e.leg, entry, e.k));
  which.value = undefined;
}
const drills = computed(() =>
  DRILL_ROWS.filter((d) => (settings.units === 'us' ? d.set !== 'metric' : d.set === 'metric')).map((d) => ({
    value: d.diameter,
    label: d.name,
  })),
);
</script>

<template>
  <p v-if="rows.length === 0">
    No row of this plot has holes yet: give the legs of its lines some in the plan, or add rows above.
  </p>
  <div v-else ref="box" class="scroll" tabindex="0" aria-label="Rows of plants">
    <svg
      :viewBox="`0 0 ${WIDTH} ${ROW * rows.length + 12}`"
      :style="{ minWidth: '640px' }"
      class="rows"
      role="group"
      aria-label="Plants of the plot"
    >
      <g v-for="(r, n) in rows" :key="`${r.line} ${r.leg}`" :transform="`translate(0 ${ROW * n})`">
        <text x="4" y="14" class="name">
          {{ nameIn(plan, r.line) }}{{ r.plant ? `, ${r.plant}` : '' }}{{ r.dead ? ', end shut' : '' }}
        </text>
        <path class="tube" :d="`M${LEFT} 22H${endOf(r)}`" />
        <path v-if="r.back" class="tube" :d="`M${endOf(r)} 22v${-ROW}`" />
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
          <path v-if="picked === p.k" class="tick" :d="`M${x(r, p.e)} 18v8`" />
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
            @pointerdown="grab($event, r, p.e)"
            @pointermove="drag"
            @pointerup="letGo(p.k, true)"
            @pointercancel="letGo(p.k, false)"
            @keydown.enter.stop="pick(p.k)"
            @keydown="key($event, p.k)"
          >
            <title>Press for its hole; take it along the pipe, or Shift with an arrow</title>
          </circle>
        </g>
        <text
          v-if="dragged?.moves && dragged.row.line === r.line && dragged.row.leg === r.leg"
          class="at"
          :x="xAt(r, dragged.at)"
          y="14"
        >
          {{ showText(dragged.at, 'height', settings.units) }}
        </text>
      </g>
    </svg>
  </div>
  <div v-if="chosen" class="chosen" data-test="plant">
    <strong>Plant {{ picked + 1 }}</strong>
    <button
      type="button"
      class="figure"
      title="Show the working"
      @click="emit('working', emitterWorking(compiled, chosen))"
    >
      {{ perHour(chosen.flow) }}
    </button>
    <span
      >at <span class="figure">{{ showText(chosen.pressure, 'pressure', settings.units) }}</span><template v-if="given"
        >, <span class="figure">{{ showText(given[picked] ?? 0, 'volume', settings.units) }}</span> in all</template
      ></span
    >
    <span class="entry">
      <span>along its pipe</span>
      <QuantityField
        :value="planValue('atM', chosen.chainage - legStart(chosen))"
        field="atM"
        label="Where the hole is, along its pipe"
        :limits="{ min: 0, max: 100000 }"
        :commit="(v) => which && said(move(which, v))"
        show-unit
        data-test="hole-at"
      />
    </span>
    <ChoiceField
      v-if="chosen.entry.type === 'hole'"
      fit
      :value="drills.find((d) => chosen?.entry.type === 'hole' && d.value === chosen.entry.diameterMm)?.value ?? null"
      :options="drills"
      placeholder="another hole"
      label="Hole of this plant"
      @update:value="
        (mm: number) => chosen && perform(setOneHole(chosen.line, chosen.leg, entryOf(chosen), chosen.k, mm))
      "
    />
    <button type="button" class="plain-button edged" data-test="tape" @click="tape(chosen.line, chosen)">
      Tape it over
    </button>
    <label class="entry"
      >along its row grow
      <TextField
        class="plants"
        :value="rows.find((r) => r.line === chosen?.line && r.leg === chosen.leg)?.plant ?? ''"
        :longest="100"
        placeholder="what"
        label="What grows along this row"
        data-test="row-plant"
        @change="(v) => chosen && perform(setRowPlant(chosen.line, chosen.leg, v.trim()))"
    /></label>
  </div>
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
</template>

<style scoped>
.rows {
  display: block;
  width: 100%;
}

.name,
.at {
  font-size: 13px;
  fill: var(--ink);
}

.at {
  font-weight: 700;
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}

.tube {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}

.tick {
  stroke: var(--ink);
  stroke-width: 2;
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
  touch-action: pan-y;
  cursor: grab;
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

.chosen {
  gap: 4px 12px;
  padding: 4px 0 8px;
}

.plants {
  width: 160px;
}
</style>
