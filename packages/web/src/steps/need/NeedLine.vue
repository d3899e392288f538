<script lang="ts">
/** Which day is drawn, and in what buckets. */
export interface NeedView {
  readonly plan: Plan;
  readonly month: number;
  readonly bucket: number;
  readonly pick: (month: number) => void;
}
</script>

<script setup lang="ts">
// One need: its entries, then what it takes in its thirstiest month, where that comes from, why it differs, in which months.
import { Trash2 } from '@lucide/vue';
import { computed } from 'vue';
import type { NeedRow } from '@vernal-slope/plan/year';
import { removeNeed, setIfToo } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { nameIn } from '@vernal-slope/display/names';
import { showPerDay } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { usePlanPage } from '../../session/planpage.ts';
import TickField from '../../fields/TickField.vue';
import TextField from '../../fields/TextField.vue';
import MonthPicker from './MonthPicker.vue';
import NeedDay from './NeedDay.vue';
import NeedYear from './NeedYear.vue';
import { quoted } from '@vernal-slope/display/quoted';

const props = defineProps<{
  row: NeedRow;
  view: NeedView;
  months: readonly number[] | undefined;
  /** What was said of why a figure differs from the table. */
  reason: string | undefined;
  /** A figure differs, or may; a reason can be given. */
  differs: boolean;
  /** Shown where no reason is given yet. */
  ask?: string;
}>();
const emit = defineEmits<{ months: [months: number[] | undefined]; reason: [reason: string | undefined] }>();
const settings = useSettings();
const { perform, open } = usePlanPage();
const BASIS = { entered: '', computed: '', memory: ' (from memory)', 'common practice': ' (common practice)' } as const;
const most = computed(() => Math.max(...props.row.perDay));
/** Where it is wanted: the place of a herd, else its own name. */
const title = computed(() => ('node' in props.row.at ? nameIn(props.view.plan, props.row.at.node) : props.row.name));
</script>

<template>
  <div class="row" :class="{ wished: row.ifToo }" :data-test="row.id">
    <div class="what">
      <p class="whose">
        <i :class="row.kind"></i><strong>{{ title }}</strong
        ><span v-if="row.ifToo" class="small too">, if it comes too</span>
      </p>
      <slot />
      <button
        type="button"
        class="plain-button out"
        :aria-label="`Take out ${row.name}`"
        @click="perform(removeNeed(row.at))"
      >
        <Trash2 :size="18" aria-hidden="true" />
      </button>
    </div>
    <NeedDay :plan="view.plan" :row="row" :month="view.month" :bucket="view.bucket" />
    <NeedYear
      :row="row"
      :months="months"
      :month="view.month"
      @months="(list) => emit('months', list)"
      @pick="(m) => view.pick(m)"
    />
    <div class="why small muted">
      <slot name="under" />
      <span>
        <button
          type="button"
          class="figure total"
          title="Show the working"
          @click="open({ of: 'need', id: row.id, leg: 0 })"
        >
          {{ showPerDay(most, settings.units) }}</button>{{
          row.perDay.some((v) => v < most * 0.999) ? ' at most' : ''
        }}
      </span>
      <span class="from">{{ quoted(row.source, settings.units) }}{{ BASIS[row.basis] }}.</span>
      <span v-if="row.note" class="amber">{{ quoted(row.note, settings.units) }}.</span>
      <label v-if="differs" class="reason"
        >Why
        <TextField
          :value="reason ?? ''"
          :longest="500"
          :placeholder="ask"
          :label="`Why, ${row.name}`"
          @change="(why) => emit('reason', why || undefined)"
      /></label>
      <TickField
        class="small"
        :checked="row.ifToo"
        data-test="if-too"
        @update:checked="(on) => perform(setIfToo(row.at, on, title))"
        >only thought of: not counted</TickField
      >
      <details class="single">
        <summary>single months</summary>
        <MonthPicker :months="months" :label="row.name" @change="(list) => emit('months', list)" />
      </details>
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(200px, 1fr) minmax(240px, 1.25fr) minmax(220px, 1.1fr);
  gap: 4px 20px;
  align-items: start;
  padding: 8px 0;
  border-top: var(--line-hair) solid var(--rule);
}

.wished {
  margin: 4px -8px;
  padding: 8px;
  border: 1.5px dashed var(--water-deep);
  border-radius: var(--radius);
}

.wished .whose i {
  border: 1.5px dashed var(--water-deep);
  background: none;
}

.too {
  margin-left: -8px;
  color: var(--water-ink);
}

.whose {
  display: flex;
  flex: 1 1 100%;
  align-items: center;
  gap: 8px;
}

.whose i {
  width: 12px;
  height: 12px;
  background: var(--water-deep);
}

.whose i.people {
  background: var(--earth-ink);
}

.whose i.garden {
  background: var(--moss);
}

.why {
  grid-column: 1 / -1;
}

@media (max-width: 900px) {
  .row {
    grid-template-columns: minmax(0, 1fr);
  }
}

.what,
.why {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
}

.why {
  margin-top: 4px;
}

.from {
  flex: 1 1 300px;
}

.total {
  font-weight: 700;
}

.out {
  margin-left: auto;
}

.reason :deep(.n-input) {
  width: 230px;
  min-height: 28px;
  font-size: var(--text-s);
}

.amber {
  color: var(--amber-ink);
}

.what :deep(label) {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}

/* widths of what the three kinds of need enter */
.what :deep(.count) {
  width: 76px;
}

.what :deep(.tiny) {
  width: 72px;
}

.what :deep(.mid) {
  width: 150px;
}

.what :deep(.wide) {
  width: 230px;
}

.what :deep(.figure-field) {
  width: 120px;
}
</style>
