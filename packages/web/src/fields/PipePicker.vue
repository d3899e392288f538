<script setup lang="ts">
// Choosing a pipe: every size of the catalogue with its bore and rating, or a bore of one's own.
import PlainDialog from '../shell/PlainDialog.vue';
import { computed, ref, watch } from 'vue';
import { PIPE_ROWS } from '@vernal-slope/plan/catalogue';
import type { Leg } from '@vernal-slope/plan/schema';
import { nominal } from '@vernal-slope/display/names';
import { useSettings } from '../display/settings.ts';
import QuantityField from './QuantityField.vue';
import { showField } from '@vernal-slope/display/planfields';
import TickField from './TickField.vue';
import ChoiceField from './ChoiceField.vue';
import { quoted } from '@vernal-slope/display/quoted';

const props = defineProps<{ show: boolean; value: Leg['pipe']; several?: boolean }>();
const emit = defineEmits<{ 'update:show': [show: boolean]; choose: [pipe: Leg['pipe'], all: boolean] }>();
const settings = useSettings();
const families = [...new Set(PIPE_ROWS.map((r) => r.family))];
const current = computed(() => PIPE_ROWS.find((r) => r.id === props.value));
const family = ref(current.value?.family ?? families[0]);
const all = ref(false);
watch(
  () => props.show,
  (now) => {
    if (now) family.value = current.value?.family ?? family.value;
  },
);
const rows = computed(() => PIPE_ROWS.filter((r) => r.family === family.value));
const ownBore = computed(() => (typeof props.value === 'string' ? undefined : props.value.insideDiameterMm));

function choose(pipe: Leg['pipe']): void {
  emit('choose', pipe, all.value);
  emit('update:show', false);
}
</script>

<template>
  <PlainDialog
    :show="show"
    title="Which pipe"
    class="picker"
    :width="600"
    @update:show="(v: boolean) => emit('update:show', v)"
  >
    <div class="head">
      <ChoiceField
        v-model:value="family"
        :options="families.map((f) => ({ label: f, value: f }))"
        label="Kind of pipe"
      />
      <TickField v-if="several" v-model:checked="all" class="check"> on every leg of the line</TickField>
    </div>
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th>Size</th>
            <th class="n">Bore</th>
            <th class="n">Pressure rating</th>
            <th>Figures</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.id" :class="{ now: row.id === value }">
            <td>
              <button type="button" class="plain-button edged" :data-test="`pipe-${row.id}`" @click="choose(row.id)">
                {{ nominal(row.nominal) }}
              </button>
            </td>
            <td class="n figure">{{ showField('insideDiameterMm', row.insideDiameterMm, settings.units) }}</td>
            <td class="n">
              {{ row.ratingKPa ? showField('ratingKPa', row.ratingKPa, settings.units) : 'not rated' }}
            </td>
            <td class="small muted">{{ row.basis }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="rows[0]" class="small muted source">
      {{ quoted(rows[0].source, settings.units) }} Read what is printed on the pipe: it wins over any table.
    </p>
    <p class="own">
      Or a bore of your own:
      <QuantityField
        :value="ownBore"
        field="insideDiameterMm"
        label="Bore"
        show-unit
        :limits="{ min: 0.002, max: 1 }"
        :commit="
          (value) => {
            choose({ insideDiameterMm: value });
            return undefined;
          }
        "
      />
      <span class="small muted">taken as smooth plastic; type it in mm or in inches</span>
    </p>
  </PlainDialog>
</template>

<style scoped>
.head {
  display: flex;
  gap: 16px;
  align-items: center;
  margin-bottom: 8px;
}

.check {
  display: flex;
  gap: 6px;
  align-items: center;
  white-space: nowrap;
}

.scroll {
  max-height: 46vh;
  overflow: auto;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th {
  text-align: left;
  font-size: var(--text-s);
  color: var(--muted);
}

td,
th {
  padding: 3px 8px;
  border-bottom: var(--line-hair) solid var(--rule);
}

.n {
  text-align: right;
}

.now {
  background: var(--water-wash);
}

.source {
  margin-top: 8px;
}

.own {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin-top: 8px;
}

.own :deep(input) {
  width: 110px;
}
</style>
