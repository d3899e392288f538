<script setup lang="ts">
// A track brought in for a line: read off the main thread, simplified to a stated tolerance, nothing taken until said.
import { wrap, type Remote } from 'comlink';
import { NSelect } from 'naive-ui';
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { METHODS } from '@vernal-slope/core/survey';
import { MAX_TRACK_BYTES, TRACK_TOLERANCE, type TrackLegs, type TracksRead } from '@vernal-slope/plan/formats';
import type { WalkedTrack } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { showText } from '../display/quantities.ts';
import { useSettings } from '../stores/settings.ts';
import type { TrackApi } from '../worker/tracks.ts';
import EntryRow from './EntryRow.vue';
import PlainDialog from './PlainDialog.vue';

const show = defineModel<boolean>('show', { required: true });
const props = defineProps<{ plan: Plan }>();
const emit = defineEmits<{ keep: [track: WalkedTrack] }>();
const settings = useSettings();

let worker: Worker | undefined;
let api: Remote<TrackApi> | undefined;
const read = shallowRef<TracksRead | null>(null);
const which = ref(0);
const tolerance = ref(TRACK_TOLERANCE);
const grid = ref('');
const trouble = ref('');
const busy = ref('');
const legs = shallowRef<TrackLegs | null>(null);

function remote(): Remote<TrackApi> {
  if (!api) {
    worker = new Worker(new URL('../worker/tracks.worker.ts', import.meta.url), { type: 'module' });
    api = wrap<TrackApi>(worker);
  }
  return api;
}
function stop(): void {
  worker?.terminate();
  worker = undefined;
  api = undefined;
  busy.value = '';
}
onBeforeUnmount(stop);

/** Text of a chosen file, or a word on why not. */
async function textOf(event: Event): Promise<{ name: string; text: string } | undefined> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  trouble.value = '';
  if (!file) return undefined;
  if (file.size > MAX_TRACK_BYTES) {
    trouble.value = `“${file.name}” is larger than 50 MB. Nothing was changed.`;
    return undefined;
  }
  return { name: file.name, text: await file.text() };
}
async function chooseTrack(event: Event): Promise<void> {
  const file = await textOf(event);
  if (!file) return;
  busy.value = `Reading “${file.name}” …`;
  const answer = await remote().readTrack(file.text, file.name.replace(/\.\w+$/, ''));
  busy.value = '';
  read.value = answer.tracks.length > 0 ? answer : null;
  which.value = 0;
  if (answer.tracks.length === 0) trouble.value = `“${file.name}”: ${answer.faults.join('; ')}. Nothing was changed.`;
}
async function chooseGrid(event: Event): Promise<void> {
  const file = await textOf(event);
  if (!file) return;
  busy.value = `Reading “${file.name}” …`;
  const answer = await remote().readGrid(file.text);
  busy.value = '';
  if ('fault' in answer) trouble.value = `“${file.name}”: ${answer.fault}. Nothing was changed.`;
  else grid.value = `${file.name}, ${answer.cells} heights${answer.holes > 0 ? `, ${answer.holes} of them holes` : ''}`;
}
const origin = computed(() => {
  const { originLatitudeDeg: latitudeDeg, originLongitudeDeg: longitudeDeg } = props.plan.site ?? {};
  return latitudeDeg === undefined || longitudeDeg === undefined ? undefined : { latitudeDeg, longitudeDeg };
});
watch([read, which, tolerance, grid], async () => {
  const now = read.value;
  legs.value = now ? await remote().legs(now, which.value, tolerance.value, origin.value) : null;
});
const length = computed(() => legs.value?.legs.reduce((sum, l) => sum + l.lengthM, 0) ?? 0);
const fall = computed(() => {
  const list = legs.value?.legs ?? [];
  return legs.value && list.length > 0 ? legs.value.startGroundM - list[list.length - 1].endGroundM : 0;
});
function keep(): void {
  if (!legs.value || legs.value.legs.length === 0) return;
  emit('keep', legs.value);
  show.value = false;
}
</script>

<template>
  <PlainDialog v-model:show="show" title="A track for this line" :width="600">
    <EntryRow label="Track: GPX, KML or GeoJSON"
      ><input
        type="file"
        accept=".gpx,.kml,.geojson,.json"
        aria-label="Track file"
        data-test="track-file"
        @change="chooseTrack"
    /></EntryRow>
    <EntryRow
      label="Heights from a grid: ESRI ASCII"
      :note="grid || 'in metres east and north of the track’s start; without one the receiver’s own heights are taken'"
      ><input
        type="file"
        accept=".asc,.txt,.grd"
        aria-label="Elevation grid file"
        data-test="grid-file"
        @change="chooseGrid"
    /></EntryRow>
    <p v-if="busy" role="status">
      {{ busy }} <button type="button" class="plain-button edged" @click="stop">Stop</button>
    </p>
    <p v-if="trouble" role="alert" class="wrong">{{ trouble }}</p>
    <template v-if="read">
      <EntryRow v-if="read.tracks.length > 1" label="Which of them"
        ><NSelect
          v-model:value="which"
          :options="read.tracks.map((t, k) => ({ value: k, label: `${t.name} (${t.points.length} points)` }))"
          :input-props="{ 'aria-label': 'Which track' }"
      /></EntryRow>
      <EntryRow
        label="Left out: points nearer to the line than"
        :value="tolerance"
        quantity="height"
        :limits="{ min: 0, max: 1000 }"
        :commit="
          (si) => {
            tolerance = si;
            return undefined;
          }
        "
        live
      />
      <p v-if="legs" data-test="track-preview">
        {{ legs.points }} points make {{ legs.legs.length }} legs:
        {{ showText(length, 'distance', settings.units) }} along the slope, {{ fall >= 0 ? 'falling' : 'rising' }}
        {{ showText(Math.abs(fall), 'rise', settings.units) }}.
      </p>
      <p v-for="f in legs?.faults ?? []" :key="f" class="wrong" role="alert">{{ f }}.</p>
      <p v-if="legs && legs.legs.length > 0" class="small muted">
        Heights by {{ METHODS[legs.legs[0].survey.method].name }}: ±
        {{ showText(METHODS[legs.legs[0].survey.method].setting, 'rise', settings.units) }} each ({{
          METHODS[legs.legs[0].survey.method].source
        }}). A level is far better before a pipe is bought.
      </p>
    </template>
    <p>
      <button
        type="button"
        class="plain-button main"
        data-test="keep-track"
        :disabled="!legs || legs.legs.length === 0"
        @click="keep"
      >
        Put it in place of this line’s legs
      </button>
    </p>
  </PlainDialog>
</template>

<style scoped>
.wrong {
  color: var(--brick-ink);
}

p {
  margin: 8px 0;
}

input[type='file'] {
  max-width: 100%;
}
</style>
