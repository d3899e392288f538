<script setup lang="ts">
// The fittings of a leg: what is in the line, how many, and what each loses.
import { Minus, Plus } from '@lucide/vue';
import { NSelect } from 'naive-ui';
import { computed } from 'vue';
import { FITTING_ROWS, findFitting } from '@vernal-slope/plan/catalogue';
import { fittingK } from '@vernal-slope/plan/compile';
import type { Fitting, Leg } from '@vernal-slope/plan/schema';
import { fixed } from '@vernal-slope/display/quantities';
import PlainDialog from '../../shell/PlainDialog.vue';
import { quoted } from '@vernal-slope/display/quoted';
import { useSettings } from '../../display/settings.ts';

const props = defineProps<{
  show: boolean;
  fittings: readonly Fitting[];
  leg: number;
  /** Pipe of the leg: some fittings lose by its bore. */ pipe: Leg['pipe'];
}>();
const emit = defineEmits<{ 'update:show': [show: boolean]; change: [fittings: Fitting[]] }>();

const settings = useSettings();
const groups = computed(() => {
  const by = new Map<string, { label: string; value: string }[]>();
  for (const row of FITTING_ROWS) {
    if (row.group === 'entrance' || row.group === 'exit') continue;
    by.set(row.group, [
      ...(by.get(row.group) ?? []),
      { label: `${quoted(row.name, settings.units)}, K ${kOf({ type: row.id })}`, value: row.id },
    ]);
  }
  return [...by].map(([group, children]) => ({ type: 'group' as const, label: group, key: group, children }));
});
/** K in the pipe of this leg, to two figures after the point. */
const kOf = (f: Fitting): string => fixed(fittingK(f, props.pipe), 2);
const typeOf = (f: Fitting): string | undefined => ('type' in f && typeof f.type === 'string' ? f.type : undefined);
const nameOf = (f: Fitting): string => quoted(findFitting(typeOf(f) ?? '')?.name ?? 'as entered', settings.units);
const spread = (f: Fitting): string => {
  const row = findFitting(typeOf(f) ?? '');
  return row
    ? `${row.kLow} to ${row.kHigh}, ${row.basis}: ${quoted(row.source, settings.units)}`
    : 'entered in the plan';
};

function add(type: string | null): void {
  if (!type) return;
  const at = props.fittings.findIndex((f) => typeOf(f) === type);
  if (at >= 0) count(at, 1);
  else emit('change', [...props.fittings, { type, count: 1 }]);
}

function count(at: number, by: number): void {
  const list = props.fittings.map((f, k) => (k === at ? { ...f, count: Math.max(0, (f.count ?? 1) + by) } : f));
  emit('change', list.filter((f) => (f.count ?? 1) > 0) as Fitting[]);
}
</script>

<template>
  <PlainDialog
    :show="show"
    :title="`Fittings on leg ${leg + 1}`"
    :width="640"
    @update:show="(v: boolean) => emit('update:show', v)"
  >
    <p v-if="fittings.length === 0" class="muted">
      None yet. Count what the water passes: valves, elbows, couplers, strainers. At low head they can eat as much as
      the pipe.
    </p>
    <table v-else>
      <thead>
        <tr>
          <th>Fitting</th>
          <th class="n">K each</th>
          <th class="n">How many</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(f, k) in fittings" :key="k">
          <td>
            {{ nameOf(f) }}<br /><span class="small muted">{{ spread(f) }}</span>
          </td>
          <td class="n figure">{{ kOf(f) }}</td>
          <td class="n count">
            <button type="button" class="plain-button" :aria-label="`One ${nameOf(f)} less`" @click="count(k, -1)">
              <Minus :size="16" aria-hidden="true" />
            </button>
            <span>{{ f.count ?? 1 }}</span>
            <button type="button" class="plain-button" :aria-label="`One ${nameOf(f)} more`" @click="count(k, 1)">
              <Plus :size="16" aria-hidden="true" />
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <NSelect
      class="add"
      :options="groups"
      :value="null"
      filterable
      placeholder="Add a fitting"
      :input-props="{ 'aria-label': 'Add a fitting' }"
      @update:value="add"
    />
  </PlainDialog>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
}

th {
  text-align: left;
  color: var(--muted);
  font-size: var(--text-s);
}

td,
th {
  padding: 4px 8px;
  border-bottom: var(--line-hair) solid var(--rule);
}

.n {
  text-align: right;
}

.count {
  white-space: nowrap;
}

.add {
  margin-top: 16px;
}
</style>
