<script setup lang="ts">
// The walk book: legs as walked on the left of a double rule, as worked out on the right.
import { ArrowDown, ArrowUp, GripVertical, Plus, Trash2 } from '@lucide/vue';
import Sortable from 'sortablejs';
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue';
import { insertLeg, moveLeg, removeLeg, riseOf, setLeg, setPipe, setRise, type Command } from '@vernal-slope/plan/edit';
import { METHODS } from '@vernal-slope/core/survey';
import { ASSUMED_METHOD, stationErrors } from '@vernal-slope/plan/solve';
import type { Fault } from '@vernal-slope/plan/document';
import { lineLength } from '@vernal-slope/plan/positions';
import type { Fitting, Leg } from '@vernal-slope/plan/schema';
import type { PlanResults } from '../../session/usePlanResults.ts';
import { show, showText, unitFor } from '../../display/quantities.ts';
import { fittingsText, pipeFamily, pipeName } from '../../display/names.ts';
import type { FigureKey } from '../../display/sentences.ts';
import { said } from '../../display/faults.ts';
import { useSettings } from '../../display/settings.ts';
import FittingsDialog from './FittingsDialog.vue';
import type { LegRef } from '../../drawings/hillside/section.ts';
import WalkTools from './WalkTools.vue';
import PipePicker from '../../fields/PipePicker.vue';
import QuantityField from '../../fields/QuantityField.vue';
import { planValue } from '../../display/planfields.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import CellText from '../../fields/CellText.vue';

const props = defineProps<{
  results: PlanResults;
  planId: string;
  line: string;
  leg: number | null;
  hovered: LegRef | null;
  edit: (command: Command) => readonly Fault[];
}>();
const emit = defineEmits<{
  line: [id: string];
  leg: [leg: number];
  choose: [node: string];
  hover: [leg: LegRef | null];
  open: [key: FigureKey];
}>();

const settings = useSettings();
const body = ref<HTMLElement | null>(null);
const plan = computed(() => props.results.compiled.plan);
const map = computed(() => props.results.compiled.lines.get(props.line));
const found = computed(() => props.results.result.lines.get(props.line));
const active = computed(() => Math.min(props.leg ?? 0, (map.value?.plan.legs.length ?? 1) - 1));
const lineOptions = computed(() => plan.value.lines.map((l, k) => ({ label: l.name ?? `line ${k + 1}`, value: l.id })));
const unitOf = (q: Parameters<typeof unitFor>[0]): string => unitFor(q, settings.units).symbol;
const bare = (si: number, q: Parameters<typeof show>[1]): string => show(si, q, settings.units).text;
const signed = (si: number, q: Parameters<typeof show>[1]): string => (si > 0 ? '+' : '') + bare(si, q);

const rows = computed(() => {
  const line = map.value;
  const f = found.value;
  if (!line || !f) return [];
  const errors = stationErrors(plan.value, line.plan);
  return line.plan.legs.map((leg, k) => ({
    leg,
    from: bare(line.geometry.chainage[k], 'distance'),
    to: bare(line.geometry.chainage[k + 1], 'distance'),
    rise: riseOf(plan.value, line.plan, k),
    pipe: pipeName(leg.pipe, settings.units),
    family: pipeFamily(leg.pipe),
    fittings: fittingsText(leg),
    loss: bare(f.segmentLoss[k], 'loss'),
    speed: bare(f.segmentSpeed[k], 'speed'),
    // a pipe that stands above still water holds none
    pressure: f.flow === 0 && f.pressure[k + 1] < 0 ? 'dry' : bare(f.pressure[k + 1], 'pressure'),
    held: f.heldStation === k + 1,
    ground: bare(line.geometry.ground[k + 1], 'height'),
    error: bare(errors[k + 1], 'rise'),
    method: METHODS[leg.survey?.method ?? ASSUMED_METHOD].name,
    measured: leg.survey !== undefined,
  }));
});
const total = computed(() => {
  const legs = map.value?.plan.legs ?? [];
  return {
    length: bare(lineLength({ legs }), 'distance'),
    rise: signed(
      rows.value.reduce((sum, r) => sum + r.rise, 0),
      'rise',
    ),
    loss: bare(found.value?.segmentLoss.reduce((a, b) => a + b, 0) ?? 0, 'loss'),
  };
});

