<script setup lang="ts">
// Size of a piece of timber: one that is sold, or its two sides.
import { computed, ref, watch } from 'vue';
import { SECTION_ROWS } from '@vernal-slope/plan/catalogue';
import { useSettings } from '../display/settings.ts';
import QuantityField from './QuantityField.vue';
import { showField } from '@vernal-slope/display/planfields';
import ChoiceField from './ChoiceField.vue';

const props = defineProps<{
  widthMm: number;
  depthMm: number;
  label: string;
  /** Takes the two sides, mm; returns why they cannot be used, or nothing. */
  commit: (widthMm: number, depthMm: number) => string | undefined;
}>();
const settings = useSettings();
const close = (a: number, b: number): boolean => Math.abs(a - b) < 1;
const sold = computed(
  () => SECTION_ROWS.find((s) => close(s.widthMm, props.widthMm) && close(s.depthMm, props.depthMm))?.id ?? '',
);
const other = ref(false);
watch(sold, (id) => (other.value = id === ''), { immediate: true });
const mm = (value: number): string => showField('widthMm', value, settings.units);
const options = computed(() => [
  ...SECTION_ROWS.map((s) => ({
    value: s.id,
    label: `${s.name}: ${mm(s.widthMm).replace(/\s.*/, '')} × ${mm(s.depthMm)}`,
  })),
  { value: '', label: 'another size …' },
]);
function pick(id: string): void {
  const row = SECTION_ROWS.find((s) => s.id === id);
  other.value = !row;
  if (row) props.commit(row.widthMm, row.depthMm);
}
</script>

<template>
  <span class="section-field">
    <ChoiceField :value="other ? '' : sold" :options="options" :label="label" @update:value="pick" />
    <span v-if="other" class="sides">
      <QuantityField
        :value="widthMm"
        field="widthMm"
        :label="`${label}, width`"
        :limits="{ min: 0.015, max: 2 }"
        :commit="(value) => commit(value, depthMm)"
      />
      <span aria-hidden="true">×</span>
      <QuantityField
        :value="depthMm"
        field="depthMm"
        :label="`${label}, depth`"
        :limits="{ min: 0.015, max: 2 }"
        :commit="(value) => commit(widthMm, value)"
        show-unit
      />
    </span>
  </span>
</template>

<style scoped>
.sides {
  display: flex;
  align-items: center;
  gap: 4px;
  margin-top: 3px;
}
</style>
