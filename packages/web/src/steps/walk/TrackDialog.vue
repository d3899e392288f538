<script setup lang="ts">
// A track brought in for a line: read off the main thread, simplified to a stated tolerance, nothing taken until said.
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { METHODS } from '@vernal-slope/core/survey';
import { TRACK_TOLERANCE, type Box, type TrackLegs, type TracksRead } from '@vernal-slope/plan/formats';
import type { WalkedTrack } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { lineLength } from '@vernal-slope/plan/positions';
import { nameIn } from '@vernal-slope/display/names';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { originOf, useTerrain } from '../../session/terrain.ts';
import type { GridInfo } from '../../workers/terrain.ts';
import EntryRow from '../../fields/EntryRow.vue';
import GridFields from '../../drawings/above/GridFields.vue';
import PlainDialog from '../../shell/PlainDialog.vue';
import FileField from '../../fields/FileField.vue';
import TickField from '../../fields/TickField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import { quoted } from '@vernal-slope/display/quoted';

const show = defineModel<boolean>('show', { required: true });
const props = defineProps<{
  plan: Plan;
  planId: string;
  /** Line whose legs it takes the place of. */ line?: string;
}>();
const emit = defineEmits<{ keep: [track: WalkedTrack] }>();
const settings = useSettings();
const terrain = useTerrain();
onMounted(() => void terrain.open(props.planId));

const read = shallowRef<TracksRead | null>(null);
const which = ref(0);
const tolerance = ref(TRACK_TOLERANCE);
const grid = shallowRef<GridInfo | null>(null);
const byGrid = ref(false);
const trouble = ref('');
const legs = shallowRef<TrackLegs | null>(null);
watch(
  () => terrain.kept,
  (kept) => (byGrid.value ||= kept !== null),
  { immediate: true },
);
watch(grid, (now) => (byGrid.value ||= now !== null));

async function chooseTrack(file: File): Promise<void> {
  trouble.value = '';
  // what was read before is not what is taken now, whatever comes of it
  read.value = null;
  const name = file.name.replace(/\.\w+$/, '');
  const answer = await terrain.withFile(file, (api) => api.readTrack(file, name, terrain.told()));
  if (!answer) {
    trouble.value = terrain.trouble;
    return;
  }
  read.value = answer.tracks.length > 0 ? answer : null;
  which.value = 0;
  if (answer.tracks.length === 0) trouble.value = `“${file.name}”: ${answer.faults.join('; ')}. Nothing was changed.`;
}
/** Where east and north count from: the plan's origin, else the track's first point. */
const origin = computed(() => {
  const first = read.value?.tracks[which.value]?.points[0];
  return originOf(props.plan) ?? (first && { latitudeDeg: first.lat, longitudeDeg: first.lon });
});
watch([read, which, tolerance, grid, byGrid], async () => {
  const now = read.value;
  legs.value = now ? await terrain.remote().legs(now, which.value, tolerance.value, origin.value, byGrid.value) : null;
});
const length = computed(() => legs.value?.legs.reduce((sum, l) => sum + l.lengthM, 0) ?? 0);
const fall = computed(() => {
  const list = legs.value?.legs ?? [];
  return legs.value && list.length > 0 ? legs.value.startGroundM - list[list.length - 1].endGroundM : 0;
});
/** What it takes the place of. */
const replaces = computed(() => {
  const line = props.plan.lines.find((l) => l.id === props.line);
  const start = props.plan.nodes.find((n) => n.id === line?.from)?.groundM;
  if (!line || start === undefined) return undefined;
  return {
    name: nameIn(props.plan, line.id),
    legs: line.legs.length,
    length: lineLength(line),
    fall: start - line.legs[line.legs.length - 1].endGroundM,
  };
});
/** Ground round the track that is kept of a grid brought in with it, m on each side. */
const ROUND = 300;
const around = computed<Box | undefined>(() => {
  const now = legs.value;
  if (!now || now.legs.length === 0) return undefined;
  const xs = [now.start.eastingM, ...now.legs.map((l) => l.eastingM)];
  const ys = [now.start.northingM, ...now.legs.map((l) => l.northingM)];
  return {
    x0: Math.min(...xs) - ROUND,
    y0: Math.min(...ys) - ROUND,
    x1: Math.max(...xs) + ROUND,
    y1: Math.max(...ys) + ROUND,
  };
});
async function keep(): Promise<void> {
  if (!legs.value || legs.value.legs.length === 0) return;
  if (grid.value && byGrid.value && around.value) {
    const wrong = await terrain.keep(around.value, origin.value);
    if (wrong) {
      trouble.value = `The grid could not be kept with the plan: ${wrong}. The track was not taken either.`;
      return;
    }
  }
  emit('keep', legs.value);
  show.value = false;
}
</script>

<template>
  <PlainDialog v-model:show="show" title="A track for this line" :width="600">
    <EntryRow label="Track: GPX, KML or GeoJSON"
      ><FileField label="Track file" accept=".gpx,.kml,.kmz,.geojson,.json" data-test="track-file" @file="chooseTrack"
    /></EntryRow>
    <GridFields v-model="grid" :origin="origin" :around="around" />
    <TickField v-if="terrain.kept || grid" v-model:checked="byGrid" class="by-grid" data-test="by-grid">
      take heights from {{ grid ? 'this grid' : 'the grid kept with the plan' }}, not from the receiver</TickField
    >
    <p v-if="trouble" role="alert" class="wrong">{{ trouble }}</p>
    <template v-if="read">
      <EntryRow v-if="read.tracks.length > 1" label="Which of them"
        ><ChoiceField
          v-model:value="which"
          :options="read.tracks.map((t, k) => ({ value: k, label: `${t.name} (${t.points.length} points)` }))"
          label="Which track"
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
      <p v-for="n in read.notes" :key="n" class="small">{{ n }}.</p>
      <p v-for="f in read.faults" :key="f" class="wrong" role="alert">Left out: {{ f }}.</p>
      <p v-for="f in legs?.faults ?? []" :key="f" class="wrong" role="alert">{{ f }}.</p>
      <p v-if="legs && legs.legs.length > 0" class="small muted">
        Heights by {{ METHODS[legs.legs[0].survey.method].name }}: ±
        {{ showText(METHODS[legs.legs[0].survey.method].setting, 'rise', settings.units) }} each ({{
          quoted(METHODS[legs.legs[0].survey.method].source, settings.units)
        }}). A level is far better before a pipe is bought.
      </p>
    </template>
    <p v-if="replaces && legs && legs.legs.length > 0" class="replaces" data-test="track-replaces">
      It takes the place of the {{ replaces.legs }} {{ replaces.legs === 1 ? 'leg' : 'legs' }} of {{ replaces.name }}:
      {{ showText(replaces.length, 'distance', settings.units) }},
      {{ replaces.fall >= 0 ? 'falling' : 'rising' }}
      {{ showText(Math.abs(replaces.fall), 'rise', settings.units) }}. Pipe and depth stay as its first leg has them;
      its fittings, remarks and readings go; what lies beyond moves
      {{ showText(Math.abs(fall - replaces.fall), 'rise', settings.units) }}
      {{ fall > replaces.fall ? 'down' : 'up' }}. Undo brings it all back.
    </p>
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
.by-grid {
  display: block;
  padding: 6px 0;
}

.wrong {
  color: var(--brick-ink);
}

.replaces {
  padding: 8px;
  border-radius: var(--radius);
  background: var(--amber-wash);
}

p {
  margin: 8px 0;
}
</style>
