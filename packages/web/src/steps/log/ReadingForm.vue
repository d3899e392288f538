<script setup lang="ts">
// One reading, outdoors: the place, what was open, one number; what was planned stands beside it before it is kept.
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue';
import { wrap } from 'comlink';
import { addReadings, agrees, readLogCsv, usualErrorSI, type ReadingKind } from '@vernal-slope/plan/diagnose';
import { levelFor } from '@vernal-slope/plan/compile';
import { feeds, isSource, isStore, isTap, isVessel, vesselHeight } from '@vernal-slope/plan/kinds';
import type { Plan, ReadingEntry } from '@vernal-slope/plan/schema';
import { nameIn } from '../../display/names.ts';
import { planField } from '../../display/planfields.ts';
import { showText } from '../../display/quantities.ts';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import DateField from '../../fields/DateField.vue';
import FileField from '../../fields/FileField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TextField from '../../fields/TextField.vue';
import TimeField from '../../fields/TimeField.vue';
import { newKey } from '../../session/client.ts';
import { useEdits } from '../../session/planpage.ts';
import DropGlyph from '../../shell/DropGlyph.vue';
import type { LogApi } from '../../workers/log.ts';
import { KIND_WORDS, kindsAt, QUANTITY } from './logwords.ts';
import PhotoField from './PhotoField.vue';
import { useEntry } from './useEntry.ts';

const props = defineProps<{ plan: Plan }>();
const settings = useSettings();
const { edit } = useEdits();
const { date, time, note, photo, fault, wrongTime, keep: keepEntry } = useEntry();

const places = computed(() =>
  props.plan.nodes.filter((n) => kindsAt(n).length > 0).map((n) => ({ value: n.id, label: nameIn(props.plan, n.id) })),
);
const wanted = computed(() => props.plan.nodes.filter((n) => isTap(n) || (isVessel(n) && !feeds(n))));
const place = ref(wanted.value[0]?.id ?? places.value[0]?.value ?? '');
const node = computed(() => props.plan.nodes.find((n) => n.id === place.value));
const kinds = computed(() => kindsAt(node.value));
const kind = ref<ReadingKind>('pressureKPa');
watch(kinds, (now) => (kind.value = now.includes(kind.value) ? kind.value : (now[0] ?? 'pressureKPa')), {
  immediate: true,
});
/** What ran: only here, all shut, all, a situation of the plan. */
const open = ref('here');
const opens = computed(() => [
  {
    value: 'here',
    label: node.value && !isSource(node.value) ? `${nameIn(props.plan, place.value)} only` : 'nothing else',
  },
  { value: 'none', label: 'all shut' },
  { value: 'all', label: 'all open' },
  ...(props.plan.situations ?? []).map((s, k) => ({ value: `situation ${k}`, label: s.name })),
]);
const openList = computed((): readonly string[] => {
  if (open.value === 'none') return [];
  if (open.value === 'all') return wanted.value.map((n) => n.id);
  if (open.value.startsWith('situation')) return props.plan.situations?.[Number(open.value.slice(10))]?.open ?? [];
  return wanted.value.some((n) => n.id === place.value) ? [place.value] : [];
});
/** Levels that the tanks stood at, m above their floors; as the plan starts where nothing is said. */
const tanks = computed(() => props.plan.nodes.filter(isStore));
const levels = ref<Record<string, number>>({});
const levelOf = (tank: (typeof tanks.value)[number]): number => levels.value[tank.id] ?? levelFor(tank, 'start');
function setLevel(id: string, m: number): string | undefined {
  levels.value = { ...levels.value, [id]: m };
  return undefined;
}
/** In the plan's unit. */
const value = ref<number>();
watch([place, kind], () => {
  value.value = undefined;
  fault.value = '';
});
const entry = computed((): Omit<ReadingEntry, 'at'> => ({
  place: place.value,
  [kind.value]: value.value ?? 1,
  open: [...openList.value],
  ...(Object.keys(levels.value).length > 0 ? { levelsM: { ...levels.value } } : {}),
}));
const si = (v: number): number => planField(kind.value).toSI(v);

