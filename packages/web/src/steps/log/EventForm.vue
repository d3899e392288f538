<script setup lang="ts">
// What is no reading: rain, a repair, a test of the water, a photograph.
import { computed, ref, watch } from 'vue';
import { DUE_MONTHS } from '@vernal-slope/plan/budget';
import { recordQuality } from '@vernal-slope/plan/edit';
import { isSource } from '@vernal-slope/plan/kinds';
import type { Plan, QualityTest } from '@vernal-slope/plan/schema';
import { said } from '../../display/faults.ts';
import { nameIn } from '@vernal-slope/display/names';
import ChoiceField from '../../fields/ChoiceField.vue';
import DateField from '../../fields/DateField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TextField from '../../fields/TextField.vue';
import TimeField from '../../fields/TimeField.vue';
import { useEdits } from '../../session/planpage.ts';
import PhotoField from './PhotoField.vue';
import { useEntry } from './useEntry.ts';
import type { EventKind } from '@vernal-slope/display/logwords';

const props = defineProps<{ plan: Plan; kind: EventKind }>();
const { edit } = useEdits();
const { date, time, note, photo, fault, wrongTime, keep: keepEntry } = useEntry();
const sources = computed(() => props.plan.nodes.filter(isSource));
const places = computed(() => {
  const nodes = props.kind === 'test' ? sources.value : props.plan.nodes;
  const lines = props.kind === 'repair' || props.kind === 'photo' ? props.plan.lines : [];
  return [...nodes, ...lines].map(({ id }) => ({ value: id, label: nameIn(props.plan, id) }));
});
const place = ref('');
watch(
  places,
  (now) => {
    if (!now.some((p) => p.value === place.value)) place.value = now[0]?.value ?? '';
  },
  { immediate: true },
);
/** mm */
const rain = ref<number>();
const repair = ref('');
const tested = ref('E. coli, coliforms');
const verdict = ref<QualityTest['verdict']>('meets');
watch(
  () => props.kind,
  () => (fault.value = ''),
);
const setRain = (mm: number): string | undefined => {
  rain.value = mm;
  fault.value = '';
  return undefined;
};
async function keep(): Promise<void> {
  fault.value = '';
  if (props.kind === 'rain') {
    if (rain.value === undefined) fault.value = 'Give how much rain stood in the gauge.';
    else if (await keepEntry({ place: place.value, rainMm: rain.value })) rain.value = undefined;
  } else if (props.kind === 'repair') {
    if (repair.value.trim() === '') fault.value = 'Say what was mended.';
    else if (await keepEntry({ place: place.value, repair: repair.value.trim() })) repair.value = '';
  } else if (props.kind === 'photo') {
    if (!photo.value) fault.value = 'Choose a photograph.';
    else await keepEntry({ place: place.value });
  } else {
    fault.value = wrongTime();
    if (fault.value !== '') return;
    const test = { date: date.value, verdict: verdict.value, tested: tested.value, dueMonths: DUE_MONTHS };
    fault.value = said(edit(recordQuality(place.value, test))) ?? '';
  }
}
</script>

<template>
  <p v-if="places.length === 0" class="muted small">There is no source in this plan whose water could be tested.</p>
  <template v-else>
    <div class="entries">
      <label
        >at <ChoiceField v-model:value="place" fit :options="places" label="Place of the entry" data-test="event-place"
      /></label>
      <label>on <DateField :value="date" label="Day of the entry" @update:value="(d) => (date = d)" /></label>
      <label v-if="kind !== 'test'"
        >at <TimeField :value="time" label="Time of the entry" @update:value="(t) => (time = t)"
      /></label>
    </div>
    <div class="entries">
      <label v-if="kind === 'rain'"
        >rain since it was read last
        <QuantityField
          :value="rain"
          field="rainMm"
          label="Rain in the gauge"
          :limits="{ min: 0 }"
          :commit="setRain"
          live
          optional
          show-unit
          data-test="rain-value"
      /></label>
      <label v-if="kind === 'repair'" class="note"
        >what was mended
        <TextField :value="repair" label="What was mended" :longest="2000" @update:value="(t: string) => (repair = t)"
      /></label>
      <template v-if="kind === 'test'">
        <label class="note">tested for <TextField v-model:value="tested" label="Tested for" :longest="500" /></label>
        <ChoiceField
          v-model:value="verdict"
          fit
          :options="[
            { value: 'meets', label: 'met the standard' },
            { value: 'fails', label: 'failed' },
          ]"
          label="What came out"
        />
      </template>
      <label v-if="kind !== 'test'" class="note"
        >note <TextField :value="note" label="Note on this entry" :longest="2000" @change="(t: string) => (note = t)"
      /></label>
    </div>
    <div class="entries">
      <PhotoField v-if="kind !== 'test'" v-model="photo" />
      <button type="button" class="plain-button main keep" data-test="keep-event" @click="keep">Keep</button>
    </div>
    <p v-if="kind === 'test'" class="small muted">
      A laboratory’s bottle and its instructions, not a taste. It is kept with its source, under Water.
    </p>
    <p v-if="fault" class="wrong" role="alert" data-test="event-fault">{{ fault }}</p>
  </template>
</template>

<style src="./entries.css" scoped></style>
