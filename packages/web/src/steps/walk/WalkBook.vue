<script setup lang="ts">
// The walk book: legs as walked on the left of a double rule, as worked out on the right.
import { ArrowDown, ArrowUp, Plus, Trash2 } from '@lucide/vue';
import type Sortable from 'sortablejs';
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue';
import { insertLeg, moveLeg, removeLeg, setLeg, setPipe, type Command } from '@vernal-slope/plan/edit';
import type { Fault } from '@vernal-slope/plan/document';
import type { Fitting, Leg } from '@vernal-slope/plan/schema';
import type { PlanResults } from '../../session/usePlanResults.ts';
import { showText, unitFor, type Quantity } from '@vernal-slope/display/quantities';
import { nameIn } from '@vernal-slope/display/names';
import { usePlanPage } from '../../session/planpage.ts';
import type { FigureKey } from '@vernal-slope/display/sentences';
import { said } from '../../display/faults.ts';
import { useSettings } from '../../display/settings.ts';
import FittingsDialog from './FittingsDialog.vue';
import { walkRows, walkTotal } from '@vernal-slope/display/walkrows';
import type { LegRef } from '../../session/planpage.ts';
import WalkLeg from './WalkLeg.vue';
import WalkTools from './WalkTools.vue';
import PipePicker from '../../fields/PipePicker.vue';
import QuantityField from '../../fields/QuantityField.vue';
import { planValue } from '@vernal-slope/display/planfields';
import ChoiceField from '../../fields/ChoiceField.vue';
import './walk.css';

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
const { joining } = usePlanPage();
const body = ref<HTMLElement | null>(null);
const plan = computed(() => props.results.compiled.plan);
const active = computed(() => Math.min(props.leg ?? 0, Math.max(0, rows.value.length - 1)));
const lineOptions = computed(() => plan.value.lines.map((l) => ({ label: nameIn(plan.value, l.id), value: l.id })));
const unitOf = (q: Quantity): string => unitFor(q, settings.units).symbol;
const flow = computed(() => props.results.result.lines.get(props.line)?.flow ?? 0);

const rows = computed(() => walkRows(props.results, props.line, settings.units));
const total = computed(() => walkTotal(props.results, props.line, settings.units));

const run = (command: Command): string | undefined => said(props.edit(command));
const toolFault = ref('');
const picking = ref(false);
const fitting = ref(false);
function choosePipe(pipe: Leg['pipe'], all: boolean): void {
  const legs = all ? rows.value.map((_, k) => k) : [active.value];
  run(setPipe(props.line, legs, pipe, all ? 'pipe of every leg' : `leg ${active.value + 1}: pipe`));
}

const cell = (leg: number, column: string): HTMLElement | null | undefined =>
  body.value?.querySelector<HTMLElement>(`[data-cell="${leg}-${column}"] input, [data-cell="${leg}-${column}"] button`);

async function focusCell(leg: number, column: string): Promise<void> {
  emit('leg', leg);
  await nextTick();
  cell(leg, column)?.focus();
}

/** Enter goes down the column; below the last leg it comes to the open row, where the next leg is typed. */
function next(leg: number, column: string, back: boolean): void {
  const to = leg + (back ? -1 : 1);
  if (to < 0) return;
  if (to >= rows.value.length) body.value?.parentElement?.querySelector<HTMLElement>('.open-row input')?.focus();
  else {
    // before the new figures are drawn: focus asks where all stands, and afterwards that would be laid out twice
    cell(to, column)?.focus();
    emit('leg', to);
  }
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
  async (element) => {
    sortable?.destroy();
    sortable = undefined;
    if (!element) return;
    // fetched beside the page, not before it: nobody drags in the first second
    const { default: Sorting } = await import('sortablejs');
    if (body.value !== element) return;
    sortable = Sorting.create(element, {
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
          class="plain-button edged"
          title="Add a place, joined by a line"
          data-test="add-place"
          @click="joining.ask({ mode: 'line' })"
        >
          <Plus :size="18" aria-hidden="true" />A place
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
          @fault="(words) => (toolFault = words)"
        />
      </span>
    </header>
    <p v-if="toolFault" class="tool-fault" role="alert">
      {{ toolFault }} <button type="button" class="plain-button" @click="toolFault = ''">Close</button>
    </p>
    <div class="scroll">
      <table class="walk-table">
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
          <WalkLeg
            v-for="(row, k) in rows"
            :key="k"
            :row="row"
            :line="line"
            :index="k"
            :active="k === active && leg !== null"
            :hovered="hovered?.line === line && hovered.leg === k"
            :run="run"
            @hover="(on) => emit('hover', on ? { line, leg: k } : null)"
            @here="emit('leg', k)"
            @next="(column, back) => next(k, column, back)"
            @pick="picking = true"
            @fit="fitting = true"
            @open="(key) => emit('open', key)"
          />
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
      :pipe="rows[active].leg.pipe"
      @change="(list: Fitting[]) => run(setLeg(line, active, { fittings: list }, 'fittings'))"
    />
    <p class="visually-hidden" aria-live="polite">{{ showText(flow, 'flow', settings.units) }} in the line</p>
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

/* what is said under a field of the last rows has room to be read */
.scroll:has([role='alert']) {
  padding-bottom: 96px;
}

.tool-fault {
  margin: 0 12px;
  color: var(--brick-ink);
}

@media (max-width: 640px) {
  .lines {
    width: 100%;
  }

  .actions {
    margin-left: 0;
  }
}
</style>
