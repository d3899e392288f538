<script setup lang="ts">
// A herd at the place where it drinks: heads, class, litres a head.
import { NSelect } from 'naive-ui';
import { computed } from 'vue';
import type { NeedRow } from '@vernal-slope/plan/year';
import { ANIMAL_ROWS, drinkByWarmth, findAnimal } from '@vernal-slope/plan/catalogue';
import { changeHerd, setHerdClass } from '@vernal-slope/plan/edit';
import type { Herd } from '@vernal-slope/plan/schema';
import { useEdits } from '../../session/planpage.ts';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TickField from '../../fields/TickField.vue';
import NeedLine, { type NeedView } from './NeedLine.vue';
import { quoted } from '@vernal-slope/display/quoted';
import { useSettings } from '../../display/settings.ts';

const props = defineProps<{ row: NeedRow; view: NeedView; herd: Herd }>();
const { perform } = useEdits();
const settings = useSettings();
const animals = computed(() => ANIMAL_ROWS.map((r) => ({ value: r.id, label: quoted(r.name, settings.units) })));
const warmth = computed(() => {
  const row = findAnimal(props.herd.class);
  return row && drinkByWarmth(row);
});
/** The table, and the herd's own class where the table has none such. */
const classes = computed(() =>
  animals.value.some((a) => a.value === props.herd.class)
    ? animals.value
    : [{ value: props.herd.class ?? '', label: props.herd.class ?? '' }, ...animals.value],
);
function change(label: string, recipe: (h: Herd) => void): undefined {
  perform(changeHerd(props.row.at, label, recipe));
}
</script>

<template>
  <NeedLine
    :row="row"
    :view="view"
    :months="herd.months"
    :reason="herd.reason"
    differs
    ask="why it differs from the table"
    @months="(list) => change('months', (h) => void (h.months = list))"
    @reason="(why) => change('reason', (h) => void (h.reason = why))"
  >
    <NumberField
      class="count"
      :value="herd.count"
      :min="0"
      :max="100000"
      whole
      :label="`Heads, ${row.name}`"
      @update:value="(n) => change('heads', (h) => void (h.count = n))"
    />
    <span class="small">heads of</span>
    <NSelect
      class="wide"
      filterable
      :value="herd.class"
      :options="classes"
      :input-props="{ 'aria-label': 'Class of animals' }"
      @update:value="(v: string) => perform(setHerdClass(row.at, v))"
    />
    <span class="small">each</span>
    <QuantityField
      class="figure-field"
      :value="herd.litresPerHeadPerDay"
      field="litresPerHeadPerDay"
      :label="`Water a head and day, ${row.name}`"
      :limits="{ min: 0, max: 1 }"
      :commit="(v) => change('water a head', (h) => void (h.litresPerHeadPerDay = v))"
      show-unit
    />
    <span class="small">a day</span>
    <TickField
      v-if="warmth"
      class="small"
      :checked="herd.byWarmth ?? false"
      @update:checked="(on) => change('by warmth', (h) => void (h.byWarmth = on))"
      >by warmth</TickField
    >
  </NeedLine>
</template>
