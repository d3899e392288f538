<script setup lang="ts">
// A household: how many, at what level of service, or by what they use.
import { NSelect } from 'naive-ui';
import { computed } from 'vue';
import type { NeedRow } from '@vernal-slope/plan/year';
import { SERVICE_ROWS, USE_ROWS } from '@vernal-slope/plan/catalogue';
import { changePeople } from '@vernal-slope/plan/edit';
import type { People } from '@vernal-slope/plan/schema';
import { showField } from '@vernal-slope/display/planfields';
import { useSettings } from '../../display/settings.ts';
import { useEdits } from '../../session/planpage.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import NameField from '../../fields/NameField.vue';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import NeedLine, { type NeedView } from './NeedLine.vue';
import { quoted } from '@vernal-slope/display/quoted';

const props = defineProps<{ row: NeedRow; view: NeedView; people: People }>();
const { perform } = useEdits();
const settings = useSettings();
const litres = (each: number): string => showField('litresPerDay', each, settings.units);
const services = computed(() =>
  SERVICE_ROWS.map((r) => ({ value: r.id, label: `${quoted(r.name, settings.units)} (${litres(r.typical)})` })),
);
const uses = computed(() => USE_ROWS.map((r) => ({ value: r.name, label: `${r.name} (${litres(r.litres)})` })));
function change(label: string, recipe: (p: People) => void): undefined {
  perform(changePeople(props.row.at, label, recipe));
}
</script>

<template>
  <NeedLine
    :row="row"
    :view="view"
    :months="people.months"
    :reason="people.reason"
    :differs="people.litresPerDay !== undefined"
    @months="(list) => change('months', (p) => void (p.months = list))"
    @reason="(why) => change('reason', (p) => void (p.reason = why))"
  >
    <NumberField
      class="count"
      :value="people.count"
      :min="0"
      :max="100000"
      whole
      :label="`People, ${row.name}`"
      @update:value="(n) => change('people', (p) => void (p.count = n))"
    />
    <span class="small">people in</span>
    <NameField
      class="mid"
      :value="row.name"
      label="Name of the household"
      @change="(name) => change('name', (p) => void (p.name = name))"
    />
    <span class="small">as</span>
    <ChoiceField
      class="wide"
      :value="people.level ?? 'cabin-gravity'"
      :options="services"
      label="Level of service"
      @update:value="
        (v) =>
          change('level of service', (p) => {
            p.level = v;
            delete p.litresPerDay;
          })
      "
    />
    <QuantityField
      class="figure-field"
      :value="row.each"
      field="litresPerDay"
      :label="`Water a person and day, ${row.name}`"
      :limits="{ min: 0, max: 5 }"
      :commit="(v) => change('water a person', (p) => void (p.litresPerDay = v))"
      show-unit
    />
    <span class="small">a day each</span>
    <NSelect
      class="wide"
      multiple
      clearable
      max-tag-count="responsive"
      placeholder="or by what they use"
      :value="people.uses ?? []"
      :options="uses"
      :input-props="{ 'aria-label': 'What they use' }"
      @update:value="
        (v: string[]) =>
          change('what they use', (p) => {
            if (v.length > 0) p.uses = v;
            else delete p.uses;
            delete p.litresPerDay;
          })
      "
    />
  </NeedLine>
</template>
