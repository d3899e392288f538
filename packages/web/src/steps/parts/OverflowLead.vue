<script setup lang="ts">
// An overflow: the pipe that leads it away, and what an old one that is there already ends in.
import { computed, ref } from 'vue';
import { endWords, SYSTEMS, type End } from '@vernal-slope/core/parts';
import { findPipe } from '@vernal-slope/plan/catalogue';
import { isVessel } from '@vernal-slope/plan/kinds';
import { setOverflow } from '@vernal-slope/plan/parts';
import type { Leg, Plan } from '@vernal-slope/plan/schema';
import { said } from '../../display/faults.ts';
import { nominal } from '@vernal-slope/display/names';
import { quoted } from '@vernal-slope/display/quoted';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import PipePicker from '../../fields/PipePicker.vue';
import QuantityField from '../../fields/QuantityField.vue';
import { useEdits } from '../../session/planpage.ts';

const props = defineProps<{ plan: Plan; place: string }>();
const settings = useSettings();
const { edit, perform } = useEdits();
const overflow = computed(() => {
  const node = props.plan.nodes.find((n) => n.id === props.place);
  return node && isVessel(node) ? node.overflowPipe : undefined;
});
const lead = computed(() => overflow.value?.lead);
const pipeName = computed(() => {
  const row = lead.value && findPipe(lead.value.pipe);
  return row ? quoted(nominal(`${row.nominal} ${row.family}`), settings.units) : 'choose a pipe';
});
const picking = ref(false);
/** Where one starts: the commonest stiff pipe, ten metres. */
const FIRST = { pipe: 'astm-d1785-sch40/1-1/2', lengthM: 10 } as const;
function choose(pipe: Leg['pipe']): void {
  if (typeof pipe !== 'string') return;
  perform(setOverflow(props.place, { lead: { ...FIRST, ...lead.value, pipe } }, 'pipe of the overflow'));
}
const setLength = (lengthM: number): string | undefined =>
  lead.value
    ? said(edit(setOverflow(props.place, { lead: { ...lead.value, lengthM } }, 'length of the overflow’s pipe')))
    : undefined;
function letGo(): void {
  perform(setOverflow(props.place, { lead: undefined, end: undefined }, 'the overflow runs out at its wall'));
}

/** What an old overflow can end in: plain pipe of any size, sockets, threads. */
const OLD: readonly (readonly [End['system'], End['gender']])[] = [
  ['sleeve', 'none'],
  ['solvent', 'male'],
  ['drain', 'male'],
  ['npt', 'male'],
  ['npt', 'female'],
  ['iso7', 'male'],
];
const key = (e: { system: string; size: string; gender: string }): string => `${e.system}|${e.size}|${e.gender}`;
const ends = OLD.flatMap(([system, gender]) =>
  SYSTEMS[system].sizes.map((s): End => ({ system, size: s.size, gender })),
);
const options = [
  { value: '', label: 'nothing is there: it is made with it' },
  ...ends.map((e) => ({ value: key(e), label: endWords(e) })),
];
const old = computed(() => (overflow.value?.end ? key(overflow.value.end) : ''));
function setOld(value: string): void {
  const end = ends.find((e) => key(e) === value);
  perform(setOverflow(props.place, { end: end && { ...end } }, 'what the old overflow ends in'));
}
</script>

<template>
  <div v-if="overflow" class="lead" data-test="overflow-lead">
    <span>Led away by</span>
    <button type="button" class="plain-button edged" data-test="lead-pipe" @click="picking = true">
      {{ pipeName }}
    </button>
    <template v-if="lead">
      <label
        >over
        <QuantityField
          :value="lead.lengthM"
          field="lengthM"
          label="Length of the pipe from the overflow"
          :limits="{ min: 0.1, max: 100000 }"
          :commit="setLength"
          show-unit
          data-test="lead-length"
      /></label>
      <label
        >an old overflow there ends in
        <ChoiceField
          fit
          :value="old"
          :options="options"
          label="What an old overflow ends in"
          data-test="lead-end"
          @update:value="setOld"
      /></label>
      <button type="button" class="plain-button edged" data-test="lead-gone" @click="letGo">
        Runs out at its wall
      </button>
    </template>
    <PipePicker v-model:show="picking" :value="lead?.pipe ?? FIRST.pipe" @choose="choose" />
  </div>
</template>

<style scoped>
.lead,
.lead label {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}

.lead {
  padding: 4px 0;
}
</style>
