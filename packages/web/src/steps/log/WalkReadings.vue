<script setup lang="ts">
// Readings outdoors, from the top of the place to its bottom: one place, one number, one large button that names the
// next one. What is kept and not yet on the server stays in sight.
import { Ban, Check, Clock, CloudOff, PencilLine } from '@lucide/vue';
import { storeToRefs } from 'pinia';
import { computed, ref, watch } from 'vue';
import { READING_KINDS } from '@vernal-slope/plan/diagnose';
import type { Plan } from '@vernal-slope/plan/schema';
import { dateText } from '@vernal-slope/display/dates';
import { nameIn, numberWord, ordinalWord } from '@vernal-slope/display/names';
import { showField } from '@vernal-slope/display/planfields';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import KeypadField from '../../fields/KeypadField.vue';
import TextField from '../../fields/TextField.vue';
import { usePlan } from '../../session/plan.ts';
import OffWords from './OffWords.vue';
import { isReading, KIND_WORDS, QUANTITY, readingKind, walkPlaces } from '@vernal-slope/display/logwords';
import { useReading } from './useReading.ts';
import WalkWay from './WalkWay.vue';

const props = defineProps<{ plan: Plan }>();
const settings = useSettings();
const { state } = storeToRefs(usePlan());
const { unsentReadings } = usePlan();
const draft = useReading(() => props.plan);
const { place, kind, kinds, open, opens, value, planned, off, note, fault } = draft;
const stops = computed(() => walkPlaces(props.plan));
const at = ref(0);
/** Places where something was kept on this walk. */
const done = ref<ReadonlySet<string>>(new Set());
watch(
  [stops, at],
  () => {
    place.value = stops.value[Math.min(at.value, stops.value.length - 1)]?.id ?? '';
  },
  { immediate: true },
);
// of a tank its level is read first, at a source its bucket, elsewhere the gauge
watch(place, () => (kind.value = readingKind(draft.node.value)), { immediate: true });
const next = computed(() => stops.value[at.value + 1]);
const noting = ref(false);
function goOn(): void {
  noting.value = false;
  if (next.value) at.value++;
}
async function keep(): Promise<void> {
  const level =
    kind.value === 'levelM' && draft.tanks.value.some((t) => t.id === place.value) ? value.value : undefined;
  const here = place.value;
  if (!(await draft.keep())) return;
  // what stood in the tank bears on all that is read below it
  if (level !== undefined) draft.setLevel(here, level);
  done.value = new Set([...done.value, here]);
  goOn();
}
const FEW = 3;
const waiting = computed(() => {
  // asked anew with every state of saving
  void state.value;
  void props.plan.log;
  return unsentReadings().filter(isReading);
});
const figure = (e: (typeof waiting.value)[number]): string => {
  const k = READING_KINDS.find((name) => e[name] !== undefined);
  return k ? showField(k, e[k] ?? 0, settings.units) : '';
};
/** How full the tube is, with what was planned at seven tenths of it. */
const MARK = 0.7;
const TUBE = 70;
const fill = computed(() => {
  if (value.value === undefined || !planned.value) return 0;
  const apart = off.value?.apart ?? 0;
  return Math.max(0, Math.min(1, (MARK * (planned.value + apart)) / planned.value));
});
</script>

