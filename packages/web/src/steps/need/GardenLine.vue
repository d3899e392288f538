<script setup lang="ts">
// A garden: its area, crop, way of watering, and how much of it reaches the roots.
import { NSelect } from 'naive-ui';
import type { NeedRow } from '@vernal-slope/plan/budget';
import { CROP_ROWS, findCrop, findMethod, METHOD_ROWS } from '@vernal-slope/plan/catalogue';
import { changeGarden } from '@vernal-slope/plan/edit';
import type { Garden } from '@vernal-slope/plan/schema';
import { useEdits } from '../../session/planpage.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import NameField from '../../fields/NameField.vue';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TickField from '../../fields/TickField.vue';
import NeedLine, { type NeedView } from './NeedLine.vue';

const props = defineProps<{ row: NeedRow; view: NeedView; garden: Garden }>();
const { perform } = useEdits();
const crops = CROP_ROWS.map((r) => ({ value: r.id, label: `${r.name} (Kc ${r.kcMid})` }));
const methods = METHOD_ROWS.map((r) => ({ value: r.id, label: r.name }));
function change(label: string, recipe: (g: Garden) => void): undefined {
  perform(changeGarden(props.row.at, label, recipe));
}
</script>

<template>
  <NeedLine
    :row="row"
    :view="view"
    :months="garden.months"
    :reason="garden.reason"
    :differs="garden.kc !== undefined || garden.efficiency !== undefined"
    @months="(list) => change('months', (g) => void (g.months = list))"
    @reason="(why) => change('reason', (g) => void (g.reason = why))"
  >
    <QuantityField
      class="figure-field"
      :value="garden.areaM2"
      field="areaM2"
      :label="`Area, ${row.name}`"
      :limits="{ min: 0.1, max: 1e7 }"
      :commit="(v) => change('area', (g) => void (g.areaM2 = v))"
      show-unit
    />
    <span class="small">of</span>
    <NameField
      class="mid"
      :value="row.name"
      label="Name of the garden"
      @change="(name) => change('name', (g) => void (g.name = name))"
    />
    <span class="small">crop</span>
    <NSelect
      class="wide"
      filterable
      :value="garden.crop ?? null"
      :options="crops"
      placeholder="crop"
      :input-props="{ 'aria-label': 'Crop' }"
      @update:value="
        (v: string) =>
          change('crop', (g) => {
            g.crop = v;
            delete g.kc;
          })
      "
    />
    <span class="small">watered by</span>
    <ChoiceField
      class="mid"
      :value="garden.method ?? null"
      :options="methods"
      placeholder="watered by"
      label="Watered by"
      @update:value="
        (v) =>
          change('method', (g) => {
            g.method = v;
            delete g.efficiency;
          })
      "
    />
    <TickField
      class="small"
      :checked="garden.rainFed ?? true"
      @update:checked="(on) => change('rain', (g) => void (g.rainFed = on))"
      >rain reaches it</TickField
    >
    <label class="small"
      ><span title="How much the crop drinks against cut grass: FAO-56’s crop coefficient, Kc">thirst, Kc</span>
      <NumberField
        class="tiny"
        :min="0.1"
        :max="2"
        :step="0.05"
        :value="garden.kc ?? findCrop(garden.crop)?.kcMid ?? 1"
        :label="`Crop coefficient, ${row.name}`"
        @update:value="(n) => change('crop coefficient', (g) => void (g.kc = n))"
    /></label>
    <label class="small"
      >reaches the roots
      <NumberField
        class="tiny"
        :min="10"
        :max="100"
        :value="Math.round(100 * (garden.efficiency ?? findMethod(garden.method)?.typical ?? 0.8))"
        :label="`Share that reaches the roots, per cent, ${row.name}`"
        @update:value="(n) => change('efficiency', (g) => void (g.efficiency = n / 100))"
      />
      %</label
    >
  </NeedLine>
</template>