const run = (command: Command): string | undefined => said(props.edit(command));
const changeLeg = (k: number, changes: Partial<Omit<Leg, 'endGroundM'>>, what: string): string | undefined =>
  run(setLeg(props.line, k, changes, what));

const toolFault = ref('');
const picking = ref(false);
const fitting = ref(false);
function choosePipe(pipe: Leg['pipe'], all: boolean): void {
  const legs = all ? rows.value.map((_, k) => k) : [active.value];
  run(setPipe(props.line, legs, pipe, all ? 'pipe of every leg' : `leg ${active.value + 1}: pipe`));
}

async function focusCell(leg: number, column: string): Promise<void> {
  emit('leg', leg);
  await nextTick();
  body.value
    ?.querySelector<HTMLElement>(`[data-cell="${leg}-${column}"] input, [data-cell="${leg}-${column}"] button`)
    ?.focus();
}

/** Enter goes down the column; below the last leg it comes to the open row, where the next leg is typed. */
async function next(leg: number, column: string, back: boolean): Promise<void> {
  const to = leg + (back ? -1 : 1);
  if (to < 0) return;
  if (to >= rows.value.length) body.value?.parentElement?.querySelector<HTMLElement>('.open-row input')?.focus();
  else await focusCell(to, column);
}

/** A length typed into the open row makes a leg at the end of the line; its rise or fall is asked next. */
function appendLeg(si: number): string | undefined {
  const at = rows.value.length;
  const wrong = run(insertLeg(props.line, at - 1, planValue('riseM', si)));
  if (wrong) return wrong;
  opened.value++;
  void focusCell(at, 'rise');
  return undefined;
}
/** Counts the legs made in the open row, so that its field starts empty again. */
const opened = ref(0);

async function add(): Promise<void> {
  const after = props.leg === null ? rows.value.length - 1 : active.value;
  run(insertLeg(props.line, after));
  await focusCell(after + 1, 'length');
}

async function remove(): Promise<void> {
  if (rows.value.length < 2) return;
  const at = active.value;
  run(removeLeg(props.line, at));
  await focusCell(Math.min(at, rows.value.length - 1), 'length');
}

async function move(by: number): Promise<void> {
  const to = active.value + by;
  if (to < 0 || to >= rows.value.length) return;
  run(moveLeg(props.line, active.value, to));
  await focusCell(to, 'length');
}

function onKey(event: KeyboardEvent): void {
  if (!event.altKey) return;
  const action = { ArrowUp: () => move(-1), ArrowDown: () => move(1), Enter: add, Delete: remove, Backspace: remove }[
    event.key
  ];
  if (!action) return;
  event.preventDefault();
  (event.target as HTMLElement).blur();
  void action();
}

let sortable: Sortable | undefined;
watch(
  body,
  (element) => {
    sortable?.destroy();
    if (!element) return;
    sortable = Sortable.create(element, {
      handle: '.grip',
      animation: 120,
      onEnd: ({ oldIndex, newIndex, item, from }) => {
        if (oldIndex === undefined || newIndex === undefined || oldIndex === newIndex) return;
        // the list is drawn from the plan: put the row back and let the plan move it
        item.remove();
        from.insertBefore(item, from.children[oldIndex] ?? null);
        run(moveLeg(props.line, oldIndex, newIndex));
        emit('leg', newIndex);
      },
    });
  },
  { immediate: true },
);
onBeforeUnmount(() => sortable?.destroy());
defineExpose({ focusCell, add });
</script>

