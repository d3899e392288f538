<script setup lang="ts">
// A stream measured by float or by a small weir: what to measure, and the flow as one types.
import { computed, reactive } from 'vue';
import { floatCorrection, mean } from '@vernal-slope/core/supply';
import { testFlow } from '@vernal-slope/plan/year';
import type { FlowTest } from '@vernal-slope/plan/schema';
import { asSI, rounded, showText, unitFor } from '@vernal-slope/display/quantities';
import { numberList } from '@vernal-slope/display/numberlist';
import { useSettings } from '../../display/settings.ts';
import EntryRow from '../../fields/EntryRow.vue';
import PlainDialog from '../../shell/PlainDialog.vue';
import DateField from '../../fields/DateField.vue';
import NumberField from '../../fields/NumberField.vue';
import TextField from '../../fields/TextField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';

const show = defineModel<boolean>('show', { required: true });
const props = defineProps<{ date: string }>();
const emit = defineEmits<{ keep: [test: FlowTest] }>();
const settings = useSettings();
const depthUnit = unitFor('depth', settings.units).symbol;
const d = reactive({
  method: 'float' as 'float' | 'v-notch' | 'rectangular-weir',
  date: props.date,
  widthM: 0.6,
  depths: settings.units === 'us' ? '0.25, 0.4, 0.3' : '0.08, 0.12, 0.09',
  distanceM: 3,
  seconds: '8.2, 8.6, 8.1',
  /** Nothing where the table says it by the depth. */
  correction: undefined as number | undefined,
  headM: 0.08,
  angleDeg: 90,
  crestM: 0.4,
  contractions: 2 as 0 | 1 | 2,
  note: '',
});
/** A list like "0.08, 0.12" or "0,08 0,12"; undefined with a word that is no number above 0. */
function list(text: string): readonly number[] | undefined {
  const read = numberList(text);
  return 'numbers' in read && read.numbers.every((n) => n > 0) ? read.numbers : undefined;
}
/** True of a list that can be read in two ways. */
const unclear = (text: string): boolean => {
  const read = numberList(text);
  return 'ask' in read && read.ask;
};
const byDepth = computed(() => {
  const depths = list(d.depths);
  return floatCorrection(depths ? asSI(mean(depths), 'depth', settings.units) : 0);
});
const test = computed<FlowTest | string>(() => {
  const common = { date: d.date, ...(d.note ? { note: d.note } : {}) };
  if (d.method === 'float') {
    const depthsM = list(d.depths)?.map((v) => rounded(asSI(v, 'depth', settings.units), 5));
    const seconds = list(d.seconds);
    if (unclear(d.depths) || unclear(d.seconds))
      return 'With one comma it can be read in two ways: write a point for the decimal, or a space between two figures.';
    if (!depthsM)
      return `Give the depths across the stream in ${settings.units === 'us' ? 'feet, such as 0.25, 0.4, 0.3' : 'metres, such as 0.08, 0.12, 0.09'}.`;
    if (!seconds) return 'Give the times of the float in seconds, each above nothing, such as 8.2, 8.6.';
    return {
      ...common,
      method: 'float',
      widthM: d.widthM,
      depthsM,
      distanceM: d.distanceM,
      seconds: [...seconds],
      ...(d.correction === undefined ? {} : { correction: d.correction }),
    };
  }
  return d.method === 'v-notch'
    ? { ...common, method: 'v-notch', headM: d.headM, angleDeg: d.angleDeg }
    : { ...common, method: 'rectangular-weir', headM: d.headM, crestM: d.crestM, contractions: d.contractions };
});
const flow = computed(() =>
  typeof test.value === 'string' ? '' : showText(testFlow(test.value).flow, 'flow', settings.units),
);
const SOURCE = {
  float:
    'Area of the section times the float’s speed times the correction (USBR Water Measurement Manual, table 13-1).',
  'v-notch':
    'Kindsvater and Shen (USBR Water Measurement Manual, ISO 1438). Head measured upstream, from the point of the notch.',
  'rectangular-weir':
    'Francis, Q = 1.84 (L − 0.1 n h) h^1.5. Head measured upstream, from the crest; good to a third of its length.',
} as const;
const set = (key: 'widthM' | 'distanceM' | 'headM' | 'crestM', si: number): undefined => {
  d[key] = rounded(si, 4);
  return undefined;
};
</script>