<template>
  <p v-if="stops.length === 0" class="muted">There is no place to read yet: a source, a tank, a tap or a trough.</p>
  <div v-else class="walk" data-test="walk-readings">
    <p class="small head" role="status">
      {{ ordinalWord(at + 1) }} of {{ numberWord(stops.length) }}, {{ dateText(draft.date.value) }}
    </p>
    <div v-if="state === 'offline' || waiting.length > 0" class="waiting" data-test="waiting">
      <p>
        <CloudOff v-if="state === 'offline'" :size="18" aria-hidden="true" class="inline" />
        <strong>{{ state === 'offline' ? 'No connection.' : 'Being sent.' }}</strong>
        {{ waiting.length }} {{ waiting.length === 1 ? 'reading waits' : 'readings wait' }} in this browser.
      </p>
      <ul>
        <li v-for="e in waiting.slice(-FEW)" :key="e.id">
          <Clock :size="16" aria-hidden="true" /> {{ nameIn(plan, e.place) }}
          <strong class="figure">{{ figure(e) }}</strong> <span>{{ e.at.slice(11) }}</span>
        </li>
      </ul>
    </div>
    <WalkWay :plan="plan" :stops="stops" :at="at" :done="done" @go="(k) => (at = k)" />
    <h3 data-test="walk-place">{{ nameIn(plan, place) }}, {{ KIND_WORDS[kind] }}</h3>
    <div class="row">
      <label>open now <ChoiceField v-model:value="open" fit :options="opens" label="What is open now" /></label>
      <label v-if="kinds.length > 1"
        >with
        <ChoiceField
          v-model:value="kind"
          fit
          :options="kinds.map((k) => ({ value: k, label: KIND_WORDS[k] }))"
          label="What is read"
      /></label>
    </div>
    <KeypadField v-model="value" :field="kind" :label="`Reading at ${nameIn(plan, place)}`">
      <div class="tube" data-test="walk-planned">
        <svg width="40" :height="TUBE + 8" aria-hidden="true">
          <rect x="13" :y="4 + TUBE * (1 - fill)" width="14" :height="TUBE * fill" class="fill" />
          <path :d="`M13 0V${TUBE + 4}h14V0`" class="shell" />
          <path :d="`M11 ${4 + TUBE * (1 - MARK)}l-10 -6v12zM29 ${4 + TUBE * (1 - MARK)}l10 -6v12z`" class="mark" />
        </svg>
        <span class="small"
          >planned
          <strong class="figure">{{
            planned === undefined ? 'not settled' : showText(planned, QUANTITY[kind], settings.units)
          }}</strong></span
        >
      </div>
    </KeypadField>
    <p v-if="off" class="off" role="status"><OffWords :off="off" :kind="kind" /></p>
    <p v-if="fault" class="wrong" role="alert" data-test="walk-fault">{{ fault }}</p>
    <label v-if="noting" class="note"
      >note <TextField :value="note" label="Note on this reading" @update:value="(t: string) => (note = t)"
    /></label>
    <p v-if="!next && done.has(place)" role="status" data-test="walk-over">
      That was the last place. What would explain the readings stands below.
    </p>
    <button type="button" class="plain-button main keep" data-test="walk-keep" @click="keep">
      <Check :size="22" aria-hidden="true" />
      {{ next ? `Keep, on to ${nameIn(plan, next.id)}` : 'Keep, the last one' }}
    </button>
    <div class="row less">
      <button type="button" class="plain-button" :aria-expanded="noting" @click="noting = !noting">
        <PencilLine :size="18" aria-hidden="true" /> Add a note
      </button>
      <button type="button" class="plain-button" data-test="walk-skip" :disabled="!next" @click="goOn">
        <Ban :size="18" aria-hidden="true" /> Cannot read it
      </button>
    </div>
  </div>
</template>

<style scoped>
.walk {
  display: grid;
  gap: 6px;
  max-width: 520px;
}

.walk > * {
  min-width: 0;
}

p,
h3 {
  margin: 0;
}

.waiting {
  padding: 6px 10px;
  border: var(--line) solid var(--rule-strong);
  background: var(--amber-wash);
}

.waiting li,
.row,
.row label {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
}

.row :deep(.n-select),
.row :deep(select) {
  max-width: 100%;
}

.row label {
  max-width: 100%;
}

.waiting ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

.waiting li span {
  margin-left: auto;
}

.inline,
.off :deep(svg) {
  margin-right: 6px;
  vertical-align: -3px;
}

.tube {
  display: flex;
  gap: 4px;
  align-items: center;
}

.tube .figure {
  display: block;
}

.fill {
  fill: var(--water);
}

.shell {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}

.mark {
  fill: var(--ink);
}

.off {
  padding: 6px 10px;
  background: var(--water-wash);
}

.keep {
  width: 100%;
  min-height: 72px;
  font-size: 18px;
}

.less {
  justify-content: space-around;
}

.less button {
  min-height: 48px;
}

.wrong {
  color: var(--brick-ink);
}
</style>