<template>
  <section class="book sheet" aria-labelledby="walk-title" @keydown="onKey">
    <header>
      <h2 id="walk-title">Walk book</h2>
      <ChoiceField
        v-if="lineOptions.length > 1"
        class="lines no-print"
        :value="line"
        :options="lineOptions"
        label="Line"
        @update:value="(id) => emit('line', id)"
      />
      <span v-else class="muted">{{ rows.length }} {{ rows.length === 1 ? 'leg' : 'legs' }}</span>
      <span class="actions no-print">
        <button
          type="button"
          class="plain-button"
          title="Move the leg up (Alt and arrow up)"
          aria-label="Move the leg up"
          :disabled="active === 0"
          @click="move(-1)"
        >
          <ArrowUp :size="18" aria-hidden="true" />
        </button>
        <button
          type="button"
          class="plain-button"
          title="Move the leg down (Alt and arrow down)"
          aria-label="Move the leg down"
          :disabled="active === rows.length - 1"
          @click="move(1)"
        >
          <ArrowDown :size="18" aria-hidden="true" />
        </button>
        <button
          type="button"
          class="plain-button"
          title="Take the leg out (Alt and Delete)"
          aria-label="Take the leg out"
          :disabled="rows.length < 2"
          data-test="remove-leg"
          @click="remove"
        >
          <Trash2 :size="18" aria-hidden="true" />
        </button>
        <button
          type="button"
          class="plain-button"
          title="Put a leg in below (Alt and Enter)"
          data-test="add-leg"
          @click="add"
        >
          <Plus :size="18" aria-hidden="true" />Add a leg
        </button>
        <WalkTools
          :results="results"
          :plan-id="planId"
          :line="line"
          :leg="active"
          :chosen="leg !== null"
          :edit="edit"
          @line="(id) => emit('line', id)"
          @choose="(node) => emit('choose', node)"
          @fault="(words) => (toolFault = words)"
          @branched="focusCell(0, 'length')"
        />
      </span>
    </header>
    <p v-if="toolFault" class="tool-fault" role="alert">
      {{ toolFault }} <button type="button" class="plain-button" @click="toolFault = ''">Close</button>
    </p>
    <div class="scroll">
      <table>
        <colgroup>
          <col class="w-k" />
          <col class="w-from" />
          <col class="w-length" />
          <col class="w-rise" />
          <col class="w-depth" />
          <col />
          <col class="w-pipe" />
          <col />
          <col class="w-gutter" />
          <col class="w-ground" />
          <col class="w-loss" />
          <col class="w-speed" />
          <col class="w-end" />
        </colgroup>
        <thead>
          <tr class="halves">
            <th></th>
            <th colspan="7">As walked</th>
            <th class="gutter" aria-hidden="true"></th>
            <th colspan="4" class="worked">As worked out</th>
          </tr>
          <tr>
            <th class="k"><span class="visually-hidden">Leg</span></th>
            <th class="from">
              To <span class="unit">{{ unitOf('distance') }}</span>
            </th>
            <th class="n">
              Length <span class="unit">{{ unitOf('distance') }}</span>
            </th>
            <th class="n">
              Rise, fall <span class="unit">{{ unitOf('rise') }}</span>
            </th>
            <th class="n">
              Depth <span class="unit">{{ unitOf('depth') }}</span>
            </th>
            <th>Ground</th>
            <th>Pipe</th>
            <th>Fittings</th>
            <th class="gutter" aria-hidden="true"></th>
            <th class="n">
              Height <span class="unit">{{ unitOf('height') }}</span>
            </th>
            <th class="n">
              Loss <span class="unit">{{ unitOf('loss') }}</span>
            </th>
            <th class="n">
              Speed <span class="unit">{{ unitOf('speed') }}</span>
            </th>
            <th class="n">
              At the end <span class="unit">{{ unitOf('pressure') }}</span>
            </th>
          </tr>
        </thead>
        <tbody ref="body">
          <tr
            v-for="(row, k) in rows"
            :key="k"
            :class="{ active: k === active && leg !== null, hovered: hovered?.line === line && hovered.leg === k }"
            :data-test="`leg-${k}`"
            @mouseenter="emit('hover', { line, leg: k })"
            @mouseleave="emit('hover', null)"
            @focusin="emit('leg', k)"
          >
            <td class="k"><GripVertical class="grip no-print" :size="14" aria-hidden="true" />{{ k + 1 }}</td>
            <td class="span">
              <svg width="20" height="14" aria-hidden="true">
                <line
                  x1="2"
                  x2="18"
                  :y1="row.rise > 0 ? 12 : row.rise < 0 ? 2 : 7"
                  :y2="row.rise > 0 ? 2 : row.rise < 0 ? 12 : 7"
                />
              </svg>
              <span>{{ row.to }}</span>
            </td>
            <td class="n" :data-cell="`${k}-length`" data-label="Length">
              <QuantityField
                plain
                :value="row.leg.lengthM"
                field="lengthM"
                :label="`Length of leg ${k + 1}`"
                :limits="{ min: 0.01, max: 100000 }"
                :commit="(value) => changeLeg(k, { lengthM: value }, 'length')"
                @next="(back) => next(k, 'length', back)"
              />
            </td>
            <td class="n" :data-cell="`${k}-rise`" data-label="Rise, fall">
              <QuantityField
                plain
                signed
                :value="row.rise"
                quantity="rise"
                :label="`Rise or fall of leg ${k + 1}`"
                :commit="(si) => run(setRise(line, k, planValue('riseM', si)))"
                @next="(back) => next(k, 'rise', back)"
              />
            </td>
            <td class="n" :data-cell="`${k}-depth`" data-label="Depth">
              <QuantityField
                plain
                :value="row.leg.depthM ?? 0"
                field="depthM"
                :label="`Depth of the pipe on leg ${k + 1}`"
                :limits="{ min: -50, max: 50 }"
                :commit="(value) => changeLeg(k, { depthM: value }, 'depth')"
                @next="(back) => next(k, 'depth', back)"
              />
            </td>
            <td :data-cell="`${k}-remark`" data-label="Ground">
              <CellText
                class="remark"
                :value="row.leg.remark ?? ''"
                :label="`Ground and remarks of leg ${k + 1}`"
                :longest="1000"
                @change="(remark) => changeLeg(k, { remark }, 'remark')"
                @next="next(k, 'remark', false)"
              />
            </td>
            <td :data-cell="`${k}-pipe`" data-label="Pipe">
              <button
                type="button"
                class="cell"
                :title="row.family"
                :aria-label="`Pipe of leg ${k + 1}: ${row.pipe} ${row.family}`"
                @click="
                  emit('leg', k);
                  picking = true;
                "
              >
                {{ row.pipe }}
              </button>
            </td>
            <td :data-cell="`${k}-fittings`" data-label="Fittings">
              <button
                type="button"
                class="cell"
                :title="row.fittings"
                :aria-label="`Fittings of leg ${k + 1}: ${row.fittings}`"
                @click="
                  emit('leg', k);
                  fitting = true;
                "
              >
                {{ row.fittings }}
              </button>
            </td>
            <td class="gutter" aria-hidden="true"></td>
            <td
              class="n worked height"
              data-label="Height"
              :title="`Ground ${row.ground} ± ${row.error} ${unitOf('height')}, one standard error; ${row.method}${row.measured ? '' : ' (assumed)'}`"
            >
              <span class="figure">{{ row.ground }}</span> <span class="error">±{{ row.error }}</span>
            </td>
            <td class="n worked" data-label="Loss">
              <button
                type="button"
                class="figure"
                :aria-label="`Loss of leg ${k + 1}: ${row.loss} ${unitOf('loss')}, show the working`"
                @click="emit('open', { of: 'loss', id: line, leg: k })"
              >
                {{ row.loss }}
              </button>
            </td>
            <td class="n worked" data-label="Speed">
              <button
                type="button"
                class="figure"
                :aria-label="`Speed in leg ${k + 1}: ${row.speed} ${unitOf('speed')}, show the working`"
                @click="emit('open', { of: 'speed', id: line, leg: k })"
              >
                {{ row.speed }}
              </button>
            </td>
            <td class="n worked" data-label="At the end">
              <span v-if="row.held" class="thin" title="The hump holds the flow: no pressure is left here">held</span>
              <button
                type="button"
                class="figure"
                :aria-label="`Pressure at the end of leg ${k + 1}: ${row.pressure} ${unitOf('pressure')}, show the working`"
                @click="emit('open', { of: 'station', id: line, leg: k + 1 })"
              >
                {{ row.pressure }}
              </button>
            </td>
          </tr>
        </tbody>
        <tfoot>
          <tr class="open-row no-print">
            <td class="k"><Plus :size="14" aria-hidden="true" /></td>
            <td class="muted">next leg</td>
            <td class="n" data-label="Length">
              <QuantityField
                :key="opened"
                plain
                optional
                :value="undefined"
                quantity="distance"
                label="Length of the next leg"
                :limits="{ min: 0.01, max: 100000 }"
                :commit="appendLeg"
                @next="(back) => back && focusCell(rows.length - 1, 'length')"
              />
            </td>
            <td colspan="5" class="muted small">type how far it goes</td>
            <td class="gutter" aria-hidden="true"></td>
            <td colspan="4" class="worked"></td>
          </tr>
          <tr class="sum">
            <td></td>
            <td>In all</td>
            <td class="n figure">{{ total.length }}</td>
            <td class="n figure">{{ total.rise }}</td>
            <td colspan="4"></td>
            <td class="gutter" aria-hidden="true"></td>
            <td></td>
            <td class="n figure">{{ total.loss }}</td>
            <td colspan="2"></td>
          </tr>
        </tfoot>
      </table>
    </div>
    <PipePicker
      v-if="rows[active]"
      v-model:show="picking"
      :value="rows[active].leg.pipe"
      several
      @choose="choosePipe"
    />
    <FittingsDialog
      v-if="rows[active]"
      v-model:show="fitting"
      :leg="active"
      :fittings="rows[active].leg.fittings ?? []"
      @change="(list: Fitting[]) => changeLeg(active, { fittings: list }, 'fittings')"
    />
    <p class="visually-hidden" aria-live="polite">
      {{ showText(found?.flow ?? 0, 'flow', settings.units) }} in the line
    </p>
  </section>