/** What the plan says that it would be: asked of a worker, the last question counts. */
const worker = new Worker(new URL('../../workers/log.worker.ts', import.meta.url), { type: 'module' });
const api = wrap<LogApi>(worker);
onScopeDispose(() => {
  worker.terminate();
});
const planned = shallowRef<number>();
let asked = 0;
watch(
  () => [props.plan, place.value, kind.value, open.value, date.value, levels.value] as const,
  async () => {
    const own = ++asked;
    planned.value = undefined;
    const { value: found } = await api.planned(props.plan, {
      ...entry.value,
      at: `${date.value}T${time.value}`,
      [kind.value]: 1,
    } as ReadingEntry);
    if (own === asked) planned.value = found;
  },
  { immediate: true },
);
const off = computed(() => {
  if (value.value === undefined || planned.value === undefined) return undefined;
  const read = si(value.value);
  return { apart: read - planned.value, far: !agrees(read, usualErrorSI(kind.value, read), planned.value) };
});
const setValue = (v: number): string | undefined => {
  value.value = v;
  fault.value = '';
  return undefined;
};
async function keep(): Promise<void> {
  fault.value = value.value === undefined ? 'Give what was read.' : wrongTime();
  if (fault.value === '' && (await keepEntry(entry.value))) value.value = undefined;
}
/** What a sheet brought, and what of it could not be taken. */
const told = ref<readonly string[]>([]);
async function takeSheet(file: File): Promise<void> {
  const read = readLogCsv(await file.text(), props.plan);
  const refused = read.entries.length > 0 ? edit(addReadings(read.entries.map((e) => ({ ...e, id: newKey() })))) : [];
  told.value = [
    `${read.entries.length === 1 ? 'One reading' : `${read.entries.length} readings`} taken from ${file.name}.`,
    ...[...read.faults, ...refused].map((f) => `${f.path}: ${f.message}; ${f.advice}`),
  ];
}
</script>

<template>
  <div class="reading">
    <div class="entries">
      <label
        >at
        <ChoiceField v-model:value="place" fit :options="places" label="Place of the reading" data-test="reading-place"
      /></label>
      <label
        >with
        <ChoiceField
          v-model:value="kind"
          fit
          :options="kinds.map((k) => ({ value: k, label: KIND_WORDS[k] }))"
          label="What was read"
          data-test="reading-kind"
      /></label>
      <label
        >open then
        <ChoiceField v-model:value="open" fit :options="opens" label="What was open" data-test="reading-open"
      /></label>
      <label>on <DateField :value="date" label="Day of the reading" @update:value="(d) => (date = d)" /></label>
      <label>at <TimeField :value="time" label="Time of the reading" @update:value="(t) => (time = t)" /></label>
    </div>
    <details v-if="tanks.length > 0" data-test="tank-levels">
      <summary>How the tanks stood</summary>
      <div class="entries">
        <label v-for="t in tanks" :key="t.id"
          >{{ nameIn(plan, t.id) }}
          <QuantityField
            :value="levelOf(t)"
            quantity="height"
            :label="`Level of ${nameIn(plan, t.id)} then`"
            :limits="{ min: 0, max: vesselHeight(t) }"
            :commit="(m) => setLevel(t.id, m)"
            show-unit
          /><small v-if="levels[t.id] === undefined" class="muted">as the plan starts</small></label
        >
      </div>
    </details>
    <div class="number">
      <QuantityField
        :key="`${place} ${kind}`"
        :value="value"
        :field="kind"
        :label="`Reading at ${nameIn(plan, place)}`"
        :commit="setValue"
        live
        optional
        show-unit
        data-test="reading-value"
      />
      <span class="planned" data-test="planned"
        >planned
        <strong class="figure">{{
          planned === undefined ? 'not settled' : showText(planned, QUANTITY[kind], settings.units)
        }}</strong></span
      >
      <span v-if="off" data-test="off" role="status"
        ><DropGlyph :level="off.far ? 'warning' : 'ok'" :size="14" />
        <template v-if="off.far"
          ><strong>{{ off.apart < 0 ? 'Short' : 'Over' }}</strong> by
          {{ showText(Math.abs(off.apart), QUANTITY[kind], settings.units) }}. Is anything else open? If not, keep
          it.</template
        ><template v-else>As planned, within two standard errors.</template></span
      >
    </div>
    <div class="entries">
      <label class="note"
        >note <TextField :value="note" label="Note on this reading" @change="(t: string) => (note = t)"
      /></label>
      <PhotoField v-model="photo" />
      <button type="button" class="plain-button main keep" data-test="keep-reading" @click="keep">Keep</button>
      <label class="sheet-in"
        >Readings from a CSV
        <FileField label="Readings from a CSV" accept=".csv,text/csv,.txt" data-test="readings-in" @file="takeSheet"
      /></label>
    </div>
    <p v-if="fault" class="wrong" role="alert" data-test="reading-fault">{{ fault }}</p>
    <div v-if="told.length > 0" class="small" role="status" data-test="readings-told">
      <ul>
        <li v-for="t in told" :key="t">{{ t }}</li>
      </ul>
    </div>
  </div>
</template>

<style src="./entries.css" scoped></style>
<style scoped>
.number {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  margin: 10px 0;
}

.number :deep(input) {
  width: 150px;
  min-height: 48px;
  font-family: var(--font-figure);
  font-size: var(--figure-l);
}
</style>
