<script setup lang="ts">
// The Store step: a tank as measured, and what it is good for.
import { computed, ref } from 'vue';
import { levelTable } from '@vernal-slope/core/storage';
import { tankCapacity, volumeAt } from '@vernal-slope/core/tank';
import { tankShape } from '@vernal-slope/plan/compile';
import { changeNode, type Command } from '@vernal-slope/plan/edit';
import type { Fault } from '@vernal-slope/plan/document';
import type { Shape, StoreNode } from '@vernal-slope/plan/schema';
import type { PlanBalance, SizeAnswer } from '@vernal-slope/plan/budget';
import type { AnswerShown } from '../../workers/useAnswer.ts';
import type { PlanResults } from '../../session/usePlanResults.ts';
import { ENGINEER_HEIGHT } from '@vernal-slope/plan/findings';
import {
  asSI,
  editable,
  rounded,
  showEntered,
  showText,
  unitFor,
  type Quantity,
} from '@vernal-slope/display/quantities';
import type { FigureKey } from '@vernal-slope/display/sentences';
import { said } from '../../display/faults.ts';
import { numberList } from '@vernal-slope/display/numberlist';
import { useSettings } from '../../display/settings.ts';
import EntryRow from '../../fields/EntryRow.vue';
import NameField from '../../fields/NameField.vue';
import GroundEntry from '../GroundEntry.vue';
import StoreFacts from './StoreFacts.vue';
import { isSource, isStore } from '@vernal-slope/plan/kinds';
import { Plus } from '@lucide/vue';
import { nameIn } from '@vernal-slope/display/names';
import { usePlanPage } from '../../session/planpage.ts';
import { planField, planValue } from '@vernal-slope/display/planfields';
import TextField from '../../fields/TextField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import LaterPart from '../../shell/LaterPart.vue';
import JoinedRow from '../JoinedRow.vue';

const props = defineProps<{
  results: PlanResults;
  tank: string;
  balance: PlanBalance | null;
  sizes: AnswerShown<SizeAnswer | undefined>;
  edit: (command: Command) => readonly Fault[];
}>();
const emit = defineEmits<{ tank: [id: string]; open: [key: FigureKey] }>();
const settings = useSettings();
const { joining } = usePlanPage();
const addTank = (): void => joining.ask({ mode: 'line', group: 'tank' });
/** What fills it, in words. */
const filledText = computed(() => {
  const plan = props.results.compiled.plan;
  const straight = plan.nodes.filter((n) => isSource(n) && n.feeds === tank.value.id);
  const lines = plan.lines.filter((l) => l.to === tank.value.id);
  const all = [
    ...straight.map((s) => `${nameIn(plan, s.id)}, straight into it`),
    ...lines.map((l) => `${nameIn(plan, l.from)}, by a line`),
  ];
  return all.length > 0 ? `Filled by ${all.join(' and ')}.` : 'Nothing fills it yet.';
});

const plan = computed(() => props.results.compiled.plan);
const tanks = computed(() => plan.value.nodes.filter(isStore));
const tank = computed(() => tanks.value.find((t) => t.id === props.tank) ?? tanks.value[0]);
const change = (label: string, recipe: (node: StoreNode) => void): string | undefined =>
  said(props.edit(changeNode(tank.value.id, isStore, label, recipe)));
const shapeIn = computed(() => tankShape(tank.value.shape, tank.value.count));
const volume = (level: number): string => showText(volumeAt(shapeIn.value, level), 'volume', settings.units);
const SHAPES: readonly { label: string; value: Shape['type'] }[] = [
  { label: 'upright, round', value: 'vertical-cylinder' },
  { label: 'lying, round', value: 'horizontal-cylinder' },
  { label: 'box', value: 'box' },
];
const shapeOptions = [...SHAPES, { label: 'levels and volumes from a table', value: 'table' as const }];
/** The table of a measured tank as text, a row a line: level and volume as bare numbers in the person's units. */
const tableText = computed(() => {
  const s = tank.value?.shape;
  return s?.type === 'table'
    ? s.levelsM
        .map(
          (l, k) =>
            `${editable(l, 'depth', settings.units)} ${editable(planField('volumeL').toSI(s.volumesL[k]), 'volume', settings.units)}`,
        )
        .join('\n')
    : '';
});
const tableError = ref('');
function setTable(text: string): void {
  const rows = text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const read = numberList(line);
      return 'numbers' in read ? read.numbers : [];
    });
  const bad = rows.findIndex((r) => r.length !== 2 || r.some((v) => !(v >= 0)));
  if (rows.length < 2 || bad >= 0) {
    tableError.value =
      bad >= 0
        ? `Row ${bad + 1} is not a level and a volume: write two numbers, such as ${settings.units === 'us' ? '“1.5 160”' : '“0.5 620”'}.`
        : `Give at least two rows: a level in ${settings.units === 'us' ? 'feet and the gallons' : 'metres and the litres'} up to it.`;
    return;
  }
  tableError.value =
    change('table of levels', (t) => {
      t.shape = {
        type: 'table',
        levelsM: rows.map((r) => rounded(asSI(r[0], 'depth', settings.units), 5)),
        volumesL: rows.map((r) => rounded(planValue('volumeL', asSI(r[1], 'volume', settings.units)), 3)),
      };
    }) ?? '';
}