</template>

<style scoped>
.book {
  padding: 8px 0 0;
  min-width: 0;
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  padding: 0 12px 4px;
}

.lines {
  width: 260px;
}

.actions {
  display: flex;
  margin-left: auto;
}

.actions .plain-button {
  padding: 0 8px;
}

.scroll {
  overflow-x: auto;
}

table {
  width: 100%;
  min-width: 884px;
  border-collapse: collapse;
  table-layout: fixed;
}

.w-k {
  width: 38px;
}

.w-from {
  width: 62px;
}

.w-length {
  width: 66px;
}

.w-rise {
  width: 80px;
}

.w-depth {
  width: 62px;
}

.w-pipe {
  width: 68px;
}

.w-gutter {
  width: 8px;
}

.w-ground {
  width: 112px;
}

.w-loss {
  width: 56px;
}

.w-speed {
  width: 72px;
}

.w-end {
  width: 98px;
}

th {
  padding: 2px 6px;
  text-align: left;
  font-size: var(--text-s);
  font-weight: 500;
  color: var(--muted);
  white-space: nowrap;
}

.halves th {
  font-weight: 700;
  color: var(--ink);
}

.halves .worked {
  color: var(--water-ink);
}

th .unit {
  color: var(--muted);
}

td {
  height: var(--row);
  padding: 0 6px;
  border-top: var(--line-hair) solid var(--rule);
}