<template>
  <PlainDialog v-model:show="show" title="Measure a stream" :width="520">
    <form @submit.prevent="typeof test !== 'string' && emit('keep', test)">
      <EntryRow label="How"
        ><ChoiceField
          v-model:value="d.method"
          :options="[
            { value: 'float', label: 'float over a stretch' },
            { value: 'v-notch', label: 'V-notch weir' },
            { value: 'rectangular-weir', label: 'rectangular weir' },
          ]"
          label="How it is measured"
      /></EntryRow>
      <EntryRow label="Date"><DateField v-model:value="d.date" label="Date" required /></EntryRow>
      <template v-if="d.method === 'float'">
        <EntryRow
          label="Width of the water"
          :value="d.widthM"
          quantity="height"
          :limits="{ min: 0.05, max: 100 }"
          :commit="(si) => set('widthM', si)"
          live
        />
        <EntryRow :label="`Depths across, ${depthUnit}`" note="evenly spaced, the banks left out"
          ><TextField v-model:value="d.depths" :label="`Depths across, ${depthUnit}`"
        /></EntryRow>
        <EntryRow
          label="The float runs"
          :value="d.distanceM"
          quantity="height"
          :limits="{ min: 0.5, max: 1000 }"
          :commit="(si) => set('distanceM', si)"
          live
        />
        <EntryRow label="in seconds" note="several runs"
          ><TextField v-model:value="d.seconds" label="Times of the float, s"
        /></EntryRow>
        <EntryRow
          label="Correction"
          :note="
            d.correction === undefined
              ? 'of the table by the mean depth; 0.85 over a smooth bed is common practice'
              : 'entered; 0.66 in shallow water to 0.80 in deep by the table'
          "
          ><NumberField
            :value="d.correction ?? byDepth"
            live
            :min="0.3"
            :max="1"
            :step="0.01"
            label="Correction"
            @update:value="(n) => (d.correction = n)"
        /></EntryRow>
      </template>
      <template v-else>
        <EntryRow
          label="Head over the weir"
          :value="d.headM"
          quantity="height"
          :limits="{ min: 0, max: 2 }"
          :commit="(si) => set('headM', si)"
          live
        />
        <EntryRow v-if="d.method === 'v-notch'" label="Opening, degrees"
          ><NumberField v-model:value="d.angleDeg" live :min="20" :max="120" label="Opening, degrees"
        /></EntryRow>
        <template v-else>
          <EntryRow
            label="Crest, long"
            :value="d.crestM"
            quantity="height"
            :limits="{ min: 0.05, max: 50 }"
            :commit="(si) => set('crestM', si)"
            live
          />
          <EntryRow label="Ends in from the banks"
            ><ChoiceField
              v-model:value="d.contractions"
              :options="[2, 1, 0].map((n) => ({ value: n, label: String(n) }))"
              label="Ends in from the banks"
          /></EntryRow>
        </template>
      </template>
      <EntryRow label="Note"><TextField v-model:value="d.note" label="Note" :longest="2000" /></EntryRow>
      <p v-if="typeof test === 'string'" role="alert" class="wrong">{{ test }}</p>
      <p v-else class="answer">
        <span class="figure">{{ flow }}</span>
      </p>
      <p class="small muted">{{ SOURCE[d.method] }}</p>
      <button type="submit" class="plain-button main" :disabled="typeof test === 'string'">Keep this test</button>
    </form>
  </PlainDialog>
</template>

<style scoped>
.answer {
  margin: 8px 0;
  font-size: 26px;
}

.wrong {
  margin: 8px 0;
  color: var(--brick-ink);
}
</style>
