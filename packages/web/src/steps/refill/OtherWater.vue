<script setup lang="ts">
// What else comes and goes at a tank or trough: where its overflow runs, what is carted away at its hours, leaks, the sun.
import { Plus, X } from '@lucide/vue';
import { computed } from 'vue';
import { changeNode } from '@vernal-slope/plan/edit';
import { isVessel } from '@vernal-slope/plan/kinds';
import type { Plan, VesselNode } from '@vernal-slope/plan/schema';
import { said } from '../../display/faults.ts';
import { nameIn } from '@vernal-slope/display/names';
import ChoiceField from '../../fields/ChoiceField.vue';
import EntryRow from '../../fields/EntryRow.vue';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TickField from '../../fields/TickField.vue';
import TimeField from '../../fields/TimeField.vue';
import { useEdits } from '../../session/planpage.ts';

const props = defineProps<{ plan: Plan; vessel: VesselNode }>();
const { edit, perform } = useEdits();
const name = computed(() => nameIn(props.plan, props.vessel.id));
const AWAY = '';
const others = computed(() => [
  { value: AWAY, label: 'away' },
  ...props.plan.nodes
    .filter((n) => isVessel(n) && n.id !== props.vessel.id)
    .map((n) => ({ value: n.id, label: nameIn(props.plan, n.id) })),
]);
type Takings = NonNullable<VesselNode['takings']>;
const on = (label: string, recipe: (n: VesselNode) => void): string | undefined =>
  said(edit(changeNode(props.vessel.id, isVessel, label, recipe)));
const change = (label: string, recipe: (n: VesselNode) => void): void =>
  void perform(changeNode(props.vessel.id, isVessel, label, recipe));
const taking = (label: string, recipe: (list: Takings) => void): void =>
  change(label, (n) => recipe((n.takings ??= [])));
function into(id: string): void {
  change('where the overflow runs', (n) => {
    if (id === AWAY) delete n.overflowInto;
    else n.overflowInto = id;
  });
}
function takenInto(k: number, id: string): void {
  taking('where it goes', (list) => {
    if (id === AWAY) delete list[k].into;
    else list[k].into = id;
  });
}
</script>

<template>
  <div class="other small">
    <span class="pair">
      overflow runs
      <ChoiceField
        fit
        :value="vessel.overflowInto ?? AWAY"
        :options="others"
        :label="`Where the overflow of ${name} runs`"
        @update:value="into"
      />
    </span>
    <EntryRow
      class="leak"
      label="leaks a day"
      :value="vessel.leakLPerDay ?? 0"
      field="leakLPerDay"
      :limits="{ min: 0 }"
      :commit="(v) => on('leak', (n) => void (n.leakLPerDay = v))"
    />
    <TickField
      :checked="vessel.evaporates ?? false"
      @update:checked="(open) => change('open to sun and wind', (n) => void (n.evaporates = open))"
      >open to sun and wind</TickField
    >
    <span v-for="(t, k) in vessel.takings ?? []" :key="k" class="pair">
      taken from
      <TimeField
        :value="t.at"
        :label="`Taken from, ${k + 1} of ${name}`"
        @update:value="(at) => taking('time it is taken', (list) => void (list[k].at = at))"
      />
      for
      <NumberField
        class="minutes"
        :value="t.durationMin"
        :min="1"
        :max="1440"
        :label="`Minutes it is taken, ${k + 1} of ${name}`"
        @update:value="(m) => taking('minutes it is taken', (list) => void (list[k].durationMin = m))"
      />
      min at
      <QuantityField
        class="rate"
        :value="t.flowLpm"
        field="flowLpm"
        show-unit
        :label="`Flow that is taken, ${k + 1} of ${name}`"
        :limits="{ min: 1e-7 }"
        :commit="(v) => on('flow that is taken', (n) => n.takings && void (n.takings[k].flowLpm = v))"
      />
      <ChoiceField
        fit
        :value="t.into ?? AWAY"
        :options="others"
        :label="`Where it goes, ${k + 1} of ${name}`"
        @update:value="(id) => takenInto(k, id)"
      />
      <button
        type="button"
        class="plain-button"
        :aria-label="`No longer taken, ${k + 1} of ${name}`"
        @click="taking('no longer taken', (list) => void list.splice(k, 1))"
      >
        <X :size="16" aria-hidden="true" />
      </button>
    </span>
    <button
      type="button"
      class="plain-button"
      :data-test="`add-taking-${vessel.id}`"
      @click="taking('water taken at an hour', (list) => void list.push({ at: '10:00', durationMin: 20, flowLpm: 20 }))"
    >
      <Plus :size="16" aria-hidden="true" />Pumped or carted at an hour
    </button>
  </div>
</template>

<style scoped>
.other,
.pair {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
}

.other {
  gap: 4px 18px;
}

.leak {
  display: inline-flex;
  gap: 6px;
  width: auto;
  border: 0;
}

.leak :deep(.quantity) {
  width: 110px;
}

.minutes {
  width: 64px;
}

.rate {
  width: 120px;
}
</style>