.n {
  text-align: right;
}

td.n :deep(.quantity),
td.n :deep(input) {
  width: 100%;
}

td.n :deep(input) {
  padding: 0 4px;
}

td.n {
  padding: 0 4px;
}

.k {
  padding-left: 4px;
  color: var(--muted);
  font-family: var(--font-figure);
  font-size: var(--text-s);
  white-space: nowrap;
}

.grip {
  margin-right: 2px;
  vertical-align: -2px;
  color: var(--muted);
  cursor: grab;
}

.span {
  font-family: var(--font-figure);
  white-space: nowrap;
}

.span svg {
  vertical-align: -2px;
}

.span line {
  stroke: var(--earth);
  stroke-width: 2;
}

.gutter {
  width: 10px;
  padding: 0;
  border-top: 0;
  border-left: 1.5px solid var(--ink);
  border-right: 1.5px solid var(--ink);
  background: var(--sheet);
}

.worked {
  background: var(--sheet-2);
}

tr.hovered td:not(.gutter) {
  background: color-mix(in srgb, var(--water-wash) 45%, transparent);
}

tr.active td:not(.gutter) {
  background: var(--water-wash);
}

tr.active td:first-child {
  box-shadow: inset 4px 0 0 var(--water-deep);
  color: var(--ink);
  font-weight: 700;
}