/** Keeps the height when the shape changes, so that the heights of outlet and overflow still fit. */
function setShape(type: Shape['type']): void {
  change('shape of the tank', (t) => {
    const s = t.shape;
    if (s.type === type) return;
    if (type === 'table') {
      // starts from the shape as it is, so that rows can be mended one by one
      const rows = levelTable(shapeIn.value);
      t.shape = {
        type,
        levelsM: rows.map((r) => round(r.level)),
        volumesL: rows.map((r) => planValue('volumeL', r.volume)),
      };
      return;
    }
    if (s.type === 'table') {
      const high = s.levelsM[s.levelsM.length - 1];
      const wide = Math.sqrt((4 * tankCapacity(shapeIn.value)) / (Math.PI * high));
      t.shape = { type: 'vertical-cylinder', diameterM: round(wide), heightM: high };
      return;
    }
    const high = s.type === 'horizontal-cylinder' ? s.diameterM : s.heightM;
    const wide = s.type === 'box' ? s.widthM : s.diameterM;
    const long = s.type === 'box' || s.type === 'horizontal-cylinder' ? s.lengthM : wide;
    t.shape =
      type === 'box'
        ? { type, lengthM: long, widthM: wide, heightM: high }
        : type === 'vertical-cylinder'
          ? { type, diameterM: wide, heightM: high }
          : { type, diameterM: high, lengthM: long };
  });
}

interface Row {
  readonly key: string;
  readonly label: string;
  readonly value: number;
  readonly quantity: Quantity;
  readonly note?: string;
  readonly min?: number;
  readonly set: (node: StoreNode, value: number) => void;
}

const measures = computed<Row[]>(() => {
  const s = tank.value.shape;
  const row = (key: 'diameterM' | 'heightM' | 'lengthM' | 'widthM', label: string): Row => ({
    key,
    label,
    value: (s as unknown as Record<string, number>)[key],
    quantity: 'height',
    min: 0.05,
    set: (t, v) => {
      (t.shape as unknown as Record<string, number>)[key] = v;
    },
  });
  if (s.type === 'vertical-cylinder') return [row('diameterM', 'Across, inside'), row('heightM', 'Height, inside')];
  if (s.type === 'horizontal-cylinder') return [row('diameterM', 'Across, inside'), row('lengthM', 'Length, inside')];
  return s.type === 'box'
    ? [row('lengthM', 'Length, inside'), row('widthM', 'Width, inside'), row('heightM', 'Height, inside')]
    : [];
});
const levels = computed<Row[]>(() => {
  const t = tank.value;
  return [
    {
      key: 'standM',
      label: 'Stands above the ground by',
      value: t.standM ?? 0,
      quantity: 'height',
      min: 0,
      set: (n, v) => void (n.standM = v),
      note: `A full tank is heavy: above ${showEntered(ENGINEER_HEIGHT, 'height', settings.units)}, or near people, ask a licensed engineer. Local codes come first.`,
    },
    {
      key: 'startLevelM',
      label: 'Water in it today, deep',
      value: t.startLevelM ?? t.overflowM,
      quantity: 'height',
      min: 0,
      set: (n, v) => void (n.startLevelM = v),
      note: `${volume(t.startLevelM ?? t.overflowM)} in the tank`,
    },
    {
      key: 'outletM',
      label: 'Outlet above the floor',
      value: t.outletM,
      quantity: 'height',
      min: 0,
      set: (n, v) => void (n.outletM = v),
      note: `${volume(t.outletM)} below it stay behind`,
    },
    {
      key: 'overflowM',
      label: 'Overflow above the floor',
      value: t.overflowM,
      quantity: 'height',
      min: 0.01,
      set: (n, v) => void (n.overflowM = v),
      note: `${volume(t.overflowM)} when it runs over`,
    },
  ];
});
const round = (si: number): number => planValue('heightM', si);
</script>

