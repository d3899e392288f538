<script setup lang="ts">
// A garden: its area, crop, way of watering, and how much of it reaches the roots.
import { computed } from 'vue';
import { NSelect } from 'naive-ui';
import type { NeedRow } from '@vernal-slope/plan/year';
import {
  CROP_ROWS,
  findCrop,
  findMethod,
  GARDEN_SOIL_ROWS,
  METHOD_ROWS,
  USUAL_GARDEN_SOIL,
} from '@vernal-slope/plan/catalogue';
import { changeGarden, renameGarden } from '@vernal-slope/plan/edit';
import { gardenServed, openingFor, openingWorking } from '@vernal-slope/plan/garden';
import type { Garden } from '@vernal-slope/plan/schema';
import { MONTHS } from '@vernal-slope/display/dates';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { usePlanPage } from '../../session/planpage.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import NameField from '../../fields/NameField.vue';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TickField from '../../fields/TickField.vue';
import NeedLine, { type NeedView } from './NeedLine.vue';

const props = defineProps<{ row: NeedRow; view: NeedView; garden: Garden }>();
const { perform, openMade, results } = usePlanPage();
const settings = useSettings();
/** What waters it: plots and beds, for how long a day they are opened and would have to be. */
const served = computed(() => (results.value ? gardenServed(results.value.compiled, props.garden.name) : undefined));
const wants = computed(() => props.row.perDay[props.view.month]);
const flow = computed(() => (served.value?.plots ?? []).reduce((sum, s) => sum + s.flow, 0));
const settled = computed(() => (served.value?.plots ?? []).every((s) => s.settled));
const time = (s: number): string => showText(s, 'duration', settings.units);
const openTime = (): void => {
  if (served.value) openMade(openingWorking(props.row, served.value.plots, wants.value));
};
const plants = (n: number): string => `${n} ${n === 1 ? 'plant' : 'plants'}`;
const KEPT = [
  { value: 'moist', label: 'moist, every day' },
  { value: 'from-thirst', label: 'from thirst, no more' },
] as const;
const SOILS = GARDEN_SOIL_ROWS.map((r) => ({ value: r.id, label: r.name }));
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
      @change="(name) => perform(renameGarden(row.at, name))"
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
    <template v-if="row.days">
      <label class="small kept"
        >kept
        <ChoiceField
          fit
          :value="garden.kept ?? 'moist'"
          :options="KEPT"
          :label="`How the soil is kept, ${row.name}`"
          data-test="garden-kept"
          @update:value="(v) => change('how the soil is kept', (g) => void (g.kept = v))"
      /></label>
      <label v-if="garden.kept === 'from-thirst'" class="small kept"
        >in
        <ChoiceField
          fit
          :value="garden.soil ?? USUAL_GARDEN_SOIL"
          :options="SOILS"
          :label="`Soil, ${row.name}`"
          data-test="garden-soil"
          @update:value="(v) => change('soil', (g) => void (g.soil = v))"
      /></label>
    </template>
    <template #under>
      <p class="small muted how" data-test="garden-how">
        {{
          row.days
            ? 'Soil water is reckoned day by day over the weather on record.'
            : 'By the mean of each month: a drought asks for more. Days of weather at Water say how much.'
        }}
      </p>
      <p v-if="served" class="served small" data-test="garden-served">
        <template v-if="served.plots.length + served.beds.length === 0"
          >No row and no bed waters it yet: add them at Outlets.</template
        >
        <template v-for="s in served.plots" :key="s.plot.id">
          <strong>{{ s.plot.name ?? s.plot.id }}</strong>
          {{ s.plot.garden === undefined ? 'counts as its' : 'waters it' }}: {{ plants(s.plants) }}, open
          {{ s.open > 0 ? `${time(s.open)} a day` : 'at no hour yet' }}.
        </template>
        <template v-if="served.beds.length > 0"
          >It grows in {{ served.beds.length === 1 ? 'a wicking bed' : `${served.beds.length} wicking beds` }}.
        </template>
        <template v-if="served.plots.length > 0 && wants > 0">
          <template v-if="!settled || flow <= 0">Nothing settled comes out of its rows.</template>
          <template v-else
            >What it wants in {{ MONTHS[view.month] }} asks for
            <button type="button" class="figure" title="Show the working" data-test="opening" @click="openTime">
              {{ time(openingFor(served.plots, wants)) }}
            </button>
            a day, tanks as they stand.</template
          >
        </template>
      </p>
    </template>
  </NeedLine>
</template>

<style scoped>
.kept {
  display: flex;
  align-items: center;
  gap: 6px;
}

.how,
.served {
  flex: 1 1 100%;
}
</style>
