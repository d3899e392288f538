<script setup lang="ts">
// One reading, outdoors: the place, what was open, one number; what was planned stands beside it before it is kept.
import { ref } from 'vue';
import { addReadings, readLogCsv } from '@vernal-slope/plan/diagnose';
import { textOfBytes } from '@vernal-slope/plan/formats';
import { vesselHeight } from '@vernal-slope/plan/kinds';
import type { Plan } from '@vernal-slope/plan/schema';
import { nameIn } from '@vernal-slope/display/names';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import DateField from '../../fields/DateField.vue';
import FileField from '../../fields/FileField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TextField from '../../fields/TextField.vue';
import TimeField from '../../fields/TimeField.vue';
import { newKey } from '../../session/client.ts';
import { useEdits } from '../../session/planpage.ts';
import { todayText } from '../../session/useBudget.ts';
import { KIND_WORDS, QUANTITY } from '@vernal-slope/display/logwords';
import OffWords from './OffWords.vue';
import PhotoField from './PhotoField.vue';
import { nowText } from './useEntry.ts';
import { useReading } from './useReading.ts';

const props = defineProps<{ plan: Plan }>();
const settings = useSettings();
const { edit } = useEdits();

const {
  date,
  time,
  note,
  photo,
  fault,
  places,
  place,
  kinds,
  kind,
  open,
  opens,
  tanks,
  levels,
  levelOf,
  setLevel,
  value,
  setValue,
  planned,
  off,
  keep,
} = useReading(() => props.plan);
/** What a sheet brought, and what of it could not be taken. */
const told = ref<readonly string[]>([]);
async function takeSheet(file: File): Promise<void> {
  const read = readLogCsv(
    textOfBytes(new Uint8Array(await file.arrayBuffer())),
    props.plan,
    `${todayText()}T${nowText()}`,
  );
  const refused = read.entries.length > 0 ? edit(addReadings(read.entries.map((e) => ({ ...e, id: newKey() })))) : [];
  told.value = [
    `${read.entries.length === 1 ? 'One reading' : `${read.entries.length} readings`} taken from ${file.name}.`,
    ...[...read.faults, ...refused].map((f) => `${f.path}: ${f.message}; ${f.advice}`),
  ];
}
</script>

<template>
  <div class="reading">
    <div class="entries">
      <label
        >at
        <ChoiceField v-model:value="place" fit :options="places" label="Place of the reading" data-test="reading-place"
      /></label>
      <label
        >with
        <ChoiceField
          v-model:value="kind"
          fit
          :options="kinds.map((k) => ({ value: k, label: KIND_WORDS[k] }))"
          label="What was read"
          data-test="reading-kind"
      /></label>
      <label
        >open then
        <ChoiceField v-model:value="open" fit :options="opens" label="What was open" data-test="reading-open"
      /></label>
      <label>on <DateField :value="date" label="Day of the reading" @update:value="(d) => (date = d)" /></label>
      <label>at <TimeField :value="time" label="Time of the reading" @update:value="(t) => (time = t)" /></label>
    </div>
    <details v-if="tanks.length > 0" data-test="tank-levels">
      <summary>How the tanks stood</summary>
      <div class="entries">
        <label v-for="t in tanks" :key="t.id"
          >{{ nameIn(plan, t.id) }}
          <QuantityField
            :value="levelOf(t)"
            quantity="height"
            :label="`Level of ${nameIn(plan, t.id)} then`"
            :limits="{ min: 0, max: vesselHeight(t) }"
            :commit="(m) => setLevel(t.id, m)"
            show-unit
          /><small v-if="levels[t.id] === undefined" class="muted">as the plan starts</small></label
        >
      </div>
    </details>
    <div class="number">
      <QuantityField
        :key="`${place} ${kind}`"
        :value="value"
        :field="kind"
        :label="`Reading at ${nameIn(plan, place)}`"
        :commit="setValue"
        live
        optional
        show-unit
        data-test="reading-value"
      />
      <span class="planned" data-test="planned"
        >planned
        <strong class="figure">{{
          planned === undefined ? 'not settled' : showText(planned, QUANTITY[kind], settings.units)
        }}</strong></span
      >
      <span v-if="off" data-test="off" role="status"><OffWords :off="off" :kind="kind" /></span>
    </div>
    <div class="entries">
      <label class="note"
        >note <TextField :value="note" label="Note on this reading" @change="(t: string) => (note = t)"
      /></label>
      <PhotoField v-model="photo" />
      <button type="button" class="plain-button main keep" data-test="keep-reading" @click="keep">Keep</button>
      <label class="sheet-in"
        >Readings from a CSV
        <FileField label="Readings from a CSV" accept=".csv,text/csv,.txt" data-test="readings-in" @file="takeSheet"
      /></label>
    </div>
    <p v-if="fault" class="wrong" role="alert" data-test="reading-fault">{{ fault }}</p>
    <div v-if="told.length > 0" class="small" role="status" data-test="readings-told">
      <ul>
        <li v-for="t in told" :key="t">{{ t }}</li>
      </ul>
    </div>
  </div>
</template>

<style src="./entries.css" scoped></style>
<style scoped>
.number {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  margin: 10px 0;
}

.number :deep(input) {
  width: 150px;
  min-height: 48px;
  font-family: var(--font-figure);
  font-size: var(--figure-l);
}
</style>