<template>
  <section v-if="tank" class="store sheet" aria-labelledby="store-title">
    <header>
      <h2 id="store-title">Store</h2>
      <ChoiceField
        v-if="tanks.length > 1"
        class="which"
        :value="tank.id"
        :options="tanks.map((t) => ({ label: t.name ?? t.id, value: t.id }))"
        label="Tank"
        @update:value="(id) => emit('tank', id)"
      />
      <span class="muted"
        >holds <span class="figure">{{ showText(tankCapacity(shapeIn), 'volume', settings.units) }}</span> to the
        brim</span
      >
      <button type="button" class="plain-button end" data-test="add-tank" @click="addTank">
        <Plus :size="18" aria-hidden="true" />Add a tank
      </button>
    </header>
    <JoinedRow :place="tank.id" :says="filledText" lead="A line from it" test="lead-tank" out="Take it out" />
    <div class="halves">
      <div>
        <h3>The tank</h3>
        <EntryRow label="Name"
          ><NameField
            :value="tank.name ?? ''"
            label="Name of the tank"
            @change="(name) => change('name of the tank', (t) => void (t.name = name))"
        /></EntryRow>
        <EntryRow label="Shape"
          ><ChoiceField
            :value="tank.shape.type"
            :options="[...shapeOptions]"
            label="Shape of the tank"
            @update:value="setShape"
        /></EntryRow>
        <EntryRow
          v-for="r in measures"
          :key="r.key"
          :label="r.label"
          :value="r.value"
          :quantity="r.quantity"
          :limits="{ min: r.min }"
          :commit="(si) => change(r.label.toLowerCase(), (t) => r.set(t, round(si)))"
        />
        <template v-if="tank.shape.type === 'table'">
          <p class="small">
            A row a line: level above the floor in {{ unitFor('depth', settings.units).symbol }},
            {{ unitFor('volume', settings.units).symbol }} up to it. Fill it with a meter or by buckets and mark the
            stick.
          </p>
          <TextField
            :rows="8"
            :value="tableText"
            label="Levels and volumes, a row a line"
            :class="{ wrong: tableError }"
            @change="setTable"
          />
          <p v-if="tableError" role="alert" class="wrong small">{{ tableError }}</p>
        </template>
      </div>
      <div>
        <LaterPart :after="1">
          <h3>Heights</h3>
          <GroundEntry :plan="plan" :node="tank" label="Ground under it, above datum" />
          <EntryRow
            v-for="r in levels"
            :key="r.key"
            :label="r.label"
            :value="r.value"
            :quantity="r.quantity"
            :limits="{ min: r.min }"
            :note="r.note"
            :commit="(si) => change(r.label.toLowerCase(), (t) => r.set(t, round(si)))"
        /></LaterPart>
      </div>
    </div>
    <LaterPart :after="2"
      ><StoreFacts
        v-if="balance"
        :plan="plan"
        :tank="tank"
        :balance="balance"
        :sizes="sizes"
        :edit="edit"
        @open="(key) => emit('open', key)"
    /></LaterPart>
  </section>
  <section v-else class="store sheet empty">
    <h2>No tank yet</h2>
    <p>
      A line can start from a spring alone, but a tank holds the night for the day.
      <button type="button" class="plain-button edged" data-test="add-tank" @click="addTank">
        <Plus :size="18" aria-hidden="true" />Add a tank
      </button>
    </p>
  </section>
</template>

<style scoped>
.wrong {
  color: var(--brick-ink);
}

.store {
  padding: 8px 16px 16px;
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  padding-bottom: 8px;
}

.which {
  width: 220px;
}

.end {
  margin-left: auto;
}

.halves {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 40px;
}

h3 {
  margin: 4px 0;
  font-family: var(--font-text);
  font-size: var(--text-m);
}

.empty {
  padding: 24px;
}

@media (max-width: 800px) {
  .halves {
    grid-template-columns: 1fr;
  }
}
</style>