tr.active :deep(.plain input),
tr.active .remark,
tr.active .cell {
  border-color: var(--rule-strong);
  background: var(--sheet);
}

.remark,
.cell {
  display: block;
  width: 100%;
  min-height: calc(var(--hit) - 4px);
  padding: 0 6px;
  border: var(--line-hair) solid transparent;
  border-radius: var(--radius);
  background: transparent;
  text-align: left;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.cell {
  cursor: pointer;
}

.cell:hover,
.remark:hover {
  border-color: var(--rule-strong);
}

td .figure {
  font-size: var(--text-m);
}

.tool-fault {
  margin: 0 12px;
  color: var(--brick-ink);
}

.height {
  white-space: nowrap;
}

.error {
  color: var(--muted);
  font-family: var(--font-figure);
  font-size: var(--text-s);
}

.thin {
  margin-right: 4px;
  color: var(--amber-ink);
  font-size: var(--text-s);
  font-weight: 700;
}

.sum td {
  border-top: 1.5px solid var(--ink);
  padding: 4px 12px;
}

.open-row :deep(.plain input) {
  border: var(--line-hair) dashed var(--rule-strong);
}

.open-row td.muted {
  font-size: var(--text-s);
}

@media (max-width: 640px) {
  table {
    min-width: 0;
  }

  .lines {
    width: 100%;
  }

  .actions {
    margin-left: 0;
  }

  table,
  tbody,
  tfoot,
  tr,
  td {
    display: block;
  }

  thead,
  .sum,
  .gutter,
  .open-row td:not([data-label]):not(.k) {
    display: none;
  }

  .sum td {
    padding: 0;
  }

  tbody tr,
  .open-row {
    display: grid;
    grid-template-columns: repeat(3, minmax(0, 1fr));
    gap: 0 8px;
    padding: 6px 12px;
    border-top: 1.5px solid var(--rule-strong);
  }

  td,
  .worked,
  tr.active td:not(.gutter) {
    height: auto;
    padding: 2px 0;
    border: 0;
    background: none;
    text-align: left;
  }

  tr.active {
    background: var(--water-wash);
  }

  tr.active td:first-child {
    box-shadow: none;
  }

  td[data-label]::before {
    content: attr(data-label);
    display: block;
    color: var(--muted);
    font-size: var(--text-s);
  }

  .k {
    width: auto;
    font-size: var(--text-m);
  }

  td.span {
    grid-column: span 2;
  }

  td :deep(.quantity input),
  .remark,
  .cell {
    border-color: var(--rule-strong);
    background: var(--sheet);
  }
}
</style>
