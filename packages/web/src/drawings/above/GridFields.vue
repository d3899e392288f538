<script setup lang="ts">
// An elevation grid brought in from a file: read with progress, and what its coordinates and heights are taken for.
import { computed, ref, shallowRef } from 'vue';
import { frameName, utmZone, type Box, type Frame, type Origin } from '@vernal-slope/plan/formats';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { useTerrain } from '../../session/terrain.ts';
import type { GridInfo } from '../../workers/terrain.ts';
import EntryRow from '../../fields/EntryRow.vue';
import FileField from '../../fields/FileField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';

const info = defineModel<GridInfo | null>({ required: true });
const props = defineProps<{ origin?: Origin; /** Where the plan lies. */ around?: Box }>();
const terrain = useTerrain();
const settings = useSettings();
const trouble = ref('');
const name = ref('');
const frames = shallowRef<Frame[]>([]);

async function choose(file: File): Promise<void> {
  trouble.value = '';
  // what was read before is not what is kept now, whatever comes of it
  info.value = null;
  const answer = await terrain.withFile<GridInfo | { fault: string }>(
    file,
    async (api) => await api.readGrid(file, props.origin, terrain.told()),
  );
  if (!answer) {
    trouble.value = terrain.trouble;
    return;
  }
  if ('fault' in answer) {
    trouble.value = `“${file.name}”: ${answer.fault}. Nothing was changed.`;
    return;
  }
  name.value = file.name;
  info.value = answer;
  const zone = props.origin && utmZone(props.origin.longitudeDeg);
  const south = (props.origin?.latitudeDeg ?? 0) < 0;
  frames.value = [
    { kind: 'plan' },
    ...(props.origin ? [{ kind: 'degrees' } as const] : []),
    ...(zone === undefined ? [] : [{ kind: 'utm', zone, south } as const]),
  ];
  if (!frames.value.some((f) => frameName(f) === frameName(answer.frame))) frames.value.push(answer.frame);
}
async function readAs(frame: Frame, feet: boolean): Promise<void> {
  info.value = (await terrain.remote().readAs(frame, feet, props.origin)) ?? null;
}
const frame = computed(() => (info.value ? frameName(info.value.frame) : ''));
const meets = computed(() => {
  const [a, b] = [info.value?.box, props.around];
  return !a || !b || (a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1);
});
</script>

<template>
  <EntryRow label="Elevation grid: ESRI ASCII or GeoTIFF"
    ><FileField label="Elevation grid file" accept=".asc,.txt,.grd,.tif,.tiff" data-test="grid-file" @file="choose"
  /></EntryRow>
  <p v-if="terrain.busy" role="status" class="reading">
    Reading “{{ terrain.busy }}”
    <progress :value="terrain.progress" max="1" aria-label="How much is read"></progress>
    {{ Math.round(100 * terrain.progress) }} %
    <button type="button" class="plain-button edged" data-test="stop-reading" @click="terrain.stop()">Stop</button>
  </p>
  <p v-if="trouble" role="alert" class="wrong">{{ trouble }}</p>
  <template v-if="info">
    <p data-test="grid-info">
      “{{ name }}”: {{ info.columns }} by {{ info.rows }} heights from
      {{ showText(info.lowest, 'height', settings.units) }} to {{ showText(info.highest, 'height', settings.units)
      }}{{ info.holes > 0 ? `, ${info.holes} of them holes, where no height is taken` : '' }}.
    </p>
    <EntryRow label="Its coordinates are taken for"
      ><ChoiceField
        :value="frame"
        :options="frames.map((f) => ({ value: frameName(f), label: frameName(f) }))"
        label="Coordinates of the grid"
        @update:value="(value) => readAs(frames.find((f) => frameName(f) === value) ?? info!.frame, info!.feet)"
    /></EntryRow>
    <EntryRow label="Its heights are in"
      ><ChoiceField
        :value="info.feet ? 'ft' : 'm'"
        :options="[
          { value: 'm', label: 'metres' },
          { value: 'ft', label: 'feet' },
        ]"
        label="Unit of the heights"
        @update:value="(value) => readAs(info!.frame, value === 'ft')"
    /></EntryRow>
    <p v-if="!info.box" class="wrong" role="alert" data-test="grid-unplaced">
      The plan does not know where on the Earth it lies, so these coordinates cannot be placed. Bring in a track first,
      or take them for metres of the plan.
    </p>
    <p v-else-if="!meets" class="wrong" role="alert" data-test="grid-misses">
      Read so, the grid does not reach the plan: it lies somewhere else. Take its coordinates for something else, or
      bring in the grid of this ground.
    </p>
  </template>
</template>

<style scoped>
.wrong {
  color: var(--brick-ink);
}

.reading {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}

progress {
  width: 140px;
  accent-color: var(--water);
}

p {
  margin: 8px 0;
}
</style>
